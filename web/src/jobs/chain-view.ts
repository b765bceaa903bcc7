import {
  PlanError,
  powerBand,
  predictSteady,
  resolvePlan,
  solveTopSpeed,
  type PlanFile,
  type PowerBand,
  type ResolvedPlan,
  type Steady,
} from '@puddler/core';

/** What the page shows at once on every edit: no run over time in it. */
export type ChainView =
  | { state: 'ready'; resolved: ResolvedPlan; steady: Steady; band: PowerBand }
  | { state: 'failed'; path: string; message: string };

const seen = new WeakMap<PlanFile, ChainView>();

/** Top speed and the power balance of a plan, some microseconds; remembered for as long as the plan file is. */
export function chainView(file: PlanFile): ChainView {
  let view = seen.get(file);
  if (!view) {
    view = compute(file);
    seen.set(file, view);
  }
  return view;
}

function compute(file: PlanFile): ChainView {
  try {
    const resolved = resolvePlan(file);
    const solved = solveTopSpeed(resolved);
    return { state: 'ready', resolved, steady: predictSteady(resolved, solved), band: powerBand(resolved, solved) };
  } catch (error) {
    if (error instanceof PlanError) return { state: 'failed', path: error.path, message: error.message };
    throw error;
  }
}
