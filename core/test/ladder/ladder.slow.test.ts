import fc from 'fast-check';
import {
  isSmall,
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
  type Rung,
} from '@puddler/core';
import { fewest } from '../../src/ladder/ladder';
import { plainPlan } from '../helpers';

const band = (value: number) => ({ p10: value * 0.95, p50: value, p90: value * 1.05 });
const rung = (speedMs: number, canC: number, cap?: number): Rung => ({
  gearing: cap === undefined ? { kind: 'gears', pinion: 10, spur: 60, owned: true } : { kind: 'cap', pinion: 10, spur: 60, share: cap },
  plan: plainPlan(),
  topSpeedMs: { p10: speedMs, p50: speedMs, p90: speedMs },
  canC: { p10: canC, p50: canC, p90: canC },
  escC: band(40),
  packC: band(30),
  packA: band(20),
  windingOverCanK: 5,
  ambientC: 20,
  planned: { canC: band(canC + 10), escC: band(45), packC: band(32) },
  stops: undefined,
});

/** The fewest small steps by trying every way. */
function bruteForce(rungs: readonly Rung[], start: Rung, target: Rung): number {
  let best = Infinity;
  const walk = (at: Rung, steps: number) => {
    if (at === target) best = Math.min(best, steps);
    if (steps >= best) return;
    const faster = rungs.filter((one) => one.topSpeedMs.p50 > at.topSpeedMs.p50).sort((a, b) => a.topSpeedMs.p50 - b.topSpeedMs.p50);
    const small = faster.filter((one) => isSmall(at, one));
    for (const next of small.length > 0 ? small : faster.slice(0, 1)) walk(next, steps + 1);
  };
  walk(start, 0);
  return best;
}

test('of up to twelve gears the way has the fewest steps that brute force finds (300 seeded, seed 8)', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 100, max: 200 }), { minLength: 2, maxLength: 12 }),
      fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 12, maxLength: 12 }),
      (speeds, heats) => {
        let heat = 40;
        const rungs = [...speeds].sort((a, b) => a - b).map((speed, i) => rung(speed / 10, (heat += heats[i]!)));
        const [start, target] = [rungs[0]!, rungs[rungs.length - 1]!];
        const way = fewest(rungs, start, target);
        expect([way[0], way[way.length - 1]]).toEqual([start, target]);
        expect(way.length - 1).toBe(bruteForce(rungs, start, target));
      },
    ),
    { seed: 8, numRuns: 300 },
  );
});

test('of ways as long, gears that are owned are preferred to a cap', () => {
  const [start, capped, gear, target] = [rung(10, 40), rung(11, 44, 0.9), rung(10.9, 44), rung(12, 48)];
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
  const said = verdictOf(found, FORESEEN, limitsWith());
  expect(said.verdict).toBe(verdict);
  expect(said.reasons.map((one) => one.id)).toContain(reason);
  for (const { text } of said.reasons) expect(text).toMatch(/[.]$/);
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
