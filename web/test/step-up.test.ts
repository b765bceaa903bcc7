import type { CarRun, LadderProgress } from '@puddler/contract/shared';
import { limitsWith, rmcSentence, verdictOf, type Ladder, type LadderStep, type PlanFile } from '@puddler/core';
import { learnable } from '../src/active/learnable-runs';
import { clockText, gearsText, outcomeText, stopText } from '../src/stations/step-up/step-text';
import { figureWords } from '../src/active/figure-words';
import { foundAt, type Driven } from '../src/active/ladder-question';
import { stoodSince, withStep } from '../src/stations/step-up/use-ladder-progress';
import { fastestOf, heardFrom } from '../src/stations/practice/nmea-live';

const band = { p10: 1, p50: 2, p90: 3 };
const step = (pinion: number, share?: number): LadderStep => ({
  gearing: share === undefined ? { kind: 'gears', pinion, spur: 58, owned: true } : { kind: 'cap', pinion, spur: 58, share },
  plan: {} as PlanFile,
  topSpeedMs: band,
  canC: band,
  escC: band,
  packC: band,
  packA: band,
  windingOverCanK: 1,
  ambientC: 20,
  planned: { canC: band, escC: band, packC: band },
  stops: undefined,
  room: { runUpM: 1, timingM: 10, stoppingM: 1, wholeM: 16, toRadioEdgeS: undefined },
});
const ladderOf = (change: Partial<Ladder>): Ladder => ({
  outcome: 'reached',
  cars: 144,
  steps: [step(14), step(16)],
  because: undefined,
  target: step(16),
  ...change,
});

test('gears are told as they are counted, with what is left of the throttle', () => {
  expect(gearsText({ pinion: 15, spur: 58 })).toBe('15/58');
  expect(gearsText({ pinion: 15, spur: 58, capShare: 0.65 })).toBe('15/58, throttle at 65 %');
  expect(gearsText({ pinion: 15, spur: 58, capShare: 1 })).toBe('15/58');
  expect(gearsText({ capShare: 0.5 })).toBe('direct, throttle at 50 %');
});

test('a ladder says how it ends, why, and what would have to change', () => {
  expect(outcomeText(ladderOf({}), 'metric')).toEqual({ text: '2 steps to the target.', why: undefined, change: undefined });
  expect(outcomeText(ladderOf({ steps: [step(16)] }), 'metric').text).toBe('One step to the target.');
  const short = outcomeText(
    ladderOf({ outcome: 'stops-short', because: { id: 'motor-temperature', gate: 'planned-run', value: 91, limit: 85, inHundred: 25 } }),
    'metric',
  );
  expect(short.text).toBe('No safe way leads to the target: it ends at 16/58.');
  expect(short.why).toBe('The motor could reach 91 °C over the planned run; 85 °C is its end, in one of four cars like this.');
  expect(short.change).toMatch(/fan/);
  expect(
    outcomeText(
      ladderOf({ outcome: 'no-start', steps: [], because: { id: 'esc-continuous', gate: 'planned-run', value: 1.3, limit: 1, inHundred: 25 } }),
      'metric',
    ).why,
  ).toContain('130 %');
});

test('a figure just over its limit does not read the same as that, whatever the unit', () => {
  expect(stopText({ id: 'motor-temperature', gate: 'passes', value: 85.4, limit: 85, inHundred: 10 }, 'metric')).toContain(
    '85.4 °C in the two passes',
  );
  expect(stopText({ id: 'ballooning', gate: 'passes', value: 0.17, limit: 0.15, inHundred: 10 }, 'metric')).toContain('17 % of their diameter');
  expect(stopText({ id: 'motor-temperature', gate: 'passes', value: 85.4, limit: 85, inHundred: 10 }, 'imperial')).toMatch(/186 °F .* 185 °F/);
});

test('reasons of a verdict speak the units that are chosen', () => {
  const found = { passes: [{ speedMs: 10 }], readings: [{ of: 'can' as const, c: 90 }] };
  const foreseenHere = { ...foreseen, topSpeedMs: { p10: 13, p50: 14, p90: 15 } };
  const said = (system: 'metric' | 'imperial') =>
    verdictOf(found, foreseenHere, limitsWith(), figureWords(system))
      .reasons.map((one) => one.text)
      .join(' ');
  expect(said('metric')).toMatch(/at 90 °C; 85 °C is its end.*did 36 km\/h, predicted were 50 km\/h/);
  expect(said('imperial')).toMatch(/at 194 °F; 185 °F is its end.*did 22 mph, predicted were 31 mph/);
});

test('a clock counts in minutes and seconds, and never under nothing', () => {
  expect([clockText(245), clockText(59.6), clockText(-3)]).toEqual(['4:05', '1:00', '0:00']);
});

const foreseen = {
  topSpeedMs: band,
  canC: band,
  escC: { ...band, p50: 40 },
  packC: { ...band, p50: 30 },
  packA: band,
  windingOverCanK: 6,
  ambientC: 18,
};
const driven = (readings: CarRun['readings'], stoppedAt?: string): Driven => ({
  step: { id: 'a', at: '2027-01-09T10:00:00Z', runId: 'r', foreseen, smell: true, ...(stoppedAt ? { stoppedAt } : {}) },
  run: { at: '2027-01-09T10:00:00Z', plan: {} as PlanFile, ...(readings ? { readings } : {}), passes: [{ speedMs: 14 }] },
  verdict: { verdict: 'go', reasons: [] },
});

test('what was found at the track is told of the run and the step together', () => {
  expect(foundAt(driven([{ of: 'can', c: 50 }]), true)).toMatchObject({
    passes: [{ speedMs: 14 }],
    readings: [{ of: 'can', c: 50 }],
    smell: true,
    cutOff: false,
  });
});

test('the step before warms the next one only once its motor was read', () => {
  const stopped = '2027-01-09T10:05:00Z';
  const nowMs = Date.parse('2027-01-09T10:09:00Z');
  expect(stoodSince(undefined, nowMs)).toBeUndefined();
  expect(stoodSince(driven([{ of: 'esc', c: 40 }], stopped), nowMs)).toBeUndefined();
  expect(stoodSince(driven([{ of: 'can', c: 50 }]), nowMs)).toBeUndefined();
  expect(stoodSince(driven([{ of: 'can', c: 50 }], stopped), nowMs)).toMatchObject({
    sinceS: 240,
    guess: { windingOverCanK: 6, escC: 40, packC: 30 },
  });
});

test('a step is changed by its id, and what is taken out is gone', () => {
  const progress: LadderProgress = { steps: [driven(undefined).step, { ...driven(undefined).step, id: 'b' }] };
  const next = withStep(progress, 'a', { smell: undefined, cutOff: true });
  expect(next.steps[0]).not.toHaveProperty('smell');
  expect(next.steps[0]).toMatchObject({ cutOff: true });
  expect(next.steps[1]).toEqual(progress.steps[1]);
});

test('a real car is not learned from practice, a practice car is; a run held back only with an ESC’s log', () => {
  const run = (id: string, change: Partial<CarRun>) => ({ id, carId: 'c', run: { at: '2027-01-09', plan: {} as PlanFile, usedAh: 1, ...change } });
  const log = { hash: 'h', type: 'text/plain', bytes: 9, name: 'esc.csv', kind: 'esc' as const };
  const runs = [
    run('plain', { name: 'plain' }),
    run('begun', { name: 'begun', usedAh: undefined } as unknown as Partial<CarRun>),
    run('aside', { name: 'aside', aside: true }),
    run('practice', { name: 'practice', purpose: 'practice' }),
    run('held', { name: 'held', capShare: 0.6 }),
    run('logged', { name: 'logged', capShare: 0.6, logs: [log] }),
    run('tracked', { name: 'tracked', capShare: 0.6, logs: [{ ...log, kind: 'gps' }] }),
  ];
  expect(learnable(runs, false).map((one) => one.name)).toEqual(['plain', 'logged']);
  expect(learnable(runs, true).map((one) => one.name)).toEqual(['plain', 'practice', 'logged']);
});

describe('a phone heard live', () => {
  const say = (speedMs: number, lat = 53.21) => rmcSentence('2027-01-09T10:00:00.000Z', lat, -4.42, speedMs);

  test('says where it is and how fast', () => {
    const [one, other] = [heardFrom(say(12))!, heardFrom(say(12, 53.2101))!];
    expect(one.speedMs).toBeCloseTo(12, 1);
    expect(other.northM - one.northM).toBeCloseTo(11.1, 0);
    // A degree of longitude is a little shorter farther north.
    expect(Math.abs(other.eastM - one.eastM)).toBeLessThan(1);
  });

  test.each(['', '$GPGGA,1', '$GPRMC,100000,V,5312.6,N,00425.2,W,3,,090127,,*00', '$GPRMC,100000,A'])('%p says nothing', (sentence) => {
    expect(heardFrom(sentence)).toBeUndefined();
  });

  test('its app shows the fastest out and the fastest back', () => {
    const clock = (s: number) => new Date(Date.UTC(2027, 0, 9, 10) + 1000 * s).toISOString();
    const speeds = [0, 5, 12, 5, 0, 0, 4, 11, 4, 0];
    const track = speeds.map((speedMs, s) => rmcSentence(clock(s), 53.21 + s / 1e5, -4.42, speedMs)).join('\n');
    const fastest = fastestOf(`${track}\n`)!;
    expect(fastest.outMs).toBeCloseTo(12, 1);
    expect(fastest.backMs).toBeCloseTo(11, 1);
    expect(fastestOf('nothing')).toBeUndefined();
  });
});
