import { splitPlanFile } from '@puddler/contract';
import { plainPlan } from '../../core/test/helpers';
import { received } from '../src/document-store/document-store-slice';
import { deleteDocument, editPlan } from '../src/document-store/edits';
import { areRunsHere, planOf, plansOfCar, runsOfCar, selectGarage, selectSaveStatus } from '../src/document-store/selectors';
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
  expect([areRunsHere(state(), 'c2'), areRunsHere(state(), 'c1')]).toEqual([true, false]);
  expect(state().documentStore.loaded).toBe('loading');
  expect(selectSaveStatus(state())).toBe('saved');
});

test('what came ahead takes the place that it has in its list, piece by piece', () => {
  wholeCar();
  store.dispatch(received({ documents: { car: [carDoc('c1')], plan: [planDoc('p1', 'c1')] } }));
  expect(names()).toEqual(['c2', 'c1']);
  store.dispatch(received({ documents: { car: [carDoc('c2')], plan: [planDoc('p2', 'c2'), planDoc('p2b', 'c2')] } }));
  store.dispatch(received({ documents: { car: [carDoc('c3')] }, complete: 'garage' }));
  expect(names()).toEqual(['c1', 'c2', 'c3']);
  expect(plansOfCar(state(), 'c2').map(({ id }) => id)).toEqual(['p2', 'p2b']);
  expect(new Set(state().documentStore.keys).size).toBe(state().documentStore.keys.length);
  expect(state().documentStore).toMatchObject({ loaded: 'ready' });
});

test('an edit of a plan that came ahead stays when its list brings what it was, and what the list brings newer is taken', () => {
  wholeCar();
  store.dispatch(editPlan('p2', 'gearing.pinion', 21, 'pinion'));
  store.dispatch(received({ documents: { car: [carDoc('c2')], plan: [planDoc('p2', 'c2', 2), planDoc('p2b', 'c2', 2)] }, complete: 'garage' }));
  expect(planOf(state(), 'p2')!.plan.gearing.pinion).toBe(21);
  expect(planOf(state(), 'p2b')!.plan.name).toBe('p2b v2');
  expect(selectSaveStatus(state())).toBe('saving');
});

test('what belongs to a car that was deleted here is not shown when its list brings it', () => {
  wholeCar();
  store.dispatch(deleteDocument('car', 'c2'));
  store.dispatch(received({ documents: { run: [runDoc('r9', 'c2')] }, complete: 'log' }));
  expect(runsOfCar(state(), 'c2')).toEqual([]);
  expect(names()).toEqual([]);
});
