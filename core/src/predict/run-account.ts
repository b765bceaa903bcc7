import { openCircuitV } from '../chain/pack';
import type { ResolvedPlan } from '../plan/resolve-plan';
import type { Driver } from './driver';
import type { Drivetrain } from './drivetrain';
import { BRAKE_MOTOR_SHARE, escLossW, type HeatSources, type HeatStores } from './heat';
import type { Run } from './run-types';
import { CUTOFF_DELAY_S } from './tolerances';

// Local names for these: in the innermost loops each look-up of the global Math is slow where a test runner stands in between.
const { max, sqrt } = Math;

/** One step of a run as it was driven: where it began, and the speeds it came through. */
export interface DrivenStep {
  seconds: number;
  speedMs: number;
  meanSpeedMs: number;
  nextSpeedMs: number;
  packOhm: number;
  brakeN: number;
}

/** What must be put back for an account to stand where it stood. */
export interface SavedAccount {
  charge: number;
  squareSum: number;
  underCutoffS: number;
}

/** What a run adds up while it is driven: charge, heat, extremes, and the seconds at a limit. How it moves is not decided here. */
export class RunAccount {
  readonly run: Run;
  charge: number;
  squareSum = 0;
  underCutoffS = 0;
  private readonly sources: HeatSources = { windingW: 0, canW: 0, escW: 0, packW: 0 };
  /** Of the step before, for the moment that a limit is met or left between two steps. */
  private before = { known: false, limited: false, excessN: 0, busV: 0, speedMs: 0, seconds: 0 };

  constructor(
    private readonly plan: ResolvedPlan,
    private readonly at: Drivetrain,
    private readonly driver: Driver,
    private readonly heat: HeatStores,
  ) {
    this.charge = plan.startCharge;
    this.run = {
      profile: plan.run.profile,
      endS: 0,
      stop: 'time',
      maxSpeedMs: 0,
      peakMotorCurrentA: 0,
      peakPackCurrentA: 0,
      rmsPackCurrentA: 0,
      minBusV: openCircuitV(plan.pack, plan.startCharge),
      maxWindingC: heat.windingC,
      maxCanC: heat.canC,
      maxEscC: heat.escC,
      maxPackC: heat.packC,
      usedAh: 0,
      distanceM: 0,
      gripLimitedS: 0,
    };
  }

  /** The run with the figures that are known at its end. */
  finish(): Run {
    const { run, plan } = this;
    run.usedAh = (plan.startCharge - this.charge) * plan.pack.capacityAh;
    run.rmsPackCurrentA = run.endS > 0 ? sqrt(this.squareSum / run.endS) : 0;
    return run;
  }

  save(): SavedAccount {
    const { charge, squareSum, underCutoffS } = this;
    return { charge, squareSum, underCutoffS };
  }

  /** A new segment begins: what was before it says nothing of limits met or left in it. */
  newSegment(): void {
    this.before.known = false;
  }

  /** How long the bus has been under the cut-off, with the moment it went under found between two steps. */
  cutoffTime(): void {
    const { before } = this;
    const busV = this.at.busV();
    const limitV = this.plan.pack.cutoffV;
    if (busV >= limitV) this.underCutoffS = 0;
    else if (before.known && before.busV >= limitV) this.underCutoffS = (before.seconds * (limitV - busV)) / (before.busV - busV);
    before.busV = busV;
  }

  /** Takes in one step. */
  add(step: DrivenStep): void {
    this.gripTime(step);
    this.flow(step);
    this.before.speedMs = step.speedMs;
    this.before.seconds = step.seconds;
    this.run.distanceM += step.meanSpeedMs * step.seconds;
    if (step.nextSpeedMs > this.run.maxSpeedMs) this.run.maxSpeedMs = step.nextSpeedMs;
  }

  /** Why the run ends with the step that was added; undefined while it goes on. */
  endsAfter(seconds: number): 'empty' | 'cutoff' | undefined {
    if (this.before.busV < this.plan.pack.cutoffV) this.underCutoffS += seconds;
    if (this.charge <= 0) return 'empty';
    return this.underCutoffS >= CUTOFF_DELAY_S - 1e-9 ? 'cutoff' : undefined;
  }

  /** Seconds at the grip limit, with the moment it is met or left found between two steps. */
  private gripTime({ seconds, speedMs }: DrivenStep): void {
    const { at, before, run } = this;
    if (at.limited) run.gripLimitedS += seconds;
    if (before.known && before.limited !== at.limited) {
      const share = before.excessN / (before.excessN - at.excessN);
      if (before.limited) {
        run.gripLimitedS -= before.seconds * (1 - share);
        // The current peaks where the limit is left, between the two steps.
        const gained = (1 - share) * (speedMs - before.speedMs);
        const amp = at.motorA - at.motorASlope * gained;
        if (at.motorASlope < 0) this.peak(amp, at.line.motors * (at.duty - at.dutySlope * gained) * amp);
      } else run.gripLimitedS += before.seconds * (1 - share);
    }
    before.known = true;
    before.limited = at.limited;
    before.excessN = at.excessN;
  }

  private peak(motorA: number, packA: number): void {
    if (motorA > this.run.peakMotorCurrentA) this.run.peakMotorCurrentA = motorA;
    if (packA > this.run.peakPackCurrentA) this.run.peakPackCurrentA = packA;
  }

  /** Charge, heat and extremes of one step, from the current's mean and mean square over it. */
  private flow({ seconds, speedMs, meanSpeedMs, nextSpeedMs, packOhm, brakeN }: DrivenStep): void {
    const { at, driver, heat, run, sources, plan } = this;
    const first = at.motorA;
    this.peak(first, at.packA);
    const bus = at.busV();
    if (bus < run.minBusV) run.minBusV = bus;
    const opening = at.motorADutySlope * driver.dutyRate * seconds;
    const last = max(0, first + at.motorASlope * (nextSpeedMs - speedMs) + opening);
    const mean = driver.drivingShare * max(0, first + at.motorASlope * (meanSpeedMs - speedMs) + opening / 2);
    const meanSquare = (driver.drivingShare * (first * first + first * last + last * last)) / 3;
    const perPack = at.line.motors * (at.duty + at.dutySlope * (meanSpeedMs - speedMs));
    this.charge -= (perPack * mean * seconds) / (3600 * plan.pack.capacityAh);
    const packSquare = perPack * perPack * meanSquare;
    this.squareSum += packSquare * seconds;
    const brakeW = (brakeN * meanSpeedMs) / at.line.motors;
    sources.windingW = meanSquare * at.windingOhm + plan.motor.brushDropV * mean + BRAKE_MOTOR_SHARE * brakeW;
    sources.canW = at.lossTorqueNm() * at.omega + meanSquare * at.lagOhm();
    sources.escW = escLossW(plan.esc.resistanceOhm, meanSquare, mean, at.duty) + (1 - BRAKE_MOTOR_SHARE) * brakeW;
    sources.packW = packSquare * packOhm;
    heat.step(seconds, meanSpeedMs, sources);
    if (heat.windingC > run.maxWindingC) run.maxWindingC = heat.windingC;
    if (heat.canC > run.maxCanC) run.maxCanC = heat.canC;
    if (heat.escC > run.maxEscC) run.maxEscC = heat.escC;
    if (heat.packC > run.maxPackC) run.maxPackC = heat.packC;
  }
}
