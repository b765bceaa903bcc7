import type { ReactNode } from 'react';
import { useParams } from 'react-router';
import { chainView } from '../jobs/chain-view';
import { NoSuchPlan } from './NoSuchPlan';
import { NotComputable } from './NotComputable';
import { useCarHere } from './use-car-here';
import { usePlan, type ActivePlan } from './use-plan';

/** A station that works on the plan of the address; where there is none, or it cannot be computed, it says so, and `so` what follows. */
export function OnPlan({ so, children }: { so: string; children: (active: ActivePlan) => ReactNode }) {
  const { planId = '' } = useParams();
  const active = usePlan(planId);
  const here = useCarHere(planId);
  if (!active) return <NoSuchPlan here={here} />;
  const view = chainView(active.file);
  if (view.state === 'failed') return <NotComputable planId={planId} why={view.message} so={so} />;
  return children(active);
}
