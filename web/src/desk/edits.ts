import { setField, withCarField, type Car, type Day, type CarPath, type FigurePath, type LearnedFigures, type Part } from '@puddler/core';
import {
  LONGEST_NAME,
  NO_CLIMB,
  NO_FITTING,
  NO_PURCHASE,
  type Bench,
  type CarRun,
  type Climb,
  type BodyOf,
  type Fitting,
  type KindName,
  type PlanBody,
  type Purchase,
  type Wish,
} from '@puddler/contract/shared';
import { nanoid } from '@reduxjs/toolkit';
import { amended, changed } from './desk-slice';
import { contentOf, keyOf, nameOf, parentKeyOf, type Content, type Key } from './held';
import type { Step } from './history';
import { currentPress } from './press';
import { contentAt, partOf, plansOfCar, runsOfCar, wishesOfCar } from './selectors';
import type { AppDispatch, RootState } from './store';

/** Thunks for every edit a builder makes. Each is one undoable change; saving follows by itself. */

type Thunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T;

/** Makes one change; returns what it is called, for a notice that offers to undo it. */
function commit(dispatch: AppDispatch, label: string, steps: Step[], joins?: string): string {
  const id = nanoid();
  dispatch(changed({ id, label, joins, steps, at: Date.now(), press: currentPress() }));
  return id;
}

/** A step that gives a document another body; one that is not there is made, under `parentId` where its kind needs one. */
function stepTo<K extends KindName>(state: RootState, kind: K, id: string, body: BodyOf<K>, parentId?: string): Step {
  const before = contentAt(state, kind, id) ?? null;
  const parent = before?.parentId ?? parentId;
  return { key: keyOf(kind, id), id, before, after: contentOf(kind, { body, ...(parent === undefined ? {} : { parentId: parent }) }) };
}

function made<K extends KindName>(kind: K, id: string, body: BodyOf<K>, parentId?: string): Step {
  return { key: keyOf(kind, id), id, before: null, after: contentOf(kind, { body, ...(parentId === undefined ? {} : { parentId }) }) };
}

/** Puts a whole body in the place of a document’s old one. Does nothing when there is no such document. */
function replace<K extends KindName>(kind: K, id: string, body: (before: BodyOf<K>) => BodyOf<K>, label: string, joins?: string): Thunk {
  return (dispatch, getState) => {
    const before = contentAt(getState(), kind, id) as { body: BodyOf<K> } | undefined;
    if (before) commit(dispatch, label, [stepTo(getState(), kind, id, body(before.body))], joins);
  };
}

/** Deletes a document and everything that belongs to it; returns what the change is called, for a notice that offers to undo it. */
export function deleteDocument(kind: KindName, id: string): Thunk<string | undefined> {
  return (dispatch, getState) => {
    const { held } = getState().desk;
    const first = held[keyOf(kind, id)];
    if (!first?.content) return undefined;
    const keys: Key[] = [first.key];
    for (const key of keys) for (const other of Object.values(held)) if (other.content && parentKeyOf(other.content) === key) keys.push(other.key);
    const steps = keys.map((key): Step => ({ key, id: held[key]!.id, before: held[key]!.content, after: null }));
    return commit(dispatch, `delete ${nameOf(first.content)}`, steps);
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
    const carId = crypto.randomUUID();
    const fresh = plans.map((one) => ({ ...one, id: crypto.randomUUID() }));
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
    const id = crypto.randomUUID();
    commit(dispatch, `new plan ${plan.name}`, [made('plan', id, plan, carId)]);
    return id;
  };
}

const COPY = ' copy';

/** The name of a copy, no longer than names may be. */
export const copyName = (name: string): string => `${name.slice(0, LONGEST_NAME - COPY.length)}${COPY}`;

/** A copy of a car with all that belongs to it. */
export function duplicateCar(id: string): Thunk {
  return (dispatch, getState) => {
    const content = contentAt(getState(), 'car', id);
    if (!content) return;
    const { car, bench } = content.body;
    const copyId = crypto.randomUUID();
    const copies = plansOfCar(getState(), id).map(({ id: from, plan }) => ({ from, planId: crypto.randomUUID(), plan }));
    const stock = copies.find(({ from }) => from === bench.stockPlanId);
    const { stockPlanId: _old, ...notes } = bench;
    const wishes = wishesOfCar(getState(), id).map(({ id: _id, carId: _carId, ...wish }): Wish => wish);
    const noted = copies.flatMap(({ from, planId }) =>
      (['purchase', 'fitting'] as const).flatMap((kind) => {
        const content = contentAt(getState(), kind, from);
        return content ? [made(kind, planId, content.body, planId)] : [];
      }),
    );
    const learned = contentAt(getState(), 'learned', id);
    const day = contentAt(getState(), 'day', id);
    // A run of the copy is a run of its own, of the plan’s copy.
    const runs = runsOfCar(getState(), id).map(({ run }) => {
      const { planId, ...said } = run;
      const own = copies.find(({ from }) => from === planId)?.planId;
      return made('run', crypto.randomUUID(), own === undefined ? said : { ...said, planId: own }, copyId);
    });
    commit(dispatch, `copy of ${car.name}`, [
      made('car', copyId, { car: { ...car, name: copyName(car.name) }, bench: stock ? { ...notes, stockPlanId: stock.planId } : notes }),
      ...copies.map(({ planId, plan }) => made('plan', planId, plan, copyId)),
      ...wishes.map((wish) => made('wish', crypto.randomUUID(), wish, copyId)),
      ...noted,
      ...runs,
      ...(learned ? [made('learned', copyId, learned.body, copyId)] : []),
      ...(day ? [made('day', copyId, day.body, copyId)] : []),
    ]);
  };
}

/** Keeps wishes of a car, new or changed, as one undo. */
export function keepWishes(carId: string, wishes: readonly { id: string; wish: Wish }[], label: string): Thunk {
  return (dispatch, getState) => {
    const steps = wishes.map(({ id, wish }) => stepTo(getState(), 'wish', id, wish, carId));
    commit(dispatch, label, steps, steps.length === 1 ? `wish ${steps[0]!.id} ${label}` : undefined);
  };
}

/** What is noted of a plan in a document of its own, which has the plan’s id; made by the first edit. */
function editNoted<K extends 'purchase' | 'fitting' | 'ladder'>(
  kind: K,
  none: BodyOf<K>,
  planId: string,
  change: (noted: BodyOf<K>) => BodyOf<K>,
  label: string,
  joins?: string,
): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const held = contentAt(state, kind, planId) as { body: BodyOf<K> } | undefined;
    const before = held?.body ?? none;
    const after = change(before);
    if (after !== before) commit(dispatch, label, [stepTo(state, kind, planId, after, planId)], joins && `${kind} ${planId} ${joins}`);
  };
}

/** Keeps a run of a car, new or changed; returns what the change is called. */
export function keepRun(carId: string, id: string, run: CarRun, label: string): Thunk<string> {
  return (dispatch, getState) => commit(dispatch, label, [stepTo(getState(), 'run', id, run, carId)]);
}

/** Changes a run; edits of the same figure in one gesture join. */
export const editRun = (id: string, change: (run: CarRun) => CarRun, label: string, joins?: string): Thunk =>
  replace('run', id, change, label, joins && `run ${id} ${joins}`);

/** Puts what was computed of a run beside what was typed, as no edit of its own. */
export function amendRun(id: string, change: (run: CarRun) => CarRun): Thunk {
  return (dispatch, getState) => {
    const content = contentAt(getState(), 'run', id);
    if (content) dispatch(amended({ key: keyOf('run', id), content: { ...content, body: change(content.body) }, at: Date.now() }));
  };
}

/** A practice car with the plan that is its target, and its day, as one undo; returns the car’s id. */
export function addPracticeDay(car: Car, plan: PlanBody, day: Day): Thunk<string> {
  return (dispatch) => {
    const carId = crypto.randomUUID();
    commit(dispatch, `practice day of ${car.name}`, [
      made('car', carId, { car, bench: { practice: true as const } }),
      made('plan', crypto.randomUUID(), plan, carId),
      made('day', carId, day, carId),
    ]);
    return carId;
  };
}

/** What happens on a practice day has happened: it is no edit, and is not undone. */
export function amendDay(carId: string, change: (day: Day) => Day): Thunk {
  return (dispatch, getState) => {
    const content = contentAt(getState(), 'day', carId);
    if (content) dispatch(amended({ key: keyOf('day', carId), content: { ...content, body: change(content.body) }, at: Date.now() }));
  };
}

/** Takes what runs have taught for the car’s own: every plan of it reckons with that from now on. Returns what the change is called. */
export function takeLearned(carId: string, learned: LearnedFigures): Thunk<string> {
  return (dispatch, getState) => commit(dispatch, 'take what was learned', [stepTo(getState(), 'learned', carId, learned, carId)]);
}

export const editPurchase = (planId: string, change: (noted: Purchase) => Purchase, label: string, joins?: string): Thunk =>
  editNoted('purchase', NO_PURCHASE, planId, change, label, joins);

export const editFitting = (planId: string, change: (noted: Fitting) => Fitting, label: string, joins?: string): Thunk =>
  editNoted('fitting', NO_FITTING, planId, change, label, joins);

export const editClimb = (planId: string, change: (noted: Climb) => Climb, label: string, joins?: string): Thunk =>
  editNoted('ladder', NO_CLIMB, planId, change, label, joins);

/** Begins a step of a ladder: its run stands in the log from now on. One undo. */
export function beginStep(carId: string, planId: string, change: (noted: Climb) => Climb, runId: string, run: CarRun, label: string): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const before = contentAt(state, 'ladder', planId)?.body ?? NO_CLIMB;
    commit(dispatch, label, [stepTo(state, 'run', runId, run, carId), stepTo(state, 'ladder', planId, change(before), planId)]);
  };
}

/** Marks a line as arrived, and puts its part on the shelf as owned, as one undo: a part that was considered is owned then. */
export function partArrived(
  planId: string,
  change: (noted: Purchase) => Purchase,
  parts: readonly { id: string; part: Part }[],
  label: string,
): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const before = contentAt(state, 'purchase', planId)?.body ?? NO_PURCHASE;
    commit(dispatch, label, [
      stepTo(state, 'purchase', planId, change(before), planId),
      ...parts.map(({ id, part }) => stepTo(state, 'part', id, part)),
    ]);
  };
}

/** New parts on the shelf, as one undo; returns their ids. */
export function addParts(parts: Part[], label = parts.length === 1 ? `new part ${parts[0]!.name}` : `${parts.length} new parts`): Thunk<string[]> {
  return (dispatch) => {
    const steps = parts.map((part) => made('part', crypto.randomUUID(), part));
    commit(dispatch, label, steps);
    return steps.map((step) => step.id);
  };
}

/**
 * Changes parts, or deletes those for which `change` gives null, as one undo. Parts that stay the same are left alone.
 * Returns what the change is called; undefined when nothing changed.
 */
export function changeParts(ids: readonly string[], change: (part: Part) => Part | null, label: string): Thunk<string | undefined> {
  return (dispatch, getState) => {
    const steps = ids.flatMap((id): Step[] => {
      const part = partOf(getState(), id);
      const after = part && change(part);
      if (!part || after === part) return [];
      const before: Content = contentAt(getState(), 'part', id)!;
      return [{ key: keyOf('part', id), id, before, after: after ? contentOf('part', { body: after }) : null }];
    });
    return steps.length > 0 ? commit(dispatch, label, steps) : undefined;
  };
}
