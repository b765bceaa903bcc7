import type { DrivenRun, Limits } from '@puddler/core';
import { useMemo } from 'react';
import { PaneChart } from '../../../charts/PaneChart';
import { useAppSelector } from '../../../desk/store';
import type { PlanInHand } from '../../../in-hand/use-plan';
import { formatNumber, unitOf } from '@puddler/figures';
import { AfterTheRun } from './AfterTheRun';
import { CompareChoices, ComparedLine } from './Compared';
import { heatChart } from './heat-chart-data';
import { useHeat } from './use-heat';

/** Words for the moment a store goes over its caution. */
const CROSSED = [
  ['canC', 'can over caution'],
  ['windingC', 'winding over caution'],
  ['escC', 'ESC over caution'],
  ['packC', 'pack over caution'],
] as const;
const ENDS = { time: 'standing', cutoff: 'cut-off', empty: 'empty', 'max-steps': 'empty' } as const;

interface Props {
  inHand: PlanInHand;
  limits: Limits;
  /** The run as it was driven for the answers; undefined while it is on its way. */
  driven: DrivenRun | undefined;
  minutesToCutoff: number | undefined;
}

/** Heat over the minutes of the run and after it: limits, the moment one is crossed, the wait until the next run, and what would cool it. */
export function HeatPanel({ inHand, limits, driven, minutesToCutoff }: Props) {
  const warm = unitOf(
    '°C',
    useAppSelector((state) => state.prefs.units),
  );
  const { question, answer } = useHeat(inHand.file, driven);
  const { value, fresh } = answer;
  const data = useMemo(() => value && heatChart(value, limits, warm), [value, limits, warm]);
  if (!value || !data) return <p className="py-10 text-center text-soft">Driving the run …</p>;
  const { course } = value;
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
          { at: endMin, label: ENDS[course.run.stop] },
          ...CROSSED.flatMap(([store, label]) => {
            const atS = course.crossedS[store];
            return atS === undefined || atS <= 0 ? [] : [{ at: atS / 60, label }];
          }),
        ]}
      >
        <CompareChoices file={inHand.file} question={question} />
      </PaneChart>
      <ComparedLine inHand={inHand} question={question} answer={value} />
      <AfterTheRun question={question} answer={value} minutesToCutoff={minutesToCutoff} />
      <p className="mt-1 text-[12px] text-soft">
        Parts are hot after a run. Charge a pack only once it is cool, with a charger for its kind, never unattended.
      </p>
    </>
  );
}
