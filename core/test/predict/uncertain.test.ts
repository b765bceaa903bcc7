import { resolvePlan, solveTopSpeed, speedSpread, uncertainFigures, type PlanFile } from '@puddler/core';
import { scaledBy } from '../../src/predict/uncertain-figures';
import { simulateRun } from '../../src/predict/run';
import { caseNamed, plainPlan } from '../helpers';

const sigmaOf = (plan: PlanFile, path: string) => uncertainFigures(plan, resolvePlan(plan)).find((one) => one.path === path)?.sigma;

test('spreads are those of the table, and provenance narrows them', () => {
  const plan = plainPlan();
  expect(sigmaOf(plan, 'motor.resistanceOhm')).toBe(0.3);
  expect(sigmaOf(plan, 'motor.kvRpmPerV')).toBe(0.04);
  expect(sigmaOf(plan, 'packs[0].cellResistanceOhm')).toBe(0.35);
  expect(sigmaOf(caseNamed('ridgeback-stock'), 'motor.kvRpmPerV')).toBe(0.15);
  expect(sigmaOf(caseNamed('ridgeback-stock'), 'motor.commutationLagUs')).toBeUndefined();
  expect(sigmaOf({ ...plan, motor: { ...plan.motor, resistanceOhm: 0.02 } }, 'motor.resistanceOhm')).toBe(0.07);
  expect(sigmaOf({ ...plan, motor: { ...plan.motor, resistanceOhm: 0.02 }, measured: ['motor.resistanceOhm'] }, 'motor.resistanceOhm')).toBe(0.02);
  expect(sigmaOf({ ...plan, car: { ...plan.car, dragAreaM2: 0.02 } }, 'car.dragAreaM2')).toBe(0.02);
  expect(sigmaOf(plan, 'car.massKg')).toBe(0.03);
});

test.each([
  ['motor.kvRpmPerV', 1],
  ['motor.resistanceOhm', -1],
  ['motor.noLoadCurrentA', -1],
  ['packs[0].cellResistanceOhm', -1],
  ['car.dragAreaM2', -1],
  ['site.rollingResistance', -1],
  ['car.driveEfficiency', 1],
  ['car.tyre.diameterMm', 1],
])('more %s moves top speed by its sign (%i), and leaves the plan it was asked of alone', (path, sign) => {
  const plan = plainPlan();
  const resolved = resolvePlan(plan);
  const before = JSON.stringify(resolved);
  const figure = uncertainFigures(plan, resolved).find((one) => one.path === path)!;
  const moved = solveTopSpeed(scaledBy(resolved, figure, 1.1)).topSpeedMs - solveTopSpeed(resolved).topSpeedMs;
  expect(Math.sign(moved)).toBe(sign);
  expect(JSON.stringify(resolved)).toBe(before);
});

test('better heat paths cool, larger heat stores warm slower', () => {
  const plan = plainPlan();
  const resolved = resolvePlan(plan);
  const canWith = (path: string) =>
    simulateRun(
      scaledBy(
        resolved,
        uncertainFigures(plan, resolved).find((one) => one.path === path)!,
        1.3,
      ),
    ).maxCanC;
  expect(canWith('heat.conductance')).toBeLessThan(simulateRun(resolved).maxCanC);
  expect(canWith('heat.capacity')).toBeLessThan(simulateRun(resolved).maxCanC);
});

test('the spread of top speed: shares sum to one, the largest first, and a measured figure takes its own away', () => {
  const stock = caseNamed('ridgeback-stock');
  const spread = speedSpread(stock, resolvePlan(stock))!;
  expect(spread.shares.reduce((sum, one) => sum + one.share, 0)).toBeCloseTo(1, 9);
  expect(spread.shares[0]!.figure.path).toBe('motor.kvRpmPerV');
  expect(spread.fromMs).toBeLessThan(spread.topSpeedMs);
  expect(spread.toMs).toBeGreaterThan(spread.topSpeedMs);
  if (stock.motor.kind !== 'brushed') throw new Error('the stock motor is brushed');
  const known: PlanFile = { ...stock, motor: { ...stock.motor, kvRpmPerV: 2148 }, measured: ['motor.kvRpmPerV'] };
  expect(speedSpread(known, resolvePlan(known))!.sigma).toBeLessThan(spread.sigma / 3);
});

test('a car that does not move has no spread', () => {
  const plan = plainPlan();
  plan.site.gradePct = 95;
  plan.gearing = {};
  plan.esc.burstA = 1;
  expect(speedSpread(plan, resolvePlan(plan))).toBeUndefined();
});
