import { learn, measuredOf, predictSteady, resolvePlan, runBands, scoreOf, whatNext, withLearned, type LoggedRun } from '@puddler/core';
import { hiddenSession, KINDS } from './hidden-session';

const { run, typed } = hiddenSession(91, KINDS[0]);
const said: LoggedRun = { ...typed, readings: run.readings!, usedAh: 1, launch: { to18m3S: 2.6, to40m2S: 3.9 } };

test('what was measured is by figure: the mean of passes, the reading of each part', () => {
  const measured = measuredOf(said);
  const [a, b] = said.passes!;
  expect(measured.topSpeedMs).toBeCloseTo(Math.sqrt(a!.speedMs * b!.speedMs), 9);
  expect(measured).toMatchObject({ canC: run.readings![0]!.c, usedAh: expect.closeTo(1, 9), to18m3S: expect.closeTo(2.6, 9) });
});

test('bands of a run are the same each time, and narrower once the car was learned', () => {
  const bands = runBands(said, 60);
  expect(runBands(said, 60)).toEqual(bands);
  expect(Object.keys(bands).sort()).toEqual(['canC', 'escC', 'packC', 'settledA', 'to18m3S', 'to40m2S', 'topSpeedMs', 'usedAh']);
  const taught = runBands({ ...said, plan: withLearned(said.plan, learn([run])) }, 60);
  const width = ({ p10, p90 }: { p10: number; p90: number }) => p90 - p10;
  for (const figure of ['topSpeedMs', 'settledA'] as const) expect(width(taught[figure]!)).toBeLessThan(width(bands[figure]!));
});

test('after a logged session, temperatures follow its own throttle', () => {
  const profile = runBands({ ...said, minutes: 12 }, 40);
  const logged = runBands({ ...said, minutes: 12, trace: run.trace! }, 40);
  expect(logged.canC!.p50).toBeLessThan(profile.canC!.p50);
});

test('of runs on cars drawn from the spread about eight of ten figures lie in their bands (seeds 400 to 429)', () => {
  const runs = Array.from({ length: 30 }, (_, i) => {
    const { typed: one } = hiddenSession(400 + i, KINDS[i % 3]);
    return { measured: measuredOf(one), predicted: runBands(one, 60) };
  });
  const { inside, of } = scoreOf(runs)!;
  expect(of).toBe(60);
  expect(inside / of).toBeGreaterThan(0.68);
  expect(inside / of).toBeLessThan(0.95);
});

test('the score counts what lies inside, and a miss costs more than a wide band', () => {
  const band = { p10: 9, p50: 10, p90: 11 };
  const of = (value: number, predicted = band) => scoreOf([{ measured: { topSpeedMs: value }, predicted: { topSpeedMs: predicted } }])!;
  expect(of(10)).toEqual({ inside: 1, of: 1, interval: 0.2 });
  expect(of(12)).toMatchObject({ inside: 0, of: 1 });
  expect(of(12).interval).toBeGreaterThan(of(12, { p10: 8, p50: 10, p90: 12 }).interval);
  const cold = scoreOf([{ measured: { canC: 3 }, predicted: { canC: { p10: -5, p50: 0, p90: 5 } } }]);
  expect(cold).toEqual({ inside: 1, of: 1, interval: 0.2 });
  expect(scoreOf([{ measured: {}, predicted: {} }])).toBeUndefined();
});

test('what to measure next narrows the answer, and is asked no more once it was learned', () => {
  const before = whatNext(run.plan, 'topSpeedMs');
  expect(before[0]!.after).toBeLessThan(0.7 * before[0]!.before);
  for (const [i, one] of before.entries()) if (i > 0) expect(one.after).toBeGreaterThanOrEqual(before[i - 1]!.after);
  const kv = before.find((one) => one.id === 'motor.kvRpmPerV')!;
  expect(kv.how).toMatch(/pinion off/);
  const taught = withLearned(run.plan, learn([run]));
  const after = whatNext(taught, 'topSpeedMs');
  expect(after.find((one) => one.id === 'motor.kvRpmPerV')).toBeUndefined();
  expect(Math.max(0, ...after.map((one) => one.before))).toBeLessThan(before[0]!.before);
  expect(predictSteady(resolvePlan(taught)).topSpeedMs).toBeGreaterThan(0);
});

test('a hot can is told best by a thermometer or a log', () => {
  expect(['can', 'log']).toContain(whatNext(run.plan, 'maxCanC')[0]!.id);
});
