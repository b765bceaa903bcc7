import type { Day, Car, LearnedFigures, Part } from '@puddler/core';
import {
  NO_CLIMB,
  NO_FITTING,
  NO_PURCHASE,
  type Bench,
  type CarRun,
  type Climb,
  type Fitting,
  type KindName,
  type PlanBody,
  type Purchase,
  type Wish,
} from '@puddler/contract/shared';
import { createSelector } from '@reduxjs/toolkit';
import { isUnsaved, keyOf, type ContentOf } from './held';
import type { RootState } from './store';

/** A document's content by its kind and id; undefined when there is none, or it is deleted. */
export function contentAt<K extends KindName>(state: RootState, kind: K, id: string): ContentOf<K> | undefined {
  return (state.desk.held[keyOf(kind, id)]?.content ?? undefined) as ContentOf<K> | undefined;
}

export const carOf = (state: RootState, id: string): Car | undefined => contentAt(state, 'car', id)?.body.car;
export const benchOf = (state: RootState, id: string): Bench | undefined => contentAt(state, 'car', id)?.body.bench;
export const partOf = (state: RootState, id: string): Part | undefined => contentAt(state, 'part', id)?.body;

export function planOf(state: RootState, id: string): { carId: string; plan: PlanBody } | undefined {
  const content = contentAt(state, 'plan', id);
  return content && remembered(content, () => ({ carId: content.parentId!, plan: content.body }));
}

export const purchaseOf = (state: RootState, planId: string): Purchase => contentAt(state, 'purchase', planId)?.body ?? NO_PURCHASE;
/** What runs have taught of a car, once it was taken. */
export const learnedOf = (state: RootState, carId: string): LearnedFigures | undefined => contentAt(state, 'learned', carId)?.body;
export const climbOf = (state: RootState, planId: string): Climb => contentAt(state, 'ladder', planId)?.body ?? NO_CLIMB;
export const fittingOf = (state: RootState, planId: string): Fitting => contentAt(state, 'fitting', planId)?.body ?? NO_FITTING;

/** Whether a car belongs to a practice day: nothing of it is real. */
export const isPracticeCar = (state: RootState, carId: string): boolean => benchOf(state, carId)?.practice === true;

/** The practice day of a car. */
export const dayOf = (state: RootState, carId: string): Day | undefined => contentAt(state, 'day', carId)?.body;

/** The plan that is a car as bought, where one is noted. */
export function asBoughtOf(state: RootState, carId: string): PlanBody | undefined {
  const id = benchOf(state, carId)?.stockPlanId;
  return id === undefined ? undefined : planOf(state, id)?.plan;
}

const seen = new WeakMap<object, unknown>();

/** The same object for the same content, so that whoever shows it is drawn again only when it changed. */
function remembered<T>(content: object, make: () => T): T {
  if (!seen.has(content)) seen.set(content, make());
  return seen.get(content) as T;
}

export interface PlanOnDesk {
  id: string;
  carId: string;
  plan: PlanBody;
  updatedAt: string;
}

export interface CarOnDesk {
  id: string;
  car: Car;
  bench: Bench;
  plans: PlanOnDesk[];
}

/** All cars with their plans, as the Garage shows them. */
export const selectGarage = createSelector(
  (state: RootState) => state.desk.keys,
  (state: RootState) => state.desk.held,
  (keys, held): CarOnDesk[] => {
    const cars = new Map<string, CarOnDesk>();
    for (const key of keys) {
      const { id, content } = held[key]!;
      if (content?.kind === 'car') cars.set(id, { id, ...content.body, plans: [] });
    }
    for (const key of keys) {
      const { id, content, updatedAt } = held[key]!;
      if (content?.kind === 'plan') cars.get(content.parentId!)?.plans.push({ id, carId: content.parentId!, plan: content.body, updatedAt });
    }
    return [...cars.values()];
  },
);

/** The documents of one kind, oldest first. The same list as before while none of them changed, whatever else did. */
function listOf<K extends KindName, T>(kind: K, onDesk: (id: string, content: ContentOf<K>) => T) {
  return createSelector(
    (state: RootState) => state.desk.keys,
    (state: RootState) => state.desk.held,
    (keys, held): T[] =>
      keys.flatMap((key) => {
        const { id, content } = held[key]!;
        return content?.kind === kind ? [remembered(content.body, () => onDesk(id, content as ContentOf<K>))] : [];
      }),
    { memoizeOptions: { resultEqualityCheck: (a: T[], b: T[]) => a.length === b.length && a.every((one, i) => one === b[i]) } },
  );
}

export interface PartOnDesk {
  id: string;
  part: Part;
}

export const selectShelf = listOf('part', (id, { body }): PartOnDesk => ({ id, part: body }));

export interface WishOnDesk extends Wish {
  id: string;
  carId: string;
}

export const selectWishes = listOf('wish', (id, { body, parentId }): WishOnDesk => ({ id, carId: parentId!, ...body }));

export interface RunOnDesk {
  id: string;
  carId: string;
  run: CarRun;
}

/** The practice day of a car. */
export interface DayOnDesk {
  carId: string;
  day: Day;
}

export const selectDays = listOf('day', (id, { body }): DayOnDesk => ({ carId: id, day: body }));

const selectRuns = listOf('run', (id, { body, parentId }): RunOnDesk => ({ id, carId: parentId!, run: body }));

/** Every car’s runs, the latest first; the same list while none of a car’s runs changed. */
export const selectRunsByCar = createSelector(selectRuns, (runs): ReadonlyMap<string, readonly RunOnDesk[]> => {
  const byCar = new Map<string, RunOnDesk[]>();
  for (const one of runs) byCar.set(one.carId, [...(byCar.get(one.carId) ?? []), one]);
  for (const [carId, list] of byCar)
    byCar.set(
      carId,
      list.sort((a, b) => b.run.at.localeCompare(a.run.at)),
    );
  return byCar;
});

const NO_RUNS: readonly RunOnDesk[] = [];
export const runsOfCar = (state: RootState, carId: string): readonly RunOnDesk[] => selectRunsByCar(state).get(carId) ?? NO_RUNS;

export function plansOfCar(state: RootState, carId: string): PlanOnDesk[] {
  return selectGarage(state).find((car) => car.id === carId)?.plans ?? [];
}

export const wishesOfCar = (state: RootState, carId: string): WishOnDesk[] => selectWishes(state).filter((wish) => wish.carId === carId);

export type SaveStatus = 'saved' | 'saving' | 'offline' | 'failing' | 'conflict' | 'refused';

/** How many documents, photos and logs the server does not have as they are here. */
export const selectWaiting = createSelector(
  (state: RootState) => state.desk.held,
  (state: RootState) => state.desk.filesWaiting,
  (held, files): number => files + Object.values(held).filter(isUnsaved).length,
);

/** What the header says about saving. */
export const selectSaveStatus = createSelector(
  (state: RootState) => state.desk.held,
  (state: RootState) => state.desk.sync.state,
  (state: RootState) => state.desk.filesWaiting,
  (held, sync, files): SaveStatus => {
    const all = Object.values(held);
    if (all.some((doc) => doc.conflict)) return 'conflict';
    if (all.some((doc) => doc.refused)) return 'refused';
    if (sync === 'offline' || sync === 'failing') return sync;
    return files > 0 || all.some(isUnsaved) ? 'saving' : 'saved';
  },
);

export const selectConflict = createSelector(
  (state: RootState) => state.desk.held,
  (held) => Object.values(held).find((doc) => doc.conflict),
);

export const selectRefused = createSelector(
  (state: RootState) => state.desk.held,
  (held) => Object.values(held).find((doc) => doc.refused),
);
