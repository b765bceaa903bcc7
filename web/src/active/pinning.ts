import type { PlanFile } from '@puddler/core';
import { planFileFor } from './joined-plan';
import { asBoughtOf, learnedOf, benchOf, carOf, planOf } from '../document-store/selectors';
import { loadCar } from '../document-store/load';
import { carIdOf, isHereByName } from '../document-store/select-garage';
import { noticed } from '../document-store/notices-slice';
import { MOST_PINS, pinned, unpinned, type PinnedSetup } from '../document-store/pins-slice';
import type { AppDispatch, RootState } from '../document-store/store';
import { newId } from '@puddler/contract/shared';

type Thunk = (dispatch: AppDispatch, getState: () => RootState) => void;

/** The pin that holds just this setup. */
export function pinOf(pins: readonly PinnedSetup[], file: PlanFile): PinnedSetup | undefined {
  const alike = (one: PlanFile) => one === file || JSON.stringify(one) === JSON.stringify(file);
  return pins.find((one) => alike(one.file));
}

/** Pins a setup, or takes its pin out; says so when all places are taken. */
export function togglePin(setup: Omit<PinnedSetup, 'id'>): Thunk {
  return (dispatch, getState) => {
    const { pins } = getState();
    const known = pinOf(pins, setup.file);
    if (known) dispatch(unpinned({ id: known.id }));
    else if (pins.length >= MOST_PINS)
      dispatch(noticed({ text: `${MOST_PINS} setups are pinned already. Take one out in Compare first.`, tone: 'plain' }));
    else dispatch(pinned({ id: newId(), ...setup }));
  };
}

/** Pins a plan as it stands. */
export function togglePlanPin(planId: string): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const entry = planOf(state, planId);
    const car = entry && carOf(state, entry.carId);
    if (!entry || !car) return;
    dispatch(
      togglePin({
        name: nameOf(car.name, entry.plan.name),
        carId: entry.carId,
        planId,
        file: planFileFor(car, entry.plan, asBoughtOf(state, entry.carId), learnedOf(state, entry.carId)),
      }),
    );
  };
}

/** The same for a plan of any car: one that was not looked at yet is fetched for it. */
export function pinPlanOfAnyCar(planId: string) {
  return async (dispatch: AppDispatch, getState: () => RootState): Promise<void> => {
    const carId = carIdOf(getState(), planId);
    try {
      if (carId !== undefined && isHereByName(getState(), carId)) await loadCar({ dispatch }, carId);
      dispatch(togglePlanPin(planId));
    } catch {
      dispatch(noticed({ text: 'The server does not answer, and this plan is not here to be pinned. Try again.', tone: 'stop' }));
    }
  };
}

/** Pins a car as it was bought. */
export function toggleStockPin(carId: string): Thunk {
  return (dispatch, getState) => {
    const stockId = benchOf(getState(), carId)?.stockPlanId;
    if (stockId) dispatch(togglePlanPin(stockId));
    else dispatch(noticed({ text: 'What this car was bought with is not noted yet, so there is nothing to pin.', tone: 'plain' }));
  };
}

export const nameOf = (car: string, plan: string) => (plan.startsWith(car) ? plan : `${car} · ${plan}`);
