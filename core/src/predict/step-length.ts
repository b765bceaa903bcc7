import type { Driver } from './driver';
import type { Drivetrain } from './drivetrain';
import type { Segment } from './profiles';
import { CALM_STEPS, CUTOFF_DELAY_S, HOLD_STEPS, PAST_KINK, RUN_MIN_STEP_S, SETTLED_SHARE, SLOW_MS, START_STEP_S, STIFF_STEP } from './tolerances';

/** The moment a step begins at. */
export interface Moment {
  at: Drivetrain;
  driver: Driver;
  speedMs: number;
  /** Longest step where nothing else shortens or lengthens it. */
  longestS: number;
  /** Share of the speed that a step may change when it is longer than that. */
  calmShare: number;
  underCutoffS: number;
}

/** Seconds that the next step takes, of at most `room`: the longest step, shortened to the ramp's end, to kinks of the force and to a transient faster than it. */
export function stepLength(moment: Moment, segment: Segment, into: number, room: number, accel: number, rate: number, jerk: number): number {
  const { at, driver, speedMs, longestS, calmShare, underCutoffS } = moment;
  const { dutyRate } = driver;
  // A held speed is linear in time by itself, at the grip limit the force is steady, under the brake and while tyres spin the current too, and where
  // speed hardly changes only the heat has to be followed.
  const usualS = longestS * (driver.reacting || at.limited || segment.kind === 'brake' ? HOLD_STEPS : 1);
  const calmS = speedMs > 0 ? (calmShare * speedMs) / Math.abs(accel) : 0;
  const calmestS = longestS * CALM_STEPS;
  let step = Math.min(room, at.spinning || calmS > calmestS ? calmestS : Math.max(calmS, usualS));
  // Where the tyres begin to slip or cease to, the grip limit is met or left, or the motor begins to drive, the force has a kink: land on it.
  const leftN = at.line.easyN - at.forceN;
  const untilSlip = leftN / (at.forceSlope * accel + at.forceDutySlope * dutyRate);
  const untilGrip = -at.excessN / (at.excessSlope * accel + at.excessDutySlope * dutyRate);
  // What a driver asks for by holding a speed may come to be more than the trigger gives.
  const untilFull = segment.kind === 'hold' && at.duty < 1 ? (1 - at.duty) / (at.dutySlope * accel) : 0;
  const untilDriving = at.idleA < 0 ? -at.idleA / (at.idleASlope * accel + at.idleADutySlope * dutyRate) : 0;
  if (untilSlip > 0 && untilSlip < step) step = landingOn(untilSlip, step);
  if (untilGrip > 0 && untilGrip < step) step = landingOn(untilGrip, step);
  if (untilFull > 0 && untilFull < step) step = landingOn(untilFull, step);
  if (untilDriving > 0 && untilDriving < step) step = landingOn(untilDriving, step);
  if (driver.untilNoForceS > 0 && driver.untilNoForceS < step) step = landingOn(driver.untilNoForceS, step);
  if (underCutoffS > 0) step = Math.min(step, CUTOFF_DELAY_S - underCutoffS);
  // Standing while the throttle opens: the moment it starts is found to a millisecond.
  if (dutyRate > 0 && speedMs <= 0 && accel <= 0) {
    // While no current flows the force does not tell how it will follow; at the tyres' limit it does not.
    const untilRolling = at.limited ? Infinity : at.forceDutySlope > 0 ? (at.resistanceN - at.forceN) / (at.forceDutySlope * dutyRate) : 0;
    step = Math.min(step, Math.max(START_STEP_S, untilRolling));
  }
  if (segment.kind === 'throttle') {
    const rampS = segment.rampS ?? 0;
    if (dutyRate > 0) step = Math.min(step, rampS - into);
    // Where spinning tyres are caught the current changes at once.
    else if (at.spinning) step = Math.min(step, Math.max(RUN_MIN_STEP_S, rampS + (segment.spinS ?? 0) - into));
  }
  // A fast transient is followed in its own time; once settled the long step is exact again.
  if (-rate * step > STIFF_STEP && Math.abs(accel) + Math.abs(jerk) * step > SETTLED_SHARE * -rate * Math.max(speedMs, SLOW_MS)) {
    step = Math.min(step, Math.max(RUN_MIN_STEP_S, STIFF_STEP / -rate));
  }
  return step;
}

/** A step that ends just past a kink `until` seconds away, and no longer than `step`. */
function landingOn(until: number, step: number): number {
  return Math.max(RUN_MIN_STEP_S, Math.min(step, until * PAST_KINK));
}
