import { setField, withCarField, type Car, type CarPath, type FigurePath } from '@puddler/core';
import { LONGEST_NAME, type Bench, type KindName, type PlanBody, type Wish } from '@puddler/contract/shared';
import { type Thunk, commit, stepTo, made, replace } from './commit';
import { keyOf, nameOf, parentKeyOf, type Key } from './entry';
import { type Step } from './history';
import { contentAt } from './selectors';
import { newId } from '@puddler/contract/shared';

/** Edits of cars, plans and wishes. */

/** Deletes a document and everything that belongs to it; returns what the change is called, for a notice that offers to undo it. */
export function deleteDocument(kind: KindName, id: string): Thunk<string | undefined> {
  return (dispatch, getState) => {
    const first = getState().documentStore.entries[keyOf(kind, id)]?.content;
    return first ? dispatch(deleteDocuments(kind, [id], `delete ${nameOf(first)}`)) : undefined;
  };
}

/** Deletes several at once, with all that belongs to them, as one undo. */
export function deleteDocuments(kind: KindName, ids: readonly string[], label: string): Thunk<string | undefined> {
  return (dispatch, getState) => {
    const { entries } = getState().documentStore;
    const keys: Key[] = ids.map((id) => keyOf(kind, id)).filter((key) => entries[key]?.content);
    for (const key of keys) for (const other of Object.values(entries)) if (other.content && parentKeyOf(other.content) === key) keys.push(other.key);
    const steps = keys.map((key): Step => ({ key, id: entries[key]!.id, before: entries[key]!.content, after: null }));
    return commit(dispatch, label, steps);
  };
}

/** Sets a field of a car; undefined takes it out. Edits of the same field in one gesture join. */
export const editCar = (id: string, path: CarPath, value: unknown, label: string): Thunk =>
  replace('car', id, ({ car, bench }) => ({ car: withCarField(car, path, value), bench }), label, `${id}:${path}`);

/** Puts a whole car in the place of the old one. */
export const replaceCar = (id: string, car: Car, label: string): Thunk => replace('car', id, ({ bench }) => ({ car, bench }), label);

/** Sets a field of what the bench notes of a car; undefined takes it out. */
export const editBench = <K extends keyof Bench>(id: string, field: K, value: Bench[K] | undefined, label: string): Thunk =>
  replace('car', id, ({ car, bench }) => ({ car, bench: setField(bench, field, value) }), label, `${id}:bench.${field}`);

/** A car and one of its plans changed together, as one undo. */
export function replaceCarAndPlan(carId: string, car: Car, bench: Bench, planId: string, plan: PlanBody, label: string, joins?: string): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    if (!contentAt(state, 'car', carId)) return;
    commit(dispatch, label, [stepTo(state, 'car', carId, { car, bench }), stepTo(state, 'plan', planId, plan, carId)], joins);
  };
}

/** Sets a field of a plan; undefined takes it out. Edits of the same field in one gesture join. */
export const editPlan = (id: string, path: FigurePath, value: unknown, label: string): Thunk =>
  replace('plan', id, (plan) => setField(plan, path, value), label, `${id}:${path}`);

/** Puts a whole plan in the place of the old one. */
export const replacePlan = (id: string, plan: PlanBody, label: string, joins?: string): Thunk => replace('plan', id, () => plan, label, joins);

/** A plan of a new car; `stock` when it is the car as bought. */
export interface NewPlan {
  plan: PlanBody;
  stock?: boolean;
}

/** A new car with its plans; returns the id of the last. */
export function addCar(car: Car, plans: readonly NewPlan[]): Thunk<string> {
  return (dispatch) => {
    const carId = newId();
    const fresh = plans.map((one) => ({ ...one, id: newId() }));
    const stock = fresh.find((one) => one.stock);
    const steps = [
      made('car', carId, { car, bench: stock ? { stockPlanId: stock.id } : {} }),
      ...fresh.map(({ id, plan }) => made('plan', id, plan, carId)),
    ];
    commit(dispatch, `new car ${car.name}`, steps);
    return fresh[fresh.length - 1]!.id;
  };
}

/** A new plan of a car; returns its id. */
export function addPlan(carId: string, plan: PlanBody): Thunk<string> {
  return (dispatch) => {
    const id = newId();
    commit(dispatch, `new plan ${plan.name}`, [made('plan', id, plan, carId)]);
    return id;
  };
}

const COPY = ' copy';

/** The name of a copy, no longer than names may be. */
export const copyName = (name: string): string => `${name.slice(0, LONGEST_NAME - COPY.length)}${COPY}`;

/** Keeps wishes of a car, new or changed, as one undo. */
export function keepWishes(carId: string, wishes: readonly { id: string; wish: Wish }[], label: string): Thunk {
  return (dispatch, getState) => {
    const steps = wishes.map(({ id, wish }) => stepTo(getState(), 'wish', id, wish, carId));
    commit(dispatch, label, steps, steps.length === 1 ? `wish ${steps[0]!.id} ${label}` : undefined);
  };
}
