/** Symmetric positive matrices of a few dozen rows, kept as rows. */
export type Matrix = number[][];

export const zeros = (n: number, m = n): Matrix => Array.from({ length: n }, () => new Array<number>(m).fill(0));

/** The lower triangle L with L·Lᵀ = A; undefined where A is not positive. */
export function cholesky(a: Matrix): Matrix | undefined {
  const n = a.length;
  const l = zeros(n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      let sum = a[i]![j]!;
      for (let k = 0; k < j; k++) sum -= l[i]![k]! * l[j]![k]!;
      if (i !== j) l[i]![j] = sum / l[j]![j]!;
      else if (sum > 0) l[i]![i] = Math.sqrt(sum);
      else return undefined;
    }
  return l;
}

/** x with A·x = b, by the triangle of A. */
export function solveWith(l: Matrix, b: readonly number[]): number[] {
  const n = l.length;
  const x = [...b];
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i]! -= l[i]![k]! * x[k]!;
    x[i]! /= l[i]![i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i]! -= l[k]![i]! * x[k]!;
    x[i]! /= l[i]![i]!;
  }
  return x;
}

/** The inverse of A = L·Lᵀ, from its Cholesky factor L. */
export const inverseBy = (l: Matrix): Matrix =>
  l.map((_, i) =>
    solveWith(
      l,
      l.map((_row, k) => (k === i ? 1 : 0)),
    ),
  );

/** ln |A|, by its triangle. */
export const logDeterminantBy = (l: Matrix): number => 2 * l.reduce((sum, row, i) => sum + Math.log(row[i]!), 0);
