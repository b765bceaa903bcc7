import { COURSES, driveLap, resolvePlan, sampleBands, simulateRun } from '@puddler/core';
import { plainPlan } from '../helpers';

const YARD = COURSES.find(({ name }) => name === 'Club yard')!;
const plan = plainPlan({ run: { profile: 'race', minutes: 5, course: YARD } });

test('a lap begins rolling, goes round every corner, and takes what the run says', () => {
  const resolved = resolvePlan(plan);
  const { samples, lengthM } = driveLap(resolved)!;
  const [first, last] = [samples[0]!, samples[samples.length - 1]!];
  expect(first.distanceM).toBeCloseTo(0, 6);
  expect(first.speedMs).toBeGreaterThan(2);
  expect(last.distanceM).toBeCloseTo(lengthM, 0);
  const run = simulateRun(resolved);
  expect(last.timeS / run.lapS!).toBeCloseTo(1, 1.7);
  expect(lengthM).toBeGreaterThan(YARD.legs.reduce((sum, { fullM }) => sum + fullM, 0));
  // As many times from fast to slow as there are corners.
  const slow = samples.filter(({ speedMs }, i) => i > 0 && samples[i - 1]!.speedMs >= 7 && speedMs < 7);
  expect(slow.length).toBeGreaterThan(0);
});

test('where one drives no laps there are none, and their time has no band', () => {
  const passes = plainPlan({ run: { profile: 'speed-pass', minutes: 5 } });
  expect(driveLap(resolvePlan(passes))).toBeUndefined();
  expect(sampleBands(passes, resolvePlan(passes), 1, 8).lapS).toBeUndefined();
});

test('the band of a lap lies about its time', () => {
  const resolved = resolvePlan(plan);
  const { lapS } = simulateRun(resolved);
  const { p10, p90 } = sampleBands(plan, resolved, 1, 48).lapS!;
  expect(p10).toBeLessThan(lapS!);
  expect(p90).toBeGreaterThan(lapS!);
  expect(p90 / p10).toBeLessThan(1.3);
});
