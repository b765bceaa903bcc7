import type { ResolvedPlan } from '../resolve/resolved-plan';
import { simulateRunFast } from '../predict/run-fast';
import type { Run } from '../predict/run-types';
import { ROUGH_RUN } from '../predict/tolerances';

/** Metres of the lap that a plan goes round in its planned run; undefined where what it drives has no laps, or it is not through with two. */
export function lapLengthM(plan: ResolvedPlan): number | undefined {
  const run = simulateRunFast(plan, ROUGH_RUN);
  return run.lapS === null ? undefined : (run.lapS * run.distanceM) / run.endS;
}

/** Seconds for so many metres at the mean speed of a run: a faster car rolls further in the same legs, and the road does not grow with it. */
export const lapTimeS = (lengthM: number, { distanceM, endS }: Pick<Run, 'distanceM' | 'endS'>): number => (lengthM * endS) / distanceM;
