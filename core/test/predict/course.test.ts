import {
  COURSES,
  gearRun,
  resolvePlan,
  sameLapS,
  setField,
  simulateRun,
  simulateRunFast,
  solveTopSpeed,
  withFigure,
  type Course,
  type PlanFile,
  type RunSample,
} from '@puddler/core';
import { segmentsOf } from '../../src/predict/profiles';
import { plainPlan } from '../helpers';

const on = (course: Course, minutes = 4): PlanFile => plainPlan({ run: { profile: 'race', minutes, course } });
const LEGS: Course = {
  legs: [
    { fullM: 20, cornerS: 1.5, radiusM: 3 },
    { fullM: 12, cornerS: 1, cornerMs: 4, brake: 0.8 },
  ],
};

test('a course is driven leg by leg: full throttle over its metres, the brake down to the corner’s speed, the corner for its seconds', () => {
  const plan = resolvePlan(on(LEGS));
  expect(segmentsOf(plan).map(({ kind }) => kind)).toEqual(['throttle', 'brake', 'hold', 'throttle', 'brake', 'hold']);
  const samples: RunSample[] = [];
  simulateRun(plan, { segments: segmentsOf(plan), onStep: (sample) => void samples.push(sample) });
  const slowest = Math.min(...samples.filter(({ timeS }) => timeS > 2).map(({ speedMs }) => speedMs));
  // The second corner has a speed; the first one that of its radius on these tyres: √(3 · 1.43 · g).
  expect(slowest).toBeCloseTo(4, 1);
  const first = samples.filter(({ timeS, duty, speedMs }) => timeS > 2 && duty > 0 && duty < 1 && speedMs > 5);
  expect(first.some(({ speedMs }) => Math.abs(speedMs - Math.sqrt(3 * 1.43 * 9.80665)) < 0.1)).toBe(true);
});

test('no corner is faster than .95 of top speed', () => {
  const plan = resolvePlan(on({ legs: [{ fullM: 60, cornerS: 8, radiusM: 400 }] }));
  const { topSpeedMs } = solveTopSpeed(plan);
  let last: RunSample | undefined;
  simulateRun(plan, { segments: segmentsOf(plan), onStep: (sample) => void (last = sample) });
  expect(last!.speedMs / topSpeedMs).toBeCloseTo(0.95, 2);
});

test('the lap time is the mean of the full laps after the first, in the fast run as in the whole one; without two laps there is none', () => {
  const plan = resolvePlan(on(LEGS));
  const whole = simulateRun(plan);
  expect(whole.laps).toBeGreaterThan(20);
  expect(whole.lapS! * whole.laps).toBeGreaterThan(0.9 * whole.endS - 2 * whole.lapS!);
  expect(Math.abs(simulateRunFast(plan).lapS! / whole.lapS! - 1)).toBeLessThan(0.01);
  expect(simulateRun(resolvePlan(on(LEGS, 0.1))).lapS).toBeNull();
  // Only racing and bashing go round.
  expect(simulateRun(resolvePlan(plainPlan({ run: { profile: 'cruise', minutes: 5 } }))).lapS).toBeNull();
});

test('a driver who holds the trigger longer is at full throttle longer', () => {
  const seconds = (fullThrottle: number) => {
    const plan = resolvePlan(on(LEGS));
    return simulateRun({ ...plan, driver: { ...plan.driver, fullThrottle } }).fullThrottleS;
  };
  expect(seconds(1.1)).toBeGreaterThan(seconds(1));
});

test('laps of other gears are compared over the same road', () => {
  const plan = on(LEGS);
  const [now, faster] = [gearRun(plan, 20, 60), gearRun(plan, 24, 60)];
  expect(sameLapS(now, now)).toBe(now.lapS);
  expect(sameLapS(faster, now)).toBeCloseTo((now.lapS! * now.meanMs) / faster.meanMs, 9);
  expect(sameLapS(now, { ...now, lapS: null })).toBeUndefined();
});

test.each(COURSES)('$name can be driven round and round', (course) => {
  const run = simulateRunFast(resolvePlan(on(course)));
  expect(run.stop).toBe('time');
  expect(run.lapS).toBeGreaterThan(2);
  expect(run.lapS).toBeLessThan(40);
});

test('only racing and bashing go round a course', () => {
  const plan = resolvePlan(setField(on(LEGS), 'run.profile', 'cruise'));
  expect(segmentsOf(plan)).toHaveLength(1);
  // An edit of the plan takes the course away with it.
  expect(withFigure(on(LEGS), 'run.profile', 'cruise').run).toEqual({ profile: 'cruise', minutes: 4 });
  expect(withFigure(on(LEGS), 'run.profile', 'bash').run!.course).toEqual(LEGS);
});
