import fc from 'fast-check';
import { heatOf, allFindings, limitsWith, powerBand, predictSteady, resolvePlan, simulateRunFast, solveTopSpeed, type PlanFile } from '@puddler/core';
import { anyPlan } from '../any-plan';
import { sinksW } from '../helpers';

const SEED = 8801;
const RUNS = 520;

const fast = (plan: PlanFile) => simulateRunFast(resolvePlan(plan));

test(`${RUNS} random plans: findings are finite, named, in their levels’ order, and their shares agree with them (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const resolved = resolvePlan(plan);
      const found = allFindings({ plan, resolved, steady: predictSteady(resolved), run: fast(plan), limits: limitsWith() });
      const rank = found.map(({ level }) => ({ stop: 2, caution: 1, info: 0 })[level]);
      expect([...rank].sort((a, b) => b - a)).toEqual(rank);
      expect(new Set(found.map((one) => one.id)).size).toBe(found.length);
      for (const one of found) {
        expect(Number.isFinite(one.value) && Number.isFinite(one.share)).toBe(true);
        expect(`${one.why} ${one.figure}`).not.toMatch(/NaN|undefined|Infinity/);
      }
    }),
    { seed: SEED, numRuns: RUNS, endOnFailure: true },
  );
});

test(`${RUNS} random plans: the power of top speed sums (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const resolved = resolvePlan(plan);
      const solved = solveTopSpeed(resolved);
      fc.pre(solved.outcome === 'converged' && solved.at.motorA < resolved.esc.burstA);
      const band = powerBand(resolved, solved);
      expect(Math.abs(band.packW - sinksW(band))).toBeLessThanOrEqual(0.005 * Math.max(band.packW, 0.01));
    }),
    { seed: SEED, numRuns: RUNS, endOnFailure: true },
  );
});

test(`${RUNS} random plans: a cell more is never slower, more mass never faster on the level or uphill (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const top = (file: PlanFile) => predictSteady(resolvePlan(file)).topSpeedMs;
      const alike = { ...plan, packs: plan.packs.map((pack) => ({ ...pack, cellResistanceOhm: 0.004 / pack.cells })) };
      const more = { ...plan, packs: plan.packs.map((pack) => ({ ...pack, cells: pack.cells + 1, cellResistanceOhm: 0.004 / (pack.cells + 1) })) };
      expect(top(more)).toBeGreaterThanOrEqual(top(alike) * (1 - 1e-6));
      // Where the tyres slip or hold it back, weight is what gives them grip.
      const { at } = solveTopSpeed(resolvePlan(plan));
      if ((plan.site.gradePct ?? 0) >= 0 && !at.slips())
        expect(top({ ...plan, car: { ...plan.car, massKg: plan.car.massKg * 1.3 } })).toBeLessThanOrEqual(top(plan) * (1 + 1e-6) + 1e-9);
    }),
    { seed: SEED, numRuns: RUNS, endOnFailure: true },
  );
});

test(`${RUNS} random plans: two fans and a heat sink are never hotter than none (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const bare = fast({ ...plan, cooling: { motorFans: 0 } });
      // A motor far past burning draws more once cooled: no such car runs.
      fc.pre(heatOf(bare).maxWindingC < 200);
      const cooled = fast({ ...plan, cooling: { motorFans: 2, motorHeatsink: true } });
      expect(heatOf(cooled).maxCanC).toBeLessThanOrEqual(heatOf(bare).maxCanC + 0.3);
    }),
    { seed: SEED, numRuns: RUNS, endOnFailure: true },
  );
});
