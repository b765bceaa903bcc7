import fc from 'fast-check';
import { DEFAULT_LIMITS, linkUse, predict, drivePass, predictSteady, resolvePlan, simulateRun, type PlanFile } from '@puddler/core';
import { anyPlan } from '../any-plan';

const SEED = 417;
const settings = (numRuns: number) => ({ seed: SEED, numRuns });

const topSpeed = (plan: PlanFile) => predictSteady(resolvePlan(plan)).topSpeedMs;

test(`200 random plans: every figure finite, every outcome named (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const { steady, run } = predict(plan);
      expect(['converged', 'no-motion', 'runaway']).toContain(steady.outcome);
      expect(['time', 'cutoff', 'empty']).toContain(run.stop);
      for (const figure of [...Object.values(steady), ...Object.values(run)])
        if (typeof figure === 'number') expect(Number.isFinite(figure)).toBe(true);
      expect(run.maxWindingC).toBeGreaterThanOrEqual(plan.site.ambientC);
      expect(run.usedAh).toBeGreaterThanOrEqual(0);
      expect(run.endS).toBeLessThanOrEqual(60 * plan.run!.minutes + 1e-6);
      expect(run.gripLimitedS).toBeLessThanOrEqual(run.endS + 1e-6);
      expect(steady.topSpeedMs).toBeGreaterThanOrEqual(0);
    }),
    settings(200),
  );
});

test(`another cell is never slower (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const more = structuredClone(plan);
      // The same resistance per pack, so that only the volts change.
      const ohm = 0.004;
      for (const pack of plan.packs) pack.cellResistanceOhm = ohm / pack.cells;
      for (const pack of more.packs) {
        pack.cells += 1;
        pack.cellResistanceOhm = ohm / pack.cells;
      }
      expect(topSpeed(more)).toBeGreaterThanOrEqual(topSpeed(plan) * (1 - 1e-6));
    }),
    settings(150),
  );
});

test(`kv times ratio kept, resistance and losses scaled: top speed stays (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, fc.double({ min: 0.5, max: 2, noNaN: true }), (plan, factor) => {
      const resolved = resolvePlan(plan);
      const scaled = structuredClone(resolved);
      const { motor } = scaled;
      // Twice the kv on twice the ratio: half the torque per amp, so a circuit of the same ohms sees the same car.
      motor.kvRpmPerV *= factor;
      motor.torqueConstantNmPerA /= factor;
      motor.frictionTorqueNm /= factor;
      motor.viscousTorqueNms /= factor * factor;
      motor.lagOhmPerRadS /= factor;
      scaled.ratio *= factor;
      expect(predictSteady(scaled).topSpeedMs).toBeCloseTo(predictSteady(resolved).topSpeedMs, 6);
    }),
    settings(150),
  );
});

test(`a second fan is never hotter (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const cans = ([0, 1, 2] as const).map((motorFans) => simulateRun(resolvePlan({ ...plan, cooling: { motorFans } })).maxCanC);
      expect(cans[1]).toBeLessThanOrEqual(cans[0]! + 1e-6);
      expect(cans[2]).toBeLessThanOrEqual(cans[1]! + 1e-6);
    }),
    settings(40),
  );
});

test(`a pass starts at rest and its road agrees with its speed (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      fc.pre((plan.site.gradePct ?? 0) >= 0);
      const resolved = resolvePlan(plan);
      const pass = drivePass(resolved).pass;
      expect(pass.samples[0]).toMatchObject({ timeS: 0, speedMs: 0, distanceM: 0 });
      expect(pass.samples.length).toBeLessThan(400);
      const times = pass.samples.map((sample) => sample.timeS);
      expect([...times].sort((a, b) => a - b)).toEqual(times);
      for (const [i, sample] of pass.samples.entries()) {
        const next = pass.samples[i + 1];
        if (!next) break;
        // The road covered lies between the slower and the faster end of each stretch, but for where speed peaks inside it.
        const seconds = next.timeS - sample.timeS;
        const fastest = Math.max(sample.speedMs, next.speedMs) * 1.2 + 0.02;
        expect(next.distanceM - sample.distanceM).toBeLessThanOrEqual(fastest * seconds + 1e-9);
      }
    }),
    settings(60),
  );
});

test(`use of limits is a share of them (seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const resolved = resolvePlan(plan);
      for (const use of linkUse(plan, resolved, simulateRun(resolved), DEFAULT_LIMITS)) {
        expect(use.share).toBeGreaterThanOrEqual(0);
        if (use.figure === 'grip') expect(use.share).toBeLessThanOrEqual(1 + 1e-9);
        else if (use.level === 'stop') expect(use.share).toBeGreaterThanOrEqual(1);
        else expect(use.share).toBeLessThan(1);
      }
    }),
    settings(40),
  );
});

test(`a run that begins far past burning ends, and every figure is finite (200 plans, seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, fc.constantFrom(...(['trail', 'race', 'bash'] as const)), fc.integer({ min: 500, max: 1000 }), (drawn, profile, canC) => {
      const plan = resolvePlan({ ...drawn, run: { profile, minutes: 0.5 } });
      const run = simulateRun(plan, { stepS: 0.04, from: { windingC: 3000, canC, escC: 40, packC: 30 } });
      expect(['time', 'cutoff', 'empty']).toContain(run.stop);
      for (const figure of Object.values(run)) if (typeof figure === 'number') expect(Number.isFinite(figure)).toBe(true);
    }),
    { seed: SEED, numRuns: 200 },
  );
});
