import {
  DEFAULT_LIMITS,
  backToBack,
  coolDown,
  gearCell,
  gearRun,
  heatCourse,
  passFigures,
  PASS_MARKS_M,
  powerMoment,
  drivePass,
  driveRun,
  resolvePlan,
  simulateRun,
  solveTopSpeed,
  STOPPING_SHARE,
} from '@puddler/core';
import { CASES, caseNamed, plainPlan, sinksW } from '../helpers';

const hot = { windingC: 90, canC: 80, escC: 60, packC: 35 };

describe('cooling down', () => {
  const plan = resolvePlan(plainPlan());

  test('an ESC alone cools as the closed form says', () => {
    const { samples } = coolDown(plan, hot, 40);
    const tau = (850 * plan.esc.massKg) / plan.esc.conductanceWPerK;
    for (const { timeS, escC } of samples) expect(Math.abs(escC - (25 + 35 * Math.exp(-timeS / tau)))).toBeLessThan(0.15);
  });

  test('ready is the first moment all are under it, and never in air warmer than that', () => {
    const { readyS, ready } = coolDown(plan, hot, 40);
    expect(readyS).toBeGreaterThan(60);
    expect(Math.max(ready!.canC, ready!.escC, ready!.packC)).toBeLessThanOrEqual(40);
    expect(coolDown(plan, hot, 45).readyS).toBeLessThan(readyS!);
    expect(coolDown(plan, hot, 20).readyS).toBeUndefined();
  });

  test('a hot winding still warms the can after the stop', () => {
    const { canNowC, canPeakC, canPeakS, canAfter90S } = coolDown(plan, { ...hot, windingC: 140 }, 40);
    expect(canPeakC).toBeGreaterThan(canNowC);
    expect(canPeakS).toBeGreaterThan(0);
    expect(canAfter90S).not.toBe(canNowC);
  });
});

describe('heat over a run', () => {
  const plan = resolvePlan(caseNamed('ridgeback-2s'));

  test('it ends where the run does and crosses a limit when it says', () => {
    const whole = simulateRun(plan);
    const course = heatCourse(plan, driveRun(plan, { canC: 40, escC: 500 }), 35);
    expect(course.run).toEqual(whole);
    expect(course.crossedS.escC).toBeUndefined();
    const before = course.samples.filter((sample) => sample.timeS < course.crossedS.canC!);
    expect(before.every((sample) => sample.canC < 40)).toBe(true);
    expect(course.samples.find((sample) => sample.timeS > course.crossedS.canC! + 5)!.canC).toBeGreaterThanOrEqual(39.5);
    expect(course.samples.length).toBeGreaterThan(100);
    expect(course.samples.length).toBeLessThan(260);
  });

  test('runs back to back start where the pause left them, and get hotter', () => {
    const [first, second, third] = backToBack(plan, driveRun(plan, {}), 3, 120, {});
    expect(second!.samples[0]!.canC).toBeGreaterThan(first!.samples[0]!.canC + 5);
    expect(second!.run.maxCanC).toBeGreaterThan(first!.run.maxCanC);
    expect(third!.run.maxCanC).toBeGreaterThanOrEqual(second!.run.maxCanC - 0.01);
    const rested = backToBack(plan, driveRun(plan, {}), 2, 3600, {});
    expect(rested[1]!.run.maxCanC).toBeLessThan(second!.run.maxCanC);
  });
});

describe('a pass in figures', () => {
  const plan = resolvePlan(plainPlan());

  test('marks are passed in order, and agree with the pass itself', () => {
    const figures = passFigures(plan, { straightM: 130, radioRangeM: 200 });
    expect(figures.marks.map((mark) => mark.atM)).toEqual([...PASS_MARKS_M, 130]);
    const pass = drivePass(plan).pass;
    for (const mark of figures.marks) {
      const after = pass.samples.find((sample) => sample.distanceM >= mark.atM);
      if (after) expect(mark.timeS).toBeLessThanOrEqual(after.timeS + 1e-9);
    }
    expect(figures.to95!.distanceM).toBeCloseTo(pass.to95!.distanceM, 0);
    expect(figures.toRadioEdgeS).toBeCloseTo(200 / solveTopSpeed(plan).topSpeedMs, 9);
    expect(passFigures(resolvePlan(caseNamed('ridgeback-3s-fan'))).to50KmHS).toBeGreaterThan(0);
  });

  test('one drive gives chart and figures, the same as each alone', () => {
    const wish = { rampS: 0.7, straightM: 90, radioRangeM: 150 };
    expect(drivePass(plan, wish).figures).toEqual(passFigures(plan, wish));
    expect(drivePass(plan, wish).pass.samples.length).toBeGreaterThan(80);
  });

  test('it never pulls harder than the tyres, and stops no shorter than they allow', () => {
    const { peakG, stopM } = passFigures(plan);
    const { at, topSpeedMs } = solveTopSpeed(plan);
    expect(peakG).toBeLessThan(at.line.gripN / at.line.roadMassKg / 9.8);
    const brakesAlone = (topSpeedMs ** 2 * at.line.movingMassKg) / (2 * STOPPING_SHARE * at.line.brakeN);
    expect(stopM).toBeLessThan(brakesAlone);
    expect(stopM).toBeGreaterThan(brakesAlone / 2);
  });

  test('a slower trigger is slower; a car that does not reach a mark leaves it out', () => {
    expect(passFigures(plan, { rampS: 2 }).marks[0]!.timeS).toBeGreaterThan(passFigures(plan).marks[0]!.timeS + 0.3);
    const slow = resolvePlan(plainPlan({ gearing: { pinion: 8, spur: 90, gearboxRatio: 40 } }));
    expect(passFigures(slow).marks).toEqual([]);
    expect(passFigures(slow).to50KmHS).toBeUndefined();
  });
});

test.each(CASES)('$name: at every moment of full throttle the power balances within 0.5 %', ({ plan }) => {
  const resolved = resolvePlan(plan);
  const { samples } = drivePass(resolved).pass;
  const moving = samples.filter((sample) => sample.speedMs > 0.1 && sample.timeS > 0.25);
  expect(moving.length).toBeGreaterThan(10);
  for (const sample of moving) {
    const band = powerMoment(resolved, sample);
    const sum = sinksW(band) + band.accelerationW;
    expect(Math.abs(band.packW - sum) / Math.max(band.packW, 1)).toBeLessThan(0.005);
    if (sample.spinning) expect(band.slipW).toBeGreaterThan(1e-9);
    expect(band.receiverW).toBeGreaterThan(0);
    expect(band.receiverW).toBeLessThan(0.2 + 1.01 * (1.5 + resolved.car.massKg));
  }
});

test('a cell of the gear table is what the whole prediction gives', () => {
  const plan = caseNamed('ridgeback-2s');
  plan.car.bay = { meshMaxMm: 30 };
  const cell = gearCell(plan, 23, 58, DEFAULT_LIMITS);
  const geared = resolvePlan({ ...plan, gearing: { ...plan.gearing, pinion: 23, spur: 58 } });
  expect(cell.topSpeedMs).toBe(solveTopSpeed(geared).topSpeedMs);
  expect(cell.fits.map((one) => one.id)).toEqual(['mesh-distance']);
  expect(Math.abs(gearRun(plan, 23, 58).maxCanC - simulateRun(geared).maxCanC)).toBeLessThan(1);
  // The plan's own pair says what the plan does.
  expect(gearRun(plan, plan.gearing.pinion, plan.gearing.spur).maxCanC).toBe(simulateRun(resolvePlan(plan)).maxCanC);
});

test('the longer the pause between runs, the cooler the next one begins and ends', () => {
  const resolved = resolvePlan(caseNamed('ridgeback-2s'));
  const first = driveRun(resolved, {});
  expect(first.run).toEqual(simulateRun(resolved));
  const second = [2, 10, 20, 30, 60].map((minutes) => backToBack(resolved, first, 2, 60 * minutes, {})[1]!.run.maxCanC);
  for (let i = 1; i < second.length; i++) expect(second[i]!).toBeLessThan(second[i - 1]!);
  // Standing long enough is beginning anew.
  expect(backToBack(resolved, first, 2, 12 * 3600, {})[1]!.run.maxCanC).toBeCloseTo(simulateRun(resolved).maxCanC, 1);
});
