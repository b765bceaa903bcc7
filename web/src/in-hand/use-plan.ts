import type { Car, PlanFile } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';
import { useAppSelector } from '../desk/store';
import { asBoughtOf, carOf, learnedOf, planOf } from '../desk/selectors';
import { planFileFor } from './joined-plan';

/** The plan that a station works on, with its car. */
export interface PlanInHand {
  id: string;
  carId: string;
  car: Car;
  plan: PlanBody;
  /** The plan that is the car as bought, where it is noted; this plan itself when it is that one. */
  asBought: PlanBody | undefined;
  file: PlanFile;
}

/** Undefined when there is no such plan, or it has been deleted. */
export function usePlan(id: string): PlanInHand | undefined {
  const held = useAppSelector((state) => planOf(state, id));
  const car = useAppSelector((state) => (held ? carOf(state, held.carId) : undefined));
  const asBought = useAppSelector((state) => (held ? asBoughtOf(state, held.carId) : undefined));
  const learned = useAppSelector((state) => (held ? learnedOf(state, held.carId) : undefined));
  if (!held || !car) return undefined;
  return { id, carId: held.carId, car, plan: held.plan, asBought, file: planFileFor(car, held.plan, asBought, learned) };
}
