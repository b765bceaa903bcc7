import { SET_DAYS, type Day, type PlanFile, type SetDay } from '@puddler/core';
import { atAGlance, formatIn, unitOf } from '@puddler/figures';
import { useState } from 'react';
import { addPracticeDay } from '../../document-store/run-edits';
import { useCarHere } from '../../active/use-car-here';
import { usePlan } from '../../active/use-plan';
import { selectGarage } from '../../document-store/select-garage';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { planFileFor, splitPlan } from '../../active/joined-plan';
import { chainView } from '../../jobs/chain-view';
import { Button } from '../../ui/Button';
import { BestList } from './BestList';
import { DayDrawing } from './DayDrawing';
import { dayName, useDays } from './use-days';
import { Input } from '../../ui/Input';
import { Select } from '../../ui/Select';

/** Which day to begin: one of the three that are the same for everybody, or one’s own car on a day by chance. */
export function StartPage({ onOpen }: { onOpen: (carId: string) => void }) {
  const dispatch = useAppDispatch();
  const days = useDays();
  const begin = (base: PlanFile, day: Pick<Day, 'seed' | 'set'>, name: string) => {
    onOpen(
      dispatch(
        addPracticeDay(
          { ...base.car, name },
          { ...splitPlan(base, base.car), name: base.name ?? 'Target' },
          { base, ...day, stoodS: 0, waitedS: 0, drives: [] },
        ),
      ),
    );
  };
  const running = days.filter(({ day }) => !day.over);
  return (
    <>
      <h1 className="wide text-head font-semibold">
        Practice <span className="text-lead font-normal text-soft">a day at the quarry, with everything simulated</span>
      </h1>
      <p className="max-w-2xl text-body text-soft">
        A car whose true figures nobody tells you, wind, a phone, an ESC that logs, a thermometer. Step up to the target without burning it. What is
        burnt here is burnt only here.
      </p>
      {running.length > 0 && (
        <section aria-label="Days that were begun" className="mt-4">
          <h2 className="eyebrow text-soft">Go on</h2>
          <ul>
            {running.map(({ carId, day }) => (
              <li key={carId} className="border-b border-rule py-1.5 text-lead">
                <button type="button" className="hit font-semibold hover:underline" onClick={() => onOpen(carId)}>
                  {dayName(day)}
                </button>{' '}
                <span className="text-body text-soft">
                  {day.base.car.name}, {day.drives.length === 1 ? 'one drive' : `${day.drives.length} drives`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
      <section aria-label="Set days" className="mt-5 grid gap-x-8 gap-y-4 md:grid-cols-3">
        {SET_DAYS.map((one) => (
          <SetDayRow key={one.set} one={one} onBegin={() => begin(one.base, { seed: one.seed, set: one.set }, one.base.car.name)} />
        ))}
      </section>
      <FreePlay onBegin={(base, seed) => begin(base, { seed }, `${base.car.name}, day ${seed}`)} />
    </>
  );
}

function SetDayRow({ one, onBegin }: { one: SetDay; onBegin: () => void }) {
  const system = useAppSelector((state) => state.prefs.units);
  const view = chainView(one.base);
  const speed = atAGlance(unitOf('m/s', system));
  return (
    <article aria-label={one.name} className="border-t-2 border-ink pt-2">
      <h2 className="wide text-title font-semibold">
        {one.set}. {one.name}
      </h2>
      <DayDrawing base={one.base} />
      <p className="mt-1.5 text-lead">
        {view.state === 'ready' && (
          <strong className="font-semibold">
            to {formatIn(view.steady.topSpeedMs, speed)} {speed.symbol}
          </strong>
        )}{' '}
        <span className="text-small text-soft">
          with {one.base.gearing.pinion}/{one.base.gearing.spur}, {one.base.car.name}
        </span>
      </p>
      <p className="text-body">{one.task}</p>
      <Button tone="action" className="mt-2" onClick={onBegin}>
        Begin {one.name}
      </Button>
      <BestList set={one.set} />
    </article>
  );
}

const MOST_SEED = 9999;

/** One’s own plan, on a day by chance: the same number is the same day. */
function FreePlay({ onBegin }: { onBegin: (base: PlanFile, seed: number) => void }) {
  const garage = useAppSelector(selectGarage);
  const plans = garage
    .filter(({ bench }) => !bench.practice)
    .flatMap(({ car, plans: own }) => own.map(({ id, name }) => ({ id, name: `${car.name}: ${name}` })));
  const [planId, setPlanId] = useState('');
  const [seed, setSeed] = useState(() => 1 + Math.floor(Math.random() * MOST_SEED));
  const chosen = plans.find(({ id }) => id === planId) ?? plans[0];
  const here = useCarHere(chosen?.id ?? '');
  const active = usePlan(chosen?.id ?? '');
  return (
    <section aria-label="Free play" className="mt-6 border-t border-rule pt-3">
      <h2 className="eyebrow text-soft">Free play: your own plan on a day by chance</h2>
      {!chosen ? (
        <p className="text-body text-soft">There is no car in the garage yet. A set day brings its own.</p>
      ) : (
        <p className="mt-1 flex flex-wrap items-center gap-2 text-body">
          <Select aria-label="Plan to practise with" className="max-w-72" value={chosen.id} onChange={(event) => setPlanId(event.target.value)}>
            {plans.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
          <label className="flex items-center gap-1.5">
            on day
            <Input
              type="number"
              min={1}
              max={MOST_SEED}
              className="w-20 text-right"
              value={seed}
              onChange={(event) => setSeed(Math.min(MOST_SEED, Math.max(1, Math.round(event.target.valueAsNumber) || 1)))}
            />
          </label>
          <Button
            disabled={!active}
            onClick={() => active && onBegin(planFileFor(active.car, active.plan, active.asBought), seed)}
            title={here === 'away' ? 'The server does not answer, and this plan is not here yet' : undefined}
          >
            Begin
          </Button>
        </p>
      )}
    </section>
  );
}
