import { driveSession, fastRun, isHeldBack, learn, resolvePlan, sessionFor, withLearned, type LoggedRun, type Temperatures } from '@puddler/core';
import { evidenceOf } from '../../src/learn/evidence';
import { warmStart } from '../../src/learn/logged-run';
import { hiddenSession, KINDS } from './hidden-session';

const { hidden, run } = hiddenSession(31, KINDS[0]);
const AIR_C = KINDS[0]!.site.ambientC;
const WARM: Temperatures = { windingC: 46, canC: 46, escC: 34, packC: 28 };

/** The same session from a warm car: only the can is read, as it truly was half a minute after. */
function warmRun(): LoggedRun {
  const { samples } = driveSession(hidden.truth, hidden.weather, sessionFor(resolvePlan(KINDS[0]!)), WARM);
  const { canC } = samples[samples.length - 1]!;
  return { ...run, readings: [{ of: 'can', c: canC, afterStopS: 0 }] };
}

describe('a run that began warm', () => {
  const warm = warmRun();
  const canOf = (one: LoggedRun) => {
    const { features, model, resolved } = evidenceOf(one, 0);
    const at = features.findIndex((feature) => feature.kind === 'can');
    return { read: features[at]!.value, said: model(resolved, { restV: 0, windMs: 0, grade: 0 })[at]! };
  };

  test('is expected to end warmer by nearly as much as it began warmer', () => {
    const [cold, told] = [canOf(warm), canOf({ ...warm, startC: { can: WARM.canC, esc: WARM.escC, pack: WARM.packC } })];
    expect(told.read).toBe(cold.read);
    expect(told.said - cold.said).toBeGreaterThan(0.6 * (WARM.canC - AIR_C));
    expect(told.said - cold.said).toBeLessThan(WARM.canC - AIR_C);
    expect(Math.abs(told.read - told.said)).toBeLessThan(Math.abs(cold.read - cold.said));
  });

  test('makes a motor look hotter than it is where that was not noted', () => {
    const canOfNext = (one: LoggedRun) => fastRun(resolvePlan(withLearned(KINDS[0]!, learn([one])))).end.canC;
    expect(canOfNext(warm)).toBeGreaterThan(canOfNext({ ...warm, startC: { can: WARM.canC } }) + 0.5);
  });

  test('was as warm in its winding as in its can, and where only the can was read the rest was as the air', () => {
    const resolved = resolvePlan(KINDS[0]!);
    expect(warmStart({ startC: { can: 44, pack: 29 } }, resolved)).toEqual({ windingC: 44, canC: 44, escC: AIR_C, packC: 29 });
    expect(warmStart({}, resolved)).toBeUndefined();
  });

  test('typed without a log counts as well', () => {
    const { trace: _trace, ...typed } = warm;
    const [cold, told] = [canOf({ ...typed, minutes: 1 }), canOf({ ...typed, minutes: 1, startC: { can: WARM.canC } })];
    expect(told.said).toBeGreaterThan(cold.said + 5);
  });
});

describe('a run with the throttle held back', () => {
  const { trace: _trace, ...typed } = run;
  const held: LoggedRun = { ...typed, passes: [{ speedMs: 9, direction: 'out' }], capShare: 0.6 };

  test('teaches nothing by what was typed of it, and is no reason to fail', () => {
    expect(isHeldBack(held)).toBe(true);
    expect(isHeldBack({ capShare: 1 })).toBe(false);
    expect(evidenceOf(held, 0).features).toEqual([]);
    expect(learn([held]).outcome).toBe('no-evidence');
  });

  test('beside another run changes nothing of what that teaches', () => {
    const [alone, both] = [learn([run]), learn([run, held])];
    expect(both.theta.map((value) => value.toFixed(6))).toEqual(alone.theta.map((value) => value.toFixed(6)));
  });

  test('with its log it is learned from like any other: the log says what was asked', () => {
    const logged: LoggedRun = { ...run, capShare: 0.6 };
    expect(evidenceOf(logged, 0).features.length).toBe(evidenceOf(run, 0).features.length);
  });
});
