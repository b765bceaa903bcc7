import type { PlanFile } from '../plan/plan-file';
import type { Source } from '../plan/provenance';
import { learnedOf } from './learned-figures';
import type { ResolvedPlan } from './resolved-plan';
import { givenAs } from './scale-kv';
import { BY_SOURCE, isOfNoPlan, UNCERTAIN_ROWS, type UncertainPath } from './uncertain-rows';

/** A figure that a prediction rests on and nobody knows exactly. */
export interface UncertainFigure {
  path: UncertainPath;
  label: string;
  /** Standard deviation of its logarithm, docs/model.md section 2, or as runs have left it. */
  sigma: number;
  /** Its place among what runs have taught; undefined where they have not. */
  learnedAt: number | undefined;
  source: Source;
  /** How to measure it at the bench. */
  measure: string;
  /** Another figure that it is guessed together with, and the correlation of their logarithms. */
  correlatesWith: { path: UncertainPath; correlation: number } | undefined;
  /** Whether runs may teach it: not how a driver drives, nor what no log can tell apart. */
  learnable: boolean;
  /** Multiplies the figure in a copy of a resolved plan. */
  scale: (copy: ResolvedPlan, factor: number) => void;
}

/** Every uncertain figure of a plan with its spread; provenance narrows it, and so do runs. */
export function uncertainFigures(plan: PlanFile, resolved: ResolvedPlan): UncertainFigure[] {
  const sourceOf = (path: UncertainPath) => ((isOfNoPlan(path) ? undefined : givenAs(resolved, path)) ?? 'estimated') as keyof typeof BY_SOURCE;
  const onOwnCourse = resolved.run.course !== undefined;
  return UNCERTAIN_ROWS.filter((row) => row.when?.(plan, resolved) ?? true).map((row): UncertainFigure => {
    const { path, label, measure, scale, sigma, correlatesWith, learnable = true } = row;
    const source = sourceOf(path);
    const learned = learnedOf(path, plan);
    if (learned)
      return {
        path,
        label,
        measure,
        scale,
        learnable,
        source: learned.counts ? 'learned' : source,
        sigma: learned.sigma,
        learnedAt: learned.at,
        correlatesWith: undefined,
      };
    const bothGuessed =
      correlatesWith && source === 'estimated' && sourceOf(correlatesWith.path) === 'estimated' && !learnedOf(correlatesWith.path, plan);
    return {
      path,
      label,
      measure,
      scale,
      learnable,
      source,
      sigma: (onOwnCourse ? row.sigmaOnCourse : undefined) ?? sigma[source] ?? BY_SOURCE[source],
      learnedAt: undefined,
      correlatesWith: bothGuessed ? correlatesWith : undefined,
    };
  });
}

/** A copy of a resolved plan whose figures may be scaled; the curves and provenance, which never are, stay shared. */
export function scalableCopy(plan: ResolvedPlan): ResolvedPlan {
  return {
    ...plan,
    car: { ...plan.car },
    motor: { ...plan.motor },
    esc: { ...plan.esc },
    pack: { ...plan.pack },
    site: { ...plan.site },
    tow: { ...plan.tow },
    driver: { ...plan.driver },
  };
}

/** A copy with one figure multiplied. */
export function scaledBy(plan: ResolvedPlan, figure: UncertainFigure, factor: number): ResolvedPlan {
  const copy = scalableCopy(plan);
  figure.scale(copy, factor);
  return copy;
}
