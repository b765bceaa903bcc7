import { splitPlanFile, type Doc, type KindName } from '@puddler/contract';
import { setField } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import {
  changed,
  conflicted,
  conflictSettled,
  deletionSettled,
  heard,
  imported,
  remoteGone,
  redone,
  saved,
  sending,
  undone,
  unsavedRecalled,
} from '../src/document-store/document-store-slice';
import { duplicateCar } from '../src/document-store/duplicate-car';
import { addCar, addPlan, copyName, deleteDocument, editCar, editPlan } from '../src/document-store/edits';
import { contentOf, isUnsaved, keyOf, type ContentOf } from '../src/document-store/entry';
import { currentPress, watchPresses } from '../src/document-store/press';
import { carOf, planOf, selectSaveStatus } from '../src/document-store/selectors';
import { plansOfCar, selectGarage } from '../src/document-store/select-garage';
import { createStore, type AppStore } from '../src/document-store/store';
import { takeBack, undoable } from '../src/document-store/undoable';
import { docOf, garage } from './stored';

const { car, plan } = splitPlanFile(plainPlan());
const CAR = docOf<'car'>('c1', { car, bench: {} }, undefined, 3);
const PLAN = docOf<'plan'>('p1', plan, 'c1', 5);

let store: AppStore;
const state = () => store.getState().documentStore;
const PLAN_KEY = keyOf('plan', 'p1');
const heldPlan = () => state().entries[PLAN_KEY]!;
const asPlan = (body: typeof plan) => contentOf('plan', { body, parentId: 'c1' }) as ContentOf<'plan'>;

beforeEach(() => {
  store = createStore();
  store.dispatch(garage([CAR], [PLAN]));
});

test('what the server holds is saved', () => {
  expect(selectSaveStatus(store.getState())).toBe('saved');
  expect(selectGarage(store.getState())).toEqual([{ id: 'c1', car, bench: {}, plans: [expect.objectContaining({ id: 'p1', plan })] }]);
});

test('an edit is unsaved until the server has just that', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 21, 'pinion'));
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(21);
  expect(selectSaveStatus(store.getState())).toBe('saving');
  const sent = heldPlan().content!;
  store.dispatch(editPlan('p1', 'gearing.spur', 61, 'spur'));
  store.dispatch(saved([{ key: PLAN_KEY, version: 6, content: sent }]));
  expect(isUnsaved(heldPlan())).toBe(true);
  store.dispatch(saved([{ key: PLAN_KEY, version: 7, content: heldPlan().content! }]));
  expect(isUnsaved(heldPlan())).toBe(false);
  expect(heldPlan().remote).toMatchObject({ version: 7 });
});

test('undo and redo go back and forth; undone to what is saved is saved', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 21, 'pinion'));
  store.dispatch(editCar('c1', 'massKg', 3, 'mass'));
  store.dispatch(undone({ at: 1 }));
  expect(carOf(store.getState(), 'c1')!.massKg).toBe(2);
  store.dispatch(undone({ at: 1 }));
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(20);
  expect(selectSaveStatus(store.getState())).toBe('saved');
  store.dispatch(redone({ at: 1 }));
  store.dispatch(redone({ at: 1 }));
  expect(carOf(store.getState(), 'c1')!.massKg).toBe(3);
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(21);
  store.dispatch(redone({ at: 1 }));
  expect(state().future).toEqual([]);
});

test('a gesture is one undo, and each press of a key is a gesture, however quick', () => {
  const at = 1_000;
  const step = (when: number, pinion: number, before: number, press?: number) =>
    store.dispatch(
      changed({
        id: String(when),
        label: 'pinion',
        joins: 'p1:gearing.pinion',
        at: when,
        press,
        steps: [
          {
            key: PLAN_KEY,
            id: 'p1',
            before: asPlan({ ...plan, gearing: { pinion: before, spur: 60 } }),
            after: asPlan({ ...plan, gearing: { pinion, spur: 60 } }),
          },
        ],
      }),
    );
  step(at, 21, 20, 7);
  step(at + 100, 22, 21, 8);
  step(at + 200, 23, 22);
  expect(state().past).toHaveLength(3);
  step(at + 5_000, 24, 23, 1);
  // As slow as the hand may be: it has not let go.
  step(at + 9_000, 25, 24, 1);
  expect(state().past).toHaveLength(4);
  step(at + 13_000, 26, 25, 2);
  expect(state().past).toHaveLength(5);
  for (let i = 0; i < 5; i++) store.dispatch(undone({ at }));
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(20);
});

test('edits know which press they were made under', () => {
  const handlers = new Map<string, (event?: { repeat: boolean }) => void>();
  watchPresses({ addEventListener: (name: string, handler: (event?: { repeat: boolean }) => void) => void handlers.set(name, handler) } as never);
  expect(currentPress()).toBeUndefined();
  handlers.get('pointerdown')!();
  store.dispatch(editPlan('p1', 'gearing.pinion', 21, 'pinion'));
  expect(state().past[0]!.press).toBe(currentPress());
  const first = currentPress()!;
  handlers.get('pointerup')!();
  expect(currentPress()).toBeUndefined();
  handlers.get('pointerdown')!();
  expect(currentPress()).not.toBe(first);
  handlers.get('pointercancel')!();
  // A key that is held repeats itself: still one gesture.
  handlers.get('keydown')!({ repeat: false });
  const entry = currentPress();
  handlers.get('keydown')!({ repeat: true });
  expect(currentPress()).toBe(entry);
  handlers.get('keyup')!();
  expect(currentPress()).toBeUndefined();
  handlers.get('keydown')!({ repeat: false });
  expect(currentPress()).not.toBe(entry);
  handlers.get('keyup')!();
});

test('a new edit forgets what was undone', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 21, 'pinion'));
  store.dispatch(undone({ at: 1 }));
  store.dispatch(editPlan('p1', 'gearing.pinion', 30, 'pinion'));
  expect(state().future).toEqual([]);
});

test('a car goes with its plans and comes back with them', () => {
  store.dispatch(deleteDocument('car', 'c1'));
  expect(selectGarage(store.getState())).toEqual([]);
  expect(isUnsaved(heldPlan())).toBe(true);
  store.dispatch(undone({ at: 1 }));
  expect(plansOfCar(store.getState(), 'c1')).toHaveLength(1);
  expect(selectSaveStatus(store.getState())).toBe('saved');
});

test('a new car that is undone before it was sent leaves nothing to send', () => {
  const planId = store.dispatch(addCar({ ...car, name: 'New' }, [{ plan }]));
  expect(planOf(store.getState(), planId)).toBeDefined();
  store.dispatch(undone({ at: 1 }));
  expect(selectSaveStatus(store.getState())).toBe('saved');
});

test('duplicates have ids of their own', async () => {
  await store.dispatch(duplicateCar('c1'));
  const planId = store.dispatch(addPlan('c1', { ...plan, name: 'Other' }));
  store.dispatch(deleteDocument('plan', 'p1'));
  const [first, copy] = selectGarage(store.getState());
  expect(first!.plans.map((one) => one.id)).toEqual([planId]);
  expect(copy!.car.name).toBe('Plain car copy');
  expect(copy!.plans).toHaveLength(1);
  expect(copy!.plans[0]!.id).not.toBe('p1');
});

describe('a conflict waits for the builder', () => {
  const theirs = asPlan({ ...plan, name: 'Theirs', gearing: { ...plan.gearing, spur: 70 } });

  test.each([[[]], [['name']], [['name', 'gearing.pinion']]])('who takes %j of the newer one gets just that', (taken: string[]) => {
    store.dispatch(editPlan('p1', 'name', 'Mine', 'rename'));
    store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
    store.dispatch(conflicted({ key: PLAN_KEY, conflict: { deleted: false, version: 9, content: theirs } }));
    expect(selectSaveStatus(store.getState())).toBe('conflict');
    store.dispatch(conflictSettled({ key: PLAN_KEY, theirs: taken }));
    expect(heldPlan().remote).toMatchObject({ version: 9, content: theirs });
    expect(planOf(store.getState(), 'p1')!.plan).toMatchObject({
      name: taken.includes('name') ? 'Theirs' : 'Mine',
      // Only one side changed these: they are never asked for, whatever is chosen.
      gearing: { pinion: 25, spur: 70 },
    });
    expect(selectSaveStatus(store.getState())).toBe('saving');
  });

  test('a car that was deleted elsewhere is brought back, or goes with what belongs to it', () => {
    for (const keep of [true, false]) {
      store.dispatch(editPlan('p1', 'name', 'Mine', 'rename'));
      store.dispatch(conflicted({ key: keyOf('car', 'c1'), conflict: { deleted: true, version: 8 } }));
      store.dispatch(deletionSettled({ key: keyOf('car', 'c1'), keep }));
      expect(carOf(store.getState(), 'c1') !== undefined).toBe(keep);
      expect(planOf(store.getState(), 'p1') !== undefined).toBe(keep);
      expect(state().entries[keyOf('car', 'c1')]!.remote).toMatchObject({ state: 'deleted', version: 8 });
    }
    expect(selectSaveStatus(store.getState())).toBe('saved');
  });
});

test('a garage fetched later does not overwrite what is unsaved', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  store.dispatch(garage([{ ...CAR, version: 4, body: { car: { ...car, massKg: 9 }, bench: {} } }], [{ ...PLAN, version: 6 }]));
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(25);
  expect(heldPlan().remote).toMatchObject({ version: 5 });
  expect(carOf(store.getState(), 'c1')!.massKg).toBe(9);
});

describe('what another window or device wrote', () => {
  const theirs = (pinion: number, version: number) =>
    heard({
      written: [{ kind: 'plan', doc: docOf<'plan'>('p1', { ...plan, gearing: { ...plan.gearing, pinion } }, 'c1', version) }],
      gone: [],
    });
  const pinion = () => planOf(store.getState(), 'p1')?.plan.gearing.pinion;

  test('stands here, saved; an older word is not taken', () => {
    store.dispatch(theirs(21, 6));
    expect([pinion(), isUnsaved(heldPlan())]).toEqual([21, false]);
    store.dispatch(theirs(20, 5));
    expect(pinion()).toBe(21);
  });

  test('leaves what is being changed here', () => {
    store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
    store.dispatch(theirs(21, 6));
    expect([pinion(), isUnsaved(heldPlan())]).toEqual([25, true]);
  });

  test('stands once what was changed here is taken back before it was sent', () => {
    store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
    store.dispatch(theirs(21, 6));
    store.dispatch(theirs(22, 7));
    store.dispatch(undone({ at: 1 }));
    expect([pinion(), isUnsaved(heldPlan())]).toEqual([22, false]);
    expect(heldPlan().remote).toMatchObject({ version: 7 });
  });

  test('on top of what was sent from here stands, though it is heard of before the answer', () => {
    store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
    const sent = heldPlan().content!;
    store.dispatch(sending([{ key: PLAN_KEY, content: sent }]));
    store.dispatch(theirs(26, 7));
    store.dispatch(saved([{ key: PLAN_KEY, version: 6, content: sent }]));
    expect([pinion(), isUnsaved(heldPlan())]).toEqual([26, false]);
  });

  test('and deleted after it was sent from here asks, though that is heard of before the answer', () => {
    const id = store.dispatch(addPlan('c1', plan));
    const [key, content] = [keyOf('plan', id), asPlan(plan)];
    store.dispatch(sending([{ key, content }]));
    store.dispatch(heard({ written: [], gone: [{ key, version: 2 }] }));
    store.dispatch(saved([{ key, version: 1, content }]));
    expect(state().entries[key]!.conflict).toEqual({ deleted: true, version: 2 });
  });

  test('and deleted with its car and brought back there stands here again, saved; what is being changed here stays', () => {
    const carGone = heard({
      written: [],
      gone: [
        { key: 'car:c1', version: 5 },
        { key: PLAN_KEY, version: 6 },
      ],
    });
    const carBack = heard({ written: [{ kind: 'car', doc: { ...CAR, version: 6 } }], gone: [], back: [{ key: PLAN_KEY, version: 7 }] });
    store.dispatch(carGone);
    expect(selectGarage(store.getState())).toEqual([]);
    store.dispatch(carBack);
    expect(pinion()).toBe(plan.gearing.pinion);
    expect(selectSaveStatus(store.getState())).toBe('saved');
    // It had been changed before it was deleted, and nobody here heard of that: what is fetched then stands.
    store.dispatch(garage([], [{ ...PLAN, version: 7, body: setField(plan, 'gearing.pinion', 29) }]));
    expect(pinion()).toBe(29);
  });

  test('and deleted and brought back before anybody answered here asks nothing more, and stands', () => {
    store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
    const [carGone, planGone] = [
      { key: keyOf('car', 'c1'), version: 6 },
      { key: PLAN_KEY, version: 6 },
    ];
    store.dispatch(heard({ written: [], gone: [carGone, planGone] }));
    expect(state().entries[carGone.key]!.conflict).toEqual({ deleted: true, version: 6 });
    store.dispatch(heard({ written: [{ kind: 'car', doc: { ...CAR, version: 7 } }], gone: [], back: [{ key: PLAN_KEY, version: 7 }] }));
    expect([carGone.key, PLAN_KEY].map((key) => state().entries[key]!.conflict)).toEqual([undefined, undefined]);
    expect(pinion()).toBe(25);
  });

  test('comes back with its car though that is heard of before the answer to the deletion from here', () => {
    store.dispatch(deleteDocument('car', 'c1'));
    store.dispatch(sending([{ key: keyOf('car', 'c1'), content: null }]));
    store.dispatch(heard({ written: [{ kind: 'car', doc: { ...CAR, version: 9 } }], gone: [], back: [{ key: PLAN_KEY, version: 9 }] }));
    store.dispatch(
      remoteGone([
        { key: keyOf('car', 'c1'), version: 8 },
        { key: PLAN_KEY, version: 8 },
      ]),
    );
    expect(selectGarage(store.getState())).toHaveLength(1);
    expect(pinion()).toBe(plan.gearing.pinion);
    expect(selectSaveStatus(store.getState())).toBe('saved');
  });

  test('and deleted later is not there again by an answer that comes after that was kept', () => {
    store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
    const sent = heldPlan().content!;
    store.dispatch(sending([{ key: PLAN_KEY, content: sent }]));
    store.dispatch(heard({ written: [], gone: [{ key: PLAN_KEY, version: 7 }] }));
    store.dispatch(deletionSettled({ key: PLAN_KEY, keep: true }));
    store.dispatch(saved([{ key: PLAN_KEY, version: 6, content: sent }]));
    expect([heldPlan().remote.state, isUnsaved(heldPlan())]).toEqual(['deleted', true]);
  });

  test('and deleted is gone, and does not come back with an older list', () => {
    store.dispatch(heard({ written: [], gone: [{ key: PLAN_KEY, version: 6 }] }));
    expect(pinion()).toBeUndefined();
    store.dispatch(garage([CAR], [PLAN]));
    expect(pinion()).toBeUndefined();
    store.dispatch(theirs(22, 7));
    expect(pinion()).toBe(22);
  });
});

test('undo takes back what its edit changed, and leaves what came from elsewhere since', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  store.dispatch(saved([{ key: PLAN_KEY, version: 6, content: heldPlan().content! }]));
  const newer = setField(setField(plan, 'gearing.pinion', 25), 'gearing.spur', 70);
  store.dispatch(garage([], [{ ...PLAN, version: 7, body: newer }]));
  store.dispatch(undone({ at: 1 }));
  expect(planOf(store.getState(), 'p1')!.plan.gearing).toMatchObject({ pinion: plan.gearing.pinion, spur: 70 });
  store.dispatch(redone({ at: 1 }));
  expect(planOf(store.getState(), 'p1')!.plan.gearing).toMatchObject({ pinion: 25, spur: 70 });
});

test('what was changed again since stays when the edit before it is taken back, and that is said', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  store.dispatch(saved([{ key: PLAN_KEY, version: 6, content: heldPlan().content! }]));
  // Another window made it 31.
  store.dispatch(garage([], [{ ...PLAN, version: 7, body: setField(plan, 'gearing.pinion', 31) }]));
  store.dispatch(takeBack());
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(31);
  expect(store.getState().notices.map(({ text }) => text)).toEqual(['Pinion was changed again since: that stays as it is.']);
  // What it did change is taken back without a word.
  store.dispatch(editPlan('p1', 'gearing.spur', 70, 'spur'));
  store.dispatch(takeBack());
  expect(planOf(store.getState(), 'p1')!.plan.gearing.spur).toBe(plan.gearing.spur);
  expect(store.getState().notices).toHaveLength(1);
  store.dispatch(takeBack('nothing of that name'));
});

test('a notice takes back its own change, not whatever came last', () => {
  store.dispatch(deleteDocument('plan', 'p1'));
  store.dispatch(undoable('The plan is deleted.'));
  store.dispatch(editCar('c1', 'massKg', 3, 'mass'));
  const { undo } = store.getState().notices[0]!;
  store.dispatch(undone({ at: 1, change: undo! }));
  expect(planOf(store.getState(), 'p1')).toBeDefined();
  expect(carOf(store.getState(), 'c1')!.massKg).toBe(3);
  // Pressed again it has nothing left to take back.
  store.dispatch(undone({ at: 1, change: undo! }));
  expect(carOf(store.getState(), 'c1')!.massKg).toBe(3);
  store.dispatch(undone({ at: 1 }));
  expect(carOf(store.getState(), 'c1')!.massKg).toBe(2);
});

test('a copy’s name is no longer than names may be', () => {
  expect(copyName('Plain')).toBe('Plain copy');
  expect(copyName('x'.repeat(120))).toHaveLength(120);
  expect(copyName('x'.repeat(120))).toMatch(/x copy$/);
});

test('what an earlier visit could not save comes back', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  const kept = JSON.parse(JSON.stringify([heldPlan()])) as ReturnType<typeof heldPlan>[];
  const later = createStore();
  later.dispatch(unsavedRecalled(kept));
  later.dispatch(garage([CAR], [PLAN]));
  expect(planOf(later.getState(), 'p1')!.plan.gearing.pinion).toBe(25);
  expect(selectSaveStatus(later.getState())).toBe('saving');
});

test('an import is saved already and can be undone', () => {
  const documents: { kind: KindName; doc: Doc }[] = [
    { kind: 'car', doc: CAR },
    { kind: 'plan', doc: { ...PLAN, id: 'p2', version: 1, body: { ...plan, name: 'In' } } },
  ];
  store.dispatch(imported({ id: 'i', at: 1, label: 'import In', documents }));
  expect(selectSaveStatus(store.getState())).toBe('saved');
  expect(planOf(store.getState(), 'p2')!.plan.name).toBe('In');
  store.dispatch(undone({ at: 2 }));
  expect(planOf(store.getState(), 'p2')).toBeUndefined();
  expect(carOf(store.getState(), 'c1')).toBeDefined();
});
