import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../plan/resolve-plan';
import { simulateRun } from './run';
import type { Run } from './run-types';
import { predictSteady, type Steady } from './steady';

/** What `predict` prints for a plan, docs/model.md section 6. */
export interface Prediction {
  steady: Steady;
  run: Run;
}

/** Resolves a checked plan and predicts its top speed and its run. Throws PlanError as resolvePlan does. */
export function predict(plan: PlanFile): Prediction {
  const resolved = resolvePlan(plan);
  return { steady: predictSteady(resolved), run: simulateRun(resolved) };
}
