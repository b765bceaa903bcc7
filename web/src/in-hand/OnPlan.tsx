import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { useAppSelector } from '../desk/store';
import { chainView } from '../jobs/chain-view';
import { NoSuchPlan } from './NoSuchPlan';
import { NotComputable } from './NotComputable';
import { usePlan, type PlanInHand } from './use-plan';

/** A station that works on the plan of the address; where there is none, or it cannot be computed, it says so, and `so` what follows. */
export function OnPlan({ so, children }: { so: string; children: (inHand: PlanInHand) => ReactNode }) {
  const { planId = '' } = useParams();
  const inHand = usePlan(planId);
  const loaded = useAppSelector((state) => state.desk.loaded);
  if (!inHand) return <NoSuchPlan loaded={loaded} />;
  const view = chainView(inHand.file);
  if (view.state === 'failed') return <NotComputable planId={planId} why={view.message} so={so} />;
  return children(inHand);
}
