import { explainDifference, resolvePlan, solveTopSpeed, type PlanFile } from '@puddler/core';
import { misreadingsOf } from '../../src/car/explain-difference';
import { caseNamed } from '../helpers';

const speedOf = (plan: PlanFile) => solveTopSpeed(resolvePlan(plan)).topSpeedMs;
const stock = () => caseNamed('ridgeback-stock');

test('a car that does what is predicted needs no explanation', () => {
  const plan = stock();
  expect(explainDifference(plan, { topSpeedMs: speedOf(plan) * 1.015 }).explanations).toEqual([]);
});

test('a brushed motor that is a bit off: its kv is the likeliest, and with it the prediction meets the measurement', () => {
  const plan = stock();
  const measured = speedOf(plan) * 0.93;
  const { explanations, predictedMs } = explainDifference(plan, { topSpeedMs: measured });
  expect(predictedMs).toBeCloseTo(speedOf(plan), 6);
  const [first] = explanations;
  expect(first).toMatchObject({ path: 'motor.kvRpmPerV', kind: 'spread' });
  expect(first!.sigmas).toBeLessThan(1);
  if (plan.motor.kind !== 'brushed') throw new Error('the stock motor is brushed');
  const { turns: _turns, ...motor } = plan.motor;
  expect(speedOf({ ...plan, motor: { ...motor, kvRpmPerV: first!.to } })).toBeCloseTo(measured, 1);
});

test('every figure offered, set alone, gives the measured speed', () => {
  const plan = stock();
  const measured = speedOf(plan) * 0.97;
  const { explanations } = explainDifference(plan, { topSpeedMs: measured });
  expect(explanations.map((one) => one.path)).toContain('car.dragAreaM2');
  for (const { path, to } of explanations) {
    if (!['car.dragAreaM2', 'car.driveEfficiency'].includes(path)) continue;
    const field = path.slice('car.'.length);
    expect(speedOf({ ...plan, car: { ...plan.car, [field]: to } })).toBeCloseTo(measured, 2);
  }
  expect([...explanations].sort((a, b) => a.sigmas - b.sigmas)).toEqual(explanations);
});

test('a slipped digit is found and comes before figures that would have to be absurd', () => {
  const truth = caseNamed('ridgeback-2s');
  const typed = { ...truth, car: { ...truth.car, internalRatio: 6.2 } };
  const { explanations } = explainDifference(typed, { topSpeedMs: speedOf(truth) });
  expect(explanations[0]).toMatchObject({ path: 'car.internalRatio', kind: 'slip', from: 6.2, to: 2.6 });
});

test('a measured can tells two explanations of the same speed apart', () => {
  const plan = stock();
  const measured = speedOf(plan) * 0.93;
  const cool = explainDifference(plan, { topSpeedMs: measured });
  const hot = explainDifference(plan, { topSpeedMs: measured, canC: 95 });
  expect(cool.explanations[0]!.canC).toBeUndefined();
  // Less kv cools a motor; a can far hotter than predicted speaks for something that loads it.
  expect(hot.explanations[0]!.canC).toBeGreaterThan(hot.explanations.find((one) => one.path === 'motor.kvRpmPerV')!.canC!);
  expect(hot.explanations[0]!.path).not.toBe('motor.kvRpmPerV');
});

test('digits slip next to each other and points by one place', () => {
  expect(misreadingsOf(2.6, false)).toEqual([6.2, 26, 0.26]);
  expect(misreadingsOf(68, false)).toEqual([86, 680, 6.8]);
  expect(misreadingsOf(21, true)).toEqual([12]);
  expect(misreadingsOf(22, true)).toEqual([]);
});
