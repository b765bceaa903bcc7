import { readFileSync } from 'node:fs';
import path from 'node:path';
import { PART_FIELDS, type Doc, type KindName } from '@puddler/contract/shared';
import { PART_KINDS, type Part } from '@puddler/core';
import { createStore, type AppStore } from '../src/document-store/store';
import { imported, remoteGone, saved, undone } from '../src/document-store/document-store-slice';
import { isUnsaved, keyOf } from '../src/document-store/entry';
import { docOf, garage, shelfOf } from './stored';
import { addParts, changeParts } from '../src/document-store/part-edits';
import { partOf, selectSaveStatus, selectShelf } from '../src/document-store/selectors';
import { fieldText, headOf, searchText, summary } from '../src/active/part-text';
import { possibleColumns, usualColumns } from '../src/shelf/use-columns';

const demo = JSON.parse(readFileSync(path.join(__dirname, '../../demo/shelf.json'), 'utf8')) as Part[];
const docs = demo.map((part, i) => docOf<'part'>(`s${i}`, part));

let store: AppStore;
beforeEach(() => {
  store = createStore();
  store.dispatch(garage([], []));
  store.dispatch(shelfOf(docs.slice(0, 40), false));
  store.dispatch(shelfOf(docs.slice(40)));
});

describe('the shelf on the desk', () => {
  test('comes in pieces and is saved', () => {
    expect(store.getState().documentStore.shelfLoaded).toBe(true);
    expect(selectShelf(store.getState()).map(({ part }) => part)).toEqual(demo);
    expect(selectSaveStatus(store.getState())).toBe('saved');
  });

  test('a bulk edit is one undo and touches only what changes', () => {
    const before = selectShelf(store.getState());
    const ids = before.map(({ id }) => id);
    store.dispatch(changeParts(ids, (part) => (part.status === 'owned' ? part : { ...part, status: 'owned' }), 'all owned'));
    const after = selectShelf(store.getState());
    expect(after.every(({ part }) => part.status === 'owned')).toBe(true);
    // A part that was owned already is the very same object, so its row is not drawn again.
    expect(after.filter((one, i) => one === before[i])).toHaveLength(demo.filter((part) => part.status === 'owned').length);
    store.dispatch(undone({ at: 1 }));
    expect(selectShelf(store.getState()).map(({ part }) => part)).toEqual(demo);
    expect(selectSaveStatus(store.getState())).toBe('saved');
  });

  test('nothing to change is no undo', () => {
    const past = store.getState().documentStore.past.length;
    store.dispatch(changeParts(['s0', 'gone'], (part) => part, 'nothing'));
    expect(store.getState().documentStore.past).toHaveLength(past);
  });

  test('added, deleted, and what the server says of each', () => {
    const [id] = store.dispatch(addParts([{ kind: 'fan', name: 'New', status: 'owned', spec: {} }]));
    const entry = () => store.getState().documentStore.entries[keyOf('part', id!)]!;
    expect(isUnsaved(entry())).toBe(true);
    store.dispatch(saved([{ key: keyOf('part', id!), version: 1, content: entry().content! }]));
    expect(isUnsaved(entry())).toBe(false);
    store.dispatch(changeParts([id!], () => null, 'delete'));
    expect(partOf(store.getState(), id!)).toBeUndefined();
    expect(isUnsaved(entry())).toBe(true);
    store.dispatch(remoteGone([{ key: keyOf('part', id!), version: 2 }]));
    expect(isUnsaved(entry())).toBe(false);
    store.dispatch(undone({ at: 1 }));
    expect(partOf(store.getState(), id!)).toMatchObject({ name: 'New' });
    expect(isUnsaved(entry())).toBe(true);
  });

  test('an import in pieces is one undo', () => {
    const piece = (from: number, count: number) =>
      store.dispatch(
        imported({
          id: 'csv',
          at: from,
          label: 'import of 30 parts',
          batch: 'csv:1',
          documents: Array.from({ length: count }, (_, i): { kind: KindName; doc: Doc } => ({
            kind: 'part',
            doc: docOf<'part'>(`i${from + i}`, { kind: 'fan', name: `F${from + i}`, status: 'owned', spec: {} }),
          })),
        }),
      );
    piece(0, 20);
    piece(20, 10);
    expect(selectShelf(store.getState())).toHaveLength(demo.length + 30);
    store.dispatch(undone({ at: 99 }));
    expect(selectShelf(store.getState())).toHaveLength(demo.length);
  });

  test('the list stays the same object while no part changes', () => {
    const before = selectShelf(store.getState());
    store.dispatch(garage([], []));
    expect(selectShelf(store.getState())).toBe(before);
  });
});

describe('parts in words', () => {
  const named = (name: string) => demo.find((part) => part.name === name)!;

  test.each<[string, string]>([
    ['Osier 3652 3300', '3\u2009300 kv · 36 × 52 · no sensor'],
    ['Lathe 2812 1100', '1\u2009100 kv · stator 28 × 12 · sensored'],
    ['Stock 27T', '540 brushed · 27 turns'],
    ['Tallow 120', '120 A · to 4S · BEC 7.4 V'],
    ['Brackwater 3S 4000', '3S LiPo · 4 Ah · 40C'],
    ['Greyling 17T', '17 teeth · module 0.8 · bore 3.17 mm'],
    ['Greyling 58T spur', '58 teeth · module 0.8'],
    ['Quarry truggy 104', '104 mm · grows 5 %'],
    ['Tallow fan 30', '30 mm'],
  ])('%s: %s', (name, words) => expect(summary(named(name), 'metric')).toBe(words));

  test('every part has words in both systems, and none is a gap', () => {
    for (const part of demo)
      for (const system of ['metric', 'imperial'] as const) {
        expect(summary(part, system)).not.toMatch(/NaN|undefined/);
        for (const field of PART_FIELDS) expect(fieldText(part, field, system)).not.toMatch(/NaN|undefined/);
      }
  });

  test('a search finds by name, kind and figures, and is made once', () => {
    const part = named('Osier 3652 3300');
    for (const word of ['osier', 'motor', '3300', 'inrunner', '3.17']) expect(searchText(part)).toContain(word);
    expect(searchText(part)).toBe(searchText(part));
  });

  test('heads say the unit once', () => {
    const head = (path: string) =>
      headOf(
        PART_FIELDS.find((field) => field.path === path)!,
        'metric',
      );
    expect(head('spec.kvRpmPerV')).toEqual({ name: 'kv', unit: '' });
    expect(head('spec.shaftMm')).toEqual({ name: 'Shaft', unit: 'mm' });
    expect(head('spec.teeth')).toEqual({ name: 'Teeth', unit: '' });
    expect(
      headOf(
        PART_FIELDS.find((field) => field.path === 'spec.shaftMm')!,
        'imperial',
      ).unit,
    ).toBe('in');
  });
});

describe('columns', () => {
  test.each(['', ...PART_KINDS] as const)('of “%s”: the usual ones are possible, with the name among them', (kind) => {
    const possible = possibleColumns(kind);
    expect(new Set(possible).size).toBe(possible.length);
    for (const path of usualColumns(kind)) expect(possible).toContain(path);
    expect(usualColumns(kind)).toContain('name');
  });
});
