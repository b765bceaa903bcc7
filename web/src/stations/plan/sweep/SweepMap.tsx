import { sweptValue, type Limits, type PlanFile, type SweepAnswers } from '@puddler/core';
import { ContourChart } from '../../../charts/ContourChart';
import { useAppSelector } from '../../../document-store/store';
import { toShown } from '@puddler/figures';
import type { SweepAnswer, SweepAxis } from '../../../workers/plan-worker';
import { axisUnit, shownAxis, sweepCsv } from './sweep-data';
import { ANSWER_SPECS, bordersOf, SWEPT_WORDS, type SweepAnswerId } from './sweep-specs';

const HOT: readonly SweepAnswerId[] = ['maxCanC', 'maxEscC', 'maxWindingC'];

interface Props {
  whole: SweepAnswer;
  y: SweepAxis;
  answer: SweepAnswerId;
  file: PlanFile;
  limits: Limits;
  stale: boolean;
  onTake: (across: number, up: number) => void;
}

/** One answer over two figures, with the limits as borders. */
export function SweepMap({ whole, y, answer, file, limits, stale, onTake }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  const { points } = whole;
  const spec = ANSWER_SPECS[answer];
  const unit = spec.unit(system);
  const [rangeX, rangeY] = [axisUnit(whole.x, system), axisUnit(y, system)];
  const of = (read: (point: SweepAnswers) => number) => points.map((point) => (point ? read(point) : NaN));
  const [nowX, nowY] = [sweptValue(file, whole.x.swept), sweptValue(file, y.swept)];
  return (
    <ContourChart
      title={`${spec.label} over ${SWEPT_WORDS[whole.x.swept]} and ${SWEPT_WORDS[y.swept]}`}
      field={{ x: shownAxis(whole.x, system), y: shownAxis(y, system), values: of((point) => toShown(point[answer], unit)) }}
      x={{ label: SWEPT_WORDS[whole.x.swept], unit: rangeX.symbol, digits: Math.max(rangeX.digits, 1) }}
      y={{ label: SWEPT_WORDS[y.swept], unit: rangeY.symbol, digits: Math.max(rangeY.digits, 1) }}
      value={{ label: spec.label, unit: unit.symbol, digits: unit.digits }}
      tone={HOT.includes(answer) ? 'heat' : 'amps'}
      borders={bordersOf(limits).map((border) => ({ label: border.label, tone: border.tone, at: border.at, values: of(border.of) }))}
      now={nowX === undefined || nowY === undefined ? undefined : { x: toShown(nowX, rangeX), y: toShown(nowY, rangeY) }}
      height={270}
      stale={stale}
      onTake={onTake}
      csv={() => sweepCsv(whole, system)}
    />
  );
}
