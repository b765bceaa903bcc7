import type { Car, PlanFile } from '@puddler/core';
import { useMemo } from 'react';
import type { PlanBody } from '@puddler/contract/shared';
import { useAppSelector } from '../document-store/store';
import { isHereByName } from '../document-store/select-garage';
import { asBoughtOf, carOf, learnedOf, planOf } from '../document-store/selectors';
import { planFileFor } from './joined-plan';

/** The plan that a station works on, with its car. */
export interface ActivePlan {
  id: string;
  carId: string;
  car: Car;
  plan: PlanBody;
  /** The plan that is the car as bought, where it is noted; this plan itself when it is that one. */
  asBought: PlanBody | undefined;
  file: PlanFile;
}

/** Undefined when there is no such plan, it has been deleted, or its car is not here yet. */
export function usePlan(id: string): ActivePlan | undefined {
  const entry = useAppSelector((state) => {
    const found = planOf(state, id);
    return found && !isHereByName(state, found.carId) ? found : undefined;
  });
  const car = useAppSelector((state) => (entry ? carOf(state, entry.carId) : undefined));
  const asBought = useAppSelector((state) => (entry ? asBoughtOf(state, entry.carId) : undefined));
  const learned = useAppSelector((state) => (entry ? learnedOf(state, entry.carId) : undefined));
  return useMemo(
    () => entry && car && { id, carId: entry.carId, car, plan: entry.plan, asBought, file: planFileFor(car, entry.plan, asBought, learned) },
    [id, entry, car, asBought, learned],
  );
}
