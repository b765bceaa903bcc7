import type { Car, Part } from '@puddler/core';
import type { Bench, PlanBody } from '@puddler/contract/shared';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../app/store';
import { carKey, isUnsaved, partKey, planKey } from './desk-slice';

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

export function carOf(state: RootState, id: string): Car | undefined {
  const content = state.desk.held[carKey(id)]?.content;
  return content?.kind === 'car' ? content.car : undefined;
}

export function benchOf(state: RootState, id: string): Bench | undefined {
  const content = state.desk.held[carKey(id)]?.content;
  return content?.kind === 'car' ? content.bench : undefined;
}

export function partOf(state: RootState, id: string): Part | undefined {
  const content = state.desk.held[partKey(id)]?.content;
  return content?.kind === 'part' ? content.part : undefined;
}

export function planOf(state: RootState, id: string): { carId: string; plan: PlanBody } | undefined {
  const content = state.desk.held[planKey(id)]?.content;
  return content?.kind === 'plan' ? content : undefined;
}

/** All cars with their plans, as the Garage shows them. */
export const selectGarage = createSelector(
  (state: RootState) => state.desk.keys,
  (state: RootState) => state.desk.held,
  (keys, held): CarOnDesk[] => {
    const cars = new Map<string, CarOnDesk>();
    for (const key of keys) {
      const { id, content } = held[key]!;
      if (content?.kind === 'car') cars.set(id, { id, car: content.car, bench: content.bench, plans: [] });
    }
    for (const key of keys) {
      const { id, content, updatedAt } = held[key]!;
      if (content?.kind === 'plan') cars.get(content.carId)?.plans.push({ id, carId: content.carId, plan: content.plan, updatedAt });
    }
    return [...cars.values()];
  },
);

export interface PartOnDesk {
  id: string;
  part: Part;
}

/** The shelf, oldest first. The same list as before while no part changed, whatever else did. */
export const selectShelf = createSelector(
  (state: RootState) => state.desk.keys,
  (state: RootState) => state.desk.held,
  (keys, held): PartOnDesk[] => {
    const parts: PartOnDesk[] = [];
    for (const key of keys) {
      const { id, content } = held[key]!;
      if (content?.kind === 'part') parts.push(onDesk(id, content.part));
    }
    return parts;
  },
  { memoizeOptions: { resultEqualityCheck: (a: PartOnDesk[], b: PartOnDesk[]) => a.length === b.length && a.every((one, i) => one === b[i]) } },
);

const seen = new WeakMap<Part, PartOnDesk>();

/** The same object for the same part, so that a row is drawn again only when its part changed. */
function onDesk(id: string, part: Part): PartOnDesk {
  let known = seen.get(part);
  if (known?.id !== id) {
    known = { id, part };
    seen.set(part, known);
  }
  return known;
}

export function plansOfCar(state: RootState, carId: string): PlanOnDesk[] {
  return selectGarage(state).find((car) => car.id === carId)?.plans ?? [];
}

export type SaveStatus = 'saved' | 'saving' | 'offline' | 'conflict' | 'refused';

/** What the header says about saving. */
export const selectSaveStatus = createSelector(
  (state: RootState) => state.desk.held,
  (state: RootState) => state.desk.sync,
  (held, sync): SaveStatus => {
    const all = Object.values(held);
    if (all.some((doc) => doc.conflict)) return 'conflict';
    if (all.some((doc) => doc.refused)) return 'refused';
    if (sync === 'offline') return 'offline';
    return all.some(isUnsaved) ? 'saving' : 'saved';
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
