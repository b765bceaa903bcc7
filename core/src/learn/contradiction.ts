import { deviation, greatest, group, least, mean } from 'd3-array';
import { quadratic, type Matrix } from '../math/matrix';
import type { Evidence, FeatureKind } from './feature';

/** Runs whose figures of one kind differ by more than so many deviations contradict each other. */
const BEYOND_SIGMAS = 4;
/** What a car says of itself however it is driven. Heat and charge depend on that as well, and on brakes of which a log says nothing. */
const OF_THE_CAR: readonly FeatureKind[] = ['top speed', 'settled current', 'settled volts', 'rpm per volt', 'speed per rpm', 'current at speed'];

/** What runs disagree on, and the two that do so most. */
export interface Contradiction {
  /** By how much a covariance must be widened so that nothing is surer than they agree. */
  widening: number;
  /** Their places. */
  between: [number, number];
}

/**
 * Where two runs say different things of one kind, what that kind teaches is no surer than half of what lies between them. Undefined where they agree.
 * `jacobian` and `residuals` are in deviations of each feature.
 */
export function contradictionOf(
  runs: readonly { evidence: Evidence }[],
  residuals: readonly number[][],
  jacobian: readonly Matrix[],
  covariance: Matrix,
): Contradiction | undefined {
  const said = runs.flatMap(({ evidence }, r) =>
    evidence.features.map(({ kind, sigma }, i) => ({ kind, sigma, r, off: residuals[r]![i]! * sigma, row: jacobian[r]![i]! })),
  );
  const found = [
    ...group(
      said.filter(({ kind }) => OF_THE_CAR.includes(kind)),
      ({ kind }) => kind,
    ).values(),
  ].flatMap((ofKind): Contradiction[] => {
    const byRun = [...group(ofKind, ({ r }) => r).entries()].map(([r, own]) => ({
      r,
      middle: mean(own, ({ off }) => off)!,
      // Passes of one run that scatter say less than their noise.
      noise: Math.max(own[0]!.sigma, deviation(own, ({ off }) => off) ?? 0) / Math.sqrt(own.length),
    }));
    const [low, high] = [least(byRun, ({ middle }) => middle)!, greatest(byRun, ({ middle }) => middle)!];
    const apart = high.middle - low.middle;
    if (low.r === high.r || apart < BEYOND_SIGMAS * Math.hypot(low.noise, high.noise)) return [];
    const surest = Math.min(...ofKind.map(({ row, sigma }) => sigma * Math.sqrt(Math.max(1e-12, quadratic(covariance, row)))));
    return [{ widening: (apart / 2 / surest) ** 2, between: [low.r, high.r] }];
  });
  const most = greatest(found, ({ widening }) => widening);
  return most && most.widening > 1 ? most : undefined;
}
