import type { FixEdit } from '@puddler/core';
import { setField } from '@puddler/core';
import type { AppDispatch, RootState } from '../desk/store';
import { replaceCarAndPlan, replacePlan } from '../desk/edits';
import { benchOf } from '../desk/selectors';
import type { PlanInHand } from './use-plan';

/** Makes the edits of a fix as one undo, whether they are the plan's or its car's. */
export function applyEdits({ id, carId, car, plan }: PlanInHand, edits: readonly FixEdit[], label: string) {
  return (dispatch: AppDispatch, getState: () => RootState): void => {
    const ofCar = edits.filter(({ path }) => path.startsWith('car.'));
    const ofPlan = edits.filter(({ path }) => !path.startsWith('car.'));
    const nextPlan = ofPlan.reduce((changed, { path, value }) => setField(changed, path, value), plan);
    const nextCar = ofCar.reduce((changed, { path, value }) => setField(changed, path.slice('car.'.length), value), car);
    if (ofCar.length === 0) dispatch(replacePlan(id, nextPlan, label));
    else dispatch(replaceCarAndPlan(carId, nextCar, benchOf(getState(), carId) ?? {}, id, nextPlan, label));
  };
}
