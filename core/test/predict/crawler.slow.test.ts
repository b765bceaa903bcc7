import { resolvePlan, simulateRun, solveTopSpeed, type ProfileName } from '@puddler/core';
import { plainPlan } from '../helpers';

/** Gearing of several hundred to one: the speed equation has rates over 100 per second. */
function crawler(profile: ProfileName) {
  const file = plainPlan({ gearing: { pinion: 10, spur: 80, gearboxRatio: 3 }, run: { profile, minutes: 1 } });
  file.car.internalRatio = 20;
  file.car.tyre.diameterMm = 110;
  file.site.surface = 'rock';
  return resolvePlan(file);
}

test('its speed equation really is stiff', () => {
  const { at, topSpeedMs } = solveTopSpeed(crawler('crawl'));
  at.throttle(topSpeedMs, 1);
  expect(-at.forceSlope / at.line.movingMassKg).toBeGreaterThan(100);
});

test.each(['crawl', 'pull', 'trail', 'bash', 'race', 'speed-pass', 'cruise'] as const)('%s is within 0.5 % of a converged solution', (profile) => {
  const plan = crawler(profile);
  const chosen = simulateRun(plan);
  const half = simulateRun(plan, { stepS: 0.005 });
  const converged = simulateRun(plan, { stepS: 0.0005 });
  for (const run of [chosen, half]) {
    expect(Math.abs(run.distanceM / converged.distanceM - 1)).toBeLessThan(0.005);
    expect(Math.abs(run.usedAh / converged.usedAh - 1)).toBeLessThan(0.005);
    expect(Math.abs(run.rmsPackCurrentA / converged.rmsPackCurrentA - 1)).toBeLessThan(0.005);
    expect(Math.abs(run.maxCanC - converged.maxCanC)).toBeLessThan(0.05);
  }
});

test('it stays stable: speed never overshoots its top speed by more than a percent', () => {
  const plan = crawler('bash');
  const { topSpeedMs } = solveTopSpeed(plan);
  let most = 0;
  simulateRun(plan, { onStep: (sample) => void (most = Math.max(most, sample.speedMs)) });
  expect(most).toBeLessThan(topSpeedMs * 1.03);
});

test.each([
  ['rock', 20, 110],
  ['rock', 12, 88],
  ['grass', 20, 110],
] as const)('on %s, geared %d inside, no run past what it settles at is reported, however long the steps', (surface, internalRatio, diameterMm) => {
  const file = plainPlan({ gearing: { pinion: 14, spur: 54 } });
  Object.assign(file.car, { internalRatio, tyre: { ...file.car.tyre, diameterMm } });
  file.site.surface = surface;
  const plan = resolvePlan(file);
  const segments = [{ kind: 'throttle' as const, duty: 1, rampS: 0.3, seconds: 6 }];
  const fastest = (stepS: number) => simulateRun(plan, { segments, stepS }).maxSpeedMs;
  // On the way there the tyres stop slipping, and each newton then costs more speed than before.
  for (const stepS of [0.08, 0.04, 0.02]) expect(Math.abs(fastest(stepS) / fastest(0.001) - 1)).toBeLessThan(0.001);
});

test('downhill a driver dabs the throttle against the motor’s drag: within 0.5 % of a converged solution', () => {
  const file = plainPlan({ run: { profile: 'crawl', minutes: 0.3 } });
  file.gearing = { pinion: 10, spur: 80 };
  file.car.internalRatio = 4;
  file.site.surface = 'rock';
  const plan = resolvePlan(file);
  let slowest = Infinity;
  let dabbed = false;
  const chosen = simulateRun(plan, {
    onStep: ({ timeS, speedMs, forceN }) => {
      if (timeS > 11 && timeS < 13) {
        slowest = Math.min(slowest, speedMs);
        dabbed ||= forceN < 0 && forceN > -20;
      }
    },
  });
  const converged = simulateRun(plan, { stepS: 0.0002 });
  expect(dabbed).toBe(true);
  // The speed at which the slope's pull is just what the driver's wish leaves open: it neither creeps up nor hunts.
  expect(slowest).toBeGreaterThan(0.005);
  expect(Math.abs(chosen.distanceM / converged.distanceM - 1)).toBeLessThan(0.005);
  expect(Math.abs(chosen.rmsPackCurrentA / converged.rmsPackCurrentA - 1)).toBeLessThan(0.005);
});

test('the cut-off ends a run to the millisecond, not to the step', () => {
  const file = plainPlan({ motor: { name: 'Fast', kind: 'brushless', form: 'inrunner', kvRpmPerV: 6000, diameterMm: 36, lengthMm: 52 } });
  file.esc.cutoffVPerCell = 4.1;
  const plan = resolvePlan(file);
  const [chosen, converged] = [simulateRun(plan), simulateRun(plan, { stepS: 0.0005 })];
  expect(chosen.stop).toBe('cutoff');
  expect(chosen.endS).toBeGreaterThan(1);
  expect(Math.abs(chosen.endS - converged.endS)).toBeLessThan(0.001);
});
