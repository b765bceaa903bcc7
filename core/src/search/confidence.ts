import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { minutesToCutoff } from '../predict/bands';
import { MonteCarloSamples } from '../predict/monte-carlo-samples';
import { BLOCK } from '../math/stratified-normals';
import { lineConstants } from '../predict/line-constants';
import { heatOf } from '../predict/run-types';
import { solveTopSpeed } from '../predict/top-speed';
import { speedWindow } from './examine';
import { searchRun } from './judge';
import { climbPctOf, SURE_TARGETS, type SearchQuery, type SureTarget, type Target } from './query';

/** Draws that a nearly sure target is judged by, and how many of them may miss it: one in ten. */
export const SURE_DRAWS = BLOCK;
export const SURE_MISSES = Math.floor(SURE_DRAWS / 10);
const RESORT_AFTER = 8;

/** Whether a target can be asked for nearly surely: “about” a speed is nearer than any prediction is sure of. */
export const canBeSure = (query: SearchQuery, target: Target): target is SureTarget =>
  SURE_TARGETS.some((one) => one === target) && query[target] !== undefined && !(target === 'topSpeed' && query.topSpeed?.is === 'about');

/** Targets of a query that are to be kept nearly surely. */
export const nearlySureOf = (query: SearchQuery): SureTarget[] =>
  SURE_TARGETS.filter((one) => canBeSure(query, one) && query.nearlySure?.includes(one));

/**
 * Says which target a setup fails to keep in nine of ten draws of what nobody has measured; the draws are the first of those that its
 * bands are made of. Ends with the draw that decides. What is a bad draw for one setup mostly is for another, so those that were
 * missed most often come first; the answer does not depend on it.
 */
export class ConfidenceJudge {
  private readonly targets: readonly SureTarget[];
  private readonly missed = Array.from({ length: SURE_DRAWS }, () => 0);
  private order = [...this.missed.keys()];
  private judged = 0;

  constructor(private readonly query: SearchQuery) {
    this.targets = nearlySureOf(query);
  }

  /** Undefined when it keeps them all. */
  failedBy(plan: PlanFile): SureTarget | undefined {
    if (this.targets.length === 0) return undefined;
    if (this.judged++ % RESORT_AFTER === 0) this.order.sort((a, b) => this.missed[b]! - this.missed[a]!);
    const draws = new MonteCarloSamples(plan, resolvePlan(plan));
    const all = Array.from({ length: SURE_DRAWS }, () => draws.next().resolved);
    const misses = new Map<SureTarget, number>();
    for (const i of this.order) {
      for (const target of missedOf(all[i]!, this.targets, this.query)) {
        this.missed[i]!++;
        const so = (misses.get(target) ?? 0) + 1;
        if (so > SURE_MISSES) return target;
        misses.set(target, so);
      }
    }
    return undefined;
  }
}

/** What nine of ten draws of a setup come to in a target, at least or at most. */
export function sureFigure(plan: PlanFile, target: SureTarget): number {
  const draws = new MonteCarloSamples(plan, resolvePlan(plan));
  const worstFirst = target === 'canC' ? (a: number, b: number) => b - a : (a: number, b: number) => a - b;
  return Array.from({ length: SURE_DRAWS }, () => figuresOf(draws.next().resolved, target === 'canC' || target === 'minutes')[target]).sort(
    worstFirst,
  )[SURE_MISSES]!;
}

function missedOf(resolved: ResolvedPlan, targets: readonly SureTarget[], query: SearchQuery): SureTarget[] {
  const hotC = targets.includes('minutes') ? Infinity : (query.canC ?? Infinity);
  const figures = figuresOf(resolved, targets.includes('canC') || targets.includes('minutes'), hotC);
  const [least] = speedWindow(query);
  return targets.filter((target) => {
    switch (target) {
      case 'topSpeed':
        return figures.topSpeed < least;
      case 'canC':
        return figures.canC > query.canC!;
      case 'minutes':
      case 'pullN':
      case 'climbPct':
        return figures[target] < query[target]!;
    }
  });
}

/** The figures that targets are about; those of a run only when it is wanted, and as far as it is not hotter than `hotC`. */
function figuresOf(resolved: ResolvedPlan, driven: boolean, hotC = Infinity): Record<SureTarget, number> {
  const { topSpeedMs, at } = solveTopSpeed(resolved);
  at.throttle(0, 1);
  const pullN = Math.max(0, at.forceN);
  const line = lineConstants(resolved);
  const run = driven ? searchRun(resolved, (sofar) => sofar.maxCanC > hotC) : undefined;
  return {
    topSpeed: topSpeedMs,
    pullN,
    climbPct: climbPctOf(pullN, line.gripN, line.weightRolling, line.weightAll),
    canC: run ? heatOf(run).maxCanC : NaN,
    minutes: run ? minutesToCutoff(resolved, run) : NaN,
  };
}
