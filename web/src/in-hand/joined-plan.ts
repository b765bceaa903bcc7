import type { Car, PlanFile } from '@puddler/core';
import { splitPlanFile, type PlanBody } from '@puddler/contract/shared';

const joined = new WeakMap<PlanBody, { car: Car; file: PlanFile }>();

/** Car and plan as one plan file; the same pair gives the same object, so that results can be remembered by it. */
export function planFileFor(car: Car, plan: PlanBody): PlanFile {
  const known = joined.get(plan);
  if (known?.car === car) return known.file;
  const file: PlanFile = { format: 'puddler-plan', version: 1, car, ...plan };
  joined.set(plan, { car, file });
  return file;
}

/** A plan file without its car: what a new plan of that car holds. */
export const splitPlan = (file: PlanFile): PlanBody => splitPlanFile(file).plan;
