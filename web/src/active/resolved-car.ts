import { resolvePlan, type Car, type Provenance } from '@puddler/core';
import { firstPlan } from './templates/templates';
import { planFileFor } from './joined-plan';

const known = new WeakMap<Car, Provenance>();
const anyPlan = firstPlan('Any');

/** Where a car's own figures come from, also while it has no plan; its plan's figures do not bear on them. */
export function resolvedCar(car: Car): Provenance {
  let provenance = known.get(car);
  if (!provenance) {
    provenance = resolvePlan(planFileFor(car, { ...anyPlan }, undefined)).provenance;
    known.set(car, provenance);
  }
  return provenance;
}
