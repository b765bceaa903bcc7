/** Cars and their plans: all by name, and whole once they were looked at. */
import type { Car } from '@puddler/core';
import type { Bench, PlanBody, PlanName } from '@puddler/contract/shared';
import { keyOf, type ContentOf } from './entry';
import { groupedByCar, listOf, NONE, sameMembers, selectByKind } from './select-by-kind';
import type { RootState } from './store';

/** A plan that is here. */
export interface StoredPlan extends PlanName {
  carId: string;
  plan: PlanBody;
}

export interface StoredCar {
  id: string;
  car: Car;
  bench: Bench;
  plans: readonly PlanName[];
}

const selectPlansByCar = groupedByCar(
  listOf('plan', (id, { body, parentId }): StoredPlan => ({ id, name: body.name, carId: parentId!, plan: body })),
);

const NO_PLANS: readonly StoredPlan[] = [];
/** The plans of a car that are here, oldest first; the same list while none of them changed. */
export const plansOfCar = (state: RootState, carId: string): readonly StoredPlan[] => selectPlansByCar(state).get(carId) ?? NO_PLANS;

/** Cars as they were shown last: those of which nothing changed stay the same. */
const carsShown = new WeakMap<object, StoredCar>();

/** The plans of a car by name: those that are here, and before all of the car is, those that the server named. */
function planNamesOf(state: RootState, carId: string): readonly PlanName[] {
  const { wholeCars, planNames, entries } = state.documentStore;
  const own = plansOfCar(state, carId);
  if (wholeCars[carId]) return own;
  const byId = new Map(own.map((one) => [one.id, one]));
  const named = (planNames[carId] ?? []).filter(({ id }) => entries[keyOf('plan', id)]?.content !== null);
  const known = new Set(named.map(({ id }) => id));
  return [...named.map((one) => byId.get(one.id) ?? one), ...own.filter(({ id }) => !known.has(id))];
}

/** All cars with the names of their plans, as the Garage shows them. */
export const selectGarage = (() => {
  let last: { from: readonly unknown[]; garage: StoredCar[] } | undefined;
  return (state: RootState): StoredCar[] => {
    const cars = selectByKind(state).car ?? NONE;
    const plans = selectPlansByCar(state);
    // Whatever takes a plan out of the garage changes one of these.
    const from = [cars, plans, state.documentStore.planNames, state.documentStore.wholeCars];
    if (last && sameMembers(last.from, from)) return last.garage;
    const garage = cars.map(({ id, content }) => {
      const own = planNamesOf(state, id);
      const before = carsShown.get(content);
      if (before && sameMembers(before.plans, own)) return before;
      const now = { id, ...(content as ContentOf<'car'>).body, plans: own };
      carsShown.set(content, now);
      return now;
    });
    last = { from, garage };
    return garage;
  };
})();

/** Whether all of a car is here, its plans and runs and what belongs to them: it comes when the car is looked at. */
export const isCarHere = ({ documentStore }: RootState, carId: string): boolean => documentStore.wholeCars[carId] === true;

/** Whether of a car only the names of its plans are known: what else is here of it may lack what it goes by. */
export const isHereByName = (state: RootState, carId: string): boolean =>
  state.documentStore.planNames[carId] !== undefined && !isCarHere(state, carId);

/** The car that an id names: its own, or that of one of its plans. Undefined where nothing is known of it. */
export function carIdOf({ documentStore }: RootState, id: string): string | undefined {
  const { entries, planNames } = documentStore;
  if (entries[keyOf('car', id)]) return id;
  const entry = entries[keyOf('plan', id)];
  if (!entry) return Object.keys(planNames).find((carId) => planNames[carId]!.some((plan) => plan.id === id));
  const { content, remote } = entry;
  return (content ?? (remote.state === 'present' ? remote.content : remote.state === 'deleted' ? remote.was : undefined))?.parentId;
}
