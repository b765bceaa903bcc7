import { splitPlanFile } from '@puddler/contract';
import { createStore as createIdb, delMany, entries, setMany, type UseStore } from 'idb-keyval';
import { plainPlan } from '../../core/test/helpers';
import { saved } from '../src/document-store/document-store-slice';
import { editPlan } from '../src/document-store/edits';
import { isUnsaved, keyOf, type Entry } from '../src/document-store/entry';
import { planOf } from '../src/document-store/selectors';
import { createStore, type AppStore } from '../src/document-store/store';
import { discardQuarantined, keepUnsaved, recallUnsaved } from '../src/document-store/unsaved';
import { readPrefs } from '../src/document-store/read-prefs';
import { docOf, garage } from './stored';

// Node has no IndexedDB; a browser's own is used in e2e/keeping.spec.ts. Here it is a map that can be full.
jest.mock('idb-keyval');
const kept = new Map<string, unknown>();
const apart = new Map<string, unknown>();
let full = false;

const { car, plan } = splitPlanFile(plainPlan());
const KEY = keyOf('plan', 'p1');

function opened(): AppStore {
  const store = createStore();
  store.dispatch(garage([docOf<'car'>('c1', { car, bench: {} })], [docOf<'plan'>('p1', plan, 'c1')]));
  return store;
}

beforeEach(() => {
  kept.clear();
  apart.clear();
  full = false;
  jest.useFakeTimers();
  jest.mocked(createIdb).mockImplementation((name) => (name === 'puddler' ? kept : apart) as unknown as UseStore);
  const mapOf = (idb: unknown) => idb as Map<string, unknown>;
  jest.mocked(entries).mockImplementation((idb) => Promise.resolve([...mapOf(idb)] as never));
  jest.mocked(setMany).mockImplementation((all, idb) => {
    if (full) return Promise.reject(new Error('QuotaExceededError'));
    for (const [key, entries] of all) mapOf(idb).set(key as string, structuredClone(entries));
    return Promise.resolve();
  });
  jest.mocked(delMany).mockImplementation((keys, idb) => {
    for (const key of keys) mapOf(idb).delete(key as string);
    return Promise.resolve();
  });
  Object.assign(globalThis, { window: { addEventListener: () => undefined } });
});
afterEach(() => jest.useRealTimers());

const settled = () => jest.advanceTimersByTimeAsync(200);

test('what is unsaved is kept in the browser until the server has it', async () => {
  const store = opened();
  keepUnsaved(store);
  store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  await settled();
  expect([...kept.values()]).toEqual([expect.objectContaining({ key: KEY, id: 'p1' })]);
  store.dispatch(saved([{ key: KEY, version: 2, content: store.getState().documentStore.entries[KEY]!.content! }]));
  await settled();
  expect(kept.size).toBe(0);
});

test('an earlier visit’s edit comes back, and a garage that is fetched later does not take its place', async () => {
  const before = opened();
  keepUnsaved(before);
  before.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  await settled();
  const store = createStore();
  await recallUnsaved(store);
  store.dispatch(garage([docOf<'car'>('c1', { car, bench: {} })], [docOf<'plan'>('p1', plan, 'c1')]));
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(25);
  expect(isUnsaved(store.getState().documentStore.entries[KEY]!)).toBe(true);
});

test('what another window keeps is not cleared by this one', async () => {
  const theirs = keyOf('plan', 'p2');
  kept.set(theirs, { key: theirs });
  const store = opened();
  keepUnsaved(store);
  store.dispatch(editPlan('p1', 'name', 'Mine', 'rename'));
  await settled();
  store.dispatch(saved([{ key: KEY, version: 2, content: store.getState().documentStore.entries[KEY]!.content! }]));
  await settled();
  expect([...kept.keys()]).toEqual([theirs]);
});

test('what another window kept is cleared once this one has saved it, unless that one has gone on meanwhile', async () => {
  const theirs = opened();
  keepUnsaved(theirs);
  theirs.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  await settled();
  const [[place, edit]] = [...kept] as [[string, Entry]];
  for (const goesOn of [false, true]) {
    kept.clear();
    kept.set('of another window', edit);
    const store = createStore();
    keepUnsaved(store, await recallUnsaved(store));
    store.dispatch(garage([docOf<'car'>('c1', { car, bench: {} })], [docOf<'plan'>('p1', plan, 'c1')]));
    expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(25);
    if (goesOn) kept.set('of another window', { ...edit, updatedAt: '2099-01-01T00:00:00.000Z' });
    store.dispatch(saved([{ key: KEY, version: 2, content: store.getState().documentStore.entries[KEY]!.content! }]));
    await settled();
    expect([...kept.keys()]).toEqual(goesOn ? ['of another window'] : []);
  }
  expect(place).not.toBe('of another window');
});

test('a full store is told once, and what was typed stays on the page', async () => {
  full = true;
  const store = opened();
  keepUnsaved(store);
  for (const pinion of [21, 22]) {
    store.dispatch(editPlan('p1', 'gearing.pinion', pinion, 'pinion'));
    await settled();
  }
  expect(store.getState().notices.map(({ text }) => text)).toEqual([expect.stringContaining('no room to keep unsaved edits') as string]);
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(22);
  full = false;
  store.dispatch(editPlan('p1', 'gearing.pinion', 23, 'pinion'));
  await settled();
  expect([...kept.values()]).toEqual([expect.objectContaining({ key: KEY })]);
});

describe('what an earlier release kept', () => {
  const edit = (more: Partial<Entry> & { form?: number }) => ({
    key: KEY,
    id: 'p1',
    content: { kind: 'plan', parentId: 'c1', body: { ...plan, name: 'Typed while away' } },
    remote: { state: 'absent' },
    updatedAt: '2026-11-01T10:00:00.000Z',
    ...more,
  });
  const recalled = async () => {
    const store = createStore();
    await recallUnsaved(store);
    return store.getState().documentStore;
  };

  test('without its form is read by trying; a car with photos by their old ids is brought to today’s', async () => {
    kept.set(KEY, edit({}));
    const body = { car, bench: { radio: { inEsc: true }, photos: [{ id: 'photo-1', caption: 'before' }] } };
    kept.set('car:c1', { ...edit({}), key: 'car:c1', id: 'c1', content: { kind: 'car', body } });
    const { entries, quarantined } = await recalled();
    expect(entries[KEY]!.content!.body).toMatchObject({ name: 'Typed while away' });
    expect(entries[keyOf('car', 'c1')]!.content!.body).toEqual({ car, bench: { radio: { inEsc: true } } });
    expect(quarantined).toEqual([]);
  });

  test.each([
    ['a newer form', edit({ form: 9 }), /form 9/],
    ['a body that no form has', edit({ content: { kind: 'plan', parentId: 'c1', body: { name: 'Odd', wheels: 5 } } as never }), /motor|wheels|field/],
    ['another kind than its key says', edit({ content: { kind: 'part', body: {} } as never }), /no plan/],
    ['no parent', edit({ content: { kind: 'plan', body: plan } as never }), /belongs to/],
    ['no server state', edit({ remote: undefined as never }), /server had/],
    ['no edit at all', 'rot', /no edit/],
    ['a body without end', edit({ content: { kind: 'plan', parentId: 'c1', body: deep(100) } as never }), /no edit/],
  ])('%s is set apart with its words, stops nothing, and is kept until it is thrown away', async (_name, value, why) => {
    kept.set(KEY, value);
    kept.set('plan:p9', { ...edit({}), key: 'plan:p9', id: 'p9' });
    const { entries, quarantined } = await recalled();
    expect(Object.keys(entries)).toEqual(['plan:p9']);
    expect(quarantined).toEqual([{ key: KEY, name: expect.any(String) as string, why: expect.stringMatching(why) as string, kept: value }]);
    expect([...kept.keys()]).toEqual(['plan:p9']);
    // Each start reports it until it is thrown away.
    const store = createStore();
    await recallUnsaved(store);
    expect(store.getState().documentStore.quarantined).toHaveLength(1);
    await discardQuarantined(store);
    expect([apart.size, store.getState().documentStore.quarantined.length]).toEqual([0, 0]);
  });
});

function deep(levels: number): object {
  let one: object = {};
  for (let i = 0; i < levels; i++) one = { one };
  return one;
}

test('preferences are read one by one: what cannot be read falls back', () => {
  const fallback = { units: 'metric', theme: 'light', currency: 'EUR', limits: {}, logColumns: {} } as const;
  expect(readPrefs('rot', fallback)).toBe(fallback);
  expect(
    readPrefs(
      {
        units: 'furlongs',
        theme: 'dark',
        currency: 'XYZW',
        limits: { 'motor-temperature': { caution: 60, stop: 'hot' }, 'no-such': { stop: 1 }, grip: 7 },
        logColumns: {
          't|v': { columns: [{ name: 't', as: 'timeS', unit: 's' }] },
          bad: { columns: [{ name: 't', as: 'soup', unit: '' }] },
          worse: 3,
        },
      },
      fallback,
    ),
  ).toEqual({
    ...fallback,
    theme: 'dark',
    limits: { 'motor-temperature': { caution: 60 } },
    logColumns: { 't|v': { columns: [{ name: 't', as: 'timeS', unit: 's' }] } },
  });
});
