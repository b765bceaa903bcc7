import { REFERENCE_C, RPM_PER_RAD_S } from '../chain/constants';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { lineConstants, type LineConstants } from './line-constants';
import { HOTTEST_MAGNET_C } from './tolerances';

/** Copper's resistance against temperature, per kelvin. */
const COPPER_PER_K = 0.00393;
const AIR_SPEED_OF_ROLLING_MS = 20;

/**
 * The straight line from pack to road at one instant: its conditions, the road against it, and the last answer of what drives it, with all that follows
 * from that. Equations of docs/model.md sections 3 and 4.
 */
export class DrivetrainState {
  readonly line: LineConstants;

  // Set by `conditions` and `slope`.
  kt = 0;
  windingOhm = 0;
  openCircuitV = 0;
  /** Wind against the car [m/s]. */
  windMs = 0;
  /** What the pack gives beside the motors: to receiver and servo, less what braking returns [A]. Set by a run. */
  otherA = 0;
  /** n·(R_pack + R_wire): what one motor's current meets in the shared source at full duty [Ω]. */
  protected sourceOhm = 0;
  protected seriesOhm = 0;
  private levelN = 0;
  private gradeN = 0;

  // The answer to the last question.
  /** Current of one motor [A], and its slope against the car's speed [A·s/m]. */
  motorA = 0;
  motorASlope = 0;
  /** Slopes of that current and of the force against duty [A, N]. */
  motorADutySlope = 0;
  forceDutySlope = 0;
  duty = 0;
  /** Slope of the duty against speed where a driver asks for a force [s/m]; 0 where the duty is set. */
  dutySlope = 0;
  packA = 0;
  /** Force at the tyre [N], and its slope against speed [N·s/m]. */
  forceN = 0;
  forceSlope = 0;
  omega = 0;
  /** Slopes of the motor's speed against the car's [rad/m] and against duty [rad/s]. */
  omegaSlope = 0;
  omegaDutySlope = 0;
  /** True when the tyres, not the motor, set the force. */
  limited = false;
  /** True when they spin at it: `omega` is then the motor's own speed, faster than slip alone makes it. */
  spinning = false;
  /** What the motor could give beyond the grip limit [N]; negative when it is not limited. */
  excessN = 0;
  /** Slopes of that against speed and duty. */
  excessSlope = 0;
  excessDutySlope = 0;
  /** Amps short of driving while the motor turns faster than the duty asks [A, negative], and its slopes; 0 while it drives. */
  idleA = 0;
  idleASlope = 0;
  idleADutySlope = 0;
  resistanceN = 0;
  resistanceSlope = 0;

  /** With a `line` of its own it can be given other gears later; the plan's is shared and stays as it is. */
  constructor(plan: ResolvedPlan, line: LineConstants = lineConstants(plan)) {
    this.line = line;
    this.slope(plan.site.grade);
  }

  /** Sets temperatures [°C], the pack's resistance as it is now [Ω] and its open-circuit voltage [V]. */
  conditions(windingC: number, canC: number, packOhm: number, openCircuitV: number): void {
    this.kt = this.line.kt25 * (1 - this.line.magnetPerK * (Math.min(canC, HOTTEST_MAGNET_C) - REFERENCE_C));
    this.windingOhm = this.line.winding25 * (1 + COPPER_PER_K * (windingC - REFERENCE_C));
    this.seriesOhm = this.windingOhm + this.line.escOhm;
    this.sourceOhm = this.line.motors * (packOhm + this.line.wireOhm);
    this.openCircuitV = openCircuitV;
  }

  /** Sets the slope as rise over run, and the share of its grip that the car scrubs away. */
  slope(grade: number, scrub = 0): void {
    const hypotenuse = Math.sqrt(1 + grade * grade);
    this.levelN = this.line.weightRolling / hypotenuse;
    this.gradeN = (this.line.weightAll * grade) / hypotenuse + scrub * this.line.wholeGripN;
  }

  /** Rolling, air and slope at a speed → resistanceN, resistanceSlope. */
  resist(v: number): void {
    const share = v / AIR_SPEED_OF_ROLLING_MS;
    const air = v + this.windMs;
    this.resistanceN = this.line.dragPerV2 * air * (air < 0 ? -air : air) + this.levelN * (1 + share * share) + this.gradeN;
    this.resistanceSlope = 2 * this.line.dragPerV2 * (air < 0 ? -air : air) + (2 * this.levelN * share) / AIR_SPEED_OF_ROLLING_MS;
  }

  /** Heat made inside the pack [W]. */
  packHeatW(): number {
    const amp = this.packA + this.otherA;
    return amp * amp * (this.sourceOhm / this.line.motors - this.line.wireOhm);
  }

  /** Air drag alone at a speed [N]. */
  airN(v: number): number {
    return this.line.dragPerV2 * v * v;
  }

  /** Rolling alone at a speed [N]. */
  rollingN(v: number): number {
    const share = v / AIR_SPEED_OF_ROLLING_MS;
    return this.levelN * (1 + share * share);
  }

  /** Car speed at which the motor's back-EMF meets the pack, on a tyre that has not grown [m/s]. */
  freeSpeedMs(): number {
    return (this.openCircuitV - this.line.brushV) / (this.kt * this.line.leverAtRest);
  }

  /** Whether the tyres slip in the last answer: then the motor’s speed is not the road’s. */
  slips(): boolean {
    return this.forceN > this.line.easyN;
  }

  /** How fast the tread runs in the last answer, of a car at `v` [m/s]: faster than the road where the tyres slip or spin. */
  treadMs(v: number): number {
    return (this.omega * (1 + this.line.growthPerV2 * v * v)) / this.line.leverAtRest;
  }

  /** Motor speed of the last answer [rpm]. */
  motorRpm(): number {
    return this.omega * RPM_PER_RAD_S;
  }

  /** Voltage the ESC sees: the pack less its own and the wires' drop [V]. */
  busV(): number {
    return this.busVAt(this.packA);
  }

  /** The same while the motors take `packA`. */
  busVAt(packA: number): number {
    return this.openCircuitV - ((packA + this.otherA) * this.sourceOhm) / this.line.motors;
  }

  /** All that the volts of one motor's loop meet at a motor speed and a duty, lag among it [Ω]. */
  loopOhm(omega: number, d: number): number {
    return this.seriesOhm + this.line.lag * omega + this.sourceOhm * d * d;
  }

  /** Lag alone at a motor speed [Ω]. */
  lagOhm(omega = this.omega): number {
    return this.line.lag * omega;
  }

  /** Loss torque of one motor at a speed [N·m]. */
  lossTorqueNm(omega = this.omega): number {
    return this.line.frictionNm + this.line.viscousNms * omega;
  }
}
