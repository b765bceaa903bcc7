import fc from 'fast-check';
import {
  ladder,
  limitsWith,
  resolvePlan,
  STEP_CAN_K,
  STEP_SPEED_SHARE,
  verdictOf,
  type AtTrack,
  type Foreseen,
  type PlanFile,
  type ReasonId,
} from '@puddler/core';
import { fewest, isSmallStep, openQuestions, type WayStep } from '../../src/ladder/way';
import { plainPlan } from '../helpers';

const band = (value: number) => ({ p10: value * 0.95, p50: value, p90: value * 1.05 });
const wayStep = (speedMs: number, canP90C: number, cost = 0): WayStep => ({ speedMs, canP90C, cost, gears: {} });

/** The fewest small steps by trying every way. */
function bruteForce(steps: readonly WayStep[], start: WayStep, target: WayStep): number {
  let best = Infinity;
  const walk = (at: WayStep, count: number) => {
    if (at === target) best = Math.min(best, count);
    if (count >= best) return;
    const faster = steps.filter((one) => one.speedMs > at.speedMs).sort((a, b) => a.speedMs - b.speedMs);
    const small = faster.filter((one) => isSmallStep(at, one));
    for (const next of small.length > 0 ? small : faster.slice(0, 1)) walk(next, count + 1);
  };
  walk(start, 0);
  return best;
}

/** Up to twelve steps in order of speed, whose heat rises by chance. */
const anySteps = fc
  .tuple(
    fc.uniqueArray(fc.integer({ min: 100, max: 200 }), { minLength: 2, maxLength: 12 }),
    fc.array(fc.tuple(fc.integer({ min: 0, max: 9 }), fc.integer({ min: 0, max: 2 })), { minLength: 12, maxLength: 12 }),
  )
  .map(([speeds, each]) => {
    let heat = 40;
    return [...speeds].sort((a, b) => a - b).map((speed, i) => wayStep(speed / 10, (heat += each[i]![0]), each[i]![1]));
  });

test('of up to twelve steps the way has the fewest that brute force finds (300 seeded, seed 8)', () => {
  fc.assert(
    fc.property(anySteps, (steps) => {
      const [start, target] = [steps[0]!, steps[steps.length - 1]!];
      const way = fewest(steps, start, target);
      expect([way[0], way[way.length - 1]]).toEqual([start, target]);
      expect(way.length - 1).toBe(bruteForce(steps, start, target));
    }),
    { seed: 8, numRuns: 300 },
  );
});

test('a way whose heat is looked at only where it leads is the way of which all is known, with less to look at (600 seeded, seed 9)', () => {
  let [looked, all] = [0, 0];
  fc.assert(
    fc.property(anySteps, (steps) => {
      const last = steps.length - 1;
      const hidden = steps.map((step, i): WayStep => (i === 0 || i === last ? step : { ...step, canP90C: undefined }));
      let way: WayStep[];
      for (;;) {
        way = fewest(hidden, hidden[0]!, hidden[last]!);
        const open = openQuestions(way, hidden);
        if (open.length === 0) break;
        for (const one of open) one.canP90C = steps[hidden.indexOf(one)]!.canP90C;
        looked += open.length;
      }
      all += steps.length - 2;
      expect(way).toEqual(fewest(steps, steps[0]!, steps[last]!));
    }),
    { seed: 9, numRuns: 600 },
  );
  expect(looked).toBeLessThan(all);
});

test('of ways as long, gears that are owned are preferred to a cap', () => {
  const [start, capped, gear, target] = [wayStep(10, 40), wayStep(11, 44, 2), wayStep(10.9, 44), wayStep(12, 48)];
  expect(fewest([start, capped, gear, target], start, target)).toEqual([start, gear, target]);
});

const PLANS: [string, PlanFile, number[]][] = [
  [
    'gears one tooth apart',
    plainPlan({ gearing: { pinion: 20, spur: 60 }, run: { profile: 'race', minutes: 1 } }),
    [12, 13, 14, 15, 16, 17, 18, 19, 20],
  ],
  ['two gears only', plainPlan({ gearing: { pinion: 20, spur: 60 }, run: { profile: 'race', minutes: 1 } }), [14, 20]],
];

test.each(PLANS)('a ladder of %s climbs in small steps to the target, none past a stop limit', (_what, plan, pinions) => {
  const { outcome, steps, target } = ladder(plan, {
    limits: limitsWith({
      'motor-temperature': { caution: 200, stop: 220 },
      'winding-temperature': { stop: 400 },
      'esc-temperature': { stop: 300 },
      'esc-continuous': { stop: 9 },
    }),
    pinions,
    spurs: [60],
  });
  expect(outcome).toBe('reached');
  expect(steps[steps.length - 1]!.gearing).toEqual(target.gearing);
  const share = steps[0]!.topSpeedMs.p50 / target.topSpeedMs.p50;
  expect(share).toBeGreaterThanOrEqual(0.55);
  expect(share).toBeLessThanOrEqual(0.7);
  for (const [i, step] of steps.entries()) {
    if (i > 0) expect(step.topSpeedMs.p50 / steps[i - 1]!.topSpeedMs.p50).toBeLessThanOrEqual(1 + STEP_SPEED_SHARE + 1e-9);
    if (i > 0) expect(step.canC.p90 - steps[i - 1]!.canC.p90).toBeLessThanOrEqual(STEP_CAN_K + 1e-9);
    expect(step.stops).toBeUndefined();
    expect(step.room.wholeM).toBeGreaterThan(step.room.runUpM + step.room.stoppingM);
  }
  expect(ladder(plan, { limits: limitsWith(), pinions, spurs: [60] }).target.topSpeedMs).toEqual(target.topSpeedMs);
});

test('a target that burns stops short at the last safe step, and says what forbids more', () => {
  const hot = plainPlan({ gearing: { pinion: 28, spur: 60 }, run: { profile: 'race', minutes: 4 } });
  const { outcome, steps, because, target } = ladder(hot, {
    limits: limitsWith({ 'motor-temperature': { stop: 60 } }),
    pinions: [14, 16, 18, 20, 22, 24, 26],
    spurs: [60],
  });
  expect(target.stops).toBeDefined();
  expect(['stops-short', 'no-start']).toContain(outcome);
  expect(because!.value).toBeGreaterThan(because!.limit);
  for (const step of steps) expect(step.canC.p90).toBeLessThanOrEqual(60);
});

test('nothing that is safe at all is told, and a car driven directly climbs by caps', () => {
  const limits = limitsWith({ 'motor-temperature': { stop: 26 } });
  expect(ladder(plainPlan({ run: { profile: 'race', minutes: 1 } }), { limits, pinions: [], spurs: [] })).toMatchObject({
    outcome: 'no-start',
    steps: [],
  });
  const direct = plainPlan({ gearing: {}, car: { ...plainPlan().car, internalRatio: 7 }, run: { profile: 'race', minutes: 1 } });
  const { outcome, steps } = ladder(direct, {
    limits: limitsWith({
      'motor-temperature': { stop: 300 },
      'winding-temperature': { stop: 500 },
      'esc-temperature': { stop: 300 },
      'esc-continuous': { stop: 9 },
    }),
    pinions: [],
    spurs: [],
  });
  expect(outcome).toBe('reached');
  expect(steps.slice(0, -1).every((step) => step.gearing.kind === 'cap' && step.gearing.share < 1)).toBe(true);
  expect(resolvePlan(direct).ratio).toBe(7);
});

const FORESEEN: Foreseen = {
  topSpeedMs: band(15),
  canC: band(55),
  escC: band(45),
  packC: band(35),
  packA: band(25),
  windingOverCanK: 10,
  ambientC: 20,
};
const GOOD: AtTrack = {
  passes: [
    { speedMs: 15, direction: 'out' },
    { speedMs: 14.8, direction: 'back' },
  ],
  readings: [
    { of: 'can', c: 54, afterStopS: 20 },
    { of: 'esc', c: 44, afterStopS: 30 },
    { of: 'pack', c: 34, afterStopS: 40 },
    { of: 'can', c: 54, afterStopS: 120 },
  ],
  settledA: 25,
  hasPatch: true,
};
const withReading = (of: 'can' | 'esc' | 'pack', c: number): AtTrack => ({
  ...GOOD,
  readings: GOOD.readings.map((one) => (one.of === of ? { ...one, c } : one)),
});
/** The three parts read at that time, the highest of the can later. */
const withTimes = (afterStopS: number): AtTrack => ({ ...GOOD, readings: GOOD.readings.map((one, i) => (i < 3 ? { ...one, afterStopS } : one)) });
const withSpeed = (speedMs: number, settledA = 25): AtTrack => ({ ...GOOD, settledA, passes: GOOD.passes.map((pass) => ({ ...pass, speedMs })) });

test.each<[string, AtTrack, 'go' | 'hold' | 'back', ReasonId]>([
  ['all as predicted', GOOD, 'go', 'as-predicted'],
  ['no pass back', { ...GOOD, passes: GOOD.passes.slice(0, 1) }, 'hold', 'passes-missing'],
  ['no reading of the ESC', { ...GOOD, readings: GOOD.readings.filter((one) => one.of !== 'esc') }, 'hold', 'readings-missing'],
  ['readings within a minute', withTimes(60), 'go', 'as-predicted'],
  ['readings after a minute', withTimes(61), 'hold', 'readings-late'],
  ['no highest', { ...GOOD, readings: GOOD.readings.slice(0, 3) }, 'hold', 'highest-missing'],
  ['a highest too late', { ...GOOD, readings: [...GOOD.readings.slice(0, 3), { of: 'can', c: 50, afterStopS: 181 }] }, 'hold', 'highest-missing'],
  // Predicted up to 57.75 and 47.25 °C; 15 K beyond that it is warmer.
  ['a can just under caution, within 15 K of its band', withReading('can', 69.9), 'go', 'as-predicted'],
  ['an ESC a little warmer than its band', withReading('esc', 62), 'go', 'as-predicted'],
  ['an ESC that is far warmer than its band', withReading('esc', 62.5), 'hold', 'warmer'],
  ['a bare can that reads what a caution less 15 K is', { ...withReading('can', 55), hasPatch: false }, 'hold', 'no-patch'],
  ['a bare can under that', { ...withReading('can', 54.9), hasPatch: false }, 'go', 'as-predicted'],
  ['a can of which nobody said whether it has a patch', { ...withReading('can', 60), hasPatch: undefined }, 'hold', 'no-patch'],
  ['a can at caution', withReading('can', 70), 'hold', 'over-caution'],
  ['a can just under its end', withReading('can', 84.9), 'hold', 'over-caution'],
  ['a can at its end', withReading('can', 85), 'back', 'over-stop'],
  ['an ESC at its end', withReading('esc', 95), 'back', 'over-stop'],
  ['a pack at caution', withReading('pack', 50), 'hold', 'over-caution'],
  ['the cut-off', { ...GOOD, cutOff: true }, 'back', 'cut-off'],
  ['a smell', { ...GOOD, smell: true }, 'back', 'smell'],
  ['a noise', { ...GOOD, noise: true }, 'back', 'noise'],
  ['slow, within what is usual', withSpeed(12.8), 'go', 'as-predicted'],
  ['too slow', withSpeed(12.7), 'hold', 'off-speed'],
  ['too fast', withSpeed(17.3), 'hold', 'off-speed'],
  ['slow with more amps', withSpeed(12.5, 29), 'back', 'slow-and-thirsty'],
  ['slow and hot at few amps', { ...withSpeed(12.5, 20), readings: withReading('can', 72).readings }, 'hold', 'wrong-kv'],
])('%s: the verdict', (_what, found, verdict, reason) => {
  const outcome = verdictOf(found, FORESEEN, limitsWith());
  expect(outcome.verdict).toBe(verdict);
  expect(outcome.reasons.map((one) => one.id)).toContain(reason);
  for (const { text } of outcome.reasons) expect(text).toMatch(/[.]$/);
});

test('what a crawler did and was to do are not the same figure in the reason', () => {
  const crawler: Foreseen = { ...FORESEEN, topSpeedMs: band(1.2), packA: band(1.3) };
  const found: AtTrack = { ...GOOD, passes: GOOD.passes.map((pass) => ({ ...pass, speedMs: 0.99 })), settledA: 1.6 };
  const { reasons } = verdictOf(found, crawler, limitsWith());
  expect(reasons.find((one) => one.id === 'slow-and-thirsty')!.text).toContain('It did 3.6 km/h, not 4.3 km/h, and drew 1.6 A, not 1.3 A');
});

test('a cold car is not held for being warmer than predicted', () => {
  const cold: Foreseen = { ...FORESEEN, ambientC: 20, canC: band(24), escC: band(21), packC: band(21) };
  const found = { ...withReading('can', 36), readings: withReading('can', 36).readings.map((one) => (one.of === 'can' ? one : { ...one, c: 27 })) };
  expect(verdictOf(found, cold, limitsWith()).verdict).toBe('go');
});

test('go is never said with anything missing (1,000 seeded, seed 3)', () => {
  const maybe = fc.boolean();
  fc.assert(
    fc.property(fc.array(maybe, { minLength: 6, maxLength: 6 }), (has) => {
      const found: AtTrack = { ...GOOD, passes: GOOD.passes.filter((_, i) => has[i]), readings: GOOD.readings.filter((_, i) => has[i + 2]) };
      expect(verdictOf(found, FORESEEN, limitsWith()).verdict === 'go').toBe(has.every(Boolean));
    }),
    { seed: 3, numRuns: 1000 },
  );
});
