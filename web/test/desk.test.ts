import { splitPlanFile, type CarDoc, type PlanDoc } from '@puddler/contract';
import { plainPlan } from '../../core/test/helpers';
import { createStore, type AppStore } from '../src/app/store';
import {
  carKey,
  changed,
  conflicted,
  conflictSettled,
  garageLoaded,
  imported,
  isUnsaved,
  planKey,
  redone,
  saved,
  undone,
  unsavedRecalled,
} from '../src/data/desk-slice';
import { currentPress, watchPresses } from '../src/data/press';
import { addCar, addPlan, deleteCar, deletePlan, duplicateCar, editCar, editPlan } from '../src/data/edits';
import { carOf, planOf, plansOfCar, selectGarage, selectSaveStatus } from '../src/data/selectors';

const { car, plan } = splitPlanFile(plainPlan());
const times = { createdAt: '2026-11-24T08:00:00.000Z', updatedAt: '2026-11-24T08:00:00.000Z' };
const CAR: CarDoc = { id: 'c1', version: 3, car, bench: {}, ...times };
const PLAN: PlanDoc = { id: 'p1', carId: 'c1', version: 5, plan, ...times };

let store: AppStore;
const desk = () => store.getState().desk;
const heldPlan = (id = 'p1') => desk().held[planKey(id)]!;

beforeEach(() => {
  store = createStore();
  store.dispatch(garageLoaded({ cars: [CAR], plans: [PLAN] }));
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
  store.dispatch(saved({ key: planKey('p1'), version: 6, content: sent }));
  expect(isUnsaved(heldPlan())).toBe(true);
  store.dispatch(saved({ key: planKey('p1'), version: 7, content: heldPlan().content! }));
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
  expect(desk().future).toEqual([]);
});

test('a drag is one undo; a pause or another figure begins a new one', () => {
  const at = 1_000;
  const step = (when: number, pinion: number, before: number, press?: number) =>
    store.dispatch(
      changed({
        label: 'pinion',
        joins: 'p1:gearing.pinion',
        at: when,
        press,
        steps: [
          {
            key: planKey('p1'),
            id: 'p1',
            before: { kind: 'plan', carId: 'c1', plan: { ...plan, gearing: { pinion: before, spur: 60 } } },
            after: { kind: 'plan', carId: 'c1', plan: { ...plan, gearing: { pinion, spur: 60 } } },
          },
        ],
      }),
    );
  step(at, 21, 20);
  step(at + 100, 22, 21);
  step(at + 200, 23, 22);
  expect(desk().past).toHaveLength(1);
  step(at + 5_000, 24, 23, 1);
  // As slow as the hand may be: it has not let go.
  step(at + 9_000, 25, 24, 1);
  expect(desk().past).toHaveLength(2);
  step(at + 13_000, 26, 25, 2);
  expect(desk().past).toHaveLength(3);
  store.dispatch(undone({ at }));
  store.dispatch(undone({ at }));
  store.dispatch(undone({ at }));
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(20);
});

test('edits know which press they were made under', () => {
  const handlers = new Map<string, () => void>();
  watchPresses({ addEventListener: (name: string, handler: () => void) => void handlers.set(name, handler) } as never);
  expect(currentPress()).toBeUndefined();
  handlers.get('pointerdown')!();
  store.dispatch(editPlan('p1', 'gearing.pinion', 21, 'pinion'));
  expect(desk().past[0]!.press).toBe(currentPress());
  const first = currentPress()!;
  handlers.get('pointerup')!();
  expect(currentPress()).toBeUndefined();
  handlers.get('pointerdown')!();
  expect(currentPress()).not.toBe(first);
  handlers.get('pointercancel')!();
});

test('a new edit forgets what was undone', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 21, 'pinion'));
  store.dispatch(undone({ at: 1 }));
  store.dispatch(editPlan('p1', 'gearing.pinion', 30, 'pinion'));
  expect(desk().future).toEqual([]);
});

test('a car goes with its plans and comes back with them', () => {
  store.dispatch(deleteCar('c1'));
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

test('duplicates have ids of their own', () => {
  store.dispatch(duplicateCar('c1'));
  const planId = store.dispatch(addPlan('c1', { ...plan, name: 'Other' }));
  store.dispatch(deletePlan('p1'));
  const [first, copy] = selectGarage(store.getState());
  expect(first!.plans.map((one) => one.id)).toEqual([planId]);
  expect(copy!.car.name).toBe('Plain car copy');
  expect(copy!.plans).toHaveLength(1);
  expect(copy!.plans[0]!.id).not.toBe('p1');
});

test('a conflict waits for the builder, either way', () => {
  const theirs = { kind: 'plan' as const, carId: 'c1', plan: { ...plan, name: 'Theirs' } };
  for (const keep of ['mine', 'theirs'] as const) {
    store.dispatch(editPlan('p1', 'name', `Mine ${keep}`, 'rename'));
    store.dispatch(conflicted({ key: planKey('p1'), version: 9, content: theirs }));
    expect(selectSaveStatus(store.getState())).toBe('conflict');
    store.dispatch(conflictSettled({ key: planKey('p1'), keep }));
    expect(heldPlan().remote).toMatchObject({ version: 9 });
    expect(planOf(store.getState(), 'p1')!.plan.name).toBe(keep === 'mine' ? 'Mine mine' : 'Theirs');
    expect(isUnsaved(heldPlan())).toBe(keep === 'mine');
  }
});

test('a garage fetched later does not overwrite what is unsaved', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  store.dispatch(garageLoaded({ cars: [{ ...CAR, version: 4, car: { ...car, massKg: 9 } }], plans: [{ ...PLAN, version: 6 }] }));
  expect(planOf(store.getState(), 'p1')!.plan.gearing.pinion).toBe(25);
  expect(heldPlan().remote).toMatchObject({ version: 5 });
  expect(carOf(store.getState(), 'c1')!.massKg).toBe(9);
});

test('what an earlier visit could not save comes back', () => {
  store.dispatch(editPlan('p1', 'gearing.pinion', 25, 'pinion'));
  const kept = JSON.parse(JSON.stringify([heldPlan()])) as ReturnType<typeof heldPlan>[];
  const later = createStore();
  later.dispatch(unsavedRecalled(kept));
  later.dispatch(garageLoaded({ cars: [CAR], plans: [PLAN] }));
  expect(planOf(later.getState(), 'p1')!.plan.gearing.pinion).toBe(25);
  expect(selectSaveStatus(later.getState())).toBe('saving');
});

test('an import is saved already and can be undone', () => {
  const content = { kind: 'plan' as const, carId: 'c1', plan: { ...plan, name: 'In' } };
  store.dispatch(
    imported({
      at: 1,
      label: 'import In',
      documents: [
        { key: carKey('c1'), id: 'c1', version: 3, content: { kind: 'car', car, bench: {} } },
        { key: planKey('p2'), id: 'p2', version: 1, content },
      ],
    }),
  );
  expect(selectSaveStatus(store.getState())).toBe('saved');
  store.dispatch(undone({ at: 2 }));
  expect(planOf(store.getState(), 'p2')).toBeUndefined();
  expect(carOf(store.getState(), 'c1')).toBeDefined();
});
