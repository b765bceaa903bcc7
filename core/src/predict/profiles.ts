import type { ProfileName } from '../plan/plan-file';

/** One stretch of a run. Grades are rise over run and add to the site's. */
export type Segment = { seconds: number; grade?: number; corner?: boolean } & (
  | { kind: 'throttle'; duty: number; rampS?: number }
  | { kind: 'hold'; topShare: number }
  | { kind: 'hold'; speedMs: number }
  | { kind: 'brake'; share: number }
  | { kind: 'rest' }
);

const full = (seconds: number, rampS: number): Segment => ({ kind: 'throttle', duty: 1, seconds, rampS });
const throttle = (duty: number, seconds: number): Segment => ({ kind: 'throttle', duty, seconds });
const coast = (seconds: number): Segment => ({ kind: 'throttle', duty: 0, seconds });
const brake = (share: number, seconds: number): Segment => ({ kind: 'brake', share, seconds });
const rest = (seconds: number): Segment => ({ kind: 'rest', seconds });
const hold = (topShare: number, seconds: number, grade = 0, corner = false): Segment => ({ kind: 'hold', topShare, seconds, grade, corner });
const holdSpeed = (speedMs: number, seconds: number, grade: number): Segment => ({ kind: 'hold', speedMs, seconds, grade });

/** How a driver drives, docs/model.md section 5. Repeated until the minutes are up. */
export const PROFILE_SEGMENTS: Record<ProfileName, readonly Segment[]> = {
  'speed-pass': [full(8, 2), brake(0.4, 4), hold(0.25, 20), rest(10)],
  race: [full(3.5, 0.2), brake(0.5, 0.4), hold(0.5, 1.5, 0, true), throttle(0.7, 1.5), brake(0.3, 0.3), hold(0.55, 1, 0, true)],
  bash: [full(2, 0.3), throttle(0.5, 3), coast(1.5), full(1, 0.3), brake(0.6, 1), coast(2), hold(0.3, 5)],
  cruise: [hold(0.6, 60)],
  trail: [hold(0.25, 8, 0.05), hold(0.15, 6, 0.2), hold(0.3, 6, -0.05), rest(4)],
  crawl: [holdSpeed(0.4, 6, 0.6), rest(3), holdSpeed(0.6, 4, -0.3), holdSpeed(0.5, 5, 0)],
  pull: [holdSpeed(0.8, 15, 0.02), rest(10)],
};

/** How long a profile takes before it repeats [s]. */
export const cycleSeconds = (profile: ProfileName): number => PROFILE_SEGMENTS[profile].reduce((sum, segment) => sum + segment.seconds, 0);
