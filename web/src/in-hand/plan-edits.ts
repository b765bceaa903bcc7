import { editedApart, withPart, type Part, type PlanEdit } from '@puddler/core';
import type { AppDispatch, RootState } from '../desk/store';
import { replaceCarAndPlan, replacePlan } from '../desk/edits';
import { benchOf } from '../desk/selectors';
import { splitPlan } from './joined-plan';
import type { PlanInHand } from './use-plan';

/** Makes the edits of a fix as one undo, whether they are the plan's or its car's. */
export function applyEdits({ id, carId, car, plan }: PlanInHand, edits: readonly PlanEdit[], label: string) {
  return (dispatch: AppDispatch, getState: () => RootState): void => {
    const next = editedApart(car, plan, edits);
    if (next.car === car) dispatch(replacePlan(id, next.plan, label));
    else dispatch(replaceCarAndPlan(carId, next.car, benchOf(getState(), carId) ?? {}, id, next.plan, label));
  };
}

/** Puts parts in the place of what is there, as one undo. A tyre is the car's, and its weight comes with it. */
export function fitParts({ id, carId, car, file }: PlanInHand, parts: readonly Part[]) {
  return (dispatch: AppDispatch, getState: () => RootState): void => {
    const next = parts.reduce(withPart, file);
    const label = parts.map((part) => part.name).join(' and ');
    if (next.car === car) dispatch(replacePlan(id, splitPlan(next), label));
    else dispatch(replaceCarAndPlan(carId, next.car, benchOf(getState(), carId) ?? {}, id, splitPlan(next), label));
  };
}
