import type { HeatCourse, Limits, PlanFile } from '@puddler/core';
import { useMemo, useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../desk/store';
import { PaneChart } from '../../charts/PaneChart';
import type { Pane, PaneData } from '../../charts/pane-layout';
import { useDetail } from '../../jobs/detail';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/Choice';
import { formatIn, formatNumber, toShown, unitOf, type Unit } from '../../units/units';
import type { HeatAnswer, HeatWish } from '../../workers/detail-worker';
import { HEAT_CHANGES, type HeatChange } from './heat-changes';
import { applyEdits } from '../../in-hand/plan-edits';
import type { PlanInHand } from '../../in-hand/use-plan';

/** Words for the moment a store goes over its caution. */
const CROSSED = [
  ['canC', 'can over caution'],
  ['windingC', 'winding over caution'],
  ['escC', 'ESC over caution'],
  ['packC', 'pack over caution'],
] as const;
const READY_STEPS_C = [30, 35, 40, 45, 50];

/** Heat over the minutes of the run and after it: limits, the moment one is crossed, the wait until the next run, and what would cool it. */
export function HeatPanel({ inHand, limits, minutesToCutoff }: { inHand: PlanInHand; limits: Limits; minutesToCutoff: number | undefined }) {
  const { file } = inHand;
  const system = useAppSelector((state) => state.prefs.units);
  const dispatch = useAppDispatch();
  const [changeId, setChangeId] = useState<string>();
  const [readyC, setReadyC] = useState(40);
  const [runs, setRuns] = useState(1);
  const [pauseMin, setPauseMin] = useState(10);
  const change = HEAT_CHANGES.find((one) => one.id === changeId && one.possible(file));
  const question = useMemo(() => {
    const wish: HeatWish = {
      limits: {
        canC: limits['motor-temperature'].caution,
        windingC: limits['winding-temperature'].caution,
        escC: limits['esc-temperature'].caution,
        packC: limits['pack-temperature'].caution,
      },
      readyC,
      compare: change?.apply(file),
      runs,
      pauseS: 60 * pauseMin,
    };
    return { file, wish };
  }, [file, limits, readyC, change, runs, pauseMin]);
  const { value, fresh } = useDetail<{ file: PlanFile; wish: HeatWish }, HeatAnswer, HeatAnswer>(
    'heat',
    question,
    (tasks, token, asked, report) => tasks.heat(token, asked.file, asked.wish, report),
    (_sofar, answer) => answer,
  );
  const warm = unitOf('°C', system);
  const data = useMemo(() => value && chartOf(value, limits, warm), [value, limits, warm]);
  if (!value || !data) return <p className="py-10 text-center text-soft">Driving the run …</p>;
  const { course, compared } = value;
  const endMin = course.run.endS / 60;
  return (
    <>
      <PaneChart
        title={`Heat · ${formatNumber(endMin, 1)} min, then standing`}
        data={data}
        xUnit="min"
        height={186}
        stale={!fresh}
        marks={[
          { at: endMin, label: course.run.stop === 'time' ? 'standing' : course.run.stop === 'cutoff' ? 'cut-off' : 'empty' },
          ...CROSSED.flatMap(([store, label]) => {
            const atS = course.crossedS[store];
            return atS === undefined || atS <= 0 ? [] : [{ at: atS / 60, label }];
          }),
        ]}
      >
        <span className="ml-auto flex flex-wrap items-center gap-1" role="group" aria-label="Compare with">
          <span className="text-[12px] text-soft">with</span>
          {HEAT_CHANGES.filter((one) => one.possible(file)).map((one) => (
            <Choice key={one.id} on={changeId === one.id} onClick={() => setChangeId(changeId === one.id ? undefined : one.id)}>
              {one.label(system)}
            </Choice>
          ))}
        </span>
      </PaneChart>
      {change && compared && (
        <p className="flex flex-wrap items-center gap-x-3 gap-y-1 text-[12.5px]">
          <span>
            {change.words(system)}: can {formatIn(course.run.maxCanC, warm)} →{' '}
            <strong>
              {formatIn(compared.run.maxCanC, warm)} {warm.symbol}
            </strong>
            , ESC {formatIn(course.run.maxEscC, warm)} → <strong>{formatIn(compared.run.maxEscC, warm)}</strong>
          </span>
          {change.edits && <Button onClick={() => takeChange(change)}>Take it into the plan</Button>}
        </p>
      )}
      <dl className="mt-1 flex flex-wrap gap-x-6 gap-y-1 border-t border-rule pt-1.5 text-[12.5px]">
        <Item name="Thermometer on the can, now" value={`${formatIn(course.cool.canNowC, warm)} ${warm.symbol}`} />
        <Item name="90 s later" value={`${formatIn(course.cool.canAfter90S, warm)} ${warm.symbol}`} />
        <Item
          name="highest after the stop"
          value={`${formatIn(course.cool.canPeakC, warm)} ${warm.symbol} at ${formatNumber(course.cool.canPeakS, 0)} s`}
        />
        <Item name="winding, hottest" value={`${formatIn(course.run.maxWindingC, warm)} ${warm.symbol}`} />
        {minutesToCutoff !== undefined && <Item name="to cut-off" value={`about ${formatNumber(minutesToCutoff, 0)} min`} />}
        <div>
          <dt className="text-soft">
            next run under{' '}
            <select
              aria-label="Start the next run under"
              className="rounded-sm border border-rule bg-paper px-1"
              value={readyC}
              onChange={(event) => setReadyC(Number(event.target.value))}
            >
              {READY_STEPS_C.map((c) => (
                <option key={c} value={c}>
                  {formatIn(c, warm)} {warm.symbol}
                </option>
              ))}
            </select>
          </dt>
          <dd className="font-semibold">
            {course.cool.readyS === undefined ? 'the air is too warm' : `in ${formatNumber(course.cool.readyS / 60, 0)} min`}
          </dd>
        </div>
        <div>
          <dt className="text-soft">
            back to back{' '}
            <select
              aria-label="Runs back to back"
              className="rounded-sm border border-rule bg-paper px-1"
              value={runs}
              onChange={(event) => setRuns(Number(event.target.value))}
            >
              {[1, 2, 3, 4].map((count) => (
                <option key={count} value={count}>
                  {count}
                </option>
              ))}
            </select>{' '}
            with{' '}
            <select
              aria-label="Pause between runs"
              className="rounded-sm border border-rule bg-paper px-1"
              value={pauseMin}
              onChange={(event) => setPauseMin(Number(event.target.value))}
            >
              {[2, 5, 10, 20, 30].map((minutes) => (
                <option key={minutes} value={minutes}>
                  {minutes} min
                </option>
              ))}
            </select>
          </dt>
          <dd className="font-semibold">
            {runs === 1 ? 'one run' : value.series.map((one) => formatIn(one.run.maxCanC, warm)).join(' → ')} {runs > 1 && warm.symbol}
          </dd>
        </div>
      </dl>
      <p className="mt-1 text-[12px] text-soft">
        Parts are hot after a run. Charge a pack only once it is cool, with a charger for its kind, never unattended.
      </p>
    </>
  );

  function takeChange(one: HeatChange) {
    if (one.edits) dispatch(applyEdits(inHand, one.edits(file), one.words(system)));
    setChangeId(undefined);
  }
}

function Item({ name, value }: { name: string; value: string }) {
  return (
    <div>
      <dt className="text-soft">{name}</dt>
      <dd className="font-semibold whitespace-nowrap">{value}</dd>
    </div>
  );
}

function pointsOf(course: HeatCourse): { x: number[]; of: (store: 'windingC' | 'canC' | 'escC' | 'packC', unit: Unit) => number[] } {
  const after = course.cool.samples.map((sample) => ({ ...sample, timeS: sample.timeS + course.run.endS }));
  const all = [...course.samples, ...after.slice(1)];
  return { x: all.map((sample) => sample.timeS / 60), of: (store, unit) => all.map((sample) => toShown(sample[store], unit)) };
}

function chartOf({ course, compared }: HeatAnswer, limits: Limits, unit: Unit): PaneData {
  const points = pointsOf(course);
  const { caution, stop } = limits['motor-temperature'];
  const pane = (label: string, tone: Pane['tone'], y: number[], more: Partial<Pane> = {}): Pane => ({
    label,
    unit: unit.symbol,
    tone,
    weight: 1,
    digits: 0,
    fromZero: false,
    y,
    ...more,
  });
  const other = compared && pointsOf(compared);
  // The compared run may end at another moment: it is read at this one’s times.
  const at = other ? points.x.map((x) => interpolate(other.x, other.of('canC', unit), x)) : undefined;
  return {
    x: points.x,
    panes: [
      pane('can', 'ember', points.of('canC', unit), {
        limits: [
          ...(caution === undefined
            ? []
            : [{ at: toShown(caution, unit), label: `caution ${formatNumber(toShown(caution, unit), 0)}`, tone: 'caution' as const }]),
          ...(stop === undefined ? [] : [{ at: toShown(stop, unit), label: `stop ${formatNumber(toShown(stop, unit), 0)}`, tone: 'stop' as const }]),
        ],
      }),
      pane('winding', 'ink', points.of('windingC', unit), { over: true }),
      pane('ESC', 'steel', points.of('escC', unit), { over: true }),
      pane('pack', 'soft', points.of('packC', unit), { over: true }),
      ...(at ? [pane('can, compared', 'ember', at, { over: true, broken: true })] : []),
    ],
  };
}

function interpolate(x: readonly number[], y: readonly number[], at: number): number {
  let i = 1;
  while (i < x.length - 1 && x[i]! < at) i++;
  const [x0, x1] = [x[i - 1]!, x[i]!];
  const share = x1 > x0 ? Math.min(1, Math.max(0, (at - x0) / (x1 - x0))) : 0;
  return y[i - 1]! + share * (y[i]! - y[i - 1]!);
}
