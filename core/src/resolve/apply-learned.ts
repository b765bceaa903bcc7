import type { PlanFile } from '../plan/plan-file';
import type { FigurePath } from '../plan/figure-path';
import type { Provenance } from '../plan/provenance';
import type { ResolvedPlan } from './resolved-plan';
import { learnedOf } from './learned-figures';
import { scalableCopy, uncertainFigures } from './uncertain-figures';

/** A resolved plan with what runs have taught of its figures; the same object where they have taught nothing. */
export function applyLearned(plan: PlanFile, given: ResolvedPlan): ResolvedPlan {
  if (!plan.learned) return given;
  const copy = scalableCopy(given);
  const provenance: Provenance = { ...given.provenance };
  const runs = plan.learned.from.length;
  for (const { path, scale } of uncertainFigures(plan, given)) {
    const learned = learnedOf(path, plan);
    if (!learned) continue;
    scale(copy, Math.exp(learned.ln));
    const origin = provenance[path as FigurePath];
    if (!origin || origin.source === 'learned' || !learned.counts) continue;
    provenance[path as FigurePath] = {
      source: 'learned',
      was: origin.source,
      rule: runs === 1 ? 'from one run' : `from ${runs} runs`,
      value: typeof origin.value === 'number' ? origin.value * Math.exp(learned.ln) : origin.value,
    };
  }
  return { ...copy, provenance };
}
