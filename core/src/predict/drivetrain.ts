import { rootNearZero } from '../math/quadratic';
import { DrivetrainState } from './drivetrain-state';

/**
 * What a throttle or a demand for force makes of a drivetrain: docs/model.md sections 3 and 4.
 *
 * It answers by setting its own fields rather than returning an object: it is called a hundred times a
 * millisecond, and each answer is used up before the next question.
 */
export class Drivetrain extends DrivetrainState {
  /**
   * A driver's throttle: the ESC at duty `d`. From half the grip on the tyres turn faster than they roll; where the motor gives more than they pass it is
   * held at their limit, or left open there so that they spin.
   */
  throttle(v: number, d: number, spins = false): void {
    const { line, kt } = this;
    this.dutySlope = 0;
    const growth = line.growthPerV2 * v * v;
    const lever = line.leverAtRest / (1 + growth);
    const omega = v * lever;
    const omegaSlope = (lever * (1 - growth)) / (1 + growth);
    const leverSlope = (-2 * line.growthPerV2 * v * lever) / (1 + growth);
    const ohm = this.loopOhm(omega, d);
    let amp = (d * this.openCircuitV - kt * omega - line.brushV) / ohm;
    let ampSlope = (-(kt + amp * line.lag) * omegaSlope) / ohm;
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
    const torque = line.motors * (kt * amp - line.frictionNm - line.viscousNms * omega);
    const through = torque >= 0 ? line.efficiency : 1 / line.efficiency;
    const force = torque * lever * through;
    this.omega = omega;
    this.omegaSlope = omegaSlope;
    this.omegaDutySlope = 0;
    this.limited = this.spinning = false;
    this.duty = d;
    if (force > line.easyN) {
      this.slipping(d, lever, omega, omegaSlope, leverSlope, spins);
      return;
    }
    const torqueSlope = line.motors * (kt * ampSlope - line.viscousNms * omegaSlope);
    this.excessSlope = this.forceSlope = (torqueSlope * lever + torque * leverSlope) * through;
    this.excessDutySlope = this.forceDutySlope = line.motors * kt * ampDutySlope * lever * through;
    this.excessN = force - line.gripN;
    this.motorA = amp;
    this.motorASlope = ampSlope;
    this.motorADutySlope = ampDutySlope;
    this.packA = line.motors * d * amp;
    this.forceN = force;
  }

  /**
   * Beyond half the grip: the one slip s at which the motor's force at ω(1+s) is F_grip·(½ + ½·s/s_g), docs/model.md section 4. With the current of section
   * 3 that is a quadratic in s; held at the burst rating it is linear, and as both forces fall with s the smaller s holds.
   */
  private slipping(d: number, lever: number, omega: number, omegaSlope: number, leverSlope: number, spins: boolean): void {
    const { line, kt } = this;
    const perNm = line.motors * lever * line.efficiency;
    /** Rise of the tyres' force with slip [N]. */
    const rise = (line.gripN - line.easyN) / line.slip;
    const ohm = this.loopOhm(omega, d);
    const volts = d * this.openCircuitV - line.brushV - kt * omega;
    const rest = line.frictionNm + line.viscousNms * omega + line.easyN / perNm;
    const perSlip = line.viscousNms * omega + rise / perNm;
    const square = line.lag * omega * perSlip;
    const linear = ohm * perSlip + line.lag * omega * rest + kt * kt * omega;
    const missing = kt * volts - ohm * rest;
    let slip = rootNearZero(square, linear, missing);
    const atBurst = (kt * line.burstA - rest) / perSlip;
    const isBurst = atBurst < slip;
    if (isBurst) slip = atBurst;

    const turning = omega * (1 + slip);
    const turningOhm = ohm + line.lag * omega * slip;
    const amp = isBurst ? line.burstA : (volts - kt * omega * slip) / turningOhm;
    const ampPerRadS = isBurst ? 0 : -(kt + amp * line.lag) / turningOhm;
    const ampPerDuty = isBurst ? 0 : (this.openCircuitV - 2 * this.sourceOhm * d * amp) / turningOhm;
    const forcePerRadS = perNm * (kt * ampPerRadS - line.viscousNms);
    const force = line.easyN + rise * slip;
    // How the slip follows speed and duty: both sides of the equation change alike.
    const opposing = rise - forcePerRadS * omega;
    const slipSlope = (forcePerRadS * omegaSlope * (1 + slip) + (force * leverSlope) / lever) / opposing;
    const slipDutySlope = (perNm * kt * ampPerDuty) / opposing;
    this.excessN = force - line.gripN;
    this.excessSlope = rise * slipSlope;
    this.excessDutySlope = rise * slipDutySlope;
    if (slip >= line.slip) {
      this.omega = omega * (1 + line.slip);
      this.omegaSlope = omegaSlope * (1 + line.slip);
      if (spins) this.spin(lever, d);
      else this.atLimit(lever, d);
      return;
    }
    this.omega = turning;
    this.omegaSlope = omegaSlope * (1 + slip) + omega * slipSlope;
    this.omegaDutySlope = omega * slipDutySlope;
    this.motorA = amp;
    this.motorASlope = ampPerRadS * this.omegaSlope;
    this.motorADutySlope = ampPerDuty + ampPerRadS * this.omegaDutySlope;
    this.packA = line.motors * d * amp;
    this.forceN = force;
    this.forceSlope = this.excessSlope;
    this.forceDutySlope = this.excessDutySlope;
  }

  /** The current and duty that give just the grip limit; `d` when the pack cannot even give that duty. */
  private atLimit(lever: number, d: number): void {
    this.supply(this.line.gripN, lever);
    // The current stays as the car gains speed, and the duty that drives it rises with the back-EMF.
    this.motorASlope = (this.line.viscousNms * this.omegaSlope) / this.kt;
    this.dutySlope = this.duty < d ? this.suppliedDutySlope() : 0;
    this.duty = Math.min(this.duty, d);
    this.packA = this.line.motors * this.duty * this.motorA;
    this.limited = true;
    this.forceN = this.line.gripN;
    this.forceSlope = this.forceDutySlope = this.motorADutySlope = 0;
  }

  /** The trigger stays down at the grip limit: the motor runs up until its current is what the tyres' force takes. The car gets that force. */
  private spin(lever: number, d: number): void {
    const { line, kt } = this;
    // I(ω) = a + b·ω in d·V − V_brush − I·(R + lag·ω) = Kt·ω: a quadratic in ω.
    const a = (line.gripN / (line.motors * lever * line.efficiency) + line.frictionNm) / kt;
    const b = line.viscousNms / kt;
    const ohm = this.loopOhm(0, d);
    const linear = b * ohm + a * line.lag + kt;
    const left = d * this.openCircuitV - line.brushV - a * ohm;
    const omega = left > 0 ? rootNearZero(b * line.lag, linear, left) : 0;
    if (omega > this.omega) {
      this.omega = omega;
      this.omegaSlope = 0;
      this.omegaDutySlope = (this.openCircuitV - 2 * this.sourceOhm * d * (a + b * omega)) / (linear + 2 * b * line.lag * omega);
    }
    this.motorA = a + b * this.omega;
    this.motorASlope = b * this.omegaSlope;
    this.motorADutySlope = b * this.omegaDutySlope;
    this.duty = d;
    this.packA = line.motors * d * this.motorA;
    this.limited = this.spinning = true;
    this.forceN = line.gripN;
    this.forceSlope = this.forceDutySlope = 0;
  }

  /** Current for a force at the tyre, and the duty d·V − n·d²·I·R_source = I·R + Kt·ω + V_brush that drives it. */
  private supply(forceN: number, lever: number): void {
    const through = forceN >= 0 ? this.line.efficiency : 1 / this.line.efficiency;
    const amp = (forceN / (this.line.motors * lever * through) + this.line.frictionNm + this.line.viscousNms * this.omega) / this.kt;
    this.motorA = amp;
    const back = amp * (this.seriesOhm + this.line.lag * this.omega) + this.kt * this.omega + this.line.brushV;
    const duty = rootNearZero(-this.sourceOhm * amp, this.openCircuitV, back);
    this.duty = Number.isNaN(duty) ? Infinity : duty;
  }

  /** How the duty of `supply` follows speed as the motor's speed and current do [s/m]. */
  private suppliedDutySlope(): number {
    const ohm = this.seriesOhm + this.line.lag * this.omega + this.sourceOhm * this.duty * this.duty;
    const rise = this.motorASlope * ohm + (this.motorA * this.line.lag + this.kt) * this.omegaSlope;
    return rise / (this.openCircuitV - 2 * this.sourceOhm * this.duty * this.motorA);
  }

  /**
   * A driver who wants a force: none if that is negative, all there is if out of reach, the tyres' limit
   * if they give less. True when the driver gets it; `wishSlope` is how that changes with speed [N·s/m].
   */
  demand(v: number, demandN: number, demandSlope = 0): boolean {
    if (demandN <= 0) {
      this.throttle(v, 0);
      return false;
    }
    const { line } = this;
    const growth = line.growthPerV2 * v * v;
    const lever = line.leverAtRest / (1 + growth);
    const limited = demandN > line.gripN;
    const perN = line.slip / (line.gripN - line.easyN);
    const slip = limited ? line.slip : demandN > line.easyN ? perN * (demandN - line.easyN) : 0;
    this.omega = v * lever * (1 + slip);
    this.supply(limited ? line.gripN : demandN, lever);
    if (this.duty > 1 || this.motorA > line.burstA) {
      this.throttle(v, 1);
      return false;
    }
    this.packA = line.motors * this.duty * this.motorA;
    this.limited = limited;
    this.spinning = false;
    this.excessN = demandN - line.gripN;
    this.forceN = limited ? line.gripN : demandN;
    this.forceSlope = this.forceDutySlope = this.motorADutySlope = 0;
    this.excessSlope = demandSlope;
    this.excessDutySlope = this.omegaDutySlope = this.idleA = 0;
    this.omegaSlope = (lever * (1 - growth) * (1 + slip)) / (1 + growth);
    this.motorASlope = 0;
    if (!limited) {
      this.omegaSlope += slip > 0 ? v * lever * perN * demandSlope : 0;
      this.motorASlope = demandSlope / (line.motors * lever * line.efficiency * this.kt);
    }
    this.motorASlope += (line.viscousNms * this.omegaSlope) / this.kt;
    this.dutySlope = this.suppliedDutySlope();
    return !limited;
  }
}
