/** Points that are drawn together. Who draws whole blocks has all that they give. */
export const BLOCK = 24;

/**
 * Standard normal numbers, one for each dimension, point by point. Of every BLOCK points the numbers of a dimension lie one in each of as many equally
 * likely intervals, in an order of its own (a Latin hypercube): where a few dimensions count most, quantiles are then as near as those of about twice as
 * many drawn freely.
 */
export function* stratifiedNormals(dimensions: number, random: () => number): Generator<number[], never> {
  for (;;) {
    const orders = Array.from({ length: dimensions }, () => shuffled(BLOCK, random));
    for (let point = 0; point < BLOCK; point++) yield orders.map((order) => normalQuantile((order[point]! + random()) / BLOCK));
  }
}

/** The numbers under `count` in a random order (Fisher and Yates). */
function shuffled(count: number, random: () => number): number[] {
  const order = Array.from({ length: count }, (_, i) => i);
  for (let last = count - 1; last > 0; last--) {
    const at = Math.floor(random() * (last + 1));
    [order[last], order[at]] = [order[at]!, order[last]!];
  }
  return order;
}

const TAIL = 0.02425;
const MIDDLE_OVER = [-39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716, 2.506628277459239];
const MIDDLE_UNDER = [-54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572, 1];
const TAIL_OVER = [-0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968, 2.938163982698783];
const TAIL_UNDER = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416, 1];

const polynomial = (coefficients: readonly number[], x: number): number => coefficients.reduce((sum, one) => sum * x + one, 0);

/** The standard normal number that a share `p` of them lies under, within 1.2e-9 of itself (rational approximation by P. J. Acklam). */
export function normalQuantile(p: number): number {
  if (p > 0.5) return -normalQuantile(1 - p);
  if (p < TAIL) {
    const q = Math.sqrt(-2 * Math.log(Math.max(p, Number.MIN_VALUE)));
    return polynomial(TAIL_OVER, q) / polynomial(TAIL_UNDER, q);
  }
  const q = p - 0.5;
  return (polynomial(MIDDLE_OVER, q * q) * q) / polynomial(MIDDLE_UNDER, q * q);
}
