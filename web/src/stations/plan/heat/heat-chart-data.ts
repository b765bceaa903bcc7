import type { HeatCourse, Limits } from '@puddler/core';
import type { Pane, PaneData } from '../../../charts/pane-layout';
import { formatNumber, toShown, type Unit } from '@puddler/figures';
import type { HeatAnswer } from '../../../workers/plan-worker';
import { heatDrawn, firstBurntS } from '../../../active/heat-text';

function pointsOf(course: HeatCourse): { x: number[]; of: (store: 'windingC' | 'canC' | 'escC' | 'packC', unit: Unit) => number[] } {
  const after = course.cool.samples.map((sample) => ({ ...sample, timeS: sample.timeS + course.run.endS }));
  // Where a part burns the drawing ends: nobody drives on.
  const endS = firstBurntS(course.run) ?? Infinity;
  const all = [...course.samples, ...after.slice(1)].filter(({ timeS }) => timeS <= endS);
  return { x: all.map((sample) => sample.timeS / 60), of: (store, unit) => all.map((sample) => heatDrawn(sample[store], unit)) };
}

/** Temperatures through the run and the wait after it, with the compared can over them. */
export function heatChart({ course, compared }: HeatAnswer, limits: Limits, unit: Unit): PaneData {
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
