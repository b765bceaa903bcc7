import type { Day, Car, LearnedFigures, Part } from '@puddler/core';
import {
  NO_PROGRESS,
  NO_FITTING,
  NO_PURCHASE,
  type Bench,
  type CarRun,
  type LadderProgress,
  type Fitting,
  type KindName,
  type PlanBody,
  type Purchase,
  type Wish,
} from '@puddler/contract/shared';
import { createSelector } from '@reduxjs/toolkit';
import { descending } from 'd3-array';
import { isUnsaved, keyOf, type ContentOf, type Entry, type Key } from './entry';
import { groupedByCar, listOf, remembered, sameMembers } from './select-by-kind';
import type { RootState } from './store';

/** A document's content by its kind and id; undefined when there is none, or it is deleted. */
export function contentAt<K extends KindName>(state: RootState, kind: K, id: string): ContentOf<K> | undefined {
  return (state.documentStore.entries[keyOf(kind, id)]?.content ?? undefined) as ContentOf<K> | undefined;
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
export const progressOf = (state: RootState, planId: string): LadderProgress => contentAt(state, 'ladder', planId)?.body ?? NO_PROGRESS;
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

export interface StoredPart {
  id: string;
  part: Part;
}

export const selectShelf = listOf('part', (id, { body }): StoredPart => ({ id, part: body }));

export interface StoredWish extends Wish {
  id: string;
  carId: string;
}

export const selectWishes = listOf('wish', (id, { body, parentId }): StoredWish => ({ id, carId: parentId!, ...body }));

export interface StoredRun {
  id: string;
  carId: string;
  run: CarRun;
}

/** The practice day of a car. */
export interface StoredDay {
  carId: string;
  day: Day;
}

export const selectDays = listOf('day', (id, { body }): StoredDay => ({ carId: id, day: body }));

const selectRuns = listOf('run', (id, { body, parentId }): StoredRun => ({ id, carId: parentId!, run: body }));

/** Every car’s runs, the latest first; the same list while none of a car’s runs changed. */
export const selectRunsByCar = groupedByCar(selectRuns, (runs) => [...runs].sort((a, b) => descending(a.run.at, b.run.at)));

const NO_RUNS: readonly StoredRun[] = [];
export const runsOfCar = (state: RootState, carId: string): readonly StoredRun[] => selectRunsByCar(state).get(carId) ?? NO_RUNS;

export const wishesOfCar = (state: RootState, carId: string): StoredWish[] => selectWishes(state).filter((wish) => wish.carId === carId);

export type SaveStatus = 'saved' | 'saving' | 'offline' | 'failing' | 'conflict' | 'refused';

/** Documents that the server does not have as they are here, or about which something is to be settled. */
export const selectUnsettled = createSelector(
  (state: RootState) => state.documentStore.entries,
  (entry): Entry[] => {
    const found: Entry[] = [];
    for (const key in entry) {
      const one = entry[key as Key]!;
      if (isUnsaved(one) || one.conflict || one.refused) found.push(one);
    }
    return found;
  },
  { memoizeOptions: { resultEqualityCheck: sameMembers } },
);

/** How many documents, photos and logs the server does not have as they are here. */
export const selectWaiting = createSelector(
  selectUnsettled,
  (state: RootState) => state.documentStore.filesWaiting,
  (unsettled, files): number => files + unsettled.filter(isUnsaved).length,
);

/** What the header says about saving. */
export const selectSaveStatus = createSelector(
  selectUnsettled,
  (state: RootState) => state.documentStore.sync.state,
  (state: RootState) => state.documentStore.filesWaiting,
  (unsettled, sync, files): SaveStatus => {
    if (unsettled.some((doc) => doc.conflict)) return 'conflict';
    if (unsettled.some((doc) => doc.refused)) return 'refused';
    if (sync === 'offline' || sync === 'failing') return sync;
    return files > 0 || unsettled.some(isUnsaved) ? 'saving' : 'saved';
  },
);

export const selectConflict = createSelector(selectUnsettled, (unsettled) => unsettled.find((doc) => doc.conflict));

export const selectRefused = createSelector(selectUnsettled, (unsettled) => unsettled.find((doc) => doc.refused));
