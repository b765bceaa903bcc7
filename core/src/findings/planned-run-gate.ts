import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { Segment } from '../predict/profiles';
import { simulateRunFast } from '../predict/run-fast';
import { heatOf } from '../predict/run-types';
import { ROUGH_RUN } from '../predict/tolerances';
import type { FindingId } from './finding-ids';
import type { Limits } from './limits';

/** What the whole planned run is judged by before it is driven at the track. */
export const RUN_GATES = [
  'motor-temperature',
  'winding-temperature',
  'esc-temperature',
  'pack-temperature',
  'esc-continuous',
] as const satisfies FindingId[];
export type RunGate = (typeof RUN_GATES)[number];

/**
 * The planned run must be safe for three in four cars like this, until two readings of its can say which car it is: a band that nobody has narrowed must not
 * forbid a sound car. From then on for nine in ten.
 */
export const RUN_AT = { unread: 0.75, read: 0.9, readFrom: 2 };

/** Whether a run passes a stop limit in any gate. */
export const isOverGates = (run: Record<RunGate, number>, limits: Limits): boolean => RUN_GATES.some((id) => run[id] > (limits[id].stop ?? Infinity));

/** What a planned run comes to in each gate; `cycle` is what is driven where that is not the plan's. */
export function gatesOfRun(plan: ResolvedPlan, continuousA: number, cycle?: readonly Segment[]): Record<RunGate, number> {
  const run = simulateRunFast(plan, cycle ? { ...ROUGH_RUN, cycle } : ROUGH_RUN);
  const { maxCanC, maxWindingC, maxEscC } = heatOf(run);
  return {
    'motor-temperature': maxCanC,
    'winding-temperature': maxWindingC,
    'esc-temperature': maxEscC,
    'pack-temperature': run.maxPackC,
    'esc-continuous': run.rmsMotorCurrentA / continuousA,
  };
}
