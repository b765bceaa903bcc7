import type { Car, Part } from '@puddler/core';
import type { Bench, PlanBody } from '@puddler/contract/shared';
import type { AppDispatch, RootState } from '../app/store';
import { carKey, changed, partKey, planKey, type Content, type Step } from './desk-slice';
import { setField } from '@puddler/core';
import { currentPress } from './press';
import { benchOf, carOf, partOf, planOf, plansOfCar } from './selectors';

/** Thunks for every edit a builder makes. Each is one undoable change; saving follows by itself. */

type Thunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T;

function commit(dispatch: AppDispatch, label: string, steps: Step[], joins?: string): void {
  dispatch(changed({ label, joins, steps, at: Date.now(), press: currentPress() }));
}

const asCar = (car: Car, bench: Bench): Content => ({ kind: 'car', car, bench });
const asPlan = (carId: string, plan: PlanBody): Content => ({ kind: 'plan', carId, plan });

/** Sets a field of a car; undefined takes it out. Quick edits of the same field join. */
export function editCar(id: string, path: string, value: unknown, label: string): Thunk {
  return (dispatch, getState) => {
    const car = carOf(getState(), id);
    if (car) replaceCar(id, setField(car, path, value), benchOf(getState(), id)!, label, `${id}:${path}`)(dispatch, getState);
  };
}

/** Sets a field of what the bench notes of a car; undefined takes it out. */
export function editBench<K extends keyof Bench>(id: string, field: K, value: Bench[K] | undefined, label: string): Thunk {
  return (dispatch, getState) => {
    const bench = benchOf(getState(), id);
    if (bench) replaceCar(id, carOf(getState(), id)!, setField(bench, field, value), label, `${id}:bench.${field}`)(dispatch, getState);
  };
}

/** Puts a whole car and its notes in the place of the old ones. */
export function replaceCar(id: string, car: Car, bench: Bench, label: string, joins?: string): Thunk {
  return (dispatch, getState) => {
    const [before, notes] = [carOf(getState(), id), benchOf(getState(), id)];
    if (before && notes) commit(dispatch, label, [{ key: carKey(id), id, before: asCar(before, notes), after: asCar(car, bench) }], joins);
  };
}

/** A car and one of its plans changed together, as one undo. */
export function replaceCarAndPlan(carId: string, car: Car, bench: Bench, planId: string, plan: PlanBody, label: string): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const [before, notes, held] = [carOf(state, carId), benchOf(state, carId), planOf(state, planId)];
    if (!before || !notes) return;
    commit(dispatch, label, [
      { key: carKey(carId), id: carId, before: asCar(before, notes), after: asCar(car, bench) },
      { key: planKey(planId), id: planId, before: held ? asPlan(held.carId, held.plan) : null, after: asPlan(carId, plan) },
    ]);
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

/** A plan of a new car; `stock` when it is the car as bought. */
export interface NewPlan {
  plan: PlanBody;
  stock?: boolean;
}

/** A new car with its plans; returns the id of the last. */
export function addCar(car: Car, plans: readonly NewPlan[]): Thunk<string> {
  return (dispatch) => {
    const carId = crypto.randomUUID();
    const made = plans.map((one) => ({ ...one, id: crypto.randomUUID() }));
    const stock = made.find((one) => one.stock);
    commit(dispatch, `new car ${car.name}`, [
      { key: carKey(carId), id: carId, before: null, after: asCar(car, stock ? { stockPlanId: stock.id } : {}) },
      ...made.map(({ id, plan }): Step => ({ key: planKey(id), id, before: null, after: asPlan(carId, plan) })),
    ]);
    return made[made.length - 1]!.id;
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
    const bench = benchOf(getState(), id);
    if (!car || !bench) return;
    const copyId = crypto.randomUUID();
    const copies = plansOfCar(getState(), id).map(({ id: from, plan }) => ({ from, planId: crypto.randomUUID(), plan }));
    const stock = copies.find(({ from }) => from === bench.stockPlanId);
    const { stockPlanId: _old, ...notes } = bench;
    commit(dispatch, `copy of ${car.name}`, [
      { key: carKey(copyId), id: copyId, before: null, after: asCar({ ...car, name: `${car.name} copy` }, stock ? { ...notes, stockPlanId: stock.planId } : notes) },
      ...copies.map(({ planId, plan }): Step => ({ key: planKey(planId), id: planId, before: null, after: asPlan(copyId, plan) })),
    ]);
  };
}

/** Deletes a car and its plans. */
export function deleteCar(id: string): Thunk {
  return (dispatch, getState) => {
    const car = carOf(getState(), id);
    if (!car) return;
    const steps: Step[] = [{ key: carKey(id), id, before: asCar(car, benchOf(getState(), id)!), after: null }];
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

/** New parts on the shelf, as one undo; returns their ids. */
export function addParts(parts: Part[], label = parts.length === 1 ? `new part ${parts[0]!.name}` : `${parts.length} new parts`): Thunk<string[]> {
  return (dispatch) => {
    const steps = parts.map((part): Step => {
      const id = crypto.randomUUID();
      return { key: partKey(id), id, before: null, after: { kind: 'part', part } };
    });
    commit(dispatch, label, steps);
    return steps.map((step) => step.id);
  };
}

/** Changes parts, or deletes those for which `change` gives null, as one undo. Parts that stay the same are left alone. */
export function changeParts(ids: readonly string[], change: (part: Part) => Part | null, label: string): Thunk {
  return (dispatch, getState) => {
    const steps = ids.flatMap((id): Step[] => {
      const part = partOf(getState(), id);
      const after = part && change(part);
      if (!part || after === part) return [];
      return [{ key: partKey(id), id, before: { kind: 'part', part }, after: after ? { kind: 'part', part: after } : null }];
    });
    if (steps.length > 0) commit(dispatch, label, steps);
  };
}
