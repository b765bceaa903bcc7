import { planFileOf, splitPlanFile, type Car, type LearnedFigures, type PlanFile } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';

const joined = new WeakMap<PlanBody, { car: Car; asBought: PlanBody | undefined; learned: LearnedFigures | undefined; file: PlanFile }>();

/**
 * Car and plan as one plan file, the weight by what its parts weigh more or less than those of the plan that is the car as bought.
 * What runs have taught of the car goes with it. The same four give the same object, so that results can be remembered by it.
 */
export function planFileFor(car: Car, plan: PlanBody, asBought: PlanBody | undefined, learned?: LearnedFigures): PlanFile {
  const known = joined.get(plan);
  if (known?.car === car && known.asBought === asBought && known.learned === learned) return known.file;
  const bare = planFileOf(car, plan, asBought);
  const file = learned ? { ...bare, learned } : bare;
  joined.set(plan, { car, asBought, learned, file });
  return file;
}

/** A plan file as a plan of a car: of its own, or of the one given, with whatever differs from that car. */
export const splitPlan = (file: PlanFile, car?: Car): PlanBody => splitPlanFile(file, car).plan;
