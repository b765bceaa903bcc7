import { PlanError, resolvePlan, type Car, type PlanFile } from '@puddler/core';
import { planFileOf, type PlanBody } from './plan-body';
import type { Checked } from './checked';
import { joiProblems } from './joi-problems';
import { planBodySchema, planFileSchema } from './plan-schema';
import { problem, type Problem } from './problem';

/** What no field shows alone: packs that cannot stand in parallel, a no-load point that cannot turn. */
function unresolvable(plan: PlanFile): Problem[] {
  try {
    resolvePlan(plan);
    return [];
  } catch (error) {
    if (error instanceof PlanError) return [problem(error.path, error.value, error.allowed)];
    throw error;
  }
}

function checked<T>(value: unknown, problems: Problem[]): Checked<T> {
  return problems.length === 0 ? { ok: true, value: value as T } : { ok: false, problems };
}

/** Checks a parsed plan file: every problem at once, or a plan that the core can trust. */
export function checkPlanFile(input: unknown): Checked<PlanFile> {
  const problems = joiProblems(planFileSchema, input);
  return checked(input, problems.length > 0 ? problems : unresolvable(input as PlanFile));
}

/** Checks a plan's own part by itself. */
export function checkPlanBodyAlone(input: unknown): Checked<PlanBody> {
  return checked(input, joiProblems(planBodySchema, input));
}

/** Checks a plan's own part, with the car it belongs to. */
export function checkPlanBody(input: unknown, car: Car): Checked<PlanBody> {
  const problems = joiProblems(planBodySchema, input);
  return checked(input, problems.length > 0 ? problems : unresolvable(planFileOf(car, input as PlanBody)));
}
