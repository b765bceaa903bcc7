import { splitPlanFile } from '@puddler/contract';
import { plainPlan } from '../../core/test/helpers';
import { remoteGone, saved } from '../src/desk/desk-slice';
import { deleteDocument, editCar, editPlan } from '../src/desk/edits';
import { isUnsaved, keyOf } from '../src/desk/held';
import { hearOtherWindows } from '../src/desk/other-windows';
import { carOf, planOf } from '../src/desk/selectors';
import { createStore, type AppStore } from '../src/desk/store';
import { docOf, garage } from './on-desk';

const { car, plan } = splitPlanFile(plainPlan());
const PLAN = keyOf('plan', 'p1');

const pinionIn = (store: AppStore) => planOf(store.getState(), 'p1')?.plan.gearing.pinion;
const heldIn = (store: AppStore) => store.getState().desk.held[PLAN]!;

/** Resolves when the state of a window fulfils something. */
const until = (store: AppStore, holds: () => boolean) =>
  new Promise<void>((resolve) => {
    const look = () => {
      if (!holds()) return;
      stop();
      resolve();
    };
    const stop = store.subscribe(look);
    look();
  });

let here: AppStore;
let there: AppStore;
let ends: (() => void)[];

beforeEach(() => {
  [here, there] = [createStore(), createStore()];
  for (const store of [here, there]) store.dispatch(garage([docOf<'car'>('c1', { car, bench: {} })], [docOf<'plan'>('p1', plan, 'c1', 5)]));
  ends = [here, there].map(hearOtherWindows);
});
afterEach(() => ends.forEach((end) => end()));

/** An edit here that the server has taken. */
function saveHere(pinion: number, version: number): void {
  here.dispatch(editPlan('p1', 'gearing.pinion', pinion, 'pinion'));
  here.dispatch(saved([{ key: PLAN, version, content: heldIn(here).content! }]));
}

test('what is saved in one window stands in the other, saved', async () => {
  saveHere(21, 6);
  await until(there, () => pinionIn(there) === 21);
  expect(isUnsaved(heldIn(there))).toBe(false);
  expect(heldIn(there).remote).toMatchObject({ version: 6 });
});

test('what is being changed in the other window stays there, and an older word is not taken', async () => {
  there.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  saveHere(21, 6);
  // A second document tells when the first was heard.
  const carKey = keyOf('car', 'c1');
  here.dispatch(editCar('c1', 'massKg', 3, 'mass'));
  here.dispatch(saved([{ key: carKey, version: 2, content: here.getState().desk.held[carKey]!.content! }]));
  await until(there, () => carOf(there.getState(), 'c1')!.massKg === 3);
  expect(pinionIn(there)).toBe(25);
  saveHere(22, 7);
  there.dispatch(saved([{ key: PLAN, version: 9, content: heldIn(there).content! }]));
  await until(here, () => pinionIn(here) === 25);
  expect(pinionIn(there)).toBe(25);
  expect(heldIn(there).remote).toMatchObject({ version: 9 });
});

test('what is deleted in one window is gone in the other, unless it is being changed there', async () => {
  here.dispatch(deleteDocument('plan', 'p1'));
  here.dispatch(remoteGone([{ key: PLAN, version: 6 }]));
  await until(there, () => pinionIn(there) === undefined);
  expect(heldIn(there)).toMatchObject({ content: null, remote: { state: 'deleted', version: 6 } });
});
