import { groundSpeed, metresPerRpm, resolvePlan, traceOf, type PlanFile } from '@puddler/core';
import { samplesOfPart, type TracePart } from './log-reading';

/** A log’s speed by its own clock, evenly; NaN where it does not say. Undefined for a log without a speed. */
export interface ClockSpeed {
  startS: number;
  stepS: number;
  speedMs: number[] | undefined;
}

/** More points than pixels help nobody. */
const MOST_POINTS = 1200;

/** What each log says of the speed, the wheels’ or the ground’s, so that one can be moved over the other by eye. */
export async function clockSpeeds(parts: readonly TracePart[], plan: PlanFile): Promise<ClockSpeed[]> {
  const perRpm = metresPerRpm(resolvePlan(plan));
  return Promise.all(
    parts.map(async (part) => {
      const trace = traceOf(await samplesOfPart(part, plan));
      const every = Math.max(1, Math.ceil(trace.count / MOST_POINTS));
      const speed = groundSpeed(trace, perRpm);
      return {
        startS: trace.startS,
        stepS: every * trace.dtS,
        speedMs: speed && Array.from({ length: Math.ceil(trace.count / every) }, (_, i) => speed[i * every]!),
      };
    }),
  );
}
