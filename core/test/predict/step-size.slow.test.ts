import fc from 'fast-check';
import { resolvePlan, simulateRun, type PlanFile, type ResolvedPlan, type Run } from '@puddler/core';
import { anyPlan } from '../any-plan';
import { caseNamed } from '../helpers';

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
    ...of(['endS', 'maxSpeedMs', 'rmsPackCurrentA', 'rmsMotorCurrentA', 'usedAh', 'distanceM', 'ironW', 'peakMotorCurrentA'], (value) => value),
    ...of(['maxWindingC', 'maxCanC', 'maxEscC', 'maxPackC'], (value) => Math.max(5, value - plan.site.ambientC)),
  ].filter(Number.isFinite);
}

test(`60 random plans in steps of ${LONG.stepS} s: nine in ten figures within 0.4 % of steps thirty times shorter (seed ${SEED})`, () => {
  const all = fc.sample(anyPlan, { seed: SEED, numRuns: 60 }).flatMap((plan) => shares(forMinutes(plan, 1)));
  expect(all.length).toBeGreaterThan(600);
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
