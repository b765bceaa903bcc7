import { allFindings } from './all-findings';
import type { Finding } from './finding';
import { limitsWith } from './limits';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { Band } from '../math/band';
import { sampleBands, type BandFigure } from '../predict/bands';
import { BAND_SEED } from '../predict/monte-carlo-samples';
import { simulateRun } from '../predict/run';
import type { Run } from '../predict/run-types';
import { predictSteady, type Steady } from '../predict/steady';

/** What `predict` prints for a plan, docs/model.md section 6. */
export interface Prediction {
  steady: Steady;
  run: Run;
  /** Only when samples were asked for. */
  bands?: Record<BandFigure, Band> & { samples: number; seed: number };
  findings: Finding[];
}

export interface PredictOptions {
  /** The same seed gives the same bands. */
  seed?: number;
  /** Plans drawn for the bands; 0 leaves them out. */
  samples?: number;
}

/** Resolves a checked plan and predicts its top speed, its run, how sure they are and what gives. Throws PlanError as resolvePlan does. */
export function predict(plan: PlanFile, { seed = BAND_SEED, samples = 0 }: PredictOptions = {}): Prediction {
  const resolved = resolvePlan(plan);
  const steady = predictSteady(resolved);
  const run = simulateRun(resolved);
  const findings = allFindings({ plan, resolved, steady, run, limits: limitsWith(plan.limits) });
  return { steady, run, ...(samples > 0 ? { bands: { ...sampleBands(plan, resolved, seed, samples).figures, samples, seed } } : {}), findings };
}
