import { SMALLEST_PINION, equivalents, pinionsForSpeed, resolvePlan, solveTopSpeed, type PlanFile } from '@puddler/core';
import { caseNamed } from '../helpers';

const speedOf = (plan: PlanFile) => solveTopSpeed(resolvePlan(plan)).topSpeedMs;
const withPinion = (plan: PlanFile, pinion: number): PlanFile => ({ ...plan, gearing: { ...plan.gearing, pinion } });

test('the pinions for a speed bracket it, tooth by tooth', () => {
  const plan = caseNamed('ridgeback-2s');
  const { below, above, nearest } = pinionsForSpeed(plan, 10);
  expect(above!.pinion).toBe(below!.pinion + 1);
  expect(below!.topSpeedMs).toBeLessThan(10);
  expect(above!.topSpeedMs).toBeGreaterThanOrEqual(10);
  expect(speedOf(withPinion(plan, above!.pinion))).toBeCloseTo(above!.topSpeedMs, 9);
  expect([below, above]).toContain(nearest);
});

test('out of reach, too slow even for the smallest, and direct drive', () => {
  const plan = caseNamed('ridgeback-2s');
  expect(pinionsForSpeed(plan, 90).above).toBeUndefined();
  expect(pinionsForSpeed(plan, 90).below).toBeDefined();
  expect(pinionsForSpeed(plan, 0.5).below).toBeUndefined();
  expect(pinionsForSpeed(plan, 0.5).nearest!.pinion).toBe(SMALLEST_PINION);
  expect(pinionsForSpeed(caseNamed('direct-cart'), 5)).toEqual({ below: undefined, above: undefined, nearest: undefined });
});

test('old against new: kv with its doubt, one kv at the axle, old speed and old pull', () => {
  const [stock, plan] = [caseNamed('ridgeback-stock'), caseNamed('ridgeback-2s')];
  const worth = equivalents(stock, plan);
  expect(worth.stockKv).toBeCloseTo(66_000 / 27, 6);
  expect(worth.stockKvTo / worth.stockKv).toBeCloseTo(Math.exp(0.15), 6);
  expect(worth.newAxleKv).toBeCloseTo(3300 / ((58 / 21) * 2.6), 6);
  const old = speedOf(stock);
  expect(worth.sameSpeed.below!.topSpeedMs).toBeLessThan(old);
  expect(worth.sameSpeed.above!.topSpeedMs).toBeGreaterThanOrEqual(old);
  // Ratio times motor constant is what the wheels get for a given heat.
  const [a, b] = [resolvePlan(stock), resolvePlan(plan)];
  expect(worth.samePullRatio * b.motor.motorConstant).toBeCloseTo(a.ratio * a.motor.motorConstant, 9);
});

test('a plan against itself gears the same', () => {
  const plan = caseNamed('ridgeback-2s');
  const worth = equivalents(plan, plan);
  expect(worth.samePullPinion).toBe(plan.gearing.pinion);
  expect(worth.sameSpeed.above!.pinion).toBe(plan.gearing.pinion);
});

test('the old speed is the measured one where there is one', () => {
  const [stock, plan] = [caseNamed('ridgeback-stock'), caseNamed('ridgeback-2s')];
  const predicted = equivalents(stock, plan);
  expect(predicted).toMatchObject({ isMeasured: false, oldSpeedMs: solveTopSpeed(resolvePlan(stock)).topSpeedMs });
  const measured = equivalents(stock, plan, 7.2);
  expect(measured).toMatchObject({ isMeasured: true, oldSpeedMs: 7.2 });
  expect(measured.sameSpeed.below!.topSpeedMs).toBeLessThan(7.2);
  expect(measured.sameSpeed.above!.pinion).toBeLessThan(predicted.sameSpeed.above!.pinion);
});
