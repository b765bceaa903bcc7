import { PROFILE_SEGMENTS, PROFILES, resolvePlan, simulateRun, solveTopSpeed, type RunSample } from '@puddler/core';
import { plainPlan } from '../helpers';

const LENGTHS = { 'speed-pass': 42, race: 32.4, bash: 19.3, cruise: 60, trail: 24.9, crawl: 18, pull: 25 } as const;

test.each(PROFILES)('%s is through in its seconds or, where metres or a speed end its parts, before them', (profile) => {
  const segments = PROFILE_SEGMENTS[profile];
  expect(segments.reduce((sum, segment) => sum + segment.seconds, 0)).toBeCloseTo(LENGTHS[profile], 9);
  const file = plainPlan({ run: { profile, minutes: (2 * LENGTHS[profile]) / 60 } });
  const run = simulateRun(resolvePlan(file));
  expect(run).toMatchObject({ profile, stop: 'time' });
  expect(run.endS).toBeCloseTo(2 * LENGTHS[profile], 6);
});

test.each(['race', 'bash'] as const)('%s: full throttle ends where its metres do, when they come before its seconds', (profile) => {
  const [full] = PROFILE_SEGMENTS[profile];
  const plan = resolvePlan(plainPlan());
  const alone = (metres: number) => simulateRun({ ...plan, startCharge: 1 }, { segments: [{ ...full!, metres }] });
  const timed = alone(Infinity);
  expect(timed.endS).toBeCloseTo(full!.seconds, 9);
  const spaced = alone(timed.distanceM / 2);
  expect(spaced.distanceM).toBeCloseTo(timed.distanceM / 2, 2);
  expect(spaced.endS).toBeLessThan(timed.endS);
});

test('a corner is held at the smaller of its share of top speed and its metres a second', () => {
  const plan = resolvePlan(plainPlan());
  const held = (mostMs: number) => {
    let last: RunSample | undefined;
    simulateRun(plan, { segments: [{ kind: 'hold', topShare: 0.4, mostMs, seconds: 20 }], onStep: (sample) => void (last = sample) });
    return last!.speedMs;
  };
  expect(held(2)).toBeCloseTo(2, 2);
  expect(held(100)).toBeCloseTo(0.4 * solveTopSpeed(plan).topSpeedMs, 2);
});

test('tyres spin for a ramp and a second where the trigger stays down, and are held at the limit after; the car gets the same force', () => {
  const file = plainPlan();
  file.site.surface = 'snow';
  const plan = resolvePlan(file);
  const drive = (spinS?: number) => {
    const samples: RunSample[] = [];
    const run = simulateRun(plan, {
      segments: [{ kind: 'throttle', duty: 1, seconds: 2, rampS: 0.3, ...(spinS === undefined ? {} : { spinS }) }],
      onStep: (sample) => void samples.push(sample),
    });
    return { run, samples };
  };
  const [spun, held] = [drive(1), drive()];
  for (const sample of spun.samples) if (sample.limited) expect(sample.spinning).toBe(sample.timeS < 1.3 - 1e-9);
  expect(held.samples.every((sample) => !sample.spinning)).toBe(true);
  // While they spin, the wheels do not have to gain the car's speed.
  expect(spun.run.distanceM / held.run.distanceM).toBeGreaterThan(1);
  expect(spun.run.distanceM / held.run.distanceM).toBeLessThan(plan.car.massKg > 0 ? 1.5 : 0);
  expect(spun.run.maxMotorRpm).toBeGreaterThan(2 * held.run.maxMotorRpm);
  expect(spun.run.usedAh).toBeGreaterThan(1.5 * held.run.usedAh);
  // The wheels' run-up with the trigger is a peak of its own.
  expect(spun.run.peakMotorCurrentA).toBeGreaterThan(1.2 * Math.max(...spun.samples.map((sample) => sample.motorA)));
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
  const used = (scrub: number) => simulateRun(plan, { segments: [{ kind: 'hold', speedMs: 5, seconds: 10, scrub }] }).usedAh;
  expect(used(0.2)).toBeGreaterThan(1.5 * used(0));
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
