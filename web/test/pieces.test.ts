import { splitPlanFile } from '@puddler/contract';
import { plainPlan } from '../../core/test/helpers';
import { heard, received, undone } from '../src/document-store/document-store-slice';
import { deleteDocument, editPlan } from '../src/document-store/edits';
import { planOf, runsOfCar, selectSaveStatus } from '../src/document-store/selectors';
import { carIdOf, isCarHere, isHereByName, plansOfCar, selectGarage } from '../src/document-store/select-garage';
import { createStore, type AppStore } from '../src/document-store/store';
import { docOf } from './stored';

const { car, plan } = splitPlanFile(plainPlan());
const carDoc = (id: string) => docOf<'car'>(id, { car: { ...car, name: id }, bench: {} });
const planDoc = (id: string, carId: string, version = 1) => docOf<'plan'>(id, { ...plan, name: `${id} v${version}` }, carId, version);
const runDoc = (id: string, carId: string) => docOf<'run'>(id, { at: '2027-01-09T10:00:00Z', plan: plainPlan() }, carId);

let store: AppStore;
const state = () => store.getState();
const names = () => selectGarage(state()).map(({ id }) => id);
beforeEach(() => {
  store = createStore();
});

/** The second car, asked for by its plan’s address. */
const wholeCar = () =>
  store.dispatch(
    received({ documents: { car: [carDoc('c2')], plan: [planDoc('p2', 'c2'), planDoc('p2b', 'c2')], run: [runDoc('r2', 'c2')] }, wholeCar: true }),
  );

test('all of a car comes ahead of the lists: its plan and runs are here, and of no other car is that said', () => {
  wholeCar();
  expect(planOf(state(), 'p2')).toBeDefined();
  expect(runsOfCar(state(), 'c2')).toHaveLength(1);
  expect([isCarHere(state(), 'c2'), isCarHere(state(), 'c1')]).toEqual([true, false]);
  expect(state().documentStore.loaded).toBe('loading');
  expect(selectSaveStatus(state())).toBe('saved');
});

test('what came ahead takes the place that it has in its list, piece by piece', () => {
  wholeCar();
  store.dispatch(received({ documents: { car: [carDoc('c1')], plan: [planDoc('p1', 'c1')] } }));
  expect(names()).toEqual(['c2', 'c1']);
  store.dispatch(received({ documents: { car: [carDoc('c2')], plan: [planDoc('p2', 'c2'), planDoc('p2b', 'c2')] } }));
  store.dispatch(received({ documents: { car: [carDoc('c3')] }, complete: 'cars' }));
  expect(names()).toEqual(['c1', 'c2', 'c3']);
  expect(plansOfCar(state(), 'c2').map(({ id }) => id)).toEqual(['p2', 'p2b']);
  expect(new Set(state().documentStore.keys).size).toBe(state().documentStore.keys.length);
  expect(state().documentStore).toMatchObject({ loaded: 'ready' });
});

test('an edit of a plan that came ahead stays when its list brings what it was, and what the list brings newer is taken', () => {
  wholeCar();
  store.dispatch(editPlan('p2', 'gearing.pinion', 21, 'pinion'));
  store.dispatch(received({ documents: { car: [carDoc('c2')], plan: [planDoc('p2', 'c2', 2), planDoc('p2b', 'c2', 2)] }, complete: 'cars' }));
  expect(planOf(state(), 'p2')!.plan.gearing.pinion).toBe(21);
  expect(planOf(state(), 'p2b')!.plan.name).toBe('p2b v2');
  expect(selectSaveStatus(state())).toBe('saving');
});

test('what belongs to a car that was deleted here is not shown when its list brings it', () => {
  wholeCar();
  store.dispatch(deleteDocument('car', 'c2'));
  store.dispatch(received({ documents: { run: [runDoc('r9', 'c2')] } }));
  expect(runsOfCar(state(), 'c2')).toEqual([]);
  expect(names()).toEqual([]);
});

describe('cars by name', () => {
  const named = (id: string, ...plans: string[]) => ({ [id]: plans.map((plan) => ({ id: plan, name: `${plan} by name` })) });
  const planNames = (id: string) =>
    selectGarage(state())
      .find((one) => one.id === id)!
      .plans.map(({ name }) => name);
  beforeEach(() => {
    store.dispatch(received({ documents: { car: [carDoc('c1')] }, plans: named('c1', 'p1', 'p2') }));
    store.dispatch(received({ documents: { car: [carDoc('c2')] }, plans: named('c2'), complete: 'cars' }));
  });

  test('their plans stand in the garage by name, in the order they were made, and are not here', () => {
    expect(state().documentStore.loaded).toBe('ready');
    expect([planNames('c1'), planNames('c2')]).toEqual([['p1 by name', 'p2 by name'], []]);
    expect([planOf(state(), 'p1'), plansOfCar(state(), 'c1')]).toEqual([undefined, []]);
    expect([isCarHere(state(), 'c1'), isHereByName(state(), 'c1')]).toEqual([false, true]);
    expect([carIdOf(state(), 'c1'), carIdOf(state(), 'p2'), carIdOf(state(), 'nobody')]).toEqual(['c1', 'c1', undefined]);
    expect(selectGarage(state())).toBe(selectGarage(state()));
  });

  test('all of one puts its plans in the place of their names, and leaves other cars as they were', () => {
    const other = selectGarage(state())[1];
    store.dispatch(received({ documents: { car: [carDoc('c1')], plan: [planDoc('p1', 'c1'), planDoc('p2', 'c1', 2)] }, wholeCar: true }));
    expect(planNames('c1')).toEqual(['p1 v1', 'p2 v2']);
    expect(isHereByName(state(), 'c1')).toBe(false);
    expect(selectGarage(state())[1]).toBe(other);
    store.dispatch(deleteDocument('plan', 'p1'));
    expect([planNames('c1'), carIdOf(state(), 'p1')]).toEqual([['p2 v2'], 'c1']);
    store.dispatch(undone({ at: 1 }));
    expect(planNames('c1')).toEqual(['p1 v1', 'p2 v2']);
  });

  test('what another window writes or deletes of one is in its list of names', () => {
    store.dispatch(heard({ written: [{ kind: 'plan', doc: planDoc('p2', 'c1', 3) }], gone: [{ key: 'plan:p1', version: 2 }] }));
    store.dispatch(heard({ written: [{ kind: 'plan', doc: planDoc('p9', 'c1') }], gone: [] }));
    expect(planNames('c1')).toEqual(['p2 v3', 'p9 v1']);
    store.dispatch(heard({ written: [], gone: [{ key: 'plan:p2', version: 4 }] }));
    expect(planNames('c1')).toEqual(['p9 v1']);
    expect(isHereByName(state(), 'c1')).toBe(true);
    // An answer that was on its way brings nothing back that was deleted meanwhile; what came back since is newer.
    store.dispatch(received({ documents: { car: [carDoc('c1')], plan: [planDoc('p1', 'c1'), planDoc('p9', 'c1')] }, wholeCar: true }));
    expect(planNames('c1')).toEqual(['p9 v1']);
    store.dispatch(received({ documents: { car: [carDoc('c1')], plan: [planDoc('p1', 'c1', 3)] }, wholeCar: true }));
    expect(planNames('c1')).toEqual(['p1 v3', 'p9 v1']);
    expect(selectSaveStatus(state())).toBe('saved');
  });
});
