import { gearsOfStep, sameGears, type Foreseen, type LadderStep } from '@puddler/core';
import { atAGlance, formatIn, unitOf } from '@puddler/figures';
import { TriangleAlert, X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { useAppSelector } from '../../document-store/store';
import type { ActivePlan } from '../../active/use-plan';
import { latest } from '../../jobs/asked';
import { useForeseen } from '../../jobs/ladder-jobs';
import { Busy } from '../../ui/Busy';
import { Failed } from '../../ui/Failed';
import { useAwake } from '../../ui/use-awake';
import { Countdown } from './Countdown';
import { gearsText } from './step-text';
import { TrackPasses } from './TrackPasses';
import { TrackReadings } from './TrackReadings';
import { isToRead, stoodSince, type AtLadder } from './use-ladder-progress';
import type { Driven } from '../../active/ladder-question';
import { VerdictView } from './VerdictView';
import { heatRange } from '../../active/heat-text';
import { nowMs } from '../../ui/clock';

/** At the track: one step a screen, sized for a thumb. The screen is kept awake. */
export default function TrackMode({ at, active, onClose }: { at: AtLadder; active: ActivePlan; onClose: () => void }) {
  useAwake();
  const [looking, setLooking] = useState(() => (at.last && isToRead(at.last, nowMs()) ? at.last.step.id : undefined));
  const { last, position, state } = at;
  const isJudged = last?.step.stoppedAt !== undefined;
  // What was just driven stays until one goes on; one that is opened again, after a reload or on another device, is still to be read.
  const shown = last && (!isJudged || looking === last.step.id) ? last : undefined;
  const next = !shown && position && state.state === 'ready' ? state.value.steps[position.at] : undefined;
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Content aria-describedby={undefined} className="fixed inset-0 z-50 flex flex-col bg-paper">
          <div className="flex items-center justify-between border-b border-rule px-4 py-2">
            <Dialog.Title className="eyebrow text-soft">At the track · {active.car.name}</Dialog.Title>
            <Dialog.Close className="grid size-thumb place-items-center rounded-md hover:bg-wash" aria-label="Leave the track">
              <X size={20} />
            </Dialog.Close>
          </div>
          {shown && (
            <OnStep at={at} driven={shown} onStopped={() => setLooking(shown.step.id)} onNext={() => setLooking(undefined)} onClose={onClose} />
          )}
          {!shown && next && <BeforeStep at={at} step={next} />}
          {!shown && !next && state.state === 'failed' && <Failed what="The ladder could not be drawn" reason={state.reason} onRetry={state.retry} />}
          {!shown && !next && state.state !== 'failed' && <Busy text="Drawing the rest of the ladder …" />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const BODY = 'mx-auto w-full max-w-2xl flex-1 overflow-y-auto px-5 py-4 text-title leading-snug';
const FOOT = 'mx-auto w-full max-w-2xl border-t border-rule p-2';
const SECOND = 'h-16 rounded-md border border-edge text-title';
const LARGE = 'h-16 w-full rounded-md bg-ember text-head font-semibold text-paper disabled:opacity-50';

/** The step that is next: what to fit, what to expect, and the cautions. */
function BeforeStep({ at, step }: { at: AtLadder; step: LadderStep }) {
  const gears = gearsOfStep(step);
  const [now] = useState(nowMs);
  const asked = useForeseen({ plan: step.plan, capShare: gears.capShare ?? 1, after: stoodSince(at.last, now) });
  return (
    <>
      <div className={BODY}>
        <p className="wide text-figure leading-tight font-semibold">{gearsText(gears)}</p>
        {asked.state === 'waiting' && <Busy text="Working out what to expect …" />}
        {asked.state === 'failed' && <Failed what="What to expect could not be worked out" reason={asked.reason} onRetry={asked.retry} />}
        {asked.state === 'ready' && <Expect foreseen={asked.value.foreseen} step={step} />}
        {at.driven.length === 0 && <Cautions />}
        <p className="mt-3 text-soft">
          Fit the gears, check the mesh by a strip of paper, screws and wheels. A pass each way{' '}
          {gears.capShare === undefined ? 'at full throttle' : `with the throttle held at ${Math.round(100 * gears.capShare)} % at the radio`}, then
          stop.
        </p>
      </div>
      <div className={FOOT}>
        <button
          type="button"
          className={LARGE}
          disabled={asked.state !== 'ready'}
          onClick={() => asked.state === 'ready' && at.begin(step, asked.value.foreseen, asked.value.warm)}
        >
          It is fitted: begin
        </button>
      </div>
    </>
  );
}

function Expect({ foreseen, step }: { foreseen: Foreseen; step: LadderStep }) {
  const system = useAppSelector((state) => state.prefs.units);
  const [speed, amps, heat, length] = [atAGlance(unitOf('m/s', system)), atAGlance(unitOf('A', system)), unitOf('°C', system), unitOf('m', system)];
  const { capShare } = gearsOfStep(step);
  const rows: [string, string][] = [
    [
      capShare === undefined ? 'Top speed' : `At ${Math.round(100 * capShare)} % of the throttle`,
      `${formatIn(foreseen.topSpeedMs.p50, unitOf('m/s', system))} ${speed.symbol}, likely ${formatIn(foreseen.topSpeedMs.p10, speed)} to ${formatIn(foreseen.topSpeedMs.p90, speed)}`,
    ],
    ['Motor, read within a minute', `${heatRange(foreseen.canC, heat)} ${heat.symbol}`],
    ['Motor after the planned run', `${heatRange(step.planned.canC, heat)} ${heat.symbol}`],
    ['Amps at top speed', `about ${formatIn(foreseen.packA.p50, amps)} ${amps.symbol}`],
    ['Room', `${formatIn(step.room.wholeM, length)} ${length.symbol}`],
  ];
  return (
    <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-lead">
      {rows.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="text-soft">{name}</dt>
          <dd className="font-semibold">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

const CAUTIONS = [
  'A closed, empty place with permission; nobody on the strip, nobody behind its end. Follow local rules.',
  'Eye protection. Hands, sleeves and hair away from gears and wheels; disconnect the pack before you touch them.',
  'Check the failsafe on a stand: radio off, throttle closed.',
  'A lithium pack that is swollen, dented or hot is not driven. Carry packs in a fireproof bag.',
  'The motor can be over 80 °C: point a thermometer, do not touch.',
];

function Cautions() {
  return (
    <div className="mt-4 border-l-4 border-caution bg-sheet px-3 py-2 text-lead">
      <p className="flex items-center gap-2 font-semibold text-caution">
        <TriangleAlert size={18} aria-hidden="true" /> Before the first step
      </p>
      <ul className="list-disc pl-5">
        {CAUTIONS.map((text) => (
          <li key={text}>{text}</li>
        ))}
      </ul>
    </div>
  );
}

/** A step that was begun: its passes, then its temperatures, then what comes of it. */
function OnStep({
  at,
  driven,
  onStopped,
  onNext,
  onClose,
}: {
  at: AtLadder;
  driven: Driven;
  onStopped: () => void;
  onNext: () => void;
  onClose: () => void;
}) {
  const { step, verdict } = driven;
  const { stoppedAt } = step;
  // While the ladder is found again with what was just read, it is taken to end where it did.
  const end = latest(at.state)?.steps.at(-1);
  const isTop = at.position ? at.position.why === 'top' : end !== undefined && sameGears(step, gearsOfStep(end));
  const isLast = verdict.verdict === 'go' && isTop;
  return (
    <>
      <div className={BODY}>
        <p className="wide text-figure leading-tight font-semibold">{gearsText(step)}</p>
        <TrackPasses at={at} driven={driven} />
        {stoppedAt !== undefined && (
          <>
            <TrackReadings at={at} driven={driven} stoppedAt={stoppedAt} />
            <div className="mt-3 border-t border-rule pt-3">
              <VerdictView verdict={verdict} large />
            </div>
            <div className="mt-3">
              <Countdown at={at} driven={driven} stoppedAt={stoppedAt} />
            </div>
          </>
        )}
      </div>
      <div className={FOOT}>
        {stoppedAt === undefined ? (
          <button
            type="button"
            className={LARGE}
            onClick={() => {
              onStopped();
              at.stop(step);
            }}
          >
            It has stopped: start the clock
          </button>
        ) : isLast ? (
          <div className="grid grid-cols-2 gap-2">
            <button type="button" className={SECOND} onClick={onNext}>
              Once more
            </button>
            <button type="button" className={LARGE} onClick={onClose}>
              That was the last step
            </button>
          </div>
        ) : (
          <div className="grid grid-cols-2 gap-2">
            <button type="button" className={SECOND} onClick={onClose}>
              See the ladder
            </button>
            <button type="button" className={LARGE} onClick={onNext}>
              {verdict.verdict === 'go' ? 'Next step' : verdict.verdict === 'hold' ? 'Once more' : 'One down'}
            </button>
          </div>
        )}
      </div>
    </>
  );
}
