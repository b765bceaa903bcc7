import type { ResolvedPlan } from '../resolve/resolved-plan';
import { drivePass } from './pass';
import { SPIN_S, type Segment } from './profiles';

/** Passes over a strip, out and back in turn, from standstill each time. */
export interface TrackSession {
  passes: number;
  /** Seconds at full throttle in each. */
  fullS: number;
  /** Seconds of rolling out after each. */
  coastS: number;
  /** Seconds of standing between them. */
  restS: number;
  /** What is left of full throttle where it is held back at the radio. */
  capShare?: number;
}

/** What is driven at the track for a step: a pass each way. */
export const STEP_PASSES = 2;

/** Wind along the strip and its slope, as the way out meets them. */
export interface Strip {
  windMs: number;
  grade: number;
}

const CALM: Strip = { windMs: 0, grade: 0 };
const SHORTEST_FULL_S = 5;
const LONGEST_FULL_S = 20;
const SETTLES = 2.2;

/** Full-throttle passes, each long enough for the car of this plan to come to its top speed. */
export function sessionFor(believed: ResolvedPlan, passes = 4): TrackSession {
  const { pass } = drivePass(believed);
  const to95S = pass.to95?.timeS ?? LONGEST_FULL_S;
  return { passes, fullS: Math.min(LONGEST_FULL_S, Math.max(SHORTEST_FULL_S, SETTLES * to95S)), coastS: 5, restS: 12 };
}

const RAMP_S = 0.3;
const BRAKE_S = 2.5;
const LEAD_S = 2;

/** What the trigger does over a session. */
export function sessionSegments({ passes, fullS, coastS, restS, capShare = 1 }: TrackSession, strip: Strip = CALM): Segment[] {
  const segments: Segment[] = [{ kind: 'rest', seconds: LEAD_S }];
  for (let i = 0; i < passes; i++) {
    const way = i % 2 === 0 ? 1 : -1;
    const day = { windMs: way * strip.windMs, grade: way * strip.grade };
    segments.push(
      { kind: 'throttle', duty: capShare, rampS: RAMP_S, spinS: SPIN_S['speed-pass'], seconds: fullS, ...day },
      { kind: 'throttle', duty: 0, seconds: coastS, ...day },
      { kind: 'brake', share: 0.5, seconds: BRAKE_S, ...day },
      { kind: 'rest', seconds: restS },
    );
  }
  return segments;
}

/** How long a session takes [min]. */
export const sessionMinutes = (session: TrackSession): number => sessionSegments(session).reduce((sum, one) => sum + one.seconds, 0) / 60;
