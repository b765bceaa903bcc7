import type { ProfileName } from '../plan/plan-file';
import { hasOwnTiming } from '../plan/planned-run';
import type { ResolvedPlan } from '../resolve/resolved-plan';

/**
 * One stretch of a run. Grades are rise over run and add to the site's; wind is against the car. With `metres` it ends there when that comes before its
 * seconds. A throttle that `spins` the tyres is not taken back at the limit of grip.
 */
export type Segment = { seconds: number; metres?: number; grade?: number; corner?: boolean; windMs?: number } & (
  | { kind: 'throttle'; duty: number; rampS?: number; spins?: boolean }
  | { kind: 'hold'; topShare: number; mostMs?: number }
  | { kind: 'hold'; speedMs: number }
  | { kind: 'brake'; share: number }
  | { kind: 'rest' }
);

const full = (seconds: number, metres: number, rampS: number, spins = false): Segment => ({
  kind: 'throttle',
  duty: 1,
  seconds,
  metres,
  rampS,
  spins,
});
const throttle = (duty: number, seconds: number, rampS: number): Segment => ({ kind: 'throttle', duty, seconds, rampS, spins: true });
const coast = (seconds: number): Segment => ({ kind: 'throttle', duty: 0, seconds });
const brake = (share: number, seconds: number): Segment => ({ kind: 'brake', share, seconds });
const rest = (seconds: number): Segment => ({ kind: 'rest', seconds });
const hold = (topShare: number, seconds: number, grade = 0): Segment => ({ kind: 'hold', topShare, seconds, grade });
/** A corner is taken at a share of top speed, and no faster than it can be. */
const corner = (topShare: number, mostMs: number, seconds: number): Segment => ({ kind: 'hold', topShare, mostMs, seconds, corner: true });
const holdSpeed = (speedMs: number, seconds: number, grade: number): Segment => ({ kind: 'hold', speedMs, seconds, grade });

/** How a driver drives, docs/model.md section 5. Repeated until the minutes are up. */
export const PROFILE_SEGMENTS: Record<ProfileName, readonly Segment[]> = {
  'speed-pass': [full(8, Infinity, 2, true), brake(0.4, 4), hold(0.25, 20), rest(10)],
  race: [full(4, 40, 0.2), brake(0.6, 0.5), corner(0.4, 6, 1.2), full(2.5, 18, 0.2), brake(0.4, 0.3), corner(0.4, 6, 1)],
  bash: [full(4, 30, 0.3, true), brake(0.5, 0.6), throttle(0.5, 2, 0.3), full(3, 20, 0.3, true), coast(1), brake(0.5, 0.5), corner(0.3, 4, 3)],
  cruise: [hold(0.6, 60)],
  trail: [hold(0.25, 8, 0.05), hold(0.15, 6, 0.2), hold(0.3, 6, -0.05), rest(4)],
  crawl: [holdSpeed(0.4, 6, 0.6), rest(3), holdSpeed(0.6, 4, -0.3), holdSpeed(0.5, 5, 0)],
  pull: [holdSpeed(0.8, 15, 0.02), rest(10)],
};

/** Seconds from closed to full throttle in a pass, where nothing else is said. */
export const USUAL_RAMP_S = 0.2;

/** The segments of a plan's run, as long at full throttle as its driver keeps it there. */
export function segmentsOf({ run, fullThrottle }: Pick<ResolvedPlan, 'run' | 'fullThrottle'>): readonly Segment[] {
  const segments = PROFILE_SEGMENTS[run.profile];
  if (fullThrottle === 1 || !hasOwnTiming(run.profile)) return segments;
  return segments.map((segment) =>
    segment.kind === 'throttle' && segment.duty >= 1
      ? { ...segment, seconds: segment.seconds * fullThrottle, ...(segment.metres === undefined ? {} : { metres: segment.metres * fullThrottle }) }
      : segment,
  );
}

/** The longest that segments take before they repeat [s]; a fast car is through them sooner. */
export const cycleSeconds = (segments: readonly Segment[]): number => segments.reduce((sum, segment) => sum + segment.seconds, 0);
