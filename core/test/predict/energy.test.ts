import fc from 'fast-check';
import { powerBand, resolvePlan, solveTopSpeed } from '@puddler/core';
import { CASES, sinksW } from '../helpers';
import { anyPlan } from '../any-plan';

const SEED = 20261124;

function imbalance(plan: Parameters<typeof resolvePlan>[0]): number {
  const resolved = resolvePlan(plan);
  const solved = solveTopSpeed(resolved);
  const band = powerBand(resolved, solved);
  return Math.abs(band.packW - sinksW(band)) / Math.max(band.packW, 0.01);
}

test.each(CASES)('$name balances within 0.5 %', ({ plan }) => {
  expect(imbalance(plan)).toBeLessThan(0.005);
});

test(`300 random plans balance at top speed (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const resolved = resolvePlan(plan);
      const solved = solveTopSpeed(resolved);
      // Held at the ESC's burst the model clips the current at full duty: what the bridge then takes is not in its equations.
      fc.pre(solved.outcome === 'converged' && solved.at.motorA < resolved.esc.burstA);
      expect(imbalance(plan)).toBeLessThan(0.005);
    }),
    { seed: SEED, numRuns: 300 },
  );
});
