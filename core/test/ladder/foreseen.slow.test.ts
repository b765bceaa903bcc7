import {
  cooledTo,
  coolingOf,
  driveStep,
  gearsOfStep,
  ladder,
  limitsWith,
  resolvePlan,
  sameGears,
  sessionMinutes,
  sessionSegments,
  positionOn,
  stepForeseen,
  stepSession,
  USUAL_READY_C,
  type Attempt,
  type StepGearing,
  type TypedReading,
} from '@puddler/core';
import { plainPlan } from '../helpers';

const plan = plainPlan({ gearing: { pinion: 20, spur: 60 }, run: { profile: 'race', minutes: 3 } });
const resolved = resolvePlan(plan);
const AIR_C = plan.site.ambientC;

describe('what a step is expected to do', () => {
  const foreseen = stepForeseen(plan, 1);

  test('has bands that hold their middle, warmer than the air, and is the same twice', () => {
    for (const { p10, p50, p90 } of [foreseen.topSpeedMs, foreseen.canC, foreseen.escC, foreseen.packC, foreseen.packA]) {
      expect(p10).toBeLessThanOrEqual(p50);
      expect(p50).toBeLessThanOrEqual(p90);
    }
    expect(foreseen.canC.p10).toBeGreaterThan(AIR_C);
    expect(foreseen.windingOverCanK).toBeGreaterThan(0);
    expect(foreseen.ambientC).toBe(AIR_C);
    expect(stepForeseen(plan, 1)).toEqual(foreseen);
  });

  test('is slower and cooler with the throttle held back, and the more so the more', () => {
    const [at80, at60] = [stepForeseen(plan, 0.8), stepForeseen(plan, 0.6)];
    expect(at80.topSpeedMs.p50 / foreseen.topSpeedMs.p50).toBeGreaterThan(0.76);
    expect(at80.topSpeedMs.p50 / foreseen.topSpeedMs.p50).toBeLessThan(0.86);
    expect(at60.topSpeedMs.p50).toBeLessThan(at80.topSpeedMs.p50);
    expect(at60.canC.p50).toBeLessThan(foreseen.canC.p50);
  });

  test('is warmer for a car that has not cooled since the step before', () => {
    const warm = stepForeseen(plan, 1, { windingC: 45, canC: 42, escC: 35, packC: 30 });
    expect(warm.canC.p50).toBeGreaterThan(foreseen.canC.p50 + 8);
    expect(warm.topSpeedMs.p50).toBeCloseTo(foreseen.topSpeedMs.p50, 0);
  });

  test('comes of a session of a pass each way, as long at full throttle as the car needs', () => {
    const session = stepSession(resolved, 0.7);
    const throttle = sessionSegments(session).filter((one) => one.kind === 'throttle' && one.duty > 0);
    expect(throttle).toHaveLength(2);
    expect(throttle.every((one) => one.kind === 'throttle' && one.duty === 0.7 && one.seconds === session.fullS)).toBe(true);
    expect(sessionMinutes(session)).toBeCloseTo(sessionSegments(session).reduce((sum, one) => sum + one.seconds, 0) / 60, 9);
    const { topSpeedMs, packA, stopped, canC } = driveStep(resolved, session);
    expect(topSpeedMs).toBeGreaterThan(5);
    expect(packA).toBeGreaterThan(1);
    // Half a minute after the stop the winding has warmed the can, or the air has cooled it: by little either way.
    expect(Math.abs(canC - stopped.canC)).toBeLessThan(6);
  });

  test('wind along the strip is against the car one way and with it the other', () => {
    const winds = sessionSegments(stepSession(resolved, 1), { windMs: 3, grade: 0.01 }).flatMap((one) =>
      one.kind === 'throttle' && one.duty > 0 ? [[one.windMs, one.grade]] : [],
    );
    expect(winds).toEqual([
      [3, 0.01],
      [-3, -0.01],
    ]);
  });
});

describe('how a car cools', () => {
  const guess = { windingOverCanK: 12, escC: 40, packC: 30 };
  const stopped = { windingC: 90, canC: 75, escC: 48, packC: 34 };
  const truthAt = (afterS: number, rate = 1) => cooledTo(resolved, { from: stopped, rate }, afterS);
  const read = (afterStopS: number, rate = 1): TypedReading => ({
    of: 'can',
    // A matt patch emits 0.95: the rest of what is read is the air.
    c: Math.round(AIR_C + 0.95 * (truthAt(afterStopS, rate).canC - AIR_C)),
    afterStopS,
  });

  test.each([
    ['as it is estimated', 1],
    ['a third faster', 1.33],
    ['a quarter slower', 0.75],
  ])('%s: a second reading half way puts the can within 2 K of what is wanted at the end of the countdown', (_what, rate) => {
    const first = coolingOf(resolved, [read(20, rate), { of: 'esc', c: 47, afterStopS: 30 }], guess, USUAL_READY_C);
    expect(first.readyS).toBeGreaterThan(60);
    const again = coolingOf(resolved, [read(20, rate), read(Math.round(first.readyS! / 2), rate)], guess, USUAL_READY_C);
    expect(Math.abs(truthAt(again.readyS!, rate).canC - USUAL_READY_C)).toBeLessThan(2);
    if (rate > 1) expect(again.rate).toBeGreaterThan(1.05);
    if (rate < 1) expect(again.rate).toBeLessThan(0.95);
  });

  test('a can that is cool enough already is ready once its winding cannot warm it over again', () => {
    const cool = coolingOf(resolved, [{ of: 'can', c: 30, afterStopS: 10 }], { windingOverCanK: 1, escC: 25, packC: 22 }, 40);
    expect(cool.readyS).toBe(0);
    const rising = coolingOf(resolved, [{ of: 'can', c: 38, afterStopS: 5 }], { windingOverCanK: 60, escC: 25, packC: 22 }, 40);
    expect(rising.readyS).toBeGreaterThan(30);
  });

  test('the slowest part decides, and air that is too warm never lets it', () => {
    const hotPack = coolingOf(resolved, [read(20), { of: 'pack', c: 60, afterStopS: 20 }], guess, 40);
    expect(hotPack.readyS!).toBeGreaterThanOrEqual(coolingOf(resolved, [read(20)], guess, 40).readyS!);
    expect(coolingOf(resolved, [read(20)], guess, AIR_C).readyS).toBeUndefined();
  });

  test('the reading it goes by is met', () => {
    const cooling = coolingOf(resolved, [read(45)], guess, 40);
    expect(AIR_C + 0.95 * (cooledTo(resolved, cooling, 45).canC - AIR_C)).toBeCloseTo(read(45).c, 1);
    expect(() => coolingOf(resolved, [], guess, 40)).toThrow(RangeError);
  });
});

describe('where one stands on a ladder', () => {
  const step = (
    pinion: number,
    speedMs: number,
    share?: number,
  ): { gearing: StepGearing; topSpeedMs: { p10: number; p50: number; p90: number } } => ({
    gearing: share === undefined ? { kind: 'gears', pinion, spur: 60, owned: true } : { kind: 'cap', pinion, spur: 60, share },
    topSpeedMs: { p10: speedMs, p50: speedMs, p90: speedMs },
  });
  const steps = [step(14, 10), step(16, 11), step(18, 12, 0.9), step(18, 13)];
  const speedOf = ({ pinion }: { pinion?: number | undefined }) => 0.7 * (pinion ?? 0);
  const after = (...attempts: Attempt[]) => positionOn(steps, attempts, speedOf);

  test.each<[string, Attempt[], number, string]>([
    ['nothing was driven: the first', [], 0, 'first'],
    ['go: the next', [{ pinion: 14, spur: 60, verdict: 'go' }], 1, 'on'],
    ['hold: the same', [{ pinion: 16, spur: 60, verdict: 'hold' }], 1, 'again'],
    ['back: the one below', [{ pinion: 16, spur: 60, verdict: 'back' }], 0, 'down'],
    ['back on the lowest: the lowest', [{ pinion: 14, spur: 60, verdict: 'back' }], 0, 'down'],
    ['go with a cap: all of the throttle', [{ pinion: 18, spur: 60, capShare: 0.9, verdict: 'go' }], 3, 'on'],
    ['go on the last: the top', [{ pinion: 18, spur: 60, verdict: 'go' }], 3, 'top'],
    ['go with gears that are on the ladder no more: the next faster', [{ pinion: 15, spur: 60, verdict: 'go' }], 1, 'on'],
  ])('%s', (_what, attempts, at, why) => {
    expect(after(...attempts)).toEqual({ at, why });
  });

  test('the same gears are the same whether all of the throttle is said or not', () => {
    expect(sameGears({ pinion: 18, spur: 60 }, { pinion: 18, spur: 60, capShare: 1 })).toBe(true);
    expect(sameGears({ pinion: 18, spur: 60 }, { pinion: 18, spur: 60, capShare: 0.9 })).toBe(false);
    expect(gearsOfStep(steps[2]!)).toEqual({ pinion: 18, spur: 60, capShare: 0.9 });
    expect(gearsOfStep(steps[3]!)).toEqual({ pinion: 18, spur: 60 });
  });

  test('a ladder goes on from the step that was driven, gears or cap, to the target and no further', () => {
    const limits = limitsWith({
      'motor-temperature': { stop: 200 },
      'winding-temperature': { stop: 300 },
      'esc-temperature': { stop: 200 },
      'esc-continuous': { stop: 9 },
    });
    const options = { limits, pinions: [14, 15, 16, 17, 18, 19, 20], spurs: [60] };
    const shares: number[] = [];
    const whole = ladder(plan, { ...options, report: (share) => shares.push(share) });
    expect(whole.outcome).toBe('reached');
    expect(shares.every((share, i) => share >= 0 && share <= 1 && (i === 0 || share >= shares[i - 1]!))).toBe(true);
    const from = gearsOfStep(whole.steps[1]!);
    const rest = ladder(plan, { ...options, from });
    expect(gearsOfStep(rest.steps[0]!)).toEqual(from);
    expect(rest.steps.length).toBeLessThan(whole.steps.length + 1);
    const atTop = ladder(plan, { ...options, from: { pinion: 20, spur: 60 } });
    expect([atTop.outcome, atTop.steps.length]).toEqual(['reached', 1]);
  });
});
