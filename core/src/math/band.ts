import { quantile, quantileSorted } from 'd3-array';

/** The likely range of a figure: eight of ten lie within. */
export interface Band {
  p10: number;
  p50: number;
  p90: number;
}

/** The value that a share of drawn values lies under; NaN of none. */
export const shareBelow = (values: readonly number[], share: number): number => quantile(values, share) ?? NaN;

/** The band of drawn values, in any order; NaN of none. */
export function bandOf(values: readonly number[]): Band {
  const sorted = [...values].sort((a, b) => a - b);
  const at = (share: number) => quantileSorted(sorted, share) ?? NaN;
  return { p10: at(0.1), p50: at(0.5), p90: at(0.9) };
}
