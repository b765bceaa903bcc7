import { hasOwnTiming } from '../plan/planned-run';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { segmentsOf } from './profiles';
import { RunSimulation } from './run';

/** The car at one place of a lap: metres and seconds from its start. */
interface LapSample {
  distanceM: number;
  timeS: number;
  speedMs: number;
  packA: number;
  /** The tyres are at their grip, or the front about to lift. */
  limited: boolean;
}

/** A lap with the car rolling at its start. */
export interface Lap {
  lengthM: number;
  samples: LapSample[];
}

const SAMPLES = 400;

/** The second lap of a run: the first begins from standstill. Undefined where a run has no laps, or is not through with two. */
export function driveLap(plan: ResolvedPlan): Lap | undefined {
  if (!hasOwnTiming(plan.run.profile)) return undefined;
  const all: LapSample[] = [];
  const simulation = new RunSimulation(plan, {
    isTrace: true,
    onStep: ({ timeS, distanceM, speedMs, packA, limited }) => void all.push({ timeS, distanceM, speedMs, packA, limited }),
  });
  const lap = () => segmentsOf(plan).every((segment) => simulation.segment(segment, segment.seconds));
  if (!lap()) return undefined;
  const { endS, distanceM: startM } = simulation.run;
  all.length = 0;
  if (!lap()) return undefined;
  const every = Math.max(1, Math.ceil(all.length / SAMPLES));
  const samples = all
    .filter((_, i) => i % every === 0 || i === all.length - 1)
    .map((sample) => ({ ...sample, timeS: sample.timeS - endS, distanceM: sample.distanceM - startM }));
  return { lengthM: simulation.run.distanceM - startM, samples };
}
