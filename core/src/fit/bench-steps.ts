import { changesOf } from '../compare/changed-links';
import type { PlanFile } from '../plan/plan-file';
import { FIT_PHASES, type BenchStep, type FitPhase, type StepRule } from './bench-step';
import { beforeSteps, gearSteps, motorSteps } from './early-steps';
import { fitInput, type FitOptions } from './fit-input';
import { escSteps } from './esc-steps';
import { powerSteps, radioSteps, runSteps } from './late-steps';

const RULES: Record<FitPhase, StepRule> = {
  before: beforeSteps,
  motor: motorSteps,
  gears: gearSteps,
  esc: escSteps,
  radio: radioSteps,
  'first-power': powerSteps,
  'first-run': runSteps,
};

/**
 * The steps at the bench for a plan, in the order in which they are done: by rules from the plan, the car as bought, its bay and what the
 * builder chose. Steps that another one needs stand before it; a plan that changes nothing of the car as bought has none. Throws PlanError for a plan
 * that cannot be computed.
 */
export function benchSteps(plan: PlanFile, options: FitOptions): BenchStep[] {
  if (options.stock && changesOf(options.stock, plan).length === 0) return [];
  const input = fitInput(plan, options);
  const drafts = FIT_PHASES.flatMap((phase) => RULES[phase](input).map((draft) => ({ tools: [], needs: [], of: '', ...draft, phase })));
  const ids = new Set(drafts.map((step) => step.id));
  return ordered(drafts.map((step) => ({ ...step, needs: step.needs.filter((id) => ids.has(id)) })));
}

/** Steps as they stand, but each after those it needs: the supply is read only once the radio is on. */
function ordered(steps: readonly BenchStep[]): BenchStep[] {
  const left = [...steps];
  const done: BenchStep[] = [];
  while (left.length > 0) {
    const at = left.findIndex((step) => step.needs.every((id) => done.some((one) => one.id === id)));
    // A circle is a fault of the rules, which a test looks for.
    if (at < 0) throw new Error(`steps that need each other: ${left.map((step) => step.id).join(', ')}`);
    done.push(...left.splice(at, 1));
  }
  return done;
}
