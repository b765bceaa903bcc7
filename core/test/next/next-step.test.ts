import { journeyMarks, nextStep, type Finding, type PlanProgress } from '@puddler/core';

const FINDING = {
  id: 'motor-temperature',
  link: 'motor',
  level: 'stop',
  figure: 'motor can',
  value: 95,
  limit: 85,
  unit: '°C',
  share: 1.1,
  why: '',
} as Finding;
const LABEL = { id: 'esc-cells', link: 'esc', missing: 'how many cells the ESC bears' } as const;

/** Everything bought, fitted, driven and learned. */
const DONE: PlanProgress = {
  isAsBought: false,
  findings: [],
  notJudged: [],
  usualParts: [],
  typicalGears: [],
  unmeasured: [],
  searches: 1,
  parts: { had: 9, ordered: 0, of: 9, isBegun: true },
  steps: { done: 20, of: 20, isBegun: true, isFitting: true, isNoted: true, next: undefined },
  runs: { measured: 3, unlearned: 0 },
  stepsUp: { driven: 4, isAtTarget: true },
  widest: () => undefined,
};
/** A plan that was just made. */
const NEW: PlanProgress = {
  ...DONE,
  searches: 0,
  parts: { had: 2, ordered: 0, of: 9, isBegun: false },
  steps: { done: 0, of: 20, isBegun: false, isFitting: false, isNoted: false, next: { number: 1, title: 'Photograph the old wiring' } },
  runs: { measured: 0, unlearned: 0 },
  stepsUp: { driven: 0, isAtTarget: false },
};

describe('the next step', () => {
  it.each<[string, PlanProgress, object]>([
    ['the car as bought wants parts', { ...NEW, isAsBought: true, findings: [FINDING] }, { kind: 'choose-parts', station: 'find' }],
    ['what would burn comes before all', { ...NEW, findings: [FINDING], notJudged: [LABEL] }, { kind: 'fix', station: 'plan', finding: FINDING }],
    [
      'parts that nobody has chosen are chosen before what they would burn',
      { ...NEW, usualParts: ['motor', 'pack'], findings: [FINDING], notJudged: [LABEL] },
      { kind: 'say-parts', station: 'plan', parts: ['motor', 'pack'] },
    ],
    [
      'a label is read before anything is plugged in',
      { ...NEW, notJudged: [LABEL], unmeasured: ['ESC tray'] },
      { kind: 'read-label', station: 'plan' },
    ],
    [
      'a stop for want of a rating asks for the rating',
      { ...NEW, findings: [{ ...FINDING, unrated: true }], notJudged: [LABEL] },
      { kind: 'read-label' },
    ],
    [
      'gears that nobody counted come before all measuring',
      { ...NEW, typicalGears: ['spur'], unmeasured: ['ESC tray'] },
      { kind: 'count-gears', station: 'plan', gears: ['spur'] },
    ],
    [
      'the bay is measured before anything is bought',
      { ...NEW, unmeasured: ['ESC tray'] },
      { kind: 'measure-bay', station: 'car', names: ['ESC tray'] },
    ],
    ['who buys already is not sent back to measure', { ...NEW, unmeasured: ['ESC tray'], parts: { ...NEW.parts, isBegun: true } }, { kind: 'buy' }],
    [
      'missing lines are bought',
      { ...NEW, parts: { had: 2, ordered: 3, of: 9, isBegun: true } },
      { kind: 'buy', station: 'buy', missing: 4, ordered: 3 },
    ],
    [
      'where only what may lie at home is missing, it is looked for there',
      { ...NEW, parts: { had: 7, ordered: 0, of: 9, isBegun: true, toCheck: ['thread lock', 'thermometer'] } },
      { kind: 'check-at-home', station: 'buy', names: ['thread lock', 'thermometer'] },
    ],
    [
      'what is ordered is waited for first',
      { ...NEW, parts: { had: 6, ordered: 1, of: 9, isBegun: true, toCheck: ['thread lock', 'thermometer'] } },
      { kind: 'buy', station: 'buy', missing: 2, ordered: 1 },
    ],
    [
      'with all parts there it is fitted',
      { ...NEW, parts: DONE.parts },
      { kind: 'fit', station: 'fit', number: 1, of: 20, title: 'Photograph the old wiring' },
    ],
    [
      'who fits already needs no list complete',
      { ...NEW, steps: { done: 8, of: 20, isBegun: true, isFitting: true, isNoted: true, next: { number: 9, title: 'Solder' } } },
      { kind: 'fit', number: 9, title: 'Solder' },
    ],
    [
      'who has only photographed the wiring buys first',
      { ...NEW, steps: { done: 1, of: 20, isBegun: true, isFitting: false, isNoted: true, next: { number: 2, title: 'Pack out' } } },
      { kind: 'buy', station: 'buy' },
    ],
    ['fitted, it is stepped up', { ...DONE, runs: NEW.runs, stepsUp: NEW.stepsUp }, { kind: 'step-up', station: 'step-up', number: 1 }],
    [
      'driven, neither list nor bench is asked again',
      { ...NEW, runs: { measured: 1, unlearned: 1 }, stepsUp: { driven: 1, isAtTarget: false } },
      { kind: 'step-up', number: 2 },
    ],
    [
      'runs are learned from before the next step',
      { ...DONE, runs: { measured: 3, unlearned: 2 }, stepsUp: NEW.stepsUp },
      { kind: 'learn', station: 'log', runs: 2 },
    ],
    [
      'at the target the widest figure is measured',
      { ...DONE, widest: () => ({ label: 'kv', how: 'spin it' }) },
      { kind: 'measure', label: 'kv', how: 'spin it' },
    ],
    ['and with nothing left it is driven', DONE, { kind: 'drive', station: 'log' }],
  ])('%s', (_what, progress, expected) => {
    expect(nextStep(progress)).toMatchObject(expected);
  });
});

test('marks say what is done, begun and not yet', () => {
  expect(journeyMarks({ ...DONE, bayFigures: 5 })).toEqual({
    car: 'done',
    plan: 'done',
    find: 'done',
    buy: 'done',
    fit: 'done',
    log: 'done',
    'step-up': 'done',
  });
  expect(journeyMarks({ ...NEW, findings: undefined, unmeasured: ['a', 'b', 'c', 'd', 'e'], bayFigures: 5 })).toEqual({
    car: 'open',
    plan: 'begun',
    find: 'open',
    buy: 'open',
    fit: 'open',
    log: 'open',
    'step-up': 'open',
  });
  const half = journeyMarks({
    ...DONE,
    findings: [FINDING],
    unmeasured: ['ESC tray'],
    parts: { ...DONE.parts, had: 8 },
    steps: { ...DONE.steps, done: 3 },
    runs: { measured: 2, unlearned: 1 },
    stepsUp: { driven: 1, isAtTarget: false },
    bayFigures: 5,
  });
  expect(half).toEqual({ car: 'begun', plan: 'begun', find: 'done', buy: 'begun', fit: 'begun', log: 'begun', 'step-up': 'begun' });
});
