import { deviation, extent, group, mean } from 'd3-array';
import type { Matrix } from '../math/matrix';
import type { FittedRun } from './fit';

/** Runs whose figures of one kind differ by more than so many deviations contradict each other. */
const BEYOND_SIGMAS = 4;
const LEAST_RUNS = 2;

/**
 * By how much a covariance must be widened so that no figure is surer than runs agree on it: where two runs say different things of one kind, what that kind
 * teaches is no surer than half of what lies between them. 1 where they agree. `jacobian` and `residuals` are in deviations of each feature.
 */
export function contradictionOf(runs: readonly FittedRun[], residuals: readonly number[][], jacobian: readonly Matrix[], covariance: Matrix): number {
  const said = runs.flatMap(({ evidence }, r) =>
    evidence.features.map(({ kind, sigma }, i) => ({ kind, sigma, r, off: residuals[r]![i]! * sigma, row: jacobian[r]![i]! })),
  );
  const widenings = [...group(said, ({ kind }) => kind).values()].map((ofKind) => {
    const byRun = [...group(ofKind, ({ r }) => r).values()].map((own) => ({
      middle: mean(own, ({ off }) => off)!,
      // Passes of one run that scatter say less than their noise.
      noise: Math.max(own[0]!.sigma, deviation(own, ({ off }) => off) ?? 0) / Math.sqrt(own.length),
    }));
    const [least, most] = extent(byRun, ({ middle }) => middle);
    if (byRun.length < LEAST_RUNS || least === undefined || most - least < BEYOND_SIGMAS * Math.hypot(...byRun.map(({ noise }) => noise))) return 1;
    const surest = Math.min(...ofKind.map(({ row, sigma }) => sigma * Math.sqrt(Math.max(1e-12, variance(covariance, row)))));
    return ((most - least) / 2 / surest) ** 2;
  });
  return Math.max(1, ...widenings);
}

/** Of what a row of slopes makes of figures with this covariance. */
const variance = (covariance: Matrix, row: readonly number[]): number =>
  row.reduce((sum, a, i) => (a === 0 ? sum : sum + a * row.reduce((own, b, j) => own + covariance[i]![j]! * b, 0)), 0);
