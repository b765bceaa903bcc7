import type { Drivetrain } from './drivetrain';
import { FASTEST_CORNER, type Segment, type WantedSpeed } from './profiles';
import { BALANCED_SHARE, HOLD_REACTION_S } from './tolerances';
import type { TopSpeed } from './top-speed';

/** What a driver does with the trigger in one segment of a profile; it answers by setting its own fields, as the drivetrain does. */
export class Driver {
  /** How fast the throttle opens [1/s], and whether the force follows the driver rather than the motor. */
  dutyRate = 0;
  reacting = false;
  /** Whether the trigger stays down where the tyres give way, so that they spin. */
  letsSpin = false;
  /** Share of the step in which the motor drives: under 1 only where a driver dabs the throttle to hold a car back. */
  drivingShare = 1;
  /** Seconds until a held speed asks for no force, where the driver changes between driving and coasting. */
  untilNoForceS = Infinity;

  private readonly at: Drivetrain;
  private readonly topSpeedMs: number;

  /** Speeds of a profile are shares of this top speed; its drivetrain is the one that is asked. */
  constructor(solved: TopSpeed) {
    this.at = solved.at;
    this.topSpeedMs = solved.topSpeedMs;
  }

  /** Asks the drivetrain for what the driver does at this speed; returns the brake's force [N]. */
  act(segment: Segment, into: number, speed: number): number {
    const { at } = this;
    this.dutyRate = 0;
    this.reacting = this.letsSpin = false;
    this.drivingShare = 1;
    this.untilNoForceS = Infinity;
    switch (segment.kind) {
      case 'throttle': {
        const ramp = segment.rampS ?? 0;
        if (into < ramp) this.dutyRate = segment.duty / ramp;
        this.letsSpin = segment.spinS !== undefined && into < ramp + segment.spinS;
        at.throttle(speed, into < ramp ? this.dutyRate * into : segment.duty, this.letsSpin);
        return 0;
      }
      case 'hold':
        this.hold('speedMs' in segment ? segment.speedMs : this.wantedMs(segment), speed);
        return 0;
      case 'brake':
        at.throttle(speed, 0);
        return this.brake(segment.share * at.line.brakeN);
      case 'rest':
        at.throttle(speed, 0);
        return 0;
    }
  }

  /** The speed that a driver aims at [m/s]. */
  wantedMs({ topShare, mostMs = Infinity, radiusM = Infinity, ofCorner }: WantedSpeed): number {
    const { cornerMs2, cornerSpeed } = this.at.line;
    const speedMs = Math.min(topShare * this.topSpeedMs, mostMs, Math.sqrt(radiusM * cornerMs2));
    return ofCorner && cornerSpeed !== 1 ? Math.min(cornerSpeed * speedMs, FASTEST_CORNER * this.topSpeedMs) : speedMs;
  }

  /** The motor's own drag is a part of what brakes; where it is more than is asked for there is nothing else. Returns the brake's force [N]. */
  private brake(wantedN: number): number {
    const { at } = this;
    if (wantedN <= -at.forceN) return 0;
    at.forceN = at.forceSlope = 0;
    return wantedN;
  }

  /**
   * A driver who holds a speed. Downhill there is a speed at which the demand for force is just none: with less the motor
   * drives, with more it coasts and its drag slows the car. Where that drag is stronger than the slope the car stays at
   * this speed, driving for the share of time that balances the two.
   */
  private hold(target: number, speed: number): void {
    const { at } = this;
    const mass = at.line.movingMassKg;
    const demandN = at.resistanceN + (mass * (target - speed)) / HOLD_REACTION_S;
    const demandSlope = at.resistanceSlope - mass / HOLD_REACTION_S;
    const noForceMs = target + (at.resistanceN * HOLD_REACTION_S) / mass;
    if (at.resistanceN >= 0 || noForceMs <= 0) {
      this.reacting = at.demand(speed, demandN, demandSlope);
      return;
    }
    if (Math.abs(speed - noForceMs) <= BALANCED_SHARE * noForceMs) {
      at.throttle(speed, 0);
      const coastN = at.forceN;
      if (coastN < at.resistanceN) {
        at.demand(speed, Number.MIN_VALUE);
        at.forceN = at.resistanceN;
        at.forceSlope = at.resistanceSlope;
        this.drivingShare = 1 - at.resistanceN / coastN;
        return;
      }
    }
    this.reacting = at.demand(speed, demandN, demandSlope);
    if (this.reacting && speed < noForceMs) this.untilNoForceS = HOLD_REACTION_S * Math.log((target - speed) / (target - noForceMs));
    else if (demandN <= 0) this.untilNoForceS = ((speed - noForceMs) * mass) / (at.resistanceN - at.forceN);
  }
}
