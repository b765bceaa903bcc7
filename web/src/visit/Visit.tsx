import { limitsWith, notJudged, USUAL_RAMP_S, type PlanFile } from '@puddler/core';
import { useEffect, useMemo, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import { keepPlanFile } from '../document-store/import-plans';
import { useAppDispatch } from '../document-store/store';
import { NotJudgedList } from '../active/NotJudgedList';
import { FindingLine } from '../active/FindingLine';
import { PlanCard } from '../active/sharing/PlanCard';
import type { VisitingPlan } from '../active/sharing/read-link';
import { useShared } from '../active/sharing/use-shared';
import { Button } from '../ui/Button';

/** A plan that came in a link: shown, and kept only when that is asked for. */
export default function Visit() {
  const { hash } = useLocation();
  const [visiting, setVisiting] = useState<VisitingPlan>();
  useEffect(() => {
    let isHere = true;
    setVisiting(undefined);
    void import('../active/sharing/read-link')
      .then(({ planFromLink }) => planFromLink(hash))
      .catch((error: unknown): VisitingPlan => ({
        ok: false,
        why: `The link could not be read: ${error instanceof Error ? error.message : String(error)}`,
      }))
      .then((found) => isHere && setVisiting(found));
    return () => void (isHere = false);
  }, [hash]);
  return (
    <main className="mx-auto max-w-reading px-6 pt-5 pb-10 max-sm:px-3">
      {!visiting && <p className="py-6 text-soft">Reading the plan in the link …</p>}
      {visiting?.ok === false && <Refused {...visiting} />}
      {visiting?.ok && <Visitor plan={visiting.plan} />}
    </main>
  );
}

function Refused({ why, lines = [] }: { why: string; lines?: string[] }) {
  return (
    <section role="alert" className="border-l-4 border-stop bg-sheet px-4 py-3">
      <h1 className="wide text-title font-semibold">This link opens no plan</h1>
      <p className="mt-1">{why} Nothing was kept. Ask for the plan as a file.</p>
      <ul className="mt-1 list-disc pl-5 text-body text-soft">
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </section>
  );
}

function Visitor({ plan }: { plan: PlanFile }) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const [keeping, setKeeping] = useState(false);
  const terms = useMemo(() => ({ limits: limitsWith(plan.limits), stock: undefined, rampS: USUAL_RAMP_S }), [plan.limits]);
  const shared = useShared(plan, terms);
  const keep = async () => {
    setKeeping(true);
    const id = await dispatch(keepPlanFile(plan.name, JSON.stringify(plan)));
    if (id === undefined) setKeeping(false);
    else void navigate(`/plans/${id}`);
  };
  const marking = shared?.figures.findings.filter((one) => one.level !== 'info') ?? [];
  return (
    <>
      <div className="mb-3 flex flex-wrap items-end justify-between gap-3">
        <div>
          <h1 className="wide text-head font-semibold">{plan.name}</h1>
          <p className="text-body text-soft">A visitor’s plan, read-only. Nothing of it is kept or sent until you keep it.</p>
        </div>
        <Button tone="action" disabled={keeping} onClick={() => void keep()}>
          {keeping ? 'Keeping …' : 'Keep it in the garage'}
        </Button>
      </div>
      {shared ? (
        <div className="overflow-x-auto border border-rule">
          <PlanCard name={plan.name} file={plan} band={shared.band} figures={shared.figures} />
        </div>
      ) : (
        <p className="text-soft">It cannot be computed as it is; kept, it can be changed.</p>
      )}
      {marking.map((finding) => (
        <FindingLine key={finding.id} finding={finding} />
      ))}
      <NotJudgedList unjudged={notJudged(plan, false)} />
      {plan.notes && <p className="mt-3 text-body whitespace-pre-line">{plan.notes}</p>}
    </>
  );
}
