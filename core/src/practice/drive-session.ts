import type { ResolvedPlan } from '../plan/resolved-plan';
import type { Segment } from '../predict/profiles';
import { drivePass } from '../predict/pass';
import { simulateRun } from '../predict/run';
import type { Run, RunSample } from '../predict/run-types';
import type { Weather } from './hidden-car';

export interface Session {
  samples: RunSample[];
  run: Run;
}

export interface SessionWish {
  /** Passes over the strip, out and back in turn. */
  passes: number;
  /** Seconds at full throttle in each. */
  fullS: number;
  /** Seconds of rolling out after each. */
  coastS: number;
  /** Seconds of standing between them. */
  restS: number;
}

/** Passes as long as the car is believed to need until it no longer gains. */
export function sessionFor(believed: ResolvedPlan): SessionWish {
  const { pass } = drivePass(believed);
  const to95S = pass.to95?.timeS ?? LONGEST_FULL_S;
  return { passes: 4, fullS: Math.min(LONGEST_FULL_S, Math.max(SHORTEST_FULL_S, SETTLES * to95S)), coastS: 5, restS: 12 };
}

const SHORTEST_FULL_S = 5;
const LONGEST_FULL_S = 20;
const SETTLES = 2.2;

const RAMP_S = 0.3;
const BRAKE_S = 2.5;
const LEAD_S = 2;

/** Drives a session of passes out and back in the day’s wind and slope. */
export function driveSession(truth: ResolvedPlan, { windMs, grade }: Weather, wish: SessionWish): Session {
  const segments: Segment[] = [{ kind: 'rest', seconds: LEAD_S }];
  for (let i = 0; i < wish.passes; i++) {
    const way = i % 2 === 0 ? 1 : -1;
    const day = { windMs: way * windMs, grade: way * grade };
    segments.push(
      { kind: 'throttle', duty: 1, rampS: RAMP_S, spins: true, seconds: wish.fullS, ...day },
      { kind: 'throttle', duty: 0, seconds: wish.coastS, ...day },
      { kind: 'brake', share: 0.5, seconds: BRAKE_S, ...day },
      { kind: 'rest', seconds: wish.restS },
    );
  }
  const samples: RunSample[] = [];
  const run = simulateRun(truth, {
    segments,
    onStep: (sample) => {
      samples.push(sample);
    },
  });
  return { samples, run };
}
