import { pinionsForSpeed } from '@puddler/core';
import { Gauge } from 'lucide-react';
import { useNavigate } from 'react-router';
import { noticed } from '../../desk/notices-slice';
import { undoable } from '../../desk/undoable';
import { togglePlanPin, nameOf } from '../../in-hand/pinning';
import { MOST_PINS, repinned } from '../../desk/pins-slice';
import { useAppDispatch, useAppSelector } from '../../desk/store';
import { addPlan } from '../../desk/edits';
import { carOf, selectGarage } from '../../desk/selectors';
import { splitPlan } from '../../in-hand/joined-plan';
import { Button } from '../../ui/Button';
import { CsvButton } from '../../ui/CsvButton';
import { formatIn, unitOf } from '../../units/units';
import { ComparedAnswers } from './Answers';
import { ChainTable } from './ChainTable';
import { comparedTable } from './compared-table';
import { differenceText, heatText } from './compare-text';
import { OverlaidCharts } from './OverlaidCharts';
import { PowerBands } from './PowerBands';
import { PartsAndFindings } from './PartsAndFindings';
import { useSetups, type ComparedSetup } from './use-setups';

/** Up to four pinned setups side by side: chains, answers on one scale, why they differ, their courses, parts and findings. */
export default function Compare() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const system = useAppSelector((state) => state.prefs.units);
  const setups = useSetups();
  const carNames = useAppSelector((state) => new Map(state.pins.map((pin) => [pin.carId, carOf(state, pin.carId)?.name] as const)), sameMap);

  const open = ({ pin }: ComparedSetup) => {
    if (pin.planId && !pin.before) {
      void navigate(`/plans/${pin.planId}`);
      return;
    }
    if (carNames.get(pin.carId) === undefined) {
      dispatch(noticed({ text: 'Its car has been deleted. Undo that, or take the pin out.', tone: 'stop' }));
      return;
    }
    const id = dispatch(addPlan(pin.carId, { ...splitPlan(pin.file), name: pin.name.slice(0, 120) }));
    dispatch(undoable(`${pin.name} is a plan of ${carNames.get(pin.carId)} now.`));
    void navigate(`/plans/${id}`);
  };

  if (setups.length === 0)
    return (
      <main className="mx-auto max-w-[760px] px-6 py-14 max-sm:px-3">
        <h1 className="wide text-[22px] font-semibold">Nothing is pinned yet</h1>
        <p className="mt-2 text-soft">
          Up to four setups stand side by side here: plans as they are, plans with a change, what a search found, a car as it was bought. Press{' '}
          <kbd className="rounded-sm border border-edge px-1 text-[12px]">p</kbd> wherever one is in hand, or begin with a plan:
        </p>
        <div className="mt-4">
          <PlanPicker />
        </div>
      </main>
    );

  const [first, ...others] = setups as [ComparedSetup, ...ComparedSetup[]];
  const speed = unitOf('m/s', system);
  const targetMs = first.shares?.topSpeedMs ?? 0;
  const gearAlike = () => {
    const changes = others.flatMap(({ pin, view }) => {
      if (view.state === 'failed') return [];
      const nearest = pinionsForSpeed(pin.file, targetMs).nearest;
      if (!nearest || nearest.pinion === pin.file.gearing.pinion) return [];
      return [{ id: pin.id, file: { ...pin.file, gearing: { ...pin.file.gearing, pinion: nearest.pinion } } }];
    });
    if (changes.length > 0) dispatch(repinned(changes));
    else dispatch(noticed({ text: 'They have the pinions that come nearest already.', tone: 'plain' }));
  };

  return (
    <main className="mx-auto max-w-[1400px] px-6 pt-3 pb-8 max-sm:px-3 max-sm:pb-20">
      <div className="mb-2 flex flex-wrap items-center gap-x-3 gap-y-1.5">
        <h1 className="wide text-[19px] font-semibold">Compare</h1>
        {others.length > 0 && targetMs > 0 && (
          <Button icon={<Gauge size={14} />} onClick={gearAlike} title="Gives each the pinion whose top speed comes nearest to the first’s">
            Gear them all for {first.letter}’s {formatIn(targetMs, speed, true)} {speed.symbol}
          </Button>
        )}
        <CsvButton name="compared setups" table={() => comparedTable(setups)} />
        <span className="ml-auto min-w-0 max-sm:basis-full">{setups.length < MOST_PINS && <PlanPicker />}</span>
      </div>
      <ChainTable setups={setups} onOpen={open} />
      {setups.some((one) => one.view.state === 'failed') && (
        <p role="alert" className="my-3 border-l-4 border-stop bg-sheet px-4 py-2">
          {setups.map((one) => (one.view.state === 'failed' ? `${one.letter} cannot be computed: ${one.view.message}. ` : ''))}
        </p>
      )}
      <div className="mt-3 grid gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,5fr)_minmax(0,9fr)]">
        {others.length > 0 && (
          <section aria-label="Why they differ" className="space-y-1.5 text-[14px]">
            <h2 className="eyebrow leading-6 text-soft">Why they differ</h2>
            {others.map((one) => (
              <p key={one.pin.id}>
                <strong className="font-bold">{one.letter}</strong>{' '}
                {one.difference && first.shares && one.shares ? (
                  <>
                    {differenceText(first.shares, one.shares, one.difference, system)}{' '}
                    {first.result &&
                      one.result &&
                      heatText(first.result.driven.run.maxCanC, one.result.driven.run.maxCanC, first.shares, one.shares, system)}
                  </>
                ) : (
                  'cannot be told.'
                )}
              </p>
            ))}
          </section>
        )}
        <PowerBands setups={setups} />
      </div>
      <div className="mt-4 border-t border-rule pt-2">
        <ComparedAnswers setups={setups} />
      </div>
      <div className="mt-4 grid gap-x-6 gap-y-4 border-t border-rule pt-2">
        <OverlaidCharts setups={setups} />
        <PartsAndFindings setups={setups} />
      </div>
    </main>
  );
}

/** Any plan of any car, to pin it. */
function PlanPicker() {
  const dispatch = useAppDispatch();
  const garage = useAppSelector(selectGarage);
  const pins = useAppSelector((state) => state.pins);
  const taken = new Set(pins.map((pin) => pin.planId));
  return (
    <select
      aria-label="Pin another plan"
      className="h-8 w-72 max-w-full rounded-sm border border-edge bg-sheet px-1.5 text-[13px] max-sm:h-10"
      value=""
      onChange={(event) => event.target.value && dispatch(togglePlanPin(event.target.value))}
    >
      <option value="">+ a plan or a car as bought …</option>
      {garage.map(({ id, car, bench, plans }) => (
        <optgroup key={id} label={car.name}>
          {plans.map((plan) => (
            <option key={plan.id} value={plan.id} disabled={taken.has(plan.id)}>
              {nameOf(car.name, plan.plan.name)}
              {bench.stockPlanId === plan.id ? ' (as bought)' : ''}
            </option>
          ))}
        </optgroup>
      ))}
    </select>
  );
}

function sameMap<K, V>(a: Map<K, V>, b: Map<K, V>): boolean {
  return a.size === b.size && [...a].every(([key, value]) => b.get(key) === value);
}
