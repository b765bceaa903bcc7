import { resolvePlan, simulateRun, simulateRunFast, type Segment } from '@puddler/core';
import { cappedCycle } from '../../src/ladder/planned-runs';
import { segmentsOf } from '../../src/predict/profiles';
import { plainPlan } from '../helpers';

const plan = resolvePlan(plainPlan({ run: { profile: 'race', minutes: 6 } }));

test('a cycle of one’s own is driven over and over until the minutes are up, in the place of the profile', () => {
  const cycle: Segment[] = [
    { kind: 'throttle', duty: 0.5, seconds: 6, rampS: 0.5 },
    { kind: 'rest', seconds: 4 },
  ];
  const run = simulateRun(plan, { cycle });
  expect(run.endS).toBeCloseTo(360, 3);
  expect(run.maxSpeedMs).toBeLessThan(0.7 * simulateRun(plan).maxSpeedMs);
  expect(simulateRun(plan, { cycle: segmentsOf(plan) })).toEqual(simulateRun(plan));
});

test.each([0.9, 0.6, 0.4])('leaving cycles out that repeat tells the same of a throttle held to %d, within a kelvin', (share) => {
  const cycle = cappedCycle(plan, share);
  const [whole, fast] = [simulateRun(plan, { cycle }), simulateRunFast(plan, { cycle })];
  expect(Math.abs(fast.maxCanC - whole.maxCanC)).toBeLessThan(1);
  expect(Math.abs(fast.maxWindingC - whole.maxWindingC)).toBeLessThan(1.5);
  expect(Math.abs(fast.usedAh / whole.usedAh - 1)).toBeLessThan(0.02);
});

test('a throttle held back is cooler and slower the more it is; nothing else of a cycle changes', () => {
  const runs = [1, 0.8, 0.6, 0.4].map((share) => simulateRunFast(plan, { cycle: cappedCycle(plan, share) }));
  for (const [i, run] of runs.entries()) {
    if (i === 0) continue;
    expect(run.maxCanC).toBeLessThan(runs[i - 1]!.maxCanC);
    expect(run.maxSpeedMs).toBeLessThan(runs[i - 1]!.maxSpeedMs);
  }
  const [full, held] = [segmentsOf(plan), cappedCycle(plan, 0.6)];
  expect(held.map((one) => [one.kind, one.seconds])).toEqual(full.map((one) => [one.kind, one.seconds]));
  expect(held.every((one) => one.kind !== 'throttle' || one.duty <= 0.6)).toBe(true);
  expect(cappedCycle(plan, 1)).toEqual(full);
});

test('a run begins as warm as it is told, skipping or not', () => {
  const from = { windingC: 60, canC: 55, escC: 40, packC: 30 };
  const [cold, warm] = [simulateRunFast(plan), simulateRunFast(plan, { from })];
  expect(warm.maxCanC).toBeGreaterThan(cold.maxCanC);
  expect(Math.abs(warm.maxCanC - simulateRun(plan, { from }).maxCanC)).toBeLessThan(1);
});
