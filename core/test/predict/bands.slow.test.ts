import { BAND_FIGURES, BandSampler, minutesToCutoff, resolvePlan, sampleBands, simulateRun, solveTopSpeed, type PlanFile } from '@puddler/core';
import { normal, randomStream } from '../../src/math/random';
import { BLOCK, normalQuantile, stratifiedNormals } from '../../src/math/stratified-normals';
import { bandOf } from '../../src/math/band';
import { caseNamed } from '../helpers';

const plan = () => caseNamed('ridgeback-2s');
const bandsOf = (file: PlanFile, seed = 1, samples = 64) => sampleBands(file, resolvePlan(file), seed, samples);

test('the stream repeats by its seed and is even; its normal numbers are normal', () => {
  const draw = (seed: number) => Array.from({ length: 5 }, randomStream(seed));
  expect(draw(3)).toEqual(draw(3));
  expect(draw(3)).not.toEqual(draw(4));
  const stream = randomStream(11);
  const numbers = Array.from({ length: 20_000 }, () => normal(stream));
  const mean = numbers.reduce((a, b) => a + b) / numbers.length;
  const variance = numbers.reduce((sum, z) => sum + (z - mean) ** 2, 0) / numbers.length;
  expect(Math.abs(mean)).toBeLessThan(0.03);
  expect(Math.abs(variance - 1)).toBeLessThan(0.03);
  expect(numbers.filter((z) => z < -1.2816).length / numbers.length).toBeCloseTo(0.1, 1);
});

test('normal numbers are found by the share that lies under them', () => {
  // The last from tables of the normal distribution.
  for (const [share, number] of [
    [0.5, 0],
    [0.75, 0.6744897502],
    [0.9, 1.2815515655],
    [0.999, 3.0902323062],
    [0.01, -2.326347874],
    [1e-6, -4.753424309],
  ] as const)
    expect(normalQuantile(share)).toBeCloseTo(number, 7);
  expect(Number.isFinite(normalQuantile(0))).toBe(true);
});

test('of every block of draws each figure’s lie one in each of as many equally likely intervals, and figures do not go together', () => {
  const points = stratifiedNormals(3, randomStream(4));
  const under = Array.from({ length: BLOCK - 1 }, (_, i) => normalQuantile((i + 1) / BLOCK));
  const drawn = Array.from({ length: 40 * BLOCK }, () => points.next().value);
  for (let block = 0; block < drawn.length; block += BLOCK)
    for (const dimension of [0, 1, 2]) {
      const intervals = drawn.slice(block, block + BLOCK).map((point) => under.filter((edge) => edge <= point[dimension]!).length);
      expect(intervals.sort((a, b) => a - b)).toEqual([...under.keys(), BLOCK - 1]);
    }
  const together = drawn.reduce((sum, [x, y]) => sum + x! * y!, 0) / drawn.length;
  expect(Math.abs(together)).toBeLessThan(0.1);
});

test('two blocks say of figures of which two count most what twice as many free draws do', () => {
  const figures = 12;
  const weights = Array.from({ length: figures }, (_, i) => 0.7 ** i);
  const sigma = Math.hypot(...weights);
  const total = (point: number[]) => point.reduce((sum, one, i) => sum + weights[i]! * one, 0) / sigma;
  /** How far ends and middle of a band lie off, in the middle of many seeds. */
  const off = (draw: (seed: number) => () => number[], count: number) =>
    Array.from({ length: 200 }, (_, seed) => {
      const next = draw(seed + 1);
      const { p10, p50, p90 } = bandOf(Array.from({ length: count }, () => total(next())));
      return (p10 + 1.2816) ** 2 + p50 ** 2 + (p90 - 1.2816) ** 2;
    }).reduce((sum, one) => sum + one, 0);
  const stratified = off((seed) => {
    const points = stratifiedNormals(figures, randomStream(seed));
    return () => points.next().value;
  }, 2 * BLOCK);
  const free = off((seed) => {
    const random = randomStream(seed);
    return () => Array.from({ length: figures }, () => normal(random));
  }, 4 * BLOCK);
  expect(stratified).toBeLessThan(free);
});

test('the same seed gives the same bands, in one go or in pieces', () => {
  const file = plan();
  const whole = bandsOf(file, 5, 40);
  const sampler = new BandSampler(file, resolvePlan(file), 5);
  sampler.add(13);
  sampler.add(27);
  expect(sampler.bands()).toEqual(whole);
  expect(bandsOf(file, 6, 40).figures.topSpeedMs).not.toEqual(whole.figures.topSpeedMs);
});

test('every band is ordered and holds the prediction near its middle', () => {
  const file = plan();
  const { figures, samples } = bandsOf(file, 1, 96);
  expect(samples).toBe(96);
  for (const figure of BAND_FIGURES) {
    expect(figures[figure].p10).toBeLessThanOrEqual(figures[figure].p50);
    expect(figures[figure].p50).toBeLessThanOrEqual(figures[figure].p90);
  }
  const { topSpeedMs } = solveTopSpeed(resolvePlan(file));
  expect(Math.abs(figures.topSpeedMs.p50 / topSpeedMs - 1)).toBeLessThan(0.03);
});

test('what is measured narrows its answer, and is named before', () => {
  const file = plan();
  const before = bandsOf(file, 2, 128);
  expect(before.narrows.topSpeedMs!.path).toBe('motor.kvRpmPerV');
  expect(before.narrows.topSpeedMs!.measure.length).toBeGreaterThan(10);
  const after = bandsOf({ ...file, measured: ['motor.kvRpmPerV'] }, 2, 128);
  const width = ({ p10, p90 }: { p10: number; p90: number }) => Math.log(p90 / p10);
  // kv's own table figure does not narrow with its provenance beyond the measured two percent.
  expect(width(after.figures.topSpeedMs)).toBeLessThan(width(before.figures.topSpeedMs));
});

test('a car that does not move has bands of nothing, not of NaN', () => {
  const file = plan();
  file.site.gradePct = 100;
  const { figures } = bandsOf(file, 1, 12);
  for (const figure of BAND_FIGURES) for (const value of Object.values(figures[figure])) expect(Number.isFinite(value)).toBe(true);
});

test('minutes to the cut-off are where a longer run ends', () => {
  const file = plan();
  const resolved = resolvePlan({ ...file, run: { profile: 'race', minutes: 10 } });
  const guessed = minutesToCutoff(resolved, simulateRun(resolved));
  const long = simulateRun(resolvePlan({ ...file, run: { profile: 'race', minutes: 200 } }));
  expect(long.stop).toBe('cutoff');
  expect(Math.abs(guessed / (long.endS / 60) - 1)).toBeLessThan(0.08);
  expect(minutesToCutoff(resolved, { ...long })).toBeCloseTo(long.endS / 60, 6);
});
