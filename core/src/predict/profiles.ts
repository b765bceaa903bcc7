import type { Leg, ProfileName } from '../plan/plan-file';
import { hasOwnTiming } from '../plan/planned-run';
import type { ResolvedPlan } from '../resolve/resolved-plan';

/** A speed that a driver aims at: a share of top speed, and no more than this [m/s], nor than a corner of this radius [m] lets the tyres hold. */
export interface WantedSpeed {
  topShare: number;
  mostMs?: number;
  radiusM?: number;
  /** The speed of a corner, in which drivers differ. */
  ofCorner?: true;
}

/**
 * One stretch of a run. Grades are rise over run and add to the site's; wind is against the car; scrub is a share of the car's grip on level ground. With
 * `metres` it ends there when that comes before its seconds; a brake ends when the car is no faster than `to`. A throttle lets the tyres spin for `spinS`
 * through its ramp and after it; then, or where none is named, it is held at the limit of grip.
 */
export type Segment = { seconds: number; metres?: number; grade?: number; scrub?: number; windMs?: number } & (
  | { kind: 'throttle'; duty: number; rampS?: number; spinS?: number }
  | ({ kind: 'hold' } & WantedSpeed)
  | { kind: 'hold'; speedMs: number }
  | { kind: 'brake'; share: number; to?: WantedSpeed }
  | { kind: 'rest' }
);

/** In a corner the tyres scrub away this share of their grip; on a trail half as much all the time. */
const CORNER_SCRUB = 0.2;
const TRAIL_SCRUB = 0.1;
/** How long tyres are let spin after the trigger is down, by how one drives [s]; elsewhere not at all. */
export const SPIN_S = { race: 0.3, 'speed-pass': 1, bash: Infinity } as const;
type Spinning = keyof typeof SPIN_S;

const full = (seconds: number, metres: number, rampS: number, as: Spinning): Segment => ({
  kind: 'throttle',
  duty: 1,
  seconds,
  metres,
  rampS,
  spinS: SPIN_S[as],
});
const throttle = (duty: number, seconds: number, rampS: number, spinS?: number): Segment => ({
  kind: 'throttle',
  duty,
  seconds,
  rampS,
  ...(spinS === undefined ? {} : { spinS }),
});
const coast = (seconds: number): Segment => ({ kind: 'throttle', duty: 0, seconds });
const brake = (share: number, seconds: number, to?: WantedSpeed): Segment => ({ kind: 'brake', share, seconds, ...(to ? { to } : {}) });
const rest = (seconds: number): Segment => ({ kind: 'rest', seconds });
const hold = (topShare: number, seconds: number, grade = 0, scrub = 0): Segment => ({ kind: 'hold', topShare, seconds, grade, scrub });
const corner = (speed: WantedSpeed, seconds: number): Segment => ({ kind: 'hold', ...speed, seconds, scrub: CORNER_SCRUB });
const holdSpeed = (speedMs: number, seconds: number, grade: number): Segment => ({ kind: 'hold', speedMs, seconds, grade });

const RACE_CORNER: WantedSpeed = { topShare: 0.6, radiusM: 5, ofCorner: true };
const BASH_CORNER: WantedSpeed = { topShare: 0.5, radiusM: 3, ofCorner: true };
const INFIELD = [full(3, 11, 0.2, 'race'), brake(0.4, 2, RACE_CORNER), corner(RACE_CORNER, 0.8)];

/** How a driver drives, docs/model.md section 5. Repeated until the minutes are up. */
export const PROFILE_SEGMENTS: Record<ProfileName, readonly Segment[]> = {
  'speed-pass': [full(8, Infinity, 2, 'speed-pass'), brake(0.4, 4), hold(0.25, 20), rest(10)],
  race: [full(5, 35, 0.2, 'race'), brake(0.6, 3, RACE_CORNER), corner(RACE_CORNER, 1.2), ...INFIELD, ...INFIELD, ...INFIELD, ...INFIELD],
  bash: [
    full(4, 25, 0.3, 'bash'),
    brake(0.5, 3, { topShare: 0.4, mostMs: 2 }),
    full(2.5, 12, 0.3, 'bash'),
    corner(BASH_CORNER, 0.6),
    throttle(0.5, 1.5, 0.3, SPIN_S.bash),
    full(3, 16, 0.3, 'bash'),
    coast(0.7),
    brake(0.5, 2.5, BASH_CORNER),
    corner(BASH_CORNER, 1.5),
  ],
  cruise: [hold(0.6, 60)],
  trail: [
    hold(0.25, 8, 0.05, TRAIL_SCRUB),
    hold(0.15, 6, 0.2, TRAIL_SCRUB),
    hold(0.3, 6, -0.05, TRAIL_SCRUB),
    throttle(0.8, 0.6, 0.2),
    brake(0.5, 0.3),
    rest(4),
  ],
  crawl: [holdSpeed(0.4, 6, 0.6), rest(3), holdSpeed(0.6, 4, -0.3), holdSpeed(0.5, 5, 0)],
  pull: [holdSpeed(0.8, 15, 0.02), rest(10)],
};

/** Seconds from closed to full throttle in a pass, where nothing else is said. */
export const USUAL_RAMP_S = 0.2;

/** Longest full throttle and braking of a leg of one's own [s], how hard it is braked where nobody said, and how near to top speed a corner can be taken. */
const LEG_FULL_S = 8;
const LEG_BRAKE_S = 3;
const USUAL_BRAKE = 0.6;
export const FASTEST_CORNER = 0.95;

function legSegments({ fullM, cornerS, radiusM, cornerMs, brake: share = USUAL_BRAKE }: Leg, as: Spinning): Segment[] {
  const speed: WantedSpeed = {
    topShare: FASTEST_CORNER,
    ofCorner: true,
    ...(cornerMs === undefined ? {} : { mostMs: cornerMs }),
    ...(radiusM === undefined ? {} : { radiusM }),
  };
  return [full(LEG_FULL_S, fullM, USUAL_RAMP_S, as), brake(share, LEG_BRAKE_S, speed), corner(speed, cornerS)];
}

/** The segments of a plan's run: of its own course where it has one, as long at full throttle as its driver keeps it there. */
export function segmentsOf({ run, driver }: Pick<ResolvedPlan, 'run' | 'driver'>): readonly Segment[] {
  const { profile, course } = run;
  if (!hasOwnTiming(profile)) return PROFILE_SEGMENTS[profile];
  const segments = course ? course.legs.flatMap((leg) => legSegments(leg, profile)) : PROFILE_SEGMENTS[profile];
  const { fullThrottle } = driver;
  if (fullThrottle === 1) return segments;
  return segments.map((segment) =>
    segment.kind === 'throttle' && segment.duty >= 1
      ? { ...segment, seconds: segment.seconds * fullThrottle, ...(segment.metres === undefined ? {} : { metres: segment.metres * fullThrottle }) }
      : segment,
  );
}

/** The longest that segments take before they repeat [s]; a fast car is through them sooner. */
export const cycleSeconds = (segments: readonly Segment[]): number => segments.reduce((sum, segment) => sum + segment.seconds, 0);
