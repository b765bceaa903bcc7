/** Symmetric positive matrices of a few dozen rows, kept as rows. */
export type Matrix = number[][];

export const zeros = (n: number, m = n): Matrix => Array.from({ length: n }, () => new Array<number>(m).fill(0));

/** a · b, as far as both reach. */
export function dot(a: readonly number[], b: readonly number[], length = Math.min(a.length, b.length)): number {
  let sum = 0;
  for (let i = 0; i < length; i++) sum += a[i]! * b[i]!;
  return sum;
}

/** A·x. */
export const times = (matrix: Matrix, x: readonly number[]): number[] => matrix.map((row) => dot(row, x));

/** xᵀ·A·x. */
export const quadratic = (matrix: Matrix, x: readonly number[]): number => dot(times(matrix, x), x);

/** The lower triangle L with L·Lᵀ = A; undefined where A is not positive. */
export function cholesky(a: Matrix): Matrix | undefined {
  const l: Matrix = [];
  for (const row of a) {
    const i = l.length;
    const own = new Array<number>(a.length).fill(0);
    for (let j = 0; j < i; j++) {
      const above = l[j]!;
      own[j] = (row[j]! - dot(own, above, j)) / above[j]!;
    }
    const square = row[i]! - dot(own, own, i);
    if (!(square > 0)) return undefined;
    own[i] = Math.sqrt(square);
    l.push(own);
  }
  return l;
}

/** x with A·x = b, by the triangle of A. */
export function solveWith(l: Matrix, b: readonly number[]): number[] {
  const x = [...b];
  for (let i = 0; i < x.length; i++) {
    const row = l[i]!;
    x[i] = (x[i]! - dot(row, x, i)) / row[i]!;
  }
  for (let i = x.length - 1; i >= 0; i--) {
    const row = l[i]!;
    const value = x[i]! / row[i]!;
    x[i] = value;
    for (let k = 0; k < i; k++) x[k]! -= row[k]! * value;
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
