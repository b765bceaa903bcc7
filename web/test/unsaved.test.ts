import { splitPlanFile } from '@puddler/contract';
import { delMany, setMany, values } from 'idb-keyval';
import { plainPlan } from '../../core/test/helpers';
import { saved } from '../src/desk/desk-slice';
import { editPlan } from '../src/desk/edits';
import { isUnsaved, keyOf, type Held } from '../src/desk/held';
import { planOf } from '../src/desk/selectors';
import { createStore, type AppStore } from '../src/desk/store';
import { keepUnsaved, recallUnsaved } from '../src/desk/unsaved';
import { docOf, garage } from './on-desk';

// Node has no IndexedDB; a browser's own is used in e2e/keeping.spec.ts. Here it is a map that can be full.
jest.mock('idb-keyval');
const kept = new Map<string, Held>();
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
  full = false;
  jest.useFakeTimers();
  jest.mocked(values).mockImplementation(() => Promise.resolve([...kept.values()]));
  jest.mocked(setMany).mockImplementation((entries) => {
    if (full) return Promise.reject(new Error('QuotaExceededError'));
    for (const [key, held] of entries) kept.set(key as string, structuredClone(held) as Held);
    return Promise.resolve();
  });
  jest.mocked(delMany).mockImplementation((keys) => {
    for (const key of keys) kept.delete(key as string);
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
  expect([...kept.keys()]).toEqual([KEY]);
  store.dispatch(saved([{ key: KEY, version: 2, content: store.getState().desk.held[KEY]!.content! }]));
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
  expect(isUnsaved(store.getState().desk.held[KEY]!)).toBe(true);
});

test('what another window keeps is not cleared by this one', async () => {
  const theirs = keyOf('plan', 'p2');
  kept.set(theirs, { key: theirs } as Held);
  const store = opened();
  keepUnsaved(store);
  store.dispatch(editPlan('p1', 'name', 'Mine', 'rename'));
  await settled();
  store.dispatch(saved([{ key: KEY, version: 2, content: store.getState().desk.held[KEY]!.content! }]));
  await settled();
  expect([...kept.keys()]).toEqual([theirs]);
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
  expect(kept.has(KEY)).toBe(true);
});
