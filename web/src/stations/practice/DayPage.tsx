import { useState } from 'react';
import { atAGlance, formatIn, unitOf } from '@puddler/figures';
import { Link } from 'react-router';
import { useAppSelector } from '../../document-store/store';
import { progressOf, learnedOf } from '../../document-store/selectors';
import { chainView } from '../../jobs/chain-view';
import { Button } from '../../ui/Button';
import { DrivePanel } from './DrivePanel';
import { Instruments } from './Instruments';
import { ReckoningView } from './ReckoningView';
import type { AtDay } from './use-day';
import { dayName } from './use-days';

/** A day at the quarry: drive on one side, what is in the hand on the other. */
export function DayPage({ at, onLeave }: { at: AtDay; onLeave: () => void }) {
  const system = useAppSelector((state) => state.prefs.units);
  const { day, file } = at;
  const view = chainView(day.base);
  const [speed, heat] = [atAGlance(unitOf('m/s', system)), unitOf('°C', system)];
  const lost = day.drives.find((one) => one.lost)?.lost;
  const isOver = day.over === true || lost !== undefined;
  const [ending, setEnding] = useState(false);
  return (
    <>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h1 className="wide text-head font-semibold">
          {dayName(day)} <span className="text-lead font-normal text-soft">{day.base.car.name}</span>
        </h1>
        <span className="flex gap-2">
          <Button tone="quiet" onClick={onLeave}>
            All days
          </Button>
          {!isOver && !ending && (
            <Button disabled={day.drives.length === 0} onClick={() => setEnding(true)}>
              End the day
            </Button>
          )}
          {ending && !isOver && (
            <span role="group" aria-label="End the day" className="flex items-center gap-2 text-body">
              Nothing more can be driven then, and the truth is shown.
              <Button tone="action" onClick={at.end}>
                End it
              </Button>
              <Button onClick={() => setEnding(false)}>Go on driving</Button>
            </span>
          )}
        </span>
      </div>
      <p className="text-body text-soft">
        Simulated. Forecast {formatIn(file.site.ambientC, heat)} {heat.symbol}.{' '}
        {view.state === 'ready' && (
          <>
            Target{' '}
            <strong className="font-semibold text-ink">
              {formatIn(view.steady.topSpeedMs, speed)} {speed.symbol}
            </strong>{' '}
            with {day.base.gearing.pinion}/{day.base.gearing.spur}, by what is believed of the car.
          </>
        )}
      </p>
      {isOver ? (
        <ReckoningView at={at} />
      ) : (
        <>
          <Guide at={at} />
          <div className="mt-3 grid gap-x-8 gap-y-4 lg:grid-cols-2">
            <DrivePanel at={at} />
            <Instruments at={at} />
          </div>
        </>
      )}
    </>
  );
}

/** What comes next on the day, one thing at a time. */
function Guide({ at }: { at: AtDay }) {
  const progress = useAppSelector((state) => progressOf(state, at.planId));
  const learned = useAppSelector((state) => learnedOf(state, at.carId));
  const { openStep, run } = at;
  const driven = progress.steps.some((step) => step.runId === at.last?.runId);
  const readings = run?.readings?.length ?? 0;
  const ladder = (
    <Link className="font-semibold text-steel underline underline-offset-2" to={`/plans/${at.planId}/step-up`}>
      Step up
    </Link>
  );
  const log = (
    <Link className="font-semibold text-steel underline underline-offset-2" to={`/plans/${at.planId}/log${at.last ? `?run=${at.last.runId}` : ''}`}>
      Log
    </Link>
  );
  return (
    <p role="note" className="mt-2 border-l-2 border-ember pl-3 text-lead">
      {progress.steps.length === 0 ? (
        <>Look at the ladder first: {ladder} shows the gears to begin with, and “At the track” begins the first step. Then come back and drive it.</>
      ) : openStep ? (
        <>The step is begun: drive it, a pass each way.</>
      ) : driven && !run?.passes ? (
        <>Read motor, ESC and pack now, within a minute, and note both passes from the phone.</>
      ) : driven && readings < 4 ? (
        <>Let a minute or two pass, and read the motor once more: the highest counts.</>
      ) : (
        <>
          {ladder} says go, hold or back, and how long to wait. Fetch the ESC’s log and the phone’s track and drop them in the {log}
          {learned ? '' : ', and let it learn the car'}; then begin the next step, or end the day.
        </>
      )}
    </p>
  );
}
