import { gearsOfStep, sameGears, type LadderStep } from '@puddler/core';
import { atAGlance, formatIn, unitOf } from '@puddler/figures';
import { Link } from 'react-router';
import { useAppSelector } from '../../document-store/store';
import type { ActivePlan } from '../../active/use-plan';
import { latest } from '../../jobs/asked';
import { Button } from '../../ui/Button';
import { Countdown } from './Countdown';
import { gearsText } from './step-text';
import { isToRead, type AtLadder } from './use-ladder-progress';
import { nowMs } from '../../ui/clock';
import { VerdictView } from './VerdictView';

const WHY = {
  first: 'The first step',
  on: 'Next',
  again: 'The same once more',
  down: 'One step down',
  top: 'The target is reached',
} as const;
const SHORT_OF_TARGET = 'As far as is safe for the planned run';

/** Where one stands: the last step’s verdict, the wait, and what is driven next. */
export function PositionNote({
  at,
  active,
  steps,
  onTrack,
}: {
  at: AtLadder;
  active: ActivePlan;
  steps: readonly LadderStep[];
  onTrack: () => void;
}) {
  const system = useAppSelector((state) => state.prefs.units);
  const speed = atAGlance(unitOf('m/s', system));
  const { last, position } = at;
  const next = position && steps[position.at];
  const isOpen = last && last.step.stoppedAt === undefined;
  const isTop = position?.why === 'top';
  const isShort = isTop && latest(at.state)?.outcome !== 'reached';
  return (
    <section aria-label="Where you stand" className="flex flex-col gap-3">
      {last && (
        <div>
          <h2 className="eyebrow text-soft">
            {last.run.name ?? gearsText(last.step)}{' '}
            <Link className="hit font-normal text-steel normal-case hover:underline" to={`/plans/${active.id}/log?run=${last.step.runId}`}>
              its run in the log
            </Link>
          </h2>
          {isOpen ? <p className="text-body text-soft">Begun, and not driven yet.</p> : <VerdictView verdict={last.verdict} />}
          {last.step.stoppedAt !== undefined && <Countdown at={at} driven={last} stoppedAt={last.step.stoppedAt} />}
        </div>
      )}
      {next && position && !isOpen && (
        <div className="border-l-2 border-ember pl-3">
          <p className="eyebrow text-soft">{isShort ? SHORT_OF_TARGET : WHY[position.why]}</p>
          <p className="wide text-head font-semibold">{gearsText(gearsOfStep(next))}</p>
          <p className="text-body">
            About{' '}
            <strong className="font-semibold">
              {formatIn(next.topSpeedMs.p50, speed)} {speed.symbol}
            </strong>
            , on {formatIn(next.room.wholeM, unitOf('m', system))} {unitOf('m', system).symbol} of empty ground: a pass each way, then four
            temperatures.
          </p>
        </div>
      )}
      <Button tone="action" className="self-start" onClick={onTrack}>
        {isOpen || (last && isToRead(last, nowMs()))
          ? 'Go on at the track'
          : isTop && next && last && sameGears(gearsOfStep(next), last.step)
            ? 'Drive it once more'
            : 'Drive this step'}
      </Button>
    </section>
  );
}
