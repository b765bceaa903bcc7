import fc from 'fast-check';
import { resolvePlan, simulateRun, type PlanFile, type ResolvedPlan, type Run } from '@puddler/core';
import { anyPlan } from '../any-plan';
import { caseNamed, plainPlan } from '../helpers';

const SEED = 5;
const FINE = { stepS: 0.0025 };
/** The longest step that any run is driven with. */
const LONG = { stepS: 0.08 };

const forMinutes = (plan: PlanFile, minutes: number): ResolvedPlan => resolvePlan({ ...plan, run: { ...plan.run!, minutes } });

/** What long steps change of a run, as shares: of a figure, or of a temperature's rise, at least 5 K. */
function shares(plan: ResolvedPlan): number[] {
  const [long, fine] = [simulateRun(plan, LONG), simulateRun(plan, FINE)];
  const of = (figures: (keyof Run)[], least: (value: number) => number) =>
    figures.map((figure) => Math.abs((long[figure] as number) - (fine[figure] as number)) / least(fine[figure] as number));
  return [
    ...of(
      [
        'endS',
        'maxSpeedMs',
        'maxMotorRpm',
        'rmsPackCurrentA',
        'rmsMotorCurrentA',
        'usedAh',
        'distanceM',
        'ironW',
        'peakMotorCurrentA',
        'peakPackCurrentA',
      ],
      (value) => value,
    ),
    ...of(['maxWindingC', 'maxCanC', 'maxEscC', 'maxPackC'], (value) => Math.max(5, value - plan.site.ambientC)),
  ].filter(Number.isFinite);
}

test(`60 random plans in steps of ${LONG.stepS} s: nine in ten figures within 0.4 % of steps thirty times shorter (seed ${SEED})`, () => {
  const all = fc.sample(anyPlan, { seed: SEED, numRuns: 60 }).flatMap((plan) => shares(forMinutes(plan, 1)));
  expect(all.length).toBeGreaterThan(700);
  const sorted = all.toSorted((a, b) => a - b);
  expect(sorted[Math.floor(0.9 * sorted.length)]).toBeLessThan(0.004);
});

test('loss in the iron and heat of the can follow tyres that run up while the trigger opens', () => {
  const plan = forMinutes(caseNamed('slow-wind-overdriven'), 0.05);
  const [long, fine] = [simulateRun(plan, LONG), simulateRun(plan, FINE)];
  expect(fine.gripLimitedS).toBeGreaterThan(0.3);
  expect(Math.abs(long.ironW / fine.ironW - 1)).toBeLessThan(0.02);
  expect(Math.abs(long.maxCanC - fine.maxCanC)).toBeLessThan(0.04 * (fine.maxCanC - plan.site.ambientC));
});

test('a pull at the tyres’ limit takes as much from the pack in long steps', () => {
  const plan = forMinutes(caseNamed('plough-twin'), 1);
  const [long, fine] = [simulateRun(plan, LONG), simulateRun(plan, FINE)];
  expect(fine.gripLimitedS).toBeGreaterThan(30);
  expect(Math.abs(long.usedAh / fine.usedAh - 1)).toBeLessThan(0.001);
  expect(Math.abs(long.peakPackCurrentA / fine.peakPackCurrentA - 1)).toBeLessThan(0.005);
});

/** A trail truck that is raced: its tyres let go while the trigger opens, and grip again before it is down. */
const RACED_TRAIL_TRUCK = plainPlan({
  car: {
    name: 'Trail truck',
    massKg: 1.3,
    drive: '4wd-shaft',
    tyre: { diameterMm: 88 },
    internalRatio: 12,
    body: 'trail',
    widthMm: 165,
    heightMm: 165,
    wheelbaseMm: 242,
    cgHeightMm: 55,
    frontWeightPct: 54,
  },
  motor: { name: '2212', kind: 'brushless', form: 'outrunner', kvRpmPerV: 1500, statorDiameterMm: 22, statorHeightMm: 12 },
  esc: { name: '40 A', continuousA: 40 },
  packs: [{ name: '2S', chemistry: 'lipo', cells: 2, capacityAh: 2.2, cRating: 35 }],
  gearing: { pinion: 15, spur: 45 },
  site: { surface: 'rock', ambientC: 20 },
});

test.each([0.08, 0.04, 0.02])('tyres that grip again while the trigger still opens draw no current that never flowed, in steps of %d s', (stepS) => {
  const plan = forMinutes(RACED_TRAIL_TRUCK, 2);
  const [long, fine] = [simulateRun(plan, { stepS }), simulateRun(plan, FINE)];
  expect(fine.gripLimitedS).toBeGreaterThan(1);
  expect(long.peakPackCurrentA / fine.peakPackCurrentA).toBeCloseTo(1, 2);
  expect(long.peakMotorCurrentA / fine.peakMotorCurrentA).toBeCloseTo(1, 2);
});

test.each(['heath-bash', 'twin-course', 'pacer-cruise'])('%s: a motor turns no faster in long steps, also where its tyres spin', (name) => {
  const plan = resolvePlan({ ...caseNamed(name), run: { profile: 'race', minutes: 1 } });
  expect(simulateRun(plan, LONG).maxMotorRpm / simulateRun(plan, FINE).maxMotorRpm).toBeCloseTo(1, 2);
});

test('a car that lets itself down a slope from standing does not overshoot, nor one whose trigger is soon all the way down', () => {
  for (const profile of ['crawl', 'pull'] as const)
    for (const name of ['scree-crawl', 'drover-low']) {
      const plan = resolvePlan({ ...caseNamed(name), run: { profile, minutes: 0.5 } });
      expect(simulateRun(plan, LONG).maxSpeedMs / simulateRun(plan, FINE).maxSpeedMs).toBeCloseTo(1, 2);
    }
});

test('a run is the same whether it is looked at or not', () => {
  const plan = forMinutes(caseNamed('heath-bash'), 1);
  let steps = 0;
  expect(simulateRun(plan, { onStep: () => void steps++ })).toEqual(simulateRun(plan));
  expect(steps).toBeGreaterThan(500);
});

test('a trigger that opens slowly costs a standing car no step a millisecond', () => {
  const plan = resolvePlan({ ...caseNamed('drover-low') });
  let steps = 0;
  const segments = [{ kind: 'throttle' as const, duty: 1, rampS: 2, seconds: 2 }];
  simulateRun({ ...plan, site: { ...plan.site, grade: 0.6 } }, { segments, ...LONG, onStep: () => void steps++ });
  expect(steps).toBeGreaterThan(5);
  expect(steps).toBeLessThan(200);
});
