import { resolvePlan, simulateRun, type PlanFile, type ResolvedPlan, type RunSample } from '@puddler/core';
import { escLossW, HeatStores } from '../../src/predict/heat';
import { plainPlan } from '../helpers';

const NOTHING = { windingW: 0, canW: 0, escW: 0, packW: 0 };

function settle(plan: ResolvedPlan, speedMs: number, into: Partial<typeof NOTHING>, seconds = 40_000): HeatStores {
  const stores = new HeatStores(plan);
  for (let t = 0; t < seconds; t += 0.25) stores.step(0.25, speedMs, { ...NOTHING, ...into });
  return stores;
}

describe('where heat settles', () => {
  test('an ESC at 65 % of its rating stands 65 K over still air', () => {
    const plan = resolvePlan(plainPlan());
    const amp = 0.65 * 80;
    const watts = escLossW(plan.esc.resistanceOhm, amp * amp, amp, 1);
    expect(settle(plan, 0, { escW: watts }).escC).toBeCloseTo(25 + 65, 2);
  });

  test('part throttle costs an ESC three times the switching', () => {
    expect(escLossW(0, 100, 10, 1)).toBeCloseTo(0.2, 12);
    expect(escLossW(0, 100, 10, 0.99)).toBeCloseTo(0.6, 12);
    expect(escLossW(0.002, 100, 0, 1)).toBeCloseTo(0.2, 12);
  });

  test('a can gives its heat to air and mount; the winding stands above it', () => {
    const plan = resolvePlan(plainPlan());
    const area = plan.motor.surfaceM2;
    const stores = settle(plan, 0, { windingW: 6, canW: 2 });
    const canRise = 8 / (12 * area + (1.3 * 0.22 * area) / 0.0077);
    expect(stores.canC).toBeCloseTo(25 + canRise, 2);
    expect(stores.windingC).toBeCloseTo(25 + canRise + 6 / (300 * area), 2);
    const onMetal = settle({ ...plan, car: { ...plan.car, chassis: 'metal' } }, 0, { windingW: 6, canW: 2 });
    expect(onMetal.canC).toBeCloseTo(25 + 8 / (12 * area + (2.2 * 0.22 * area) / 0.0077), 2);
  });

  test('driving, a vent, a fan and fins each cool it', () => {
    const can = (change: Partial<PlanFile>, speed: number, airflow?: 'closed' | 'open') => {
      const file = plainPlan(change);
      if (airflow) file.car.airflow = airflow;
      return settle(resolvePlan(file), speed, { windingW: 10 }, 5_000).canC;
    };
    const still = can({}, 0);
    const driving = can({}, 12);
    expect(driving).toBeLessThan(still);
    expect(can({}, 12, 'open')).toBeLessThan(driving);
    expect(can({}, 12, 'closed')).toBeGreaterThan(driving);
    expect(can({ cooling: { motorFans: 1 } }, 12)).toBeLessThan(driving);
    expect(can({ cooling: { motorFans: 2 } }, 12)).toBeLessThan(can({ cooling: { motorFans: 1 } }, 12));
    expect(can({ cooling: { motorHeatsink: true } }, 12)).toBeLessThan(driving);
  });

  test('nothing in, nothing changes', () => {
    const stores = settle(resolvePlan(plainPlan()), 5, {}, 100);
    expect([stores.windingC, stores.canC, stores.escC, stores.packC]).toEqual([25, 25, 25, 25]);
  });
});

describe('heat in a run', () => {
  /** The state after full throttle and a stretch of braking or coasting. */
  const after = (file: PlanFile, brakeS: number): RunSample => {
    let last: RunSample | undefined;
    simulateRun(resolvePlan(file), {
      segments: [
        { kind: 'throttle', duty: 1, seconds: 3 },
        brakeS > 0 ? { kind: 'brake', share: 0.5, seconds: brakeS } : { kind: 'throttle', duty: 0, seconds: 0.4 },
      ],
      onStep: (sample) => void (last = sample),
    });
    return last!;
  };

  test('a brushless motor brakes into the pack, and the winding takes what is left', () => {
    const [coasted, braked] = [after(plainPlan(), 0), after(plainPlan(), 0.4)];
    expect(braked.packA).toBeLessThan(-1);
    expect(braked.busV).toBeGreaterThan(coasted.busV);
    expect(braked.charge).toBeGreaterThan(coasted.charge);
    expect(braked.windingC).toBeGreaterThan(coasted.windingC + 0.2);
    expect(braked.escC).toBeGreaterThan(coasted.escC);
  });

  test('a brushed motor is shorted: nothing comes back, winding and ESC share it by their resistance', () => {
    const file = plainPlan({ motor: { name: 'B', kind: 'brushed', sizeClass: '540', turns: 15 } });
    const [coasted, braked] = [after(file, 0), after(file, 0.4)];
    expect(braked.packA).toBeGreaterThan(0);
    expect(braked.windingC).toBeGreaterThan(coasted.windingC + 1);
  });

  test('a heavier load is never cooler, minute by minute', () => {
    const hot = (minutes: number, massKg: number) => {
      const file = plainPlan({ run: { profile: 'race', minutes } });
      file.car.massKg = massKg;
      return simulateRun(resolvePlan(file)).maxCanC;
    };
    expect(hot(4, 3)).toBeGreaterThan(hot(4, 2));
    expect(hot(4, 2)).toBeGreaterThan(hot(2, 2));
  });

  test('two motors each work less than one', () => {
    const one = simulateRun(resolvePlan(plainPlan()));
    const two = simulateRun(resolvePlan(plainPlan({ motorCount: 2 })));
    expect(two.maxWindingC).toBeLessThan(one.maxWindingC);
    expect(two.peakMotorCurrentA).toBeLessThan(one.peakMotorCurrentA);
  });
});
