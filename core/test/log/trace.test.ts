import { samplesOf, traceOf, type Series } from '@puddler/core';

import { meanOf, slopeOf } from '../../src/log/trace';
import { readHead } from '../../src/log/columns';
import { timeReading } from '../../src/log/read-time';

const traced = (series: Series) => traceOf(samplesOf(series));
const values = Float64Array.from([1, 2, NaN, 4, 5, NaN, NaN, NaN]);

test('a mean is of what was measured, where half of it was', () => {
  expect(meanOf(values, 0, 5)).toBe(3);
  expect(meanOf(values, 4, 8)).toBeUndefined();
  expect(meanOf(values, 4, 8, 1)).toBe(5);
  expect(meanOf(values, 5, 8, 1)).toBeUndefined();
  expect(meanOf(undefined, 0, 5)).toBeUndefined();
});

test('a slope is that of the straight line through what was measured', () => {
  const line = Float64Array.from({ length: 21 }, (_, i) => 3 * i * 0.02 + 7);
  expect(slopeOf(line, 10, 5, 0.02)).toBeCloseTo(3, 9);
  line[8] = NaN;
  expect(slopeOf(line, 10, 5, 0.02)).toBeCloseTo(3, 9);
  expect(slopeOf(new Float64Array(21).fill(NaN), 10, 5, 0.02)).toBeUndefined();
});

test('a source that speaks seldomer than the others is joined over its own steps, half a second at most', () => {
  const timeS = Array.from({ length: 101 }, (_, i) => i * 0.02);
  const seldom = (stepS: number) =>
    traced({ timeS, packV: timeS.map(() => 8), speedMs: timeS.map((t) => (Math.abs(t / stepS - Math.round(t / stepS)) < 1e-6 ? 10 * t : null)) })
      .fields.speedMs!;
  expect(seldom(0.2)[5]).toBeCloseTo(1, 6);
  expect(Number.isNaN(seldom(1)[25]!)).toBe(true);
});

test.each([
  ['Voltage (V)', 'voltage', 'v'],
  ['battery_voltage [mV]', 'battery voltage', 'mv'],
  ['Temp_ESC', 'temp esc', undefined],
  ['current A', 'current', 'a'],
  ['GPS.Speed{km/h}', 'gps speed', 'km/h'],
])('the head “%s” says “%s” in %s', (head, words, unit) => {
  expect(readHead(head)).toEqual({ words, unit });
});

test.each([
  [['0', '20', '40'], undefined, 'ms', true],
  [['0', '0.02', '0.04'], undefined, 's', true],
  [['0', '1', '2', '3'], undefined, 's', false],
  [['0', '1', '2'], 0.001, 'ms', true],
  [['10:00:01', '10:00:02'], undefined, 'clock', true],
  [['2027-01-09T10:00:01', '2027-01-09T10:00:02'], undefined, 'date', true],
] as const)('times %j with unit %s are read as %s, sure: %s', (cells, factor, how, sure) => {
  expect(timeReading(cells, factor, Number)).toMatchObject({ how, sure });
});
