import type { Car } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';
import { createSelector } from '@reduxjs/toolkit';
import type { RootState } from '../app/store';
import { carKey, isUnsaved, planKey } from './desk-slice';

export interface PlanOnDesk {
  id: string;
  carId: string;
  plan: PlanBody;
  updatedAt: string;
}

export interface CarOnDesk {
  id: string;
  car: Car;
  plans: PlanOnDesk[];
}

export function carOf(state: RootState, id: string): Car | undefined {
  const content = state.desk.held[carKey(id)]?.content;
  return content?.kind === 'car' ? content.car : undefined;
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
      if (content?.kind === 'car') cars.set(id, { id, car: content.car, plans: [] });
    }
    for (const key of keys) {
      const { id, content, updatedAt } = held[key]!;
      if (content?.kind === 'plan') cars.get(content.carId)?.plans.push({ id, carId: content.carId, plan: content.plan, updatedAt });
    }
    return [...cars.values()];
  },
);

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
