import fc from 'fast-check';
import { KIND_NAMES, kindOf, leafName, merge, parentOf, RANGES } from '@puddler/contract';
import { pathParts, setField, getField } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';

const base = plainPlan();
const ids = { memberIds: {} };
/** Leaves of a plan that are numbers and stand for themselves. */
const LEAVES = [
  'gearing.pinion',
  'gearing.spur',
  'car.massKg',
  'motor.kvRpmPerV',
  'esc.continuousA',
  'packs[0].cells',
  'site.ambientC',
  'site.gradePct',
  'tow.massKg',
];

describe('two edits of one document', () => {
  test('of different figures come together without a question', () => {
    const mine = setField(base, 'gearing.pinion', 19);
    const theirs = setField(setField(base, 'packs[0].cells', 3), 'name', 'Theirs');
    const { body, clashes } = merge(base, mine, theirs, ids);
    expect(clashes).toEqual([]);
    expect(body).toEqual(setField(theirs, 'gearing.pinion', 19));
  });

  test('of which each computed the same field again ask nothing: what is computed is nobody’s edit', () => {
    const run = (usedAh: number, predicted?: object) => ({ usedAh, ...(predicted ? { predicted } : {}) });
    const [mine, theirs] = [{ topSpeedMs: { p50: 9 } }, { topSpeedMs: { p50: 8 }, usedAh: { p50: 1 } }];
    expect(merge(run(1, { canC: 1 }), run(2, mine), run(1, theirs), kindOf('run'))).toEqual({ body: run(2, theirs), clashes: [] });
    expect(merge(run(1), run(1, mine), run(3), kindOf('run'))).toEqual({ body: run(3, mine), clashes: [] });
    expect(merge(run(1), run(2), run(3), kindOf('run')).clashes).toHaveLength(1);
  });

  test('of the same figure ask for that one; whichever is chosen, the others stay', () => {
    const mine = setField(setField(base, 'gearing.pinion', 19), 'startCharge', 0.9);
    const theirs = setField(setField(base, 'gearing.pinion', 21), 'motorCount', 2);
    const { body, clashes } = merge(base, mine, theirs, ids);
    expect(clashes).toEqual([{ path: 'gearing.pinion', mine: 19, theirs: 21 }]);
    expect(body).toMatchObject({ gearing: { pinion: 19 }, startCharge: 0.9, motorCount: 2 });
    expect(merge(base, mine, theirs, ids, new Set(['gearing.pinion'])).body).toMatchObject({
      gearing: { pinion: 21 },
      startCharge: 0.9,
      motorCount: 2,
    });
  });

  test('to the same value are no clash', () => {
    const both = setField(base, 'gearing.pinion', 19);
    expect(merge(base, both, setField(base, 'gearing.pinion', 19), ids)).toEqual({ body: both, clashes: [] });
  });

  test('one takes a figure out and the other changes it: that is asked', () => {
    const fitted = { ...base, motorCount: 2 };
    const { motorCount: _out, ...without } = fitted;
    expect(merge(fitted, without, { ...fitted, motorCount: 4 }, ids).clashes).toEqual([{ path: 'motorCount', mine: undefined, theirs: 4 }]);
    expect(merge(fitted, without, fitted, ids)).toEqual({ body: without, clashes: [] });
    expect(merge(fitted, fitted, without, ids)).toEqual({ body: without, clashes: [] });
  });

  test('a list whose members have ids goes by them; another whose length changed is one leaf', () => {
    const photos = (...list: [string, string?][]) => ({
      bench: { photos: list.map(([hash, caption]) => ({ hash, ...(caption ? { caption } : {}) })) },
    });
    const was = photos(['a', 'old'], ['b']);
    const merged = merge(was, photos(['a', 'mine'], ['b'], ['c']), photos(['d'], ['a', 'old']), kindOf('car'));
    expect(merged).toEqual({ body: photos(['a', 'mine'], ['c'], ['d']), clashes: [] });
    const clash = merge(was, photos(['a', 'mine'], ['b']), photos(['a', 'theirs'], ['b']), kindOf('car'));
    expect(clash.clashes).toEqual([{ path: 'bench.photos[a].caption', mine: 'mine', theirs: 'theirs' }]);
    const packs = (...cells: number[]) => ({ packs: cells.map((one) => ({ cells: one })) });
    expect(merge(packs(2), packs(2, 2), packs(3), ids).clashes.map(({ path }) => path)).toEqual(['packs']);
    expect(merge(packs(2, 2), packs(3, 2), packs(2, 4), ids)).toEqual({ body: packs(3, 4), clashes: [] });
  });

  test('marks are taken out and put in one by one, and nobody is asked', () => {
    const marked = (usualParts: string[] | undefined, typical?: string[]) => ({
      ...(usualParts ? { usualParts } : {}),
      gearing: { pinion: 20, ...(typical ? { typical } : {}) },
    });
    const was = marked(['motor', 'esc', 'pack'], ['pinion', 'spur']);
    const merged = merge(was, marked(['esc', 'pack'], ['spur']), marked(['motor', 'pack']), kindOf('plan'));
    expect(merged).toEqual({ body: marked(['pack']), clashes: [] });
    expect(merge({}, { measured: ['motor.kvRpmPerV'] }, { measured: ['esc.massG'] }, kindOf('plan')).body).toEqual({
      measured: ['motor.kvRpmPerV', 'esc.massG'],
    });
    expect(merge({ measured: ['esc.massG'] }, {}, { measured: ['esc.massG', 'motor.massG'] }, kindOf('plan')).body).toEqual({
      measured: ['motor.massG'],
    });
    const car = (typical: string[]) => ({ car: { typical } });
    expect(merge(car(['massKg', 'widthMm', 'heightMm']), car(['widthMm', 'heightMm']), car(['massKg', 'heightMm']), kindOf('car'))).toEqual({
      body: car(['heightMm']),
      clashes: [],
    });
  });

  test('any edits: the union is complete, and just what both changed otherwise is asked (400 cases, seed 21)', () => {
    const edits = fc.dictionary(fc.constantFrom(...LEAVES), fc.integer({ min: 1, max: 9 }));
    fc.assert(
      fc.property(edits, edits, (my, their) => {
        const apply = (changes: Record<string, number>) => Object.entries(changes).reduce((doc, [path, value]) => setField(doc, path, value), base);
        const { body, clashes } = merge(base, apply(my), apply(their), ids);
        const changed = (edit: Record<string, number>, path: string) => path in edit && edit[path] !== getField(base, path);
        for (const path of LEAVES)
          expect(getField(body, path)).toEqual(changed(my, path) ? my[path] : changed(their, path) ? their[path] : getField(base, path));
        const both = LEAVES.filter((path) => changed(my, path) && changed(their, path) && my[path] !== their[path]);
        expect(clashes.map(({ path }) => path).sort()).toEqual(both.sort());
        const settled = merge(base, apply(my), apply(their), ids, new Set(both)).body;
        for (const path of both) expect(getField(settled, path)).toBe(their[path]);
      }),
      { seed: 21, numRuns: 400 },
    );
  });
});

test.each([
  ['gearing.pinion', 'pinion'],
  ['packs[1].cells', 'pack 2 cells'],
  ['motor.kvRpmPerV', 'motor kv'],
  ['car.tyre.diameterMm', 'tyre diameter'],
  ['site.ambientC', 'air'],
  ['bench.today.topSpeedMs', 'today’s top speed'],
  ['bench.photos[abc].caption', 'photo caption'],
  ['spec.noLoadCurrentA', 'no-load current'],
  ['conversion.tyre.diameterMm', 'tyre diameter'],
  ['esc.becV', 'ESC BEC'],
  ['car.massKg', 'weight ready to run'],
  ['limits.can-hot.stop', 'limits can-hot stop'],
  ['', 'the whole'],
])('%s is “%s” to a builder', (path, name) => expect(leafName(path)).toBe(name));

test('no figure of a document is told by the letters of a program', () => {
  for (const path of Object.keys(RANGES)) expect(leafName(path)).not.toMatch(/[.[\]]|[a-z][A-Z]|(Mm|Kg|Pct|Ohm)$/);
});

test('every kind belongs to one that there is, which stands before it', () => {
  for (const kind of KIND_NAMES) {
    const parent = parentOf(kind);
    if (parent) expect(KIND_NAMES.slice(0, KIND_NAMES.indexOf(kind))).toContain(parent);
  }
  expect(pathParts('packs[0].cells')).toEqual(['packs', 0, 'cells']);
});
