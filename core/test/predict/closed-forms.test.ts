import { resolvePlan, simulateRun, solveTopSpeed, type ResolvedPlan, type RunSample } from '@puddler/core';
import { plainPlan } from '../helpers';

/** Takes everything out of the way that has no closed form. */
function bare(change: (plan: ResolvedPlan) => void): ResolvedPlan {
  const plan = resolvePlan(plainPlan());
  plan.car.dragAreaM2 = 1e-12;
  plan.site.rollingResistance = 1e-12;
  plan.car.drivelineDrag = 0;
  plan.car.wheelMassKg = 0;
  plan.site.slip = 1e-9;
  plan.motor.frictionTorqueNm = 0;
  plan.motor.viscousTorqueNms = 0;
  plan.motor.lagOhmPerRadS = 0;
  plan.esc.burstA = 1e4;
  change(plan);
  return plan;
}

describe('top speed', () => {
  test('without any resistance is where back-EMF meets the pack', () => {
    const plan = bare(() => undefined);
    const { at, topSpeedMs, outcome } = solveTopSpeed(plan);
    const free = (at.openCircuitV / at.kt) * (plan.car.tyreDiameterM / 2 / plan.ratio);
    expect(outcome).toBe('converged');
    expect(topSpeedMs).toBeCloseTo(free, 4);
  });

  test('with drag alone solves its cubic', () => {
    const plan = bare((p) => (p.car.dragAreaM2 = 0.05));
    const { at, topSpeedMs: v } = solveTopSpeed(plan);
    const lever = (2 * plan.ratio) / plan.car.tyreDiameterM;
    const ohm = at.windingOhm + plan.esc.resistanceOhm + plan.pack.resistanceOhm + plan.wireOhm;
    const drive = ((at.kt * lever * plan.car.driveEfficiency) / ohm) * (at.openCircuitV - at.kt * lever * v);
    expect(drive).toBeCloseTo(0.5 * plan.site.airDensityKgM3 * 0.05 * v * v, 6);
  });

  test('a growing tyre gives the first of several balances', () => {
    const file = plainPlan();
    file.car.tyre.growthPctAt100KmH = 60;
    file.gearing = { pinion: 60, spur: 40 };
    const plan = resolvePlan(file);
    const { topSpeedMs, at, outcome } = solveTopSpeed(plan);
    expect(outcome).toBe('converged');
    for (let v = 0; v < topSpeedMs * 0.999; v += topSpeedMs / 500) {
      at.throttle(v, 1);
      at.resist(v);
      expect(at.forceN - at.resistanceN).toBeGreaterThan(0);
    }
  });

  test.each([
    ['a hill steeper than it pulls', { surface: 'tarmac', ambientC: 20, gradePct: 100 } as const],
    ['no grip for its own rolling', { surface: 'sand', ambientC: 20, grip: 0.2 } as const],
  ])('%s is no-motion with finite figures', (_, site) => {
    const { outcome, topSpeedMs } = solveTopSpeed(resolvePlan(plainPlan({ site, tow: { massKg: 60 } })));
    expect(outcome).toBe('no-motion');
    expect(topSpeedMs).toBe(0);
  });

  test('a cliff without air is a runaway, not a hang', () => {
    const plan = bare((p) => {
      p.site.grade = -50;
      p.site.airDensityKgM3 = 1e-12;
    });
    expect(solveTopSpeed(plan).outcome).toBe('runaway');
  });

  test('where grip is less than the motor, the tyres set top speed', () => {
    const plan = resolvePlan(plainPlan({ site: { surface: 'snow', ambientC: 0 }, gearing: { pinion: 40, spur: 40 } }));
    const { at, topSpeedMs } = solveTopSpeed(plan);
    at.throttle(topSpeedMs, 1);
    at.resist(topSpeedMs);
    expect(at.forceN).toBeLessThanOrEqual(at.line.gripN + 1e-9);
    expect(at.forceN).toBeCloseTo(at.resistanceN, 6);
  });
});

describe('a run', () => {
  const coasting = (plan: ResolvedPlan, seconds: number, onStep?: (sample: RunSample) => void) =>
    simulateRun(plan, { segments: [{ kind: 'throttle', duty: 0, seconds }], ...(onStep ? { onStep: (sample) => void onStep(sample) } : {}) });

  test('a hot can cools along its exponential', () => {
    const plan = bare((p) => (p.site.ambientC = 25));
    // A pack at 60 °C standing still: one store, one conductance.
    plan.site.packC = 60;
    const samples: RunSample[] = [];
    coasting(plan, 600, (sample) => samples.push(sample));
    const rate = (0.0042 * (1000 * plan.pack.massKg) ** 0.667) / (1000 * plan.pack.massKg);
    for (const sample of samples.filter((_, i) => i % 500 === 0)) {
      expect(sample.packC).toBeCloseTo(25 + 35 * Math.exp(-rate * sample.timeS), 2);
    }
  });

  test('constant force from the grip limit gives v = a·t', () => {
    const plan = bare((p) => (p.site.grip = 0.05));
    const run = simulateRun(plan, { segments: [{ kind: 'throttle', duty: 1, seconds: 2 }] });
    const accel = (0.05 * plan.car.massKg * 9.80665) / massOf(plan);
    expect(run.maxSpeedMs).toBeCloseTo(2 * accel, 3);
    expect(run.distanceM).toBeCloseTo(0.5 * accel * 4, 3);
    expect(run.gripLimitedS).toBeCloseTo(2, 2);
  });

  test('a linear motor reaches its speed along 1 − e^(−t/τ)', () => {
    const plan = bare((p) => {
      p.site.grip = 1000;
      // Slow enough that a hundred steps make one time constant.
      p.car.massKg = 60;
    });
    const { topSpeedMs } = solveTopSpeed(plan);
    const samples: RunSample[] = [];
    simulateRun(plan, { segments: [{ kind: 'throttle', duty: 1, seconds: 12 }], onStep: (sample) => void samples.push(sample) });
    const [start] = samples;
    const tau = (samples.find((sample) => sample.speedMs >= topSpeedMs * (1 - Math.exp(-1)))?.timeS ?? 0) || 1;
    const half = samples.find((sample) => sample.timeS >= tau / 2)!;
    expect(start!.speedMs).toBe(0);
    // Warming changes kt and R a little, so a percent.
    expect(half.speedMs / topSpeedMs).toBeCloseTo(1 - Math.exp(-half.timeS / tau), 1);
  });

  test('standing still at zero throttle takes nothing and goes nowhere', () => {
    const run = coasting(resolvePlan(plainPlan()), 60);
    expect(run).toMatchObject({ distanceM: 0, peakMotorCurrentA: 0, maxSpeedMs: 0, stop: 'time' });
    expect(run.maxCanC).toBe(25);
  });

  test('left alone on a hill steeper than it rolls, it rolls', () => {
    const file = plainPlan();
    file.site.gradePct = -60;
    const run = coasting(resolvePlan(file), 5);
    expect(run.distanceM).toBeGreaterThan(1);
  });

  test('an empty pack ends it as empty', () => {
    const file = plainPlan({ startCharge: 0.02, run: { profile: 'cruise', minutes: 30 } });
    file.esc.cutoffVPerCell = 0;
    const run = simulateRun(resolvePlan(file));
    expect(run.stop).toBe('empty');
    expect(run.endS).toBeLessThan(1800);
    expect(run.usedAh).toBeCloseTo(0.1, 2);
  });

  test('a low bus for one second ends it as cut-off', () => {
    const file = plainPlan({ startCharge: 0.06, run: { profile: 'cruise', minutes: 30 } });
    file.esc.cutoffVPerCell = 3.5;
    const run = simulateRun(resolvePlan(file));
    expect(run.stop).toBe('cutoff');
    expect(run.minBusV).toBeLessThan(7);
  });

  test('a car that cannot move still has a run, with finite figures', () => {
    const run = simulateRun(resolvePlan(plainPlan({ site: { surface: 'tarmac', ambientC: 20, gradePct: 100 }, tow: { massKg: 60 } })));
    expect(run.distanceM).toBe(0);
    for (const figure of Object.values(run)) if (typeof figure === 'number') expect(Number.isFinite(figure)).toBe(true);
  });

  test('onStep can end it', () => {
    const run = simulateRun(resolvePlan(plainPlan()), { onStep: (sample) => sample.timeS < 1 });
    expect(run.endS).toBeGreaterThanOrEqual(1);
    expect(run.endS).toBeLessThan(1.1);
  });
});

function massOf(plan: ResolvedPlan): number {
  return solveTopSpeed(plan).at.line.movingMassKg;
}
