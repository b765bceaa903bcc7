import type { Car, LearnedFigures, PlanFile } from '@puddler/core';
import type { Bench, PlanBody } from '@puddler/contract/shared';
import { useAppSelector } from '../document-store/store';
import { contentAt, learnedOf } from '../document-store/selectors';
import { isHereByName, plansOfCar, type StoredPlan } from '../document-store/select-garage';
import { chainView, type ChainView } from '../jobs/chain-view';
import { planFileFor } from './joined-plan';

/** The car that the station works on, and the plan that is it as bought. */
export interface ActiveCar {
  id: string;
  car: Car;
  bench: Bench;
  plans: readonly StoredPlan[];
  learned: LearnedFigures | undefined;
  stock: { id: string; plan: PlanBody; file: PlanFile; view: ChainView } | undefined;
}

/** Undefined when there is no such car, it has been deleted, or it is not here yet. */
export function useCar(id: string): ActiveCar | undefined {
  const found = useAppSelector((state) => (isHereByName(state, id) ? undefined : contentAt(state, 'car', id)?.body));
  const plans = useAppSelector((state) => plansOfCar(state, id));
  const learned = useAppSelector((state) => learnedOf(state, id));
  if (!found) return undefined;
  const { car, bench } = found;
  const stock = plans.find((plan) => plan.id === bench.stockPlanId);
  if (!stock) return { id, car, bench, plans, learned, stock: undefined };
  const file = planFileFor(car, stock.plan, stock.plan, learned);
  return { id, car, bench, plans, learned, stock: { id: stock.id, plan: stock.plan, file, view: chainView(file) } };
}
