import type { Car } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';
import type { AppDispatch, RootState } from '../app/store';
import { carKey, changed, planKey, type Content, type Step } from './desk-slice';
import { setField } from './fields';
import { planOf, plansOfCar, carOf } from './selectors';

/** Thunks for every edit a builder makes. Each is one undoable change; saving follows by itself. */
type Thunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T;

function commit(dispatch: AppDispatch, label: string, steps: Step[], joins?: string): void {
  dispatch(changed({ label, joins, steps, at: Date.now() }));
}

const asCar = (car: Car): Content => ({ kind: 'car', car });
const asPlan = (carId: string, plan: PlanBody): Content => ({ kind: 'plan', carId, plan });

/** Sets a field of a car; undefined takes it out. Quick edits of the same field join. */
export function editCar(id: string, path: string, value: unknown, label: string): Thunk {
  return (dispatch, getState) => {
    const car = carOf(getState(), id);
    if (!car) return;
    const step: Step = { key: carKey(id), id, before: asCar(car), after: asCar(setField(car, path, value)) };
    commit(dispatch, label, [step], `${id}:${path}`);
  };
}

/** Sets a field of a plan; undefined takes it out. Quick edits of the same field join. */
export function editPlan(id: string, path: string, value: unknown, label: string): Thunk {
  return (dispatch, getState) => {
    const held = planOf(getState(), id);
    if (held) replacePlan(id, setField(held.plan, path, value), label, `${id}:${path}`)(dispatch, getState);
  };
}

/** Puts a whole plan in the place of the old one. */
export function replacePlan(id: string, plan: PlanBody, label: string, joins?: string): Thunk {
  return (dispatch, getState) => {
    const held = planOf(getState(), id);
    if (!held) return;
    commit(dispatch, label, [{ key: planKey(id), id, before: asPlan(held.carId, held.plan), after: asPlan(held.carId, plan) }], joins);
  };
}

/** A new car with its first plan; returns the plan's id. */
export function addCar(car: Car, plan: PlanBody): Thunk<string> {
  return (dispatch) => {
    const carId = crypto.randomUUID();
    const planId = crypto.randomUUID();
    commit(dispatch, `new car ${car.name}`, [
      { key: carKey(carId), id: carId, before: null, after: asCar(car) },
      { key: planKey(planId), id: planId, before: null, after: asPlan(carId, plan) },
    ]);
    return planId;
  };
}

/** A new plan of a car; returns its id. */
export function addPlan(carId: string, plan: PlanBody): Thunk<string> {
  return (dispatch) => {
    const id = crypto.randomUUID();
    commit(dispatch, `new plan ${plan.name}`, [{ key: planKey(id), id, before: null, after: asPlan(carId, plan) }]);
    return id;
  };
}

/** A copy of a car with all its plans. */
export function duplicateCar(id: string): Thunk {
  return (dispatch, getState) => {
    const car = carOf(getState(), id);
    if (!car) return;
    const copyId = crypto.randomUUID();
    const steps: Step[] = [{ key: carKey(copyId), id: copyId, before: null, after: asCar({ ...car, name: `${car.name} copy` }) }];
    for (const { plan } of plansOfCar(getState(), id)) {
      const planId = crypto.randomUUID();
      steps.push({ key: planKey(planId), id: planId, before: null, after: asPlan(copyId, plan) });
    }
    commit(dispatch, `copy of ${car.name}`, steps);
  };
}

/** Deletes a car and its plans. */
export function deleteCar(id: string): Thunk {
  return (dispatch, getState) => {
    const car = carOf(getState(), id);
    if (!car) return;
    const steps: Step[] = [{ key: carKey(id), id, before: asCar(car), after: null }];
    for (const held of plansOfCar(getState(), id)) {
      steps.push({ key: planKey(held.id), id: held.id, before: asPlan(id, held.plan), after: null });
    }
    commit(dispatch, `delete ${car.name}`, steps);
  };
}

export function deletePlan(id: string): Thunk {
  return (dispatch, getState) => {
    const held = planOf(getState(), id);
    if (held) commit(dispatch, `delete ${held.plan.name}`, [{ key: planKey(id), id, before: asPlan(held.carId, held.plan), after: null }]);
  };
}
