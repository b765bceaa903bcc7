import {
  resolvePlan,
  solveTopSpeed,
  sampleBands,
  speedSpread,
  topSpeedBand,
  uncertainFigures,
  withEdits,
  withFigure,
  withPart,
  type Part,
  type PlanFile,
} from '@puddler/core';
import { scaledBy } from '../../src/resolve/uncertain-figures';
import { simulateRun } from '../../src/predict/run';
import { caseNamed, plainPlan } from '../helpers';

const sigmaOf = (plan: PlanFile, path: string) => uncertainFigures(plan, resolvePlan(plan)).find((one) => one.path === path)?.sigma;

test('spreads are those of the table, and provenance narrows them', () => {
  const plan = plainPlan();
  expect(sigmaOf(plan, 'motor.resistanceOhm')).toBe(0.3);
  expect(sigmaOf(plan, 'motor.kvRpmPerV')).toBe(0.05);
  expect(sigmaOf(plan, 'packs[0].cellResistanceOhm')).toBe(0.35);
  expect(sigmaOf(caseNamed('ridgeback-stock'), 'motor.kvRpmPerV')).toBe(0.15);
  expect(sigmaOf(caseNamed('ridgeback-stock'), 'motor.commutationLagUs')).toBeUndefined();
  expect(sigmaOf({ ...plan, motor: { ...plan.motor, resistanceOhm: 0.02 } }, 'motor.resistanceOhm')).toBe(0.2);
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
  expect(canWith('heat.canToAir')).toBeLessThan(simulateRun(resolved).maxCanC);
  // What leaves the winding more easily warms the can the more.
  expect(canWith('heat.windingToCan')).toBeGreaterThan(simulateRun(resolved).maxCanC);
  expect(canWith('heat.capacity')).toBeLessThan(simulateRun(resolved).maxCanC);
});

test('the spread of top speed: shares sum to one, the largest first, and a measured figure takes its own away', () => {
  const stock = caseNamed('ridgeback-stock');
  const spread = speedSpread(stock, resolvePlan(stock))!;
  expect(spread.shares.reduce((sum, one) => sum + one.share, 0)).toBeCloseTo(1, 9);
  expect(spread.shares[0]!.figure.path).toBe('motor.kvRpmPerV');
  // The band that is shown is that of the samples; for spreads as small as these the two agree.
  const { p10, p90 } = topSpeedBand(stock, resolvePlan(stock));
  expect(p10).toBeLessThan(spread.topSpeedMs);
  expect(p90).toBeGreaterThan(spread.topSpeedMs);
  expect(Math.log(p90 / p10) / (2 * 1.2816 * spread.sigma)).toBeCloseTo(1, 0);
  expect(sampleBands(stock, resolvePlan(stock)).figures.topSpeedMs).toEqual({ p10, p50: topSpeedBand(stock, resolvePlan(stock)).p50, p90 });
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

test('a figure taken from the kind of car is less sure than one that was measured, and one that is set is the car’s own', () => {
  const plan = plainPlan();
  const typical: PlanFile = { ...plan, car: { ...plan.car, typical: ['massKg', 'tyre.diameterMm', 'internalRatio', 'cgHeightMm'] } };
  expect(['car.massKg', 'car.tyre.diameterMm', 'car.internalRatio', 'car.cgHeightMm'].map((path) => sigmaOf(typical, path))).toEqual([
    0.12, 0.06, 0.05, 0.15,
  ]);
  expect(sigmaOf(plan, 'car.internalRatio')).toBeUndefined();
  const weighed = withFigure(typical, 'car.massKg', 1.9);
  expect(weighed.car.typical).toEqual(['tyre.diameterMm', 'internalRatio', 'cgHeightMm']);
  expect(resolvePlan(weighed).provenance['car.massKg']).toEqual({ source: 'measured', value: 1.9 });
  expect(resolvePlan(typical).provenance['car.massKg']!.source).toBe('typical');
});

test('what is guessed together varies together: loss torque against resistance, grip against rolling, and only while guessed', () => {
  const plan = plainPlan();
  const correlatesWith = (file: PlanFile, path: string) => uncertainFigures(file, resolvePlan(file)).find((one) => one.path === path)!.correlatesWith;
  expect(correlatesWith(plan, 'motor.noLoadCurrentA')).toEqual({ path: 'motor.resistanceOhm', correlation: -0.4 });
  expect(correlatesWith(plan, 'site.grip')).toEqual({ path: 'site.rollingResistance', correlation: -0.5 });
  expect(correlatesWith({ ...plan, motor: { ...plan.motor, resistanceOhm: 0.02 } }, 'motor.noLoadCurrentA')).toBeUndefined();
});

test('the driver’s time at full throttle is unsure where profiles leave it to the driver', () => {
  const plan = plainPlan();
  expect(sigmaOf({ ...plan, run: { profile: 'race', minutes: 5 } }, 'driver.fullThrottle')).toBe(0.35);
  const course = { legs: [{ fullM: 20, cornerS: 1, cornerMs: 4 }] };
  expect(sigmaOf({ ...plan, run: { profile: 'race', minutes: 5, course } }, 'driver.fullThrottle')).toBe(0.1);
  expect(sigmaOf({ ...plan, run: { profile: 'race', minutes: 5 } }, 'driver.cornerSpeed')).toBe(0.15);
  expect(sigmaOf({ ...plan, run: { profile: 'race', minutes: 5, course } }, 'driver.cornerSpeed')).toBe(0.05);
  expect(sigmaOf({ ...plan, run: { profile: 'cruise', minutes: 5 } }, 'driver.fullThrottle')).toBeUndefined();
  const resolved = resolvePlan({ ...plan, run: { profile: 'race', minutes: 2 } });
  expect(simulateRun({ ...resolved, driver: { ...resolved.driver, fullThrottle: 1.3 } }).fullThrottleS).toBeGreaterThan(
    simulateRun(resolved).fullThrottleS,
  );
});

test('another kv of a motor whose losses come from its size class is what typing that kv gives', () => {
  const stock = caseNamed('ridgeback-stock');
  const resolved = resolvePlan(stock);
  const kv = uncertainFigures(stock, resolved).find((one) => one.path === 'motor.kvRpmPerV')!;
  for (const factor of [0.7, 0.9, 1.2]) {
    const typed = resolvePlan(withFigure(stock, 'motor.kvRpmPerV', resolved.motor.kvRpmPerV * factor));
    expect(solveTopSpeed(scaledBy(resolved, kv, factor)).topSpeedMs).toBeCloseTo(solveTopSpeed(typed).topSpeedMs, 9);
  }
});

test('gears that nobody counted widen the top speed and are said to be typical, until each is typed or chosen', () => {
  const plan = plainPlan();
  const usual: PlanFile = { ...plan, gearing: { ...plan.gearing, typical: ['pinion', 'spur'] } };
  const spreadOf = (file: PlanFile) => speedSpread(file, resolvePlan(file))!;
  const shareOf = (file: PlanFile) => spreadOf(file).shares.find(({ figure }) => figure.path === 'gearing.pinion');
  expect(shareOf(plan)).toBeUndefined();
  expect(shareOf(usual)!.share).toBeGreaterThan(0.3);
  expect(shareOf(usual)!.figure.measure).toContain('Count the teeth');
  expect(resolvePlan(usual).provenance['gearing.pinion']).toMatchObject({ source: 'typical' });
  const pinion = withFigure(usual, 'gearing.pinion', 19);
  expect(pinion.gearing.typical).toEqual(['spur']);
  expect(withFigure(pinion, 'gearing.spur', 60).gearing).not.toHaveProperty('typical');
  expect(withEdits(usual, [{ path: 'gearing.spur', value: 60 }]).gearing.typical).toEqual(['pinion']);
  expect(withFigure(usual, 'gearing.pinion', undefined).gearing).not.toHaveProperty('typical');
  const shelf: Part = { kind: 'pinion', name: 'steel 17', status: 'owned', spec: { teeth: 17 } };
  expect(withPart(usual, shelf).gearing.typical).toEqual(['spur']);
  expect(withFigure(plan, 'gearing.pinion', 19).gearing).not.toHaveProperty('typical');
});
