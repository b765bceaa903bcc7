import { GROWTH_SPEED_MS, GRAVITY_MS2, REFERENCE_C, RPM_PER_RAD_S } from '../chain/constants';
import { brakeLimitN, gripLimit, type GripLimit } from '../chain/road';
import type { ResolvedPlan } from '../plan/resolve-plan';

/** Copper's resistance and a magnet's strength against temperature, per kelvin. */
const COPPER_PER_K = 0.00393;
const MAGNET_PER_K = 0.0011;
/** In a corner the tyres scrub away this share of their grip. */
const CORNER_SCRUB = 0.12;
const AIR_SPEED_OF_ROLLING_MS = 20;

/**
 * The straight line from pack to road at one instant: equations of docs/model.md sections 3 and 4.
 *
 * It answers by setting its own fields rather than returning an object: it is called a hundred times a
 * millisecond, and each answer is used up before the next question.
 */
export class Drivetrain {
  readonly motors: number;
  readonly gripN: number;
  readonly gripLimit: GripLimit;
  readonly brakeN: number;
  /** Mass that must be accelerated: car, trailer, wheels and rotors as seen at the tyre [kg]. */
  readonly movingMassKg: number;
  readonly burstA: number;
  private readonly efficiency: number;
  private readonly frictionNm: number;
  private readonly viscousNms: number;
  private readonly brushV: number;
  private readonly lag: number;
  private readonly leverAtRest: number;
  private readonly growthPerV2: number;
  private readonly dragPerV2: number;
  private readonly weightRolling: number;
  private readonly weightAll: number;
  private readonly scrubN: number;
  private readonly kt25: number;
  private readonly winding25: number;
  private readonly escOhm: number;
  private readonly wireOhm: number;

  // Set by `conditions` and `slope`.
  kt = 0;
  windingOhm = 0;
  openCircuitV = 0;
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
  packA = 0;
  /** Force at the tyre [N], and its slope against speed [N·s/m]. */
  forceN = 0;
  forceSlope = 0;
  omega = 0;
  /** True when the tyres, not the motor, set the force. */
  limited = false;
  /** What the motor could give beyond the grip limit [N]; negative when it is not limited. */
  excessN = 0;
  resistanceN = 0;
  resistanceSlope = 0;

  constructor(plan: ResolvedPlan) {
    const { car, motor, site, tow } = plan;
    const grip = gripLimit(car, site.grip);
    this.motors = plan.motorCount;
    this.gripN = grip.forceN;
    this.gripLimit = grip.limit;
    this.brakeN = brakeLimitN(car, site.grip);
    this.burstA = plan.esc.burstA;
    this.efficiency = car.driveEfficiency;
    this.frictionNm = motor.frictionTorqueNm;
    this.viscousNms = motor.viscousTorqueNms;
    this.brushV = motor.brushDropV;
    this.lag = motor.lagOhmPerRadS;
    this.leverAtRest = (2 * plan.ratio) / car.tyreDiameterM;
    this.growthPerV2 = car.tyreGrowth / (GROWTH_SPEED_MS * GROWTH_SPEED_MS);
    this.dragPerV2 = 0.5 * site.airDensityKgM3 * car.dragAreaM2;
    this.weightRolling = GRAVITY_MS2 * (car.massKg * site.rollingResistance + tow.massKg * tow.rollingResistance);
    this.weightAll = GRAVITY_MS2 * (car.massKg + tow.massKg);
    this.scrubN = CORNER_SCRUB * site.grip * car.massKg * GRAVITY_MS2;
    this.movingMassKg =
      car.massKg + tow.massKg + 0.6 * 4 * car.wheelMassKg + plan.motorCount * motor.rotorInertiaKgM2 * this.leverAtRest * this.leverAtRest;
    this.kt25 = motor.torqueConstantNmPerA;
    this.winding25 = motor.resistanceOhm;
    this.escOhm = plan.esc.resistanceOhm;
    this.wireOhm = plan.wireOhm;
    this.slope(site.grade, false);
  }

  /** Sets temperatures [°C], the pack's resistance as it is now [Ω] and its open-circuit voltage [V]. */
  conditions(windingC: number, canC: number, packOhm: number, openCircuitV: number): void {
    this.kt = this.kt25 * (1 - MAGNET_PER_K * (canC - REFERENCE_C));
    this.windingOhm = this.winding25 * (1 + COPPER_PER_K * (windingC - REFERENCE_C));
    this.seriesOhm = this.windingOhm + this.escOhm;
    this.sourceOhm = this.motors * (packOhm + this.wireOhm);
    this.openCircuitV = openCircuitV;
  }

  /** Sets the slope as rise over run, and whether the car is cornering. */
  slope(grade: number, corner: boolean): void {
    const hypotenuse = Math.sqrt(1 + grade * grade);
    this.levelN = this.weightRolling / hypotenuse;
    this.gradeN = (this.weightAll * grade) / hypotenuse + (corner ? this.scrubN : 0);
  }

  /** Rolling, air and slope at a speed → resistanceN, resistanceSlope. */
  resist(v: number): void {
    const share = v / AIR_SPEED_OF_ROLLING_MS;
    this.resistanceN = this.dragPerV2 * v * v + this.levelN * (1 + share * share) + this.gradeN;
    this.resistanceSlope = 2 * this.dragPerV2 * v + (2 * this.levelN * share) / AIR_SPEED_OF_ROLLING_MS;
  }

  /** Heat made inside the pack [W]. */
  packHeatW(): number {
    return this.packA * this.packA * (this.sourceOhm / this.motors - this.wireOhm);
  }

  /** Air drag alone at a speed [N]. */
  airN(v: number): number {
    return this.dragPerV2 * v * v;
  }

  /** Rolling alone at a speed [N]. */
  rollingN(v: number): number {
    const share = v / AIR_SPEED_OF_ROLLING_MS;
    return this.levelN * (1 + share * share);
  }

  /** Car speed at which the motor's back-EMF meets the pack, on a tyre that has not grown [m/s]. */
  freeSpeedMs(): number {
    return (this.openCircuitV - this.brushV) / (this.kt * this.leverAtRest);
  }

  /** Motor speed of the last answer [rpm]. */
  motorRpm(): number {
    return this.omega * RPM_PER_RAD_S;
  }

  /** Voltage the ESC sees: the pack less its own and the wires' drop [V]. */
  busV(): number {
    return this.openCircuitV - (this.packA * this.sourceOhm) / this.motors;
  }

  /** Lag alone at its speed [Ω]. */
  lagOhm(): number {
    return this.lag * this.omega;
  }

  /** Loss torque of one motor at its speed [N·m]. */
  lossTorqueNm(): number {
    return this.frictionNm + this.viscousNms * this.omega;
  }

  /** A driver's throttle: the ESC at duty `d`, held at the tyres' limit when the motor gives more. */
  throttle(v: number, d: number): void {
    const growth = this.growthPerV2 * v * v;
    const lever = this.leverAtRest / (1 + growth);
    const omega = v * lever;
    const omegaSlope = (lever * (1 - growth)) / (1 + growth);
    const ohm = this.seriesOhm + this.lag * omega + this.sourceOhm * d * d;
    let amp = (d * this.openCircuitV - this.kt * omega - this.brushV) / ohm;
    let ampSlope = (-(this.kt + amp * this.lag) * omegaSlope) / ohm;
    let ampDutySlope = (this.openCircuitV - 2 * this.sourceOhm * d * amp) / ohm;
    if (amp <= 0) amp = ampSlope = ampDutySlope = 0;
    else if (amp >= this.burstA) {
      amp = this.burstA;
      ampSlope = ampDutySlope = 0;
    }
    const torque = this.motors * (this.kt * amp - this.frictionNm - this.viscousNms * omega);
    const through = torque >= 0 ? this.efficiency : 1 / this.efficiency;
    const force = torque * lever * through;
    this.omega = omega;
    this.excessN = force - this.gripN;
    if (this.excessN > 0) {
      this.atLimit(lever, d);
      return;
    }
    this.limited = false;
    this.motorA = amp;
    this.motorASlope = ampSlope;
    this.motorADutySlope = ampDutySlope;
    this.duty = d;
    this.packA = this.motors * d * amp;
    this.forceN = force;
    this.forceDutySlope = this.motors * this.kt * ampDutySlope * lever * through;
    const torqueSlope = this.motors * (this.kt * ampSlope - this.viscousNms * omegaSlope);
    const leverSlope = (-2 * this.growthPerV2 * v * lever) / (1 + growth);
    this.forceSlope = (torqueSlope * lever + torque * leverSlope) * through;
  }

  /** The current and duty that give just the grip limit; `d` when the pack cannot even give that duty. */
  private atLimit(lever: number, d: number): void {
    this.supply(this.gripN, lever);
    this.duty = Math.min(this.duty, d);
    this.packA = this.motors * this.duty * this.motorA;
    this.limited = true;
    this.forceN = this.gripN;
    this.forceSlope = this.forceDutySlope = this.motorASlope = this.motorADutySlope = 0;
  }

  /** Current for a force at the tyre, and the duty d·V − n·d²·I·R_source = I·R + Kt·ω + V_brush that drives it. */
  private supply(forceN: number, lever: number): void {
    const through = forceN >= 0 ? this.efficiency : 1 / this.efficiency;
    const amp = (forceN / (this.motors * lever * through) + this.frictionNm + this.viscousNms * this.omega) / this.kt;
    this.motorA = amp;
    const back = amp * (this.seriesOhm + this.lag * this.omega) + this.kt * this.omega + this.brushV;
    const root = this.openCircuitV * this.openCircuitV - 4 * this.sourceOhm * amp * back;
    // This form of the smaller root stays exact when the source's resistance vanishes.
    this.duty = root < 0 ? Infinity : (2 * back) / (this.openCircuitV + Math.sqrt(root));
  }

  /**
   * A driver who wants a force: none if that is negative, all there is if out of reach, the tyres' limit
   * if they give less. True when the driver gets the wish.
   */
  demand(v: number, wishN: number): boolean {
    if (wishN <= 0) {
      this.throttle(v, 0);
      return false;
    }
    const lever = this.leverAtRest / (1 + this.growthPerV2 * v * v);
    this.omega = v * lever;
    this.supply(Math.min(wishN, this.gripN), lever);
    if (this.duty > 1 || this.motorA > this.burstA) {
      this.throttle(v, 1);
      return false;
    }
    this.packA = this.motors * this.duty * this.motorA;
    this.limited = wishN > this.gripN;
    this.excessN = wishN - this.gripN;
    this.forceN = this.limited ? this.gripN : wishN;
    this.forceSlope = this.forceDutySlope = this.motorASlope = this.motorADutySlope = 0;
    return !this.limited;
  }
}
