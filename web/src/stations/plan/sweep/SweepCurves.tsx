import { sweptValue, type Limits, type PlanFile } from '@puddler/core';
import { PaneChart } from '../../../charts/PaneChart';
import { useAppSelector } from '../../../document-store/store';
import { toShown } from '@puddler/figures';
import { axisUnit, shownAxis, sweepPane } from './sweep-data';
import { SWEPT_WORDS, type SweepAnswerId } from './sweep-specs';
import type { SweepAnswer } from '../../../workers/plan-worker';

interface Props {
  whole: SweepAnswer;
  third: SweepAnswerId;
  file: PlanFile;
  limits: Limits;
  stale: boolean;
  onTake: (place: number) => void;
}

/** Speed, can and a third answer over one figure. */
export function SweepCurves({ whole, third, file, limits, stale, onTake }: Props) {
  const { points } = whole;
  const system = useAppSelector((state) => state.prefs.units);
  const range = axisUnit(whole.x, system);
  const at = shownAxis(whole.x, system);
  const good = points.flatMap((point, i) => (point ? [{ point, at: at[i]!, i }] : []));
  if (good.length < 2) return <p className="py-10 text-center text-soft">Too few points of this range can be computed: widen it.</p>;
  const computed = good.map(({ point }) => point);
  const pane = (id: SweepAnswerId, weight: number) => sweepPane(id, weight, computed, file, limits, system);
  const now = sweptValue(file, whole.x.swept);
  return (
    <PaneChart
      title={`Over ${SWEPT_WORDS[whole.x.swept]}`}
      data={{ x: good.map((one) => one.at), panes: [pane('topSpeedMs', 4), pane('maxCanC', 4), pane(third, 3)] }}
      xUnit={range.symbol}
      xName={SWEPT_WORDS[whole.x.swept]}
      height={262}
      stale={stale}
      marks={now === undefined ? [] : [{ at: toShown(now, range), label: 'now' }]}
      onTake={(index) => onTake(good[index]!.i)}
    />
  );
}
