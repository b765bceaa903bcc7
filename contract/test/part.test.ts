import { readFileSync } from 'node:fs';
import path from 'node:path';
import { checkCarWrite, checkPart, checkShelfWrite, MOST_PARTS } from '@puddler/contract';
import { PART_FIELDS, partFields, partValue } from '@puddler/contract/shared';
import { PART_KINDS, type Part } from '@puddler/core';

const shelf = JSON.parse(readFileSync(path.join(__dirname, '../../demo/shelf.json'), 'utf8')) as Part[];
const motor: Part = {
  kind: 'motor',
  name: 'Osier',
  status: 'owned',
  spec: { kind: 'brushless', form: 'inrunner', kvRpmPerV: 3300, diameterMm: 36, lengthMm: 52 },
};
const ID = '6f1c1a52-2f2b-4d0a-8d3e-0a4b7c9d1e2f';

const problemsOf = (input: unknown) => {
  const checked = checkPart(input);
  return checked.ok ? [] : checked.problems.map((one) => one.message);
};

test('every part of the demo shelf is good, and every kind is there', () => {
  for (const part of shelf) expect(problemsOf(part)).toEqual([]);
  expect(new Set(shelf.map((part) => part.kind))).toEqual(new Set(PART_KINDS));
});

test.each<[string, unknown, RegExp]>([
  ['no kind', { name: 'X' }, /kind: this field must be there/],
  ['an unknown kind', { ...motor, kind: 'sail' }, /kind is "sail"; allowed: motor, esc/],
  ['no name', { ...motor, name: '' }, /name is ""/],
  ['another status', { ...motor, status: 'lost' }, /status is "lost"; allowed: owned, considered, worn-out/],
  ['a price below nothing', { ...motor, price: -1 }, /price is -1; allowed/],
  ['text for a number', { ...motor, spec: { ...motor.spec, kvRpmPerV: 'fast' } }, /spec.kvRpmPerV is "fast"/],
  ['a field of another kind', { ...motor, spec: { ...motor.spec, teeth: 20 } }, /spec.teeth is 20; allowed: no such field/],
  ['a brushless motor with turns', { ...motor, spec: { ...motor.spec, turns: 20 } }, /spec.turns/],
  [
    'a LiPo without a rating',
    { kind: 'pack', name: 'P', status: 'owned', spec: { chemistry: 'lipo', cells: 2, capacityAh: 5 } },
    /at least one of cRating/,
  ],
  ['a pinion with half a tooth', { kind: 'pinion', name: 'P', status: 'owned', spec: { teeth: 17.5 } }, /spec.teeth is 17.5/],
  ['nothing at all', null, /./],
])('%s is refused by its field', (_what, input, words) => {
  expect(problemsOf(input).join('; ')).toMatch(words);
});

test('a shelf write names the write and the field, and takes deletes', () => {
  expect(
    checkShelfWrite({
      writes: [
        { id: ID, base: 0, part: motor },
        { id: ID, base: 2, part: null },
      ],
    }).ok,
  ).toBe(true);
  const bad = checkShelfWrite({
    writes: [
      { id: ID, base: 0, part: motor },
      { id: ID, base: 0, part: { ...motor, price: 'dear' } },
    ],
  });
  expect(bad.ok ? [] : bad.problems.map((one) => one.path)).toEqual(['writes[1].part.price']);
  for (const writes of [undefined, [], 'all', Array.from({ length: MOST_PARTS + 1 }, () => null)]) expect(checkShelfWrite({ writes }).ok).toBe(false);
  expect(checkShelfWrite({ writes: [{ id: '../etc', base: 0, part: motor }] }).ok).toBe(false);
});

test('a car write checks its bench notes', () => {
  const good = { base: 0, car: {}, bench: { stockPlanId: ID, today: { topSpeedMs: 10, canC: 60 }, photos: [{ id: ID, caption: 'motor wires' }] } };
  expect(checkCarWrite(good).ok).toBe(true);
  for (const bench of [
    { today: { canC: 50 } },
    { today: { topSpeedMs: 900 } },
    { photos: [{ id: '../../x' }] },
    { colour: 'red' },
    { stockPlanId: 'mine' },
  ])
    expect(checkCarWrite({ base: 0, car: {}, bench }).ok).toBe(false);
});

test('the list of fields knows every figure that a part of the shelf holds', () => {
  const known = new Map(PART_KINDS.map((kind) => [kind, new Set(partFields(kind).map((field) => field.path))]));
  for (const part of shelf) {
    for (const field of Object.keys(part.spec)) expect(known.get(part.kind)).toContain(`spec.${field}`);
    expect(partValue(part, 'name')).toBe(part.name);
  }
  expect(new Set(PART_FIELDS.map((field) => field.path)).size).toBe(PART_FIELDS.length);
});
