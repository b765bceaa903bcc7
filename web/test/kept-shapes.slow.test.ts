import { ladder, limitsWith, resolvePlan, sampleBands } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { areBands, isLadder } from '../src/jobs/kept-shapes';

const plan = plainPlan();
const bands = sampleBands(plan, resolvePlan(plan));
const found = ladder(plan, { limits: limitsWith(), pinions: [10, 12, 14, 16, 18, 20], spurs: [60] });
const [first, ...rest] = found.steps;

test('what was kept whole is taken as it is', () => {
  expect(areBands(structuredClone(bands))).toBe(true);
  expect(isLadder(structuredClone(found))).toBe(true);
  expect(rest.length).toBeGreaterThan(0);
});

test.each<[string, unknown]>([
  ['nothing', undefined],
  ['a text', 'ladder'],
  ['an empty object', {}],
  ['a ladder of another outcome', { ...found, outcome: 'flew' }],
  ['a ladder without a target', { ...found, target: undefined }],
  ['a ladder whose steps are none', { ...found, steps: 'none' }],
  ...(['topSpeedMs', 'canC', 'escC', 'packC', 'packA', 'planned', 'windingOverCanK', 'ambientC', 'gearing', 'room', 'plan'] as const).map(
    (key): [string, unknown] => [`a step without its ${key}`, { ...found, steps: [{ ...first, [key]: undefined }, ...rest] }],
  ),
  ['a band that is no number', { ...found, target: { ...found.target, canC: { p10: 1, p50: NaN, p90: 3 } } }],
  ['bands of fewer samples', { ...bands, samples: 3 }],
  ['bands that lack a figure', { ...bands, figures: { ...bands.figures, maxCanC: undefined } }],
])('%s is worked out again', (_what, value) => {
  expect([areBands(value), isLadder(value)]).toEqual([false, false]);
});
