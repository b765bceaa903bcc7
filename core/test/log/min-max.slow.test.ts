import fc from 'fast-check';
import { MinMax } from '@puddler/core';

test('each pixel has the least and the most of what lies in it, as looking at every sample says (seed 3)', () => {
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.double({ min: -1e6, max: 1e6, noNaN: true }), fc.constant(NaN)), { minLength: 1, maxLength: 700 }),
      fc.integer({ min: 1, max: 40 }),
      fc.double({ min: -5, max: 400, noNaN: true }),
      fc.double({ min: 0.1, max: 900, noNaN: true }),
      (list, columns, fromS, spanS) => {
        const values = Float64Array.from(list);
        const timeS = Float64Array.from(list, (_, i) => i);
        const drawn = new MinMax(timeS, values).over(fromS, fromS + spanS, columns);
        for (let k = 0; k < columns; k++) {
          const [a, b] = [fromS + (k * spanS) / columns, fromS + ((k + 1) * spanS) / columns];
          const inside = list.filter((value, i) => i >= a && i < b && !Number.isNaN(value));
          const expected = inside.length > 0 ? [Math.fround(Math.min(...inside)), Math.fround(Math.max(...inside))] : [NaN, NaN];
          expect([drawn[2 * k], drawn[2 * k + 1]]).toEqual(expected);
        }
      },
    ),
    { seed: 3, numRuns: 300 },
  );
});

test('one sample among a million is not hidden', () => {
  const values = new Float64Array(1_000_000);
  values[654_321] = 99;
  const drawn = new MinMax(
    Float64Array.from(values, (_, i) => i / 100),
    values,
  ).over(0, 10_000, 800);
  expect(Math.max(...drawn)).toBe(99);
});
