import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { Temperatures } from '../predict/cool-down';
import { simulateRun } from '../predict/run';
import type { Run, RunSample } from '../predict/run-types';
import { sessionSegments, type TrackSession } from '../predict/track-session';
import type { Weather } from './hidden-car';

export interface Session {
  samples: RunSample[];
  run: Run;
}

/** Drives a session of passes out and back in the day’s wind and slope; `from` is how warm the car is before it. */
export function driveSession(truth: ResolvedPlan, { windMs, grade }: Weather, wish: TrackSession, from?: Temperatures): Session {
  const samples: RunSample[] = [];
  const run = simulateRun(truth, {
    segments: sessionSegments(wish, { windMs, grade }),
    ...(from ? { from } : {}),
    onStep: (sample) => {
      samples.push(sample);
    },
  });
  return { samples, run };
}
