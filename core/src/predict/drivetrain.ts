import { REFERENCE_C, RPM_PER_RAD_S } from '../chain/constants';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { lineConstants, type LineConstants } from './line-constants';

/** Copper's resistance against temperature, per kelvin. */
const COPPER_PER_K = 0.00393;
const AIR_SPEED_OF_ROLLING_MS = 20;
/** Wheels run up no faster than this however quick the trigger [s]. */
const SHORTEST_RUN_UP_S = 0.1;

/**
 * The straight line from pack to road at one instant: equations of docs/model.md sections 3 and 4.
 *
 * It answers by setting its own fields rather than returning an object: it is called a hundred times a
 * millisecond, and each answer is used up before the next question.
 */
export class Drivetrain {
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
  private sourceOhm = 0;
  private seriesOhm = 0;
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
  /** True when the tyres, not the motor, set the force. */
  limited = false;
  /** True when they spin at it: `omega` is then the motor's own speed, faster than the road's. */
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
    this.slope(plan.site.grade, false);
  }

  /** Sets temperatures [°C], the pack's resistance as it is now [Ω] and its open-circuit voltage [V]. */
  conditions(windingC: number, canC: number, packOhm: number, openCircuitV: number): void {
    this.kt = this.line.kt25 * (1 - this.line.magnetPerK * (canC - REFERENCE_C));
    this.windingOhm = this.line.winding25 * (1 + COPPER_PER_K * (windingC - REFERENCE_C));
    this.seriesOhm = this.windingOhm + this.line.escOhm;
    this.sourceOhm = this.line.motors * (packOhm + this.line.wireOhm);
    this.openCircuitV = openCircuitV;
  }

  /** Sets the slope as rise over run, and whether the car is cornering. */
  slope(grade: number, corner: boolean): void {
    const hypotenuse = Math.sqrt(1 + grade * grade);
    this.levelN = this.line.weightRolling / hypotenuse;
    this.gradeN = (this.line.weightAll * grade) / hypotenuse + (corner ? this.line.scrubN : 0);
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

  /** How fast the tread runs in the last answer, of a car at `v` [m/s]: faster than the road where the tyres spin. */
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

  /** Lag alone at its speed [Ω]. */
  lagOhm(): number {
    return this.line.lag * this.omega;
  }

  /** Loss torque of one motor at its speed [N·m]. */
  lossTorqueNm(): number {
    return this.line.frictionNm + this.line.viscousNms * this.omega;
  }

  /** A driver's throttle: the ESC at duty `d`, held at the tyres' limit when the motor gives more, or left open there so that they spin. */
  throttle(v: number, d: number, spins = false): void {
    const { line } = this;
    this.dutySlope = 0;
    const growth = line.growthPerV2 * v * v;
    const lever = line.leverAtRest / (1 + growth);
    const omega = v * lever;
    const omegaSlope = (lever * (1 - growth)) / (1 + growth);
    const ohm = this.seriesOhm + line.lag * omega + this.sourceOhm * d * d;
    let amp = (d * this.openCircuitV - this.kt * omega - line.brushV) / ohm;
    let ampSlope = (-(this.kt + amp * line.lag) * omegaSlope) / ohm;
    let ampDutySlope = (this.openCircuitV - 2 * this.sourceOhm * d * amp) / ohm;
    this.idleA = 0;
    if (amp <= 0) {
      this.idleA = amp;
      this.idleASlope = ampSlope;
      this.idleADutySlope = ampDutySlope;
      amp = ampSlope = ampDutySlope = 0;
    } else if (amp >= line.burstA) {
      amp = line.burstA;
      ampSlope = ampDutySlope = 0;
    }
    const torque = line.motors * (this.kt * amp - line.frictionNm - line.viscousNms * omega);
    const through = torque >= 0 ? line.efficiency : 1 / line.efficiency;
    const force = torque * lever * through;
    this.omega = omega;
    const torqueSlope = line.motors * (this.kt * ampSlope - line.viscousNms * omegaSlope);
    const leverSlope = (-2 * line.growthPerV2 * v * lever) / (1 + growth);
    this.excessSlope = this.forceSlope = (torqueSlope * lever + torque * leverSlope) * through;
    this.excessDutySlope = this.forceDutySlope = line.motors * this.kt * ampDutySlope * lever * through;
    this.excessN = force - line.gripN;
    if (this.excessN > 0) {
      if (spins) this.spin(lever, d);
      else this.atLimit(lever, d);
      return;
    }
    this.limited = this.spinning = false;
    this.motorA = amp;
    this.motorASlope = ampSlope;
    this.motorADutySlope = ampDutySlope;
    this.duty = d;
    this.packA = line.motors * d * amp;
    this.forceN = force;
  }

  /** The current and duty that give just the grip limit; `d` when the pack cannot even give that duty. */
  private atLimit(lever: number, d: number): void {
    this.supply(this.line.gripN, lever);
    // The current stays as the car gains speed, and the duty that drives it rises with the back-EMF.
    this.dutySlope = this.duty < d ? (this.kt * lever) / this.openCircuitV : 0;
    this.duty = Math.min(this.duty, d);
    this.packA = this.line.motors * this.duty * this.motorA;
    this.limited = true;
    this.spinning = false;
    this.forceN = this.line.gripN;
    this.forceSlope = this.forceDutySlope = this.motorASlope = this.motorADutySlope = 0;
  }

  /** The trigger stays down at the grip limit: the motor runs up until its current is what the tyres' force takes. The car gets that force. */
  private spin(lever: number, d: number): void {
    const { line, kt } = this;
    // I(ω) = a + b·ω in d·V − V_brush − I·(R + lag·ω) = Kt·ω: a quadratic in ω.
    const a = (line.gripN / (line.motors * lever * line.efficiency) + line.frictionNm) / kt;
    const b = line.viscousNms / kt;
    const ohm = this.seriesOhm + this.sourceOhm * d * d;
    const linear = b * ohm + a * line.lag + kt;
    const left = d * this.openCircuitV - line.brushV - a * ohm;
    const omega = left > 0 ? (2 * left) / (linear + Math.sqrt(linear * linear + 4 * b * line.lag * left)) : 0;
    this.omega = Math.max(this.omega, omega);
    this.motorA = a + b * this.omega;
    this.duty = d;
    this.packA = line.motors * d * this.motorA;
    this.limited = this.spinning = true;
    this.forceN = line.gripN;
    this.forceSlope = this.forceDutySlope = this.motorASlope = this.motorADutySlope = 0;
  }

  /** Highest current of one motor while its wheels, of a car at `v`, run up with the trigger, opened in `rampS` [A]: docs/model.md section 5. */
  runUpA(v: number, rampS: number): number {
    const { line } = this;
    const lever = line.leverAtRest / (1 + line.growthPerV2 * v * v);
    const runUp =
      (line.spinningMassKg * this.duty * this.openCircuitV) / (lever * lever * line.motors * this.kt * this.kt * Math.max(rampS, SHORTEST_RUN_UP_S));
    return Math.min(line.burstA, this.motorA + runUp);
  }

  /** Current for a force at the tyre, and the duty d·V − n·d²·I·R_source = I·R + Kt·ω + V_brush that drives it. */
  private supply(forceN: number, lever: number): void {
    const through = forceN >= 0 ? this.line.efficiency : 1 / this.line.efficiency;
    const amp = (forceN / (this.line.motors * lever * through) + this.line.frictionNm + this.line.viscousNms * this.omega) / this.kt;
    this.motorA = amp;
    const back = amp * (this.seriesOhm + this.line.lag * this.omega) + this.kt * this.omega + this.line.brushV;
    const root = this.openCircuitV * this.openCircuitV - 4 * this.sourceOhm * amp * back;
    // This form of the smaller root stays exact when the source's resistance vanishes.
    this.duty = root < 0 ? Infinity : (2 * back) / (this.openCircuitV + Math.sqrt(root));
  }

  /**
   * A driver who wants a force: none if that is negative, all there is if out of reach, the tyres' limit
   * if they give less. True when the driver gets the wish; `wishSlope` is how that changes with speed [N·s/m].
   */
  demand(v: number, wishN: number, wishSlope = 0): boolean {
    if (wishN <= 0) {
      this.throttle(v, 0);
      return false;
    }
    const lever = this.line.leverAtRest / (1 + this.line.growthPerV2 * v * v);
    this.omega = v * lever;
    this.supply(Math.min(wishN, this.line.gripN), lever);
    if (this.duty > 1 || this.motorA > this.line.burstA) {
      this.throttle(v, 1);
      return false;
    }
    this.packA = this.line.motors * this.duty * this.motorA;
    this.limited = wishN > this.line.gripN;
    this.spinning = false;
    this.excessN = wishN - this.line.gripN;
    this.forceN = this.limited ? this.line.gripN : wishN;
    this.forceSlope = this.forceDutySlope = this.motorASlope = this.motorADutySlope = 0;
    this.excessSlope = wishSlope;
    this.excessDutySlope = this.idleA = this.dutySlope = 0;
    if (!this.limited) {
      this.motorASlope = (wishSlope / (this.line.motors * lever * this.line.efficiency) + this.line.viscousNms * lever) / this.kt;
      this.dutySlope = (this.motorASlope * (this.seriesOhm + this.line.lag * this.omega) + this.kt * lever) / this.openCircuitV;
    }
    return !this.limited;
  }
}
