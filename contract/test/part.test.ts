import { readFileSync } from 'node:fs';
import path from 'node:path';
import { checkBody, checkPart, checkWriteList, MOST_PARTS, MOST_PHOTOS, MOST_PROBLEMS, envelopeCheck } from '@puddler/contract';
import { PART_FIELDS, partFields, partValue } from '@puddler/contract/shared';
import { PART_KINDS, type Part } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';

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

test('no document is told more problems than are read', () => {
  const colours = Object.fromEntries(Array.from({ length: 90 }, (_, i) => [`colour${i}`, 'red']));
  expect(problemsOf({ ...motor, ...colours })).toHaveLength(MOST_PROBLEMS);
});

test('no word that every object knows passes for a form or a kind', () => {
  for (const form of ['constructor', 'toString', '__proto__', 'hasOwnProperty'])
    expect(problemsOf({ ...motor, spec: { ...motor.spec, form } }).join()).toContain('spec.form');
  expect(problemsOf({ ...motor, kind: 'constructor' }).join()).toContain('kind is "constructor"');
});

test('a list of writes names the write and the field, and takes deletes', () => {
  const problemsOfList = (input: { writes: unknown }) => {
    const list = checkWriteList(input);
    if (!list.ok) return list.problems.map((one) => one.path);
    const envelope = envelopeCheck('part');
    return list.value.flatMap((write, i) => {
      const checked = envelope(write, i);
      return checked.ok ? [] : checked.problems.map((one) => `writes[${i}].${one.path}`);
    });
  };
  const other = '6f1c1a52-2f2b-4d0a-8d3e-0a4b7c9d1e30';
  expect(
    problemsOfList({
      writes: [
        { id: ID, base: 0, body: motor },
        { id: other, base: 2, body: null },
      ],
    }),
  ).toEqual([]);
  expect(
    problemsOfList({
      writes: [
        { id: ID, base: 0, body: motor },
        { id: ID, base: 1, body: null },
      ],
    }),
  ).toEqual(['writes[1].id']);
  expect(problemsOfList({ writes: [{ id: ID, base: -1, body: motor }] })).toEqual(['writes[0].base']);
  for (const writes of [undefined, [], 'all', Array.from({ length: MOST_PARTS + 1 }, () => null)])
    expect(problemsOfList({ writes })).toEqual(['writes']);
  expect(problemsOfList({ writes: [{ id: '../etc', base: 0, body: motor }] })).toEqual(['writes[0].id']);
});

test('a car is checked with its bench notes', () => {
  const photo = { hash: 'a'.repeat(64), type: 'image/jpeg', bytes: 400, caption: 'motor wires' };
  const pathsOf = (bench: object) => {
    const checked = checkBody('car')({ car: plainPlan().car, bench }, undefined);
    return checked.ok ? [] : checked.problems.map((one) => one.path);
  };
  expect(pathsOf({ stockPlanId: ID, today: { topSpeedMs: 10, canC: 60 }, photos: [photo] })).toEqual([]);
  expect(pathsOf({ today: { canC: 50 } })).toEqual([]);
  expect(pathsOf({ today: {} })).toEqual(['bench.today']);
  expect(pathsOf({ today: { topSpeedMs: 900 } })).toEqual(['bench.today.topSpeedMs']);
  expect(pathsOf({ photos: [{ ...photo, hash: '../../x' }] })).toEqual(['bench.photos[0].hash']);
  expect(pathsOf({ photos: [photo, photo] })).toEqual(['bench.photos[1]']);
  expect(pathsOf({ photos: Array.from({ length: MOST_PHOTOS + 1 }, (_, i) => ({ ...photo, hash: String(i).padStart(64, '0') })) })).toEqual([
    'bench.photos',
  ]);
  const yard = { name: 'Yard', legs: [{ fullM: 20, cornerS: 1, radiusM: 3 }] };
  expect(pathsOf({ courses: [yard, { ...yard, name: 'Field' }] })).toEqual([]);
  expect(pathsOf({ courses: [yard, yard] })).toEqual(['bench.courses[1]']);
  expect(pathsOf({ courses: [{ legs: yard.legs }] })).toEqual(['bench.courses[0].name']);
  expect(pathsOf({ colour: 'red' })).toEqual(['bench.colour']);
  expect(pathsOf({ stockPlanId: 'mine' })).toEqual(['bench.stockPlanId']);
});

test('the list of fields knows every figure that a part of the shelf holds', () => {
  const known = new Map(PART_KINDS.map((kind) => [kind, new Set(partFields(kind).map((field) => field.path))]));
  for (const part of shelf) {
    for (const field of Object.keys(part.spec)) expect(known.get(part.kind)).toContain(`spec.${field}`);
    expect(partValue(part, 'name')).toBe(part.name);
  }
  expect(new Set(PART_FIELDS.map((field) => field.path)).size).toBe(PART_FIELDS.length);
});
