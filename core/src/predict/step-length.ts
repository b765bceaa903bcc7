import type { Driver } from './driver';
import type { Drivetrain } from './drivetrain';
import type { Segment } from './profiles';
import {
  CALM_SHARE,
  CALM_STEPS,
  CUTOFF_DELAY_S,
  HOLD_STEPS,
  PAST_KINK,
  RUN_MIN_STEP_S,
  SETTLED_SHARE,
  SLOW_MS,
  START_STEP_S,
  STIFF_STEP,
} from './tolerances';

/** The moment a step begins at. */
export interface Moment {
  at: Drivetrain;
  driver: Driver;
  speedMs: number;
  /** Longest step where nothing else shortens or lengthens it. */
  longestS: number;
  underCutoffS: number;
}

/** Seconds that the next step takes, of at most `room`: the longest step, shortened to the ramp's end, to kinks of the force and to a transient faster than it. */
export function stepLength(moment: Moment, segment: Segment, into: number, room: number, accel: number, rate: number): number {
  const { at, driver, speedMs, longestS, underCutoffS } = moment;
  const { dutyRate } = driver;
  // A held speed is linear in time by itself, at the grip limit the force is steady, under the brake and while tyres spin the current too, and where nothing
  // changes only the heat has to be followed.
  const calm = Math.abs(accel) * longestS < CALM_SHARE * speedMs;
  const steady = calm || at.spinning || segment.kind === 'brake';
  let step = Math.min(room, longestS * (steady ? CALM_STEPS : driver.reacting || at.limited ? HOLD_STEPS : 1));
  // Where the tyres begin to slip, the grip limit is met or left, or the motor begins to drive, the force has a kink: land on it, do not step across.
  const leftN = at.line.easyN - at.forceN;
  const untilSlip = leftN > 0 ? leftN / (at.forceSlope * accel + at.forceDutySlope * dutyRate) : 0;
  const untilGrip = -at.excessN / (at.excessSlope * accel + at.excessDutySlope * dutyRate);
  const untilDriving = at.idleA < 0 ? -at.idleA / (at.idleASlope * accel + at.idleADutySlope * dutyRate) : 0;
  if (untilSlip > 0 && untilSlip < step) step = landingOn(untilSlip, step);
  if (untilGrip > 0 && untilGrip < step) step = landingOn(untilGrip, step);
  if (untilDriving > 0 && untilDriving < step) step = landingOn(untilDriving, step);
  if (driver.untilNoForceS > 0 && driver.untilNoForceS < step) step = landingOn(driver.untilNoForceS, step);
  if (underCutoffS > 0) step = Math.min(step, CUTOFF_DELAY_S - underCutoffS);
  // Standing while the throttle opens: the moment it starts is found to a millisecond.
  if (dutyRate > 0 && speedMs <= 0 && accel <= 0) step = Math.min(step, START_STEP_S);
  if (segment.kind === 'throttle') {
    const rampS = segment.rampS ?? 0;
    if (dutyRate > 0) step = Math.min(step, rampS - into);
    // Where spinning tyres are caught the current changes at once.
    else if (at.spinning) step = Math.min(step, Math.max(RUN_MIN_STEP_S, rampS + (segment.spinS ?? 0) - into));
  }
  // A fast transient is followed in its own time; once settled the long step is exact again.
  if (-rate * step > STIFF_STEP && Math.abs(accel) > SETTLED_SHARE * -rate * Math.max(speedMs, SLOW_MS)) {
    step = Math.min(step, Math.max(RUN_MIN_STEP_S, STIFF_STEP / -rate));
  }
  return step;
}

/** A step that ends just past a kink `until` seconds away, and no longer than `step`. */
function landingOn(until: number, step: number): number {
  return Math.max(RUN_MIN_STEP_S, Math.min(step, until * PAST_KINK));
}
