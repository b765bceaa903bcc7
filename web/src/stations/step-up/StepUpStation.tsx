import { Flag, Printer } from 'lucide-react';
import { useState } from 'react';
import { stepUpOnOwned } from '../../document-store/noted-edits';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { OnPlan } from '../../active/OnPlan';
import type { ActivePlan } from '../../active/use-plan';
import { Button } from '../../ui/Button';
import { Failed } from '../../ui/Failed';
import { Choice } from '../../ui/Choice';
import { usePreparedLadder } from '../../jobs/ladder-jobs';
import { latePart } from '../../ui/late-part';
import { LadderDrawing } from './LadderDrawing';
import { LearnFromSteps } from './LearnFromSteps';
import { PositionNote } from './PositionNote';
import { StepTable } from './StepTable';
import { outcomeText } from './step-text';
import { TargetField } from './TargetField';
import { useLadderProgress, type AtLadder } from './use-ladder-progress';
import { useTarget } from './use-target';
import { Guarded } from '../../ui/Guarded';

const TrackMode = latePart('The track', () => import('./TrackMode'));

export default function StepUpStation() {
  usePreparedLadder();
  return <OnPlan so="no ladder leads to it">{(active) => <OnTheLadder key={active.id} active={active} />}</OnPlan>;
}

/** The way from a gentle start to the target, what was driven of it, and the step that is next. */
function OnTheLadder({ active }: { active: ActivePlan }) {
  const dispatch = useAppDispatch();
  const target = useTarget(active);
  const at = useLadderProgress(target.active);
  const [isTrack, setTrack] = useState(false);
  return (
    <main className="mx-auto max-w-page px-6 pt-3 pb-10 max-sm:px-3 max-sm:pb-24 print:block">
      <div className="mb-1 flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
        <h1 className="wide text-head font-semibold">
          Step up{' '}
          <span className="text-lead font-normal text-soft">
            to {active.plan.name}, {active.car.name}
          </span>
        </h1>
        <span className="flex items-center gap-1 print:hidden">
          <Choice on={at.progress.ownedOnly === true} onClick={() => dispatch(stepUpOnOwned(active.id, at.progress.ownedOnly !== true))}>
            Only gears I own
          </Choice>
          <Button tone="quiet" icon={<Printer size={14} />} onClick={() => window.print()}>
            Print
          </Button>
          <Button tone="action" icon={<Flag size={14} />} disabled={at.position === undefined} onClick={() => setTrack(true)}>
            At the track
          </Button>
        </span>
      </div>
      <TargetField active={active} target={target} at={at} />
      <Outcome at={at} />
      {at.state.state === 'ready' && at.state.value.steps.length > 0 && (
        <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1.15fr)_minmax(0,1fr)] print:block">
          <div className="min-w-0">
            <Guarded what="The drawing of the ladder">
              <LadderDrawing at={at} ladder={at.state.value} name={active.plan.name} />
            </Guarded>
            <Guarded what="The table of steps">
              <StepTable at={at} ladder={at.state.value} />
            </Guarded>
          </div>
          <div className="flex min-w-0 flex-col gap-4 max-lg:order-first print:hidden">
            <PositionNote at={at} active={target.active} steps={at.state.value.steps} onTrack={() => setTrack(true)} />
            <Guarded what="What the steps teach">
              <LearnFromSteps active={active} driven={at.driven} />
            </Guarded>
            <p className="border-t border-rule pt-2 text-small text-soft">
              Step up only in a closed, empty place with permission, away from people, roads and traffic; follow local rules. Wear eye protection,
              keep hands from spinning gears, carry lithium packs in a fireproof bag, and stop at the first smell.
            </p>
          </div>
        </div>
      )}
      {isTrack && <TrackMode at={at} active={target.active} onClose={() => setTrack(false)} />}
    </main>
  );
}

function Outcome({ at: { state } }: { at: AtLadder }) {
  const system = useAppSelector((store) => store.prefs.units);
  if (state.state === 'waiting')
    return (
      <p role="status" className="flex items-center gap-2 py-3 text-body text-soft">
        <progress className="h-1 w-48" value={state.progress?.share ?? 0} aria-label="Trying gears" /> trying gears and caps, with everything that is
        unsure of the car …
      </p>
    );
  if (state.state === 'failed') return <Failed what="The ladder could not be drawn" reason={state.reason} onRetry={state.retry} />;
  const { text, why, change } = outcomeText(state.value, system);
  return (
    <p className="max-w-3xl text-body">
      <strong className={`font-semibold ${state.value.outcome === 'reached' ? '' : 'text-stop'}`}>{text}</strong>
      {why && ` ${why}`}
      {change && <span className="text-soft"> What would have to change: {change}</span>}
    </p>
  );
}
