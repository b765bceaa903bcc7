import type { ResolvedPlan } from '../resolve/resolved-plan';
import { normal } from '../math/random';
import type { Temperatures } from '../predict/cool-down';
import { segmentsOf, type Segment } from '../predict/profiles';
import { simulateRun } from '../predict/run';
import type { Run, RunSample } from '../predict/run-types';
import { sessionSegments, type TrackSession } from '../predict/track-session';
import type { Weather } from './hidden-car';

export interface Session {
  samples: RunSample[];
  run: Run;
}

/** Drives a session of passes out and back in the day’s wind and slope; `from` is how warm the car is before it. */
export const driveSession = (truth: ResolvedPlan, { windMs, grade }: Weather, request: TrackSession, from?: Temperatures): Session =>
  driveSegments(truth, sessionSegments(request, { windMs, grade }), from);

/** A hand is no machine: no straight and no corner is as long as the last time [share]. */
const HAND_SPREAD = 0.05;

/** Drives laps of the plan's course by hand; wind and slope are the same all round. */
export function driveLaps(truth: ResolvedPlan, laps: number, random: () => number): Session {
  const lap = segmentsOf(truth);
  const segments = Array.from({ length: laps }, () => lap).flatMap((legs) =>
    legs.map((segment): Segment => {
      const by = 1 + HAND_SPREAD * normal(random);
      if (segment.kind === 'hold') return { ...segment, seconds: segment.seconds * by };
      return segment.metres === undefined ? segment : { ...segment, metres: segment.metres * by };
    }),
  );
  return driveSegments(truth, segments);
}

function driveSegments(truth: ResolvedPlan, segments: readonly Segment[], from?: Temperatures): Session {
  const samples: RunSample[] = [];
  const run = simulateRun(truth, {
    segments,
    ...(from ? { from } : {}),
    isTrace: true,
    onStep: (sample) => {
      samples.push(sample);
    },
  });
  return { samples, run };
}
