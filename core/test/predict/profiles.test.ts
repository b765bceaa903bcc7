import { PROFILE_SEGMENTS, PROFILES, resolvePlan, simulateRun, solveTopSpeed, type RunSample } from '@puddler/core';
import { plainPlan } from '../helpers';

const LENGTHS = { 'speed-pass': 42, race: 8.2, bash: 15.5, cruise: 60, trail: 24, crawl: 18, pull: 25 } as const;

test.each(PROFILES)('%s takes its seconds and repeats', (profile) => {
  const segments = PROFILE_SEGMENTS[profile];
  expect(segments.reduce((sum, segment) => sum + segment.seconds, 0)).toBeCloseTo(LENGTHS[profile], 9);
  const file = plainPlan({ run: { profile, minutes: (2 * LENGTHS[profile]) / 60 } });
  const run = simulateRun(resolvePlan(file));
  expect(run).toMatchObject({ profile, stop: 'time' });
  expect(run.endS).toBeCloseTo(2 * LENGTHS[profile], 6);
});

test('a held speed is held', () => {
  const plan = resolvePlan(plainPlan({ run: { profile: 'cruise', minutes: 1 } }));
  const { topSpeedMs } = solveTopSpeed(plan);
  let last: RunSample | undefined;
  const run = simulateRun(plan, { onStep: (sample) => void (last = sample) });
  expect(last!.speedMs).toBeCloseTo(0.6 * topSpeedMs, 3);
  expect(last!.duty).toBeLessThan(1);
  expect(run.maxSpeedMs).toBeLessThan(0.61 * topSpeedMs);
});

test('a speed out of reach is driven at full throttle', () => {
  const plan = resolvePlan(plainPlan());
  const { topSpeedMs } = solveTopSpeed(plan);
  let last: RunSample | undefined;
  simulateRun(plan, { segments: [{ kind: 'hold', speedMs: topSpeedMs * 3, seconds: 20 }], onStep: (sample) => void (last = sample) });
  expect(last!.duty).toBe(1);
  expect(last!.speedMs / topSpeedMs).toBeCloseTo(1, 1);
});

test('a segment’s slope adds to the site’s', () => {
  const uphill = (grade: number, sitePct: number) => {
    const file = plainPlan();
    file.site.gradePct = sitePct;
    return simulateRun(resolvePlan(file), { segments: [{ kind: 'hold', speedMs: 2, seconds: 10, grade }] }).usedAh;
  };
  expect(uphill(0.1, 5)).toBeCloseTo(uphill(0.15, 0), 9);
  expect(uphill(0.1, 0)).toBeGreaterThan(uphill(0, 0));
});

test('a corner scrubs', () => {
  const plan = resolvePlan(plainPlan());
  const used = (corner: boolean) => simulateRun(plan, { segments: [{ kind: 'hold', speedMs: 5, seconds: 10, corner }] }).usedAh;
  expect(used(true)).toBeGreaterThan(1.5 * used(false));
});

test('a brake stops the car and holds it', () => {
  const plan = resolvePlan(plainPlan());
  const samples: RunSample[] = [];
  simulateRun(plan, {
    segments: [
      { kind: 'throttle', duty: 1, seconds: 2 },
      { kind: 'brake', share: 1, seconds: 4 },
    ],
    onStep: (sample) => void samples.push(sample),
  });
  const end = samples.at(-1)!;
  expect(end.speedMs).toBe(0);
  const braking = samples.filter((sample) => sample.timeS > 2 && sample.speedMs > 0);
  const [first] = braking;
  // From v at µ·g and a little drag the stop takes at most v²/2µg of road; rotors and wheels lengthen it.
  expect(end.distanceM - first!.distanceM).toBeLessThan((1.5 * first!.speedMs ** 2) / (2 * 9.80665));
});

test('duty sets the throttle: half of it is less than half the speed’s power', () => {
  const plan = resolvePlan(plainPlan());
  const at = (duty: number) => simulateRun(plan, { segments: [{ kind: 'throttle', duty, seconds: 15 }] });
  expect(at(0.5).maxSpeedMs).toBeLessThan(0.6 * at(1).maxSpeedMs);
  expect(at(0.5).usedAh).toBeLessThan(0.5 * at(1).usedAh);
});
