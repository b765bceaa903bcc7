import fc from 'fast-check';
import {
  gearsOfStep,
  isSmall,
  ladder,
  limitsWith,
  predictSteady,
  resolvePlan,
  SMALLEST_PINION,
  stepForeseen,
  verdictOf,
  type Ladder,
  type Limits,
  type PlanFile,
  type TypedReading,
} from '@puddler/core';
import { anyPlan } from '../any-plan';

const SEED = 17;
const pinionsOf = ({ gearing: { pinion } }: PlanFile) =>
  pinion === undefined ? [] : Array.from({ length: 9 }, (_, i) => pinion - i).filter((teeth) => teeth >= SMALLEST_PINION);
const spursOf = ({ gearing: { spur } }: PlanFile) => (spur === undefined ? [] : [spur]);
const way = (plan: PlanFile, limits: Limits = limitsWith(plan.limits)) => ladder(plan, { limits, pinions: pinionsOf(plan), spurs: spursOf(plan) });

const known = new Map<string, Ladder>();
/** The same ladder is climbed once for all tests: they draw the same plans. */
function wayOnce(plan: PlanFile, limits: Limits = limitsWith(plan.limits)): Ladder {
  const key = JSON.stringify([plan, limits]);
  const found = known.get(key) ?? way(plan, limits);
  known.set(key, found);
  return found;
}

test(`ladders of seeded plans keep what a ladder promises (24 plans, seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      // A car that does not move has no ladder worth the name, and takes as long as the others.
      fc.pre(predictSteady(resolvePlan(plan)).topSpeedMs > 0.3);
      const { outcome, steps, because, target } = wayOnce(plan);
      fc.pre(target.topSpeedMs.p10 > 0.1);
      for (const [i, step] of steps.entries()) {
        // None is past a stop limit in one of ten cars like this.
        expect(step.stops).toBeUndefined();
        expect(step.room.wholeM).toBeGreaterThanOrEqual(step.room.runUpM + step.room.timingM + step.room.stoppingM);
        if (i > 0) expect(step.topSpeedMs.p50).toBeGreaterThan(steps[i - 1]!.topSpeedMs.p50);
      }
      const last = steps[steps.length - 1];
      if (outcome === 'reached') expect(last!.topSpeedMs).toEqual(target.topSpeedMs);
      if (outcome === 'no-start') expect(steps).toEqual([]);
      if (outcome === 'stops-short') expect(last!.topSpeedMs.p50).toBeLessThan(1.000_001 * target.topSpeedMs.p50);
      // A step that ends before a stop is worth its drive.
      if (outcome === 'stops-short' && steps.length > 1) expect(last!.topSpeedMs.p50).toBeGreaterThanOrEqual(1.02 * steps.at(-2)!.topSpeedMs.p50);
      if (outcome !== 'reached') expect(because!.value).toBeGreaterThan(because!.limit);
    }),
    { seed: SEED, numRuns: 24, endOnFailure: true },
  );
});

test(`a ladder is the same twice, and no shorter for gears that nobody could use (8 plans, seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const first = wayOnce(plan);
      expect(way(plan)).toEqual(first);
      // A larger pinion than the target’s leads past it.
      const { pinion = 0 } = plan.gearing;
      const more = ladder(plan, { limits: limitsWith(plan.limits), pinions: [...pinionsOf(plan), pinion + 2], spurs: spursOf(plan) });
      expect(more.steps.map(gearsOfStep)).toEqual(first.steps.map(gearsOfStep));
    }),
    { seed: SEED, numRuns: 8, endOnFailure: true },
  );
});

test(`looser limits never make a ladder end lower (8 plans, seed ${SEED})`, () => {
  const loose = limitsWith({
    'motor-temperature': { caution: 150, stop: 160 },
    'winding-temperature': { caution: 200, stop: 220 },
    'esc-temperature': { caution: 150, stop: 160 },
    'pack-temperature': { caution: 90, stop: 95 },
  });
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const [tight, wide] = [wayOnce(plan, limitsWith()), way(plan, loose)];
      const top = ({ steps }: typeof tight) => steps[steps.length - 1]?.topSpeedMs.p50 ?? 0;
      expect(top(wide)).toBeGreaterThanOrEqual(top(tight) - 1e-9);
      expect(
        wide.steps.every((step, i) => i === 0 || isSmall(wide.steps[i - 1]!, step) || step.topSpeedMs.p50 > wide.steps[i - 1]!.topSpeedMs.p50),
      ).toBe(true);
    }),
    { seed: SEED, numRuns: 8, endOnFailure: true },
  );
});

test(`a step that does just what was foreseen under every caution is a go (12 plans, seed ${SEED})`, () => {
  fc.assert(
    fc.property(anyPlan, (plan) => {
      const limits = limitsWith({
        'motor-temperature': { caution: 200, stop: 220 },
        'esc-temperature': { caution: 200, stop: 220 },
        'pack-temperature': { caution: 200, stop: 220 },
      });
      const foreseen = stepForeseen(plan, 1);
      fc.pre(foreseen.topSpeedMs.p10 > 0.1 && Math.max(foreseen.canC.p50, foreseen.escC.p50, foreseen.packC.p50) < 150);
      const read = (of: 'can' | 'esc' | 'pack', afterStopS: number): TypedReading => ({ of, c: foreseen[`${of}C`].p50, afterStopS });
      const found = {
        passes: (['out', 'back'] as const).map((direction) => ({ speedMs: foreseen.topSpeedMs.p50, direction })),
        readings: [read('can', 20), read('esc', 30), read('pack', 40), read('can', 120)],
        hasPatch: true,
      };
      expect(verdictOf(found, foreseen, limits).verdict).toBe('go');
      // A warm part that is 15 K beyond its band is no go.
      const beyond = (of: TypedReading['of']) => foreseen[`${of as 'can' | 'esc' | 'pack'}C`].p90;
      const hot = { ...found, readings: found.readings.map((one) => ({ ...one, c: Math.max(45, beyond(one.of) + 15) + 1 })) };
      expect(verdictOf(hot, foreseen, limits).verdict).toBe('hold');
    }),
    { seed: SEED, numRuns: 12, endOnFailure: true },
  );
});
