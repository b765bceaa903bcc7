import { SET_DAYS, type Day } from '@puddler/core';
import { checkAskedOfDevices, checkBody, checkPointing, checkTrackAsked, type LadderProgress } from '@puddler/contract';

const BAND = { p10: 12, p50: 14, p90: 16 };
const FORESEEN = { topSpeedMs: BAND, canC: BAND, escC: BAND, packC: BAND, packA: BAND, windingOverCanK: 4, ambientC: 18 };
const STEP: LadderProgress['steps'][number] = { id: 'one', at: '2027-01-09T10:00:00.000Z', runId: 'run', pinion: 15, spur: 58, foreseen: FORESEEN };
const { base } = SET_DAYS[0]!;
const AIR = { windingC: 18, canC: 18, escC: 18, packC: 18 };
const DRIVE: Day['drives'][number] = {
  id: 'one',
  plan: base,
  how: 'passes',
  at: '2027-01-09T10:00:00.000Z',
  runId: 'run',
  seed: 9,
  from: AIR,
  stopped: AIR,
  seconds: 44,
  topSpeedMs: 14,
  windingC: 70,
};
const DAY: Day = { base, seed: 4, set: 1, stoodS: 20, waitedS: 0, drives: [DRIVE] };

const verdict = (kind: 'ladder' | 'day', body: unknown): string[] => {
  const checked = checkBody(kind)(body, undefined);
  return checked.ok ? [] : checked.problems.map((one) => one.path);
};
const progress = (change: object): object => ({ steps: [{ ...STEP, ...change }] });
const day = (change: object): object => ({ ...DAY, ...change });
const drive = (change: object): object => ({ ...DAY, drives: [{ ...DRIVE, ...change }] });

test.each<[string, object]>([
  ['nothing driven yet', { steps: [] }],
  ['a step on its way', { steps: [STEP] }],
  ['one that stopped, smelt and was cut off', progress({ stoppedAt: '2027-01-09T10:04:00.000Z', smell: true, cutOff: true, noise: true })],
  ['a throttle held back', progress({ capShare: 0.65 })],
  ['a car that is driven directly', { steps: [{ id: 'one', at: STEP.at, runId: 'r', foreseen: FORESEEN, capShare: 0.5 }] }],
  ['what was foreseen at the beginning', { steps: [STEP], begun: [{ pinion: 15, spur: 58, topSpeedMs: 14, canC: 55 }], ownedOnly: true, readyC: 35 }],
])('a ladder with %s is good', (_what, body) => {
  expect(verdict('ladder', body)).toEqual([]);
});

test.each<[string, unknown, string]>([
  ['no steps at all', {}, 'steps'],
  ['a step without its run', progress({ runId: undefined }), 'steps[0].runId'],
  ['a moment that is none', progress({ at: 'this morning' }), 'steps[0].at'],
  ['half a tooth', progress({ pinion: 15.5 }), 'steps[0].pinion'],
  ['more than all of the throttle', progress({ capShare: 1.1 }), 'steps[0].capShare'],
  ['a band without its middle', progress({ foreseen: { ...FORESEEN, canC: { p10: 1, p90: 3 } } }), 'steps[0].foreseen.canC.p50'],
  ['a smell that was not', progress({ smell: false }), 'steps[0].smell'],
  ['the same step twice', { steps: [STEP, STEP] }, 'steps[1]'],
  ['a field that nobody knows', { steps: [], owned: true }, 'owned'],
  ['a next run in an oven', { steps: [], readyC: 400 }, 'readyC'],
  ['steps without end', { steps: Array.from({ length: 61 }, (_, i) => ({ ...STEP, id: String(i) })) }, 'steps'],
])('a ladder with %s is refused, naming the field', (_what, body, path) => {
  expect(verdict('ladder', body)).toContain(path);
});

test.each<[string, object]>([
  ['just begun', day({ drives: [] })],
  ['of free play', { base, seed: 0, stoodS: 0, waitedS: 0, drives: [] }],
  ['with a motor lost, and over', { ...drive({ lost: 'motor', windingC: 156 }), over: true }],
  ['with the throttle held back', drive({ capShare: 0.4, how: 'race' })],
])('a practice day %s is good', (_what, body) => {
  expect(verdict('day', body)).toEqual([]);
});

test.each<[string, object, string]>([
  ['a fourth set day', day({ set: 4 }), 'set'],
  ['a seed that is no whole number', day({ seed: 1.5 }), 'seed'],
  ['a plan that is none', day({ base: { name: 'X' } }), 'base.format'],
  ['a wait into the past', day({ stoodS: -1 }), 'stoodS'],
  ['a way to drive that there is not', drive({ how: 'backwards' }), 'drives[0].how'],
  ['a servo lost', drive({ lost: 'servo' }), 'drives[0].lost'],
  ['a winding as hot as a star', drive({ windingC: 5000 }), 'drives[0].windingC'],
  ['a drive without its plan', drive({ plan: undefined }), 'drives[0].plan'],
  ['the same drive twice', day({ drives: [DRIVE, DRIVE] }), 'drives[1]'],
])('a practice day with %s is refused, naming the field', (_what, body, path) => {
  expect(verdict('day', body)).toContain(path);
});

describe('what the simulated devices are asked', () => {
  const { id: _id, runId: _run, at, stopped: _stopped, seconds: _s, topSpeedMs: _v, windingC: _w, ...asked } = DRIVE;
  const good = { at, day: { base, seed: 4, set: 1 }, drive: asked };

  test('a drive as it was driven is good; one whose plan cannot be, or takes too long, is not', () => {
    expect(checkAskedOfDevices(good).ok).toBe(true);
    const paths = (body: unknown) => {
      const checked = checkAskedOfDevices(body);
      return checked.ok ? [] : checked.problems.map((one) => one.path);
    };
    expect(paths({ ...good, drive: { ...asked, plan: { ...base, esc: { ...base.esc, continuousA: -4 } } } })).toEqual(['drive.plan.esc.continuousA']);
    expect(paths({ ...good, day: { ...good.day, base: { ...base, run: { profile: 'race', minutes: 31 } } } })).toEqual(['day.base.run.minutes']);
    expect(paths({ ...good, at: undefined })).toEqual(['at']);
    expect(paths(null)).not.toEqual([]);
  });

  test('a thermometer is held near and at a matt patch where nothing else is said', () => {
    const said = (query: object) => {
      const checked = checkPointing(query);
      return checked.ok ? checked.value : checked.problems.map((one) => one.path);
    };
    expect(said({ of: 'can', afterS: 20 })).toEqual({ of: 'can', afterS: 20, distanceM: 0.2, matt: true });
    expect(said({ of: 'can', afterS: 20, distanceM: 0.6, matt: false })).toEqual({ of: 'can', afterS: 20, distanceM: 0.6, matt: false });
    expect(said({ of: 'driver', afterS: 20 })).toEqual(['of']);
    expect(said({ of: 'can' })).toEqual(['afterS']);
    expect(said({ of: 'can', afterS: 1e9 })).toEqual(['afterS']);
  });

  test('a track comes ten times a second as it was, once a second, or faster', () => {
    const said = (query: object) => {
      const checked = checkTrackAsked(query);
      return checked.ok ? checked.value : checked.problems.map((one) => one.path);
    };
    expect(said({})).toEqual({ hz: 10, rate: 1 });
    expect(said({ hz: 1, rate: 50 })).toEqual({ hz: 1, rate: 50 });
    expect(said({ hz: 5 })).toEqual(['hz']);
    expect(said({ rate: 0 })).toEqual(['rate']);
  });
});
