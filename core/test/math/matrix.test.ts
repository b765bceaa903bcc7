import { cholesky, inverseBy, logDeterminantBy, solveWith, zeros, type Matrix } from '../../src/math/matrix';

const A: Matrix = [
  [4, 2, 0.6],
  [2, 5, 1],
  [0.6, 1, 3],
];
const times = (a: Matrix, x: readonly number[]) => a.map((row) => row.reduce((sum, value, i) => sum + value * x[i]!, 0));

test('a triangle times itself turned is the matrix again', () => {
  const l = cholesky(A)!;
  for (const [i, row] of A.entries())
    for (const [j, value] of row.entries()) {
      const product = l[i]!.reduce((sum, one, k) => sum + one * l[j]![k]!, 0);
      expect(product).toBeCloseTo(value, 12);
    }
});

test('what is solved for gives the right side again, and the inverse times the matrix is one', () => {
  const l = cholesky(A)!;
  const x = solveWith(l, [1, -2, 3]);
  expect(times(A, x).map((value) => Number(value.toFixed(9)))).toEqual([1, -2, 3]);
  const inverse = inverseBy(l);
  for (let i = 0; i < 3; i++) {
    const column = times(
      A,
      inverse.map((row) => row[i]!),
    );
    for (const [j, value] of column.entries()) expect(value).toBeCloseTo(i === j ? 1 : 0, 9);
  }
});

test('the logarithm of the determinant is that of the determinant', () => {
  const determinant = 4 * (5 * 3 - 1) - 2 * (2 * 3 - 0.6) + 0.6 * (2 - 5 * 0.6);
  expect(logDeterminantBy(cholesky(A)!)).toBeCloseTo(Math.log(determinant), 9);
});

test('a matrix that is not positive has no triangle, and one that is not finite neither', () => {
  expect(
    cholesky([
      [1, 2],
      [2, 1],
    ]),
  ).toBeUndefined();
  expect(cholesky([[0]])).toBeUndefined();
  expect(cholesky([[NaN]])).toBeUndefined();
  expect(cholesky(zeros(0))).toEqual([]);
});
