import type { Limits, PlanFile } from '@puddler/core';
import type { Pane } from '../../../charts/pane-layout';
import { toCsv } from '../../../ui/to-csv';
import { formatNumber, toShown, unitOf, type UnitSystem } from '@puddler/figures';
import type { SweepAnswer, SweepAxis } from '../../../workers/plan-worker';
import { ANSWER_SPECS, linesOf, SWEEP_ANSWERS, SWEPT_WORDS, sweptRange, type SweepAnswerId } from './sweep-specs';
import { heatDrawn } from '../../../active/heat-text';

/** A limit further beyond a curve than this would only flatten it. */
const NEAR_TIMES = 1.35;

export const axisUnit = ({ swept }: SweepAxis, system: UnitSystem) => unitOf(sweptRange(swept).unit, system);

/** The values of an axis in the unit that is shown. */
export const shownAxis = (axis: SweepAxis, system: UnitSystem): number[] => axis.values.map((one) => toShown(one, axisUnit(axis, system)));

/** One answer along the values that could be computed, with its limits where they are near. */
export function sweepPane(
  id: SweepAnswerId,
  weight: number,
  points: readonly NonNullable<SweepAnswer['points'][number]>[],
  file: PlanFile,
  limits: Limits,
  system: UnitSystem,
): Pane {
  const { label, tone, unit: unitFor } = ANSWER_SPECS[id];
  const unit = unitFor(system);
  const y = points.map((point) => (tone === 'ember' ? heatDrawn : toShown)(point[id], unit));
  const near = linesOf(id, file, limits).filter(({ at }) => toShown(at, unit) <= NEAR_TIMES * Math.max(...y));
  return {
    label,
    unit: unit.symbol,
    tone,
    weight,
    digits: unit.digits,
    fromZero: false,
    y,
    limits: near.map((line) => ({
      ...line,
      at: toShown(line.at, unit),
      label: `${line.label} ${formatNumber(toShown(line.at, unit), unit.digits)}`,
    })),
  };
}

/** Every point with every answer. */
export function sweepCsv({ x, y, points }: SweepAnswer, system: UnitSystem): Promise<string> {
  const heads = [
    ...[x, y].flatMap((axis) => (axis ? [`${SWEPT_WORDS[axis.swept]} [${axisUnit(axis, system).symbol}]`] : [])),
    ...SWEEP_ANSWERS.map((id) => `${ANSWER_SPECS[id].label} [${ANSWER_SPECS[id].unit(system).symbol}]`),
  ];
  const across = shownAxis(x, system);
  const up = y && shownAxis(y, system);
  return toCsv(
    heads,
    points.map((point, i) => [
      across[i % across.length],
      ...(up ? [up[Math.floor(i / across.length)]] : []),
      ...SWEEP_ANSWERS.map((id) => point && toShown(point[id], ANSWER_SPECS[id].unit(system))),
    ]),
  );
}
