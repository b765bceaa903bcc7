import { PlanError, resolvePlan, type Car, type PlanFile } from '@puddler/core';
import type { Checked } from './checked';
import { joiProblems } from './joi-problems';
import { planBodySchema, planFileSchema } from './plan-schema';
import { problem, type Problem } from './problem';

/** A plan without its car, format and version: what belongs to one plan of a car. */
export type PlanBody = Omit<PlanFile, 'format' | 'version' | 'car'>;

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

/** Checks a plan's own part, with the car it belongs to. */
export function checkPlanBody(input: unknown, car: Car): Checked<PlanBody> {
  const problems = joiProblems(planBodySchema, input);
  return checked(input, problems.length > 0 ? problems : unresolvable(planFileOf(car, input as PlanBody)));
}

/** Joins a car and one of its plans into a plan file. */
export function planFileOf(car: Car, plan: PlanBody): PlanFile {
  const { name, notes, ...rest } = plan;
  return { format: 'puddler-plan', version: 1, name, ...(notes === undefined ? {} : { notes }), car, ...rest };
}

/** Takes a plan file apart into its car and the rest. */
export function splitPlanFile(file: PlanFile): { car: Car; plan: PlanBody } {
  const { format: _format, version: _version, car, ...plan } = file;
  return { car, plan };
}
