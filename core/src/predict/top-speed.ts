import { GROWTH_SPEED_MS, REFERENCE_C } from '../chain/constants';
import { openCircuitV } from '../chain/pack';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { Drivetrain } from './drivetrain';
import { lineConstants } from './line-constants';
import { SPEED_CEILING_MS, TOP_SPEED_ABS_MS, TOP_SPEED_MAX_STEPS, TOP_SPEED_REL } from './tolerances';

/** Temperatures that top speed is quoted at: a motor some way into a run [°C]. */
const WINDING_C = 60;
const CAN_C = 45;
/** Share of the free-running speed where the search starts: near the answer for a car that is geared well. */
const FIRST_GUESS = 0.95;
/** Beyond a growing tyre's maximum the search goes up in steps of this factor, so as not to pass the first root. */
const GROWTH_SEARCH = 1.1;

/** kv of a motor as warm as top speed is quoted at: weaker magnets let it spin faster [rpm/V]. */
export function warmKv(plan: ResolvedPlan): number {
  return plan.motor.kvRpmPerV / (1 - lineConstants(plan).magnetPerK * (CAN_C - REFERENCE_C));
}

export type TopSpeedOutcome = 'converged' | 'no-motion' | 'runaway' | 'max-steps';

/** A top speed, and the drivetrain left standing at it. */
export interface TopSpeed {
  outcome: TopSpeedOutcome;
  topSpeedMs: number;
  at: Drivetrain;
}

/**
 * The speed at which full throttle just holds against air, rolling and slope: the first one met from standstill.
 * `no-motion`: the car does not start (speed 0). `runaway`: no balance below 400 m/s (a free fall).
 */
export function solveTopSpeed(plan: ResolvedPlan): TopSpeed {
  const at = new Drivetrain(plan);
  warmUp(at, plan);
  return balance(at, plan.car.tyreGrowth);
}

/** Sets the temperatures and the volts that top speed is quoted at; a throttle held back to a `share` is a pack of fewer volts, which sags less. */
export function warmUp(at: Drivetrain, plan: ResolvedPlan, share = 1): void {
  const packOhm = plan.pack.resistanceOhm * at.line.coldFactor;
  at.conditions(WINDING_C, CAN_C, share * share * packOhm, share * openCircuitV(plan.pack, plan.startCharge));
}

/** `solveTopSpeed` of a drivetrain that stands ready, for searches that change its gears many times. */
export function balance(at: Drivetrain, tyreGrowth: number): TopSpeed {
  const free = at.freeSpeedMs();
  // On a tyre that grows, motor speed has a maximum over car speed: the surplus falls only up to there.
  const monotoneTo = tyreGrowth > 0 ? GROWTH_SPEED_MS / Math.sqrt(tyreGrowth) : Infinity;
  if (!(free > 0) || monotoneTo < free) {
    if (surplusN(at, 0) <= 0) return { outcome: 'no-motion', topSpeedMs: 0, at };
  }

  let low = 0;
  let high = Infinity;
  let v = Math.min(FIRST_GUESS * free, monotoneTo);
  if (!(v > 0)) v = SPEED_CEILING_MS / 2;
  for (let step = 0; step < TOP_SPEED_MAX_STEPS; step++) {
    const value = surplusN(at, v);
    if (value > 0) low = v;
    else high = v;
    if (low >= SPEED_CEILING_MS) return { outcome: 'runaway', topSpeedMs: low, at };
    // A kink (grip, burst, free-running) can send Newton out of the bracket; doubling and halving never fail.
    let next = v - value / (at.forceSlope - at.resistanceSlope);
    if (high === Infinity) {
      if (!(next > low)) next = 2 * low;
      next = Math.min(next, Math.max(monotoneTo, GROWTH_SEARCH * low), SPEED_CEILING_MS);
    } else if (!(next > low && next < high)) {
      if (low === 0 && surplusN(at, 0) <= 0) return { outcome: 'no-motion', topSpeedMs: 0, at };
      next = 0.5 * (low + high);
    }
    const moved = Math.abs(next - v);
    v = next;
    if (moved <= TOP_SPEED_REL * v || high - low <= TOP_SPEED_ABS_MS) {
      surplusN(at, v);
      return { outcome: 'converged', topSpeedMs: v, at };
    }
  }
  return { outcome: 'max-steps', topSpeedMs: v, at };
}

/** Full-throttle force beyond all resistance at a speed [N]. */
function surplusN(at: Drivetrain, v: number): number {
  at.throttle(v, 1);
  at.resist(v);
  return at.forceN - at.resistanceN;
}
