import type { Limits } from '../findings/limits';
import { gatesOfRun, isOverGates, RUN_AT, RUN_GATES } from '../findings/planned-run-gate';
import { BLOCK } from '../math/stratified-normals';
import type { PlanFile } from '../plan/plan-file';
import { MonteCarloSamples } from '../predict/monte-carlo-samples';
import { resolvePlan } from '../resolve/resolve-plan';

/** Cars drawn, the first of those that Step up judges the planned run by. */
const REACH_DRAWS = BLOCK;
const MISSES = Math.floor((1 - RUN_AT.unread) * REACH_DRAWS);
/** A run that takes no more than this share of each limit, of heat over the air, is within it for three in four cars: their spread makes 1.35 of it. */
const EASY = 0.65;

/** Whether Step up would let a plan be driven for its whole run before anything of the car is known. */
export function isReachable(plan: PlanFile, limits: Limits): boolean {
  const resolved = resolvePlan(plan);
  const { continuousA } = plan.esc;
  const { ambientC } = resolved.site;
  const middle = gatesOfRun(resolved, continuousA);
  const isEasy = RUN_GATES.every((id) => {
    const { stop = Infinity } = limits[id];
    return id === 'esc-continuous' ? middle[id] < EASY * stop : middle[id] - ambientC < EASY * (stop - ambientC);
  });
  if (isEasy) return true;
  // The middle car is over it, and with it more than one in four.
  if (isOverGates(middle, limits)) return false;
  const draws = new MonteCarloSamples(plan, resolved);
  let misses = 0;
  for (let i = 0; i < REACH_DRAWS; i++) {
    if (isOverGates(gatesOfRun(draws.next().resolved, continuousA), limits) && ++misses > MISSES) return false;
    // The rest may miss and it would still be reached.
    if (REACH_DRAWS - (i + 1) <= MISSES - misses) return true;
  }
  return true;
}
