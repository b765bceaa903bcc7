import { openCircuitV } from '../chain/pack';
import { hasOwnTiming } from '../plan/planned-run';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { RPM_PER_RAD_S } from '../chain/constants';
import { Braking } from './braking';
import type { Driver } from './driver';
import type { Drivetrain } from './drivetrain';
import { NO_EDGE } from './grip-edge';
import { escLossW, type HeatSources, type HeatStores } from './heat';
import { runUp } from './run-up';
import { BURNT_C, type Run } from './run-types';
import { CUTOFF_DELAY_S } from './tolerances';

/** One step of a run as it was driven: where it began, and the speeds it came through. */
export interface DrivenStep {
  seconds: number;
  speedMs: number;
  meanSpeedMs: number;
  nextSpeedMs: number;
  packOhm: number;
  brakeN: number;
  /** Share of it at the grip limit, between gripping and spinning; NO_EDGE away from there. */
  edgeShare: number;
}

/** What must be put back for an account to stand where it stood. */
export interface SavedAccount {
  charge: number;
  squareSum: number;
  motorSquareSum: number;
  ironJ: number;
  underCutoffS: number;
}

/** Wheels that run up take their energy from the pack at this efficiency, and leave this share of it in the windings. */
const RUN_UP_EFFICIENCY = 0.8;
const RUN_UP_HEAT = 0.25;

/** What a run adds up while it is driven: charge, heat, extremes, and the seconds at a limit. How it moves is not decided here. */
export class RunAccount {
  readonly run: Run;
  charge: number;
  squareSum = 0;
  motorSquareSum = 0;
  ironJ = 0;
  underCutoffS = 0;
  /** Whether the pack has ended the run and it is carried on with one that lasts. */
  lasting = false;
  private firstLapS = 0;
  private readonly braking: Braking;
  /** What receiver and servo take at the bus of this step [A]. */
  private receiverA = 0;
  /** Whether the step before braked: then what it left must be taken back. */
  private braked = false;
  private readonly sources: HeatSources = { windingW: 0, canW: 0, escW: 0, packW: 0 };
  /** Of the step before, for the moment that a limit is met or left between two steps. */
  private before = { known: false, limited: false, isAtEdge: false, excessN: 0, busV: 0, speedMs: 0, seconds: 0, dutyRate: 0 };

  constructor(
    private readonly plan: ResolvedPlan,
    private readonly at: Drivetrain,
    private readonly driver: Driver,
    private readonly heat: HeatStores,
  ) {
    this.charge = plan.startCharge;
    this.braking = new Braking(at);
    this.run = {
      profile: plan.run.profile,
      endS: 0,
      stop: 'time',
      maxSpeedMs: 0,
      peakMotorCurrentA: 0,
      peakPackCurrentA: 0,
      rmsPackCurrentA: 0,
      rmsMotorCurrentA: 0,
      minBusV: openCircuitV(plan.pack, plan.startCharge),
      maxWindingC: heat.windingC,
      maxCanC: heat.canC,
      maxEscC: heat.escC,
      maxPackC: heat.packC,
      usedAh: 0,
      distanceM: 0,
      gripLimitedS: 0,
      fullThrottleS: 0,
      maxMotorRpm: 0,
      ironW: 0,
      laps: 0,
      lapS: null,
      burntS: {},
    };
  }

  /** The run with the figures that are known at its end. */
  finish(): Run {
    const { run, plan } = this;
    run.usedAh = (plan.startCharge - this.charge) * plan.pack.capacityAh;
    run.rmsPackCurrentA = run.endS > 0 ? Math.sqrt(this.squareSum / run.endS) : 0;
    run.rmsMotorCurrentA = run.endS > 0 ? Math.sqrt(this.motorSquareSum / run.endS) : 0;
    run.ironW = run.endS > 0 ? this.ironJ / run.endS : 0;
    return run;
  }

  /** From here on the pack lasts: its charge stays at the mean of what it had, and nothing cuts off. */
  lastOn(): void {
    this.lasting = true;
    this.charge = (this.plan.startCharge + Math.max(0, this.charge)) / 2;
  }

  save(): SavedAccount {
    const { charge, squareSum, motorSquareSum, ironJ, underCutoffS } = this;
    return { charge, squareSum, motorSquareSum, ironJ, underCutoffS };
  }

  /** A new segment begins: what was before it says nothing of limits met or left in it. */
  newSegment(): void {
    this.before.known = false;
  }

  /** What the pack gives beside the motors at the start of a step, so that bus and sample show it. */
  others(speedMs: number, brakeN: number): void {
    const { at, braking } = this;
    if (brakeN > 0 || this.braked) {
      braking.act(brakeN, at.omega, at.omega / speedMs);
      this.braked = brakeN > 0;
    }
    at.otherA = 0;
    this.receiverA = at.line.receiverW / at.busV();
    at.otherA = this.receiverA - braking.backA;
  }

  /** A trigger that is all the way down while the tyres spin: the wheels have run up with it. Once a segment. */
  runUp(speedMs: number, rampS: number): void {
    const { at, run, heat, plan } = this;
    const { motorA, energyJ } = runUp(at, speedMs, rampS);
    const packA = at.line.motors * at.duty * motorA;
    this.peak(motorA, packA);
    const busV = at.busVAt(packA);
    if (busV < run.minBusV) run.minBusV = busV;
    if (!this.lasting) this.charge -= energyJ / (RUN_UP_EFFICIENCY * at.openCircuitV * 3600 * plan.pack.capacityAh);
    heat.warmWinding((RUN_UP_HEAT * energyJ) / at.line.motors);
  }

  /** Laps, so many, ended at this moment. */
  lapped(laps: number): void {
    const { run } = this;
    if (run.laps === 0) this.firstLapS = run.endS;
    run.laps += laps;
    if (run.laps > 1 && hasOwnTiming(run.profile)) run.lapS = (run.endS - this.firstLapS) / (run.laps - 1);
  }

  /** How long the bus has been under the cut-off, with the moment it went under found between two steps. */
  cutoffTime(): void {
    const { before } = this;
    const busV = this.at.busV();
    const limitV = this.plan.pack.cutoffV;
    if (busV >= limitV || this.lasting) this.underCutoffS = 0;
    else if (before.known && before.busV >= limitV) this.underCutoffS = (before.seconds * (limitV - busV)) / (before.busV - busV);
    before.busV = busV;
  }

  /** Takes in one step. */
  add(step: DrivenStep): void {
    this.gripTime(step);
    this.flow(step);
    this.before.speedMs = step.speedMs;
    this.before.seconds = step.seconds;
    this.before.dutyRate = this.driver.dutyRate;
    this.run.distanceM += step.meanSpeedMs * step.seconds;
    if (step.nextSpeedMs > this.run.maxSpeedMs) this.run.maxSpeedMs = step.nextSpeedMs;
  }

  /** Why the run ends with the step that was added; undefined while it goes on. */
  endsAfter(seconds: number): 'empty' | 'cutoff' | undefined {
    if (this.lasting) return undefined;
    if (this.before.busV < this.plan.pack.cutoffV) this.underCutoffS += seconds;
    if (this.charge <= 0) return 'empty';
    return this.underCutoffS >= CUTOFF_DELAY_S - 1e-9 ? 'cutoff' : undefined;
  }

  /** Seconds at the grip limit, with the moment it is met or left found between two steps. */
  private gripTime({ seconds, speedMs, edgeShare }: DrivenStep): void {
    const { at, before, run } = this;
    const isAtEdge = edgeShare !== NO_EDGE;
    if (isAtEdge) run.gripLimitedS += edgeShare * seconds;
    else if (at.limited) run.gripLimitedS += seconds;
    if (before.known && !before.isAtEdge && !isAtEdge && before.limited !== at.limited) {
      const share = before.excessN / (before.excessN - at.excessN);
      if (before.limited) {
        run.gripLimitedS -= before.seconds * (1 - share);
        // The current peaks where the limit is left, between the two steps; a trigger on its way was open less then.
        const gained = (1 - share) * (speedMs - before.speedMs);
        const opened = (1 - share) * before.seconds * before.dutyRate;
        const amp = at.motorA - at.motorASlope * gained - at.motorADutySlope * opened;
        if (at.motorASlope < 0) this.peak(amp, at.line.motors * (at.duty - at.dutySlope * gained - opened) * amp + at.otherA);
      } else run.gripLimitedS += before.seconds * (1 - share);
    }
    before.known = true;
    before.limited = at.limited;
    before.isAtEdge = isAtEdge;
    before.excessN = at.excessN;
  }

  private peak(motorA: number, packA: number): void {
    if (motorA > this.run.peakMotorCurrentA) this.run.peakMotorCurrentA = motorA;
    if (packA > this.run.peakPackCurrentA) this.run.peakPackCurrentA = packA;
  }

  /** Charge, heat and extremes of one step, from the current's mean and mean square over it. */
  private flow({ seconds, speedMs, meanSpeedMs, nextSpeedMs, packOhm, brakeN }: DrivenStep): void {
    const { at, driver, heat, run, sources, plan, braking } = this;
    const { motors, escOhm, brushV } = at.line;
    const first = at.motorA;
    this.peak(Math.max(first, braking.motorA), at.packA + at.otherA);
    const bus = at.busV();
    if (bus < run.minBusV) run.minBusV = bus;
    const opening = at.motorADutySlope * driver.dutyRate * seconds;
    const last = Math.max(0, first + at.motorASlope * (nextSpeedMs - speedMs) + opening);
    const mean = driver.drivingShare * Math.max(0, first + at.motorASlope * (meanSpeedMs - speedMs) + opening / 2);
    const meanSquare = (driver.drivingShare * (first * first + first * last + last * last)) / 3;
    // A trigger on its way opens the duty as well, but where the driver holds it at the tyres' limit.
    const rising = at.limited && !at.spinning ? 0 : (driver.dutyRate * seconds) / 2;
    const perPack = motors * (at.duty + rising + at.dutySlope * (meanSpeedMs - speedMs));
    // At the tyres' limit the duty rises with speed until the limit is left, so that the pack gives most at the step's end.
    if (at.limited && driver.dutyRate === 0)
      this.peak(last, motors * Math.min(1, at.duty + at.dutySlope * (nextSpeedMs - speedMs)) * last + at.otherA);
    if (brakeN > 0 && speedMs > 0) braking.act(brakeN, (at.omega * meanSpeedMs) / speedMs, at.omega / speedMs);
    const otherA = this.receiverA - braking.backA;
    if (!this.lasting) this.charge = Math.min(1, this.charge - ((perPack * mean + otherA) * seconds) / (3600 * plan.pack.capacityAh));
    const packSquare = perPack * perPack * meanSquare + 2 * perPack * mean * otherA + otherA * otherA;
    const motorSquare = meanSquare + braking.motorA * braking.motorA;
    this.squareSum += packSquare * seconds;
    this.motorSquareSum += motorSquare * seconds;
    sources.windingW = meanSquare * at.windingOhm + brushV * mean + braking.windingW;
    const omegaRise = at.omegaDutySlope * driver.dutyRate * seconds;
    // What follows an opening trigger bends over a step: how fast the motor turns at its end, the next step has.
    const gainedOmega = driver.dutyRate > 0 ? 0 : at.omegaSlope * (nextSpeedMs - speedMs);
    const rpm = (at.omega + Math.max(0, gainedOmega)) * RPM_PER_RAD_S;
    if (rpm > run.maxMotorRpm) run.maxMotorRpm = rpm;
    const meanOmega = at.omega + at.omegaSlope * (meanSpeedMs - speedMs) + omegaRise / 2;
    const ironW = at.lossTorqueNm(meanOmega) * meanOmega;
    this.ironJ += ironW * seconds;
    sources.canW = ironW + meanSquare * at.lagOhm(meanOmega);
    sources.escW = escLossW(escOhm, meanSquare, mean, at.duty) + braking.escW;
    sources.packW = packSquare * packOhm;
    heat.step(seconds, meanSpeedMs, sources);
    if (heat.windingC > run.maxWindingC) run.maxWindingC = heat.windingC;
    if (heat.canC > run.maxCanC) run.maxCanC = heat.canC;
    if (heat.escC > run.maxEscC) run.maxEscC = heat.escC;
    if (heat.packC > run.maxPackC) run.maxPackC = heat.packC;
    if (heat.windingC > BURNT_C || heat.canC > BURNT_C || heat.escC > BURNT_C || heat.packC > BURNT_C) this.burn(run.endS + seconds);
  }

  /** Notes which parts have burnt by a moment. */
  private burn(atS: number): void {
    const { heat, run } = this;
    for (const part of ['windingC', 'canC', 'escC', 'packC'] as const)
      if (heat[part] > BURNT_C && run.burntS[part] === undefined) run.burntS = { ...run.burntS, [part]: atS };
  }
}
