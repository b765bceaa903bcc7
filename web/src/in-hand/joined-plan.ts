import { planFileOf, splitPlanFile, type Car, type PlanFile } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';

const joined = new WeakMap<PlanBody, { car: Car; asBought: PlanBody | undefined; file: PlanFile }>();

/**
 * Car and plan as one plan file, the weight by what its parts weigh more or less than those of the plan that is the car as bought.
 * The same three give the same object, so that results can be remembered by it.
 */
export function planFileFor(car: Car, plan: PlanBody, asBought: PlanBody | undefined): PlanFile {
  const known = joined.get(plan);
  if (known?.car === car && known.asBought === asBought) return known.file;
  const file = planFileOf(car, plan, asBought);
  joined.set(plan, { car, asBought, file });
  return file;
}

/** A plan file as a plan of a car: of its own, or of the one given, with whatever differs from that car. */
export const splitPlan = (file: PlanFile, car?: Car): PlanBody => splitPlanFile(file, car).plan;
