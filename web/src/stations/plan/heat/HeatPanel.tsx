import type { DrivenRun, Limits } from '@puddler/core';
import { useMemo } from 'react';
import { PaneChart } from '../../../charts/PaneChart';
import { useAppSelector } from '../../../document-store/store';
import type { ActivePlan } from '../../../active/use-plan';
import { formatNumber, unitOf } from '@puddler/figures';
import { latest } from '../../../jobs/asked';
import { Failed } from '../../../ui/Failed';
import { AfterTheRun } from './AfterTheRun';
import { CompareChoices, ComparedLine } from './Compared';
import { heatChart } from './heat-chart-data';
import { useHeat } from './use-heat';
import { BURNS, firstBurntS, withinMinutes } from '../../../active/heat-text';

/** Words for the moment a store goes over its caution. */
const CROSSED = [
  ['canC', 'can over caution'],
  ['windingC', 'winding over caution'],
  ['escC', 'ESC over caution'],
  ['packC', 'pack over caution'],
] as const;
const ENDS = { time: 'standing', cutoff: 'cut-off', empty: 'empty', 'max-steps': 'empty' } as const;

interface Props {
  active: ActivePlan;
  limits: Limits;
  /** The run as it was driven for the answers; undefined while it is on its way. */
  driven: DrivenRun | undefined;
  /** The run could not be computed, as the page says above. */
  isFailed: boolean;
  minutesToCutoff: number | undefined;
}

/** Heat over the minutes of the run and after it: limits, the moment one is crossed, the wait until the next run, and what would cool it. */
export function HeatPanel({ active, limits, driven, isFailed, minutesToCutoff }: Props) {
  const warm = unitOf(
    '°C',
    useAppSelector((state) => state.prefs.units),
  );
  const { choices, asked } = useHeat(active.file, driven);
  const value = latest(asked);
  const data = useMemo(() => value && heatChart(value, limits, warm), [value, limits, warm]);
  if (asked.state === 'failed') return <Failed what="The heat could not be computed" reason={asked.reason} onRetry={asked.retry} />;
  if (isFailed) return <p className="py-10 text-center text-soft">There is no run to show.</p>;
  if (!value || !data) return <p className="py-10 text-center text-soft">Driving the run …</p>;
  const { course } = value;
  const burntS = firstBurntS(course.run);
  const endMin = (burntS ?? course.run.endS) / 60;
  return (
    <>
      <PaneChart
        title={burntS === undefined ? `Heat · ${formatNumber(endMin, 1)} min, then standing` : `Heat, until it burns ${withinMinutes(burntS)}`}
        data={data}
        xUnit="min"
        height={186}
        stale={asked.state === 'waiting'}
        marks={[
          { at: endMin, label: burntS === undefined ? ENDS[course.run.stop] : BURNS },
          ...CROSSED.flatMap(([store, label]) => {
            const atS = course.crossedS[store];
            return atS === undefined || atS <= 0 || atS > (burntS ?? Infinity) ? [] : [{ at: atS / 60, label }];
          }),
        ]}
      >
        <CompareChoices file={active.file} choices={choices} />
      </PaneChart>
      <ComparedLine active={active} choices={choices} answer={value} />
      {burntS === undefined && <AfterTheRun choices={choices} answer={value} minutesToCutoff={minutesToCutoff} />}
      <p className="mt-1 text-small text-soft">
        Parts are hot after a run. Charge a pack only once it is cool, with a charger for its kind, never unattended.
      </p>
    </>
  );
}
