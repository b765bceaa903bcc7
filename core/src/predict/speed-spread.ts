import type { PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { covarianceAt } from '../resolve/learned-figures';
import { solveTopSpeed } from './top-speed';
import { scaledBy, uncertainFigures, type UncertainFigure } from '../resolve/uncertain-figures';

/** How sure a top speed is, and which figures make it unsure. */
export interface SpeedSpread {
  topSpeedMs: number;
  /** One standard deviation of the logarithm of top speed. */
  sigma: number;
  /** By share of the variance, the largest first. */
  shares: { figure: UncertainFigure; share: number }[];
}

function correlationOf(a: UncertainFigure, b: UncertainFigure, { learned }: PlanFile): number {
  if (a === b) return 0;
  if (learned && a.learnedAt !== undefined && b.learnedAt !== undefined) return covarianceAt(learned, a.learnedAt, b.learnedAt) / (a.sigma * b.sigma);
  return a.correlatesWith?.path === b.path ? a.correlatesWith.correlation : b.correlatesWith?.path === a.path ? b.correlatesWith.correlation : 0;
}

/** A tenth lies beyond this many standard deviations. */
export const P90 = 1.2816;

/**
 * Spread of top speed by each figure moved one standard deviation either way, added as squares: exact for small spreads,
 * and quick enough for every keystroke. Undefined for a car that does not move.
 */
export function speedSpread(plan: PlanFile, resolved: ResolvedPlan): SpeedSpread | undefined {
  const { topSpeedMs } = solveTopSpeed(resolved);
  if (!(topSpeedMs > 0)) return undefined;
  const effects = uncertainFigures(plan, resolved).map((figure) => {
    const at = (sign: number) => solveTopSpeed(scaledBy(resolved, figure, Math.exp(sign * figure.sigma))).topSpeedMs;
    const effect = Math.log(Math.max(at(1), 1e-3 * topSpeedMs) / Math.max(at(-1), 1e-3 * topSpeedMs)) / 2;
    return { figure, effect };
  });
  // What is guessed or was learned together adds its common part as well, shared between the two.
  const squares = effects.map(({ figure, effect }) => {
    const joint = effects.reduce((sum, other) => {
      const correlation = correlationOf(figure, other.figure, plan);
      return correlation === 0 ? sum : sum + correlation * effect * other.effect;
    }, 0);
    return { figure, square: effect * effect + joint };
  });
  const sum = squares.reduce((total, { square }) => total + square, 0);
  const sigma = Math.sqrt(sum);
  // What takes away from the spread of another has no share of its own.
  const shared = squares.reduce((total, { square }) => total + Math.max(0, square), 0);
  return {
    topSpeedMs,
    sigma,
    shares: squares.map(({ figure, square }) => ({ figure, share: shared > 0 ? Math.max(0, square) / shared : 0 })).sort((a, b) => b.share - a.share),
  };
}
