import { openCircuitV } from '../chain/pack';
import type { ResolvedPlan } from '../plan/resolve-plan';
import { Driver } from './driver';
import type { Drivetrain } from './drivetrain';
import { BRAKE_MOTOR_SHARE, escLossW, HeatStores, type HeatSources } from './heat';
import { PROFILE_SEGMENTS, type Segment } from './profiles';
import type { Run, RunOptions, RunSample } from './run-types';
import {
  CALM_SHARE,
  CALM_STEPS,
  CUTOFF_DELAY_S,
  HOLD_REACTION_S,
  HOLD_STEPS,
  PAST_KINK,
  RUN_MAX_STEPS,
  RUN_MIN_STEP_S,
  RUN_STEP_S,
  SETTLED_SHARE,
  SLOW_MS,
  START_STEP_S,
  STIFF_STEP,
} from './tolerances';
import { solveTopSpeed } from './top-speed';

// Local names for these: in the innermost loops each look-up of the global Math is slow where a test runner stands in between.
const { abs, expm1, max, min, sqrt } = Math;

/** Drives the plan's profile for its minutes. Bounded; pure but for the callbacks. */
export function simulateRun(plan: ResolvedPlan, options: RunOptions = {}): Run {
  return new RunSimulation(plan, options).drive();
}

/** A moment of a run. */
interface Saved {
  heat: Pick<HeatStores, 'windingC' | 'canC' | 'escC' | 'packC'>;
  own: { charge: number; squareSum: number; speed: number; underCutoffS: number };
  run: Run;
}

/** A run under way; `simulateRun` drives it to its end, `simulateRunFast` skips cycles that repeat. */
export class RunSimulation {
  private readonly at: Drivetrain;
  readonly heat: HeatStores;
  private readonly sources: HeatSources = { windingW: 0, canW: 0, escW: 0, packW: 0 };
  private readonly stepS: number;
  readonly run: Run;
  private speed = 0;
  charge: number;
  squareSum = 0;
  private underCutoffS = 0;
  private steps = 0;
  private readonly driver: Driver;
  /** Of the step before, for the moment that a limit is met or left between two steps. */
  private before = { known: false, limited: false, excessN: 0, busV: 0, speed: 0, seconds: 0 };

  constructor(
    private readonly plan: ResolvedPlan,
    private readonly options: RunOptions,
  ) {
    const solved = solveTopSpeed(plan);
    this.at = solved.at;
    this.driver = new Driver(solved);
    this.heat = new HeatStores(plan);
    Object.assign(this.heat, options.from);
    this.stepS = options.stepS ?? RUN_STEP_S;
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
      maxWindingC: this.heat.windingC,
      maxCanC: this.heat.canC,
      maxEscC: this.heat.escC,
      maxPackC: this.heat.packC,
      usedAh: 0,
      distanceM: 0,
      gripLimitedS: 0,
    };
  }

  drive(): Run {
    const { run, plan, options } = this;
    const segments = options.segments ?? PROFILE_SEGMENTS[plan.run.profile];
    const total = options.segments ? segments.reduce((sum, s) => sum + s.seconds, 0) : plan.run.minutes * 60;
    for (let i = 0; run.endS < total - 1e-9; i++) {
      const segment = segments[i % segments.length]!;
      if (!this.segment(segment, min(segment.seconds, total - run.endS))) break;
    }
    return this.finish();
  }

  /** The run with the figures that are known at its end. */
  finish(): Run {
    const { run, plan } = this;
    run.usedAh = (plan.startCharge - this.charge) * plan.pack.capacityAh;
    run.rmsPackCurrentA = run.endS > 0 ? sqrt(this.squareSum / run.endS) : 0;
    return run;
  }

  /** What must be put back to be at this moment again. */
  save(): Saved {
    const { windingC, canC, escC, packC } = this.heat;
    const { charge, squareSum, speed, underCutoffS } = this;
    return { heat: { windingC, canC, escC, packC }, own: { charge, squareSum, speed, underCutoffS }, run: { ...this.run } };
  }

  load(saved: Saved): void {
    Object.assign(this.heat, saved.heat);
    Object.assign(this, saved.own);
    Object.assign(this.run, saved.run);
  }

  /** Drives one segment; false when the run has ended. */
  segment(segment: Segment, seconds: number): boolean {
    const start = this.run.endS;
    this.at.slope(this.plan.site.grade + (segment.grade ?? 0), segment.corner ?? false);
    this.before.known = false;
    let into = 0;
    while (into < seconds - 1e-9) {
      const taken = this.step(segment, into, seconds - into);
      if (taken === 0) return false;
      into += taken;
      this.run.endS = start + into;
    }
    this.run.endS = start + seconds;
    return true;
  }

  /** One step of at most `room` seconds; returns the seconds taken, 0 when the run has ended. */
  private step(segment: Segment, into: number, room: number): number {
    const { at, heat, run, plan } = this;
    if (++this.steps > RUN_MAX_STEPS) {
      run.stop = 'max-steps';
      return 0;
    }
    const ocv = openCircuitV(plan.pack, this.charge);
    const packOhm = heat.packOhm();
    at.conditions(heat.windingC, heat.canC, packOhm, ocv);
    at.resist(this.speed);
    const brakeN = this.driver.act(segment, into, this.speed);
    const v = this.speed;
    if (this.options.onStep && this.options.onStep(this.sample(run.endS)) === false) return 0;

    const mass = at.line.movingMassKg;
    let accel = (at.forceN - at.resistanceN - brakeN) / mass;
    // Exponential Rosenbrock step: exact for a force linear in speed and time, stable however stiff the gearing.
    let rate = this.driver.reacting ? -1 / HOLD_REACTION_S : (at.forceSlope - at.resistanceSlope) / mass;
    let jerk = (at.forceDutySlope * this.driver.dutyRate) / mass;
    if (v <= 0 && (accel <= 0 || brakeN > 0)) accel = rate = jerk = 0;
    this.cutoffTime();
    const step = this.stepLength(segment, into, room, accel, rate);
    const z = rate * step;
    const phi3 = abs(z) < SERIES_TO ? phi3Series(z) : ((expm1(z) / z - 1) / z - 0.5) / z;
    const phi2 = 0.5 + z * phi3;
    const phi1 = 1 + z * phi2;
    let next = v + step * (accel * phi1 + jerk * step * phi2);
    let mean = v + step * (accel * phi2 + jerk * step * phi3);
    if (next < 0) {
      // Stopped within the step: from v at a steady deceleration.
      mean = accel < 0 ? min(v / 2, (v * v) / (-2 * accel * step)) : 0;
      next = 0;
    }
    this.gripTime(step);
    this.account(step, mean, next, packOhm, brakeN);
    this.before.speed = v;
    this.before.seconds = step;
    this.speed = next;
    run.distanceM += mean * step;
    if (next > run.maxSpeedMs) run.maxSpeedMs = next;
    return this.outlives(step) ? step : 0;
  }

  /** The longest step, shortened to the ramp's end and to a transient faster than it. */
  private stepLength(segment: Segment, into: number, room: number, accel: number, rate: number): number {
    // A held speed is linear in time by itself, and where nothing changes only the heat has to be followed.
    const calm = abs(accel) * this.stepS < CALM_SHARE * this.speed;
    let step = min(room, this.stepS * (calm ? CALM_STEPS : this.driver.reacting ? HOLD_STEPS : 1));
    // Where the grip limit is met or left, or the motor begins to drive, the force has a kink: land on it, do not step across.
    const { at } = this;
    const { dutyRate } = this.driver;
    const untilGrip = -at.excessN / (at.excessSlope * accel + at.excessDutySlope * dutyRate);
    const untilDriving = at.idleA < 0 ? -at.idleA / (at.idleASlope * accel + at.idleADutySlope * dutyRate) : 0;
    if (untilGrip > 0 && untilGrip < step) step = landingOn(untilGrip, step);
    if (untilDriving > 0 && untilDriving < step) step = landingOn(untilDriving, step);
    if (this.driver.untilNoForceS > 0 && this.driver.untilNoForceS < step) step = landingOn(this.driver.untilNoForceS, step);
    if (this.underCutoffS > 0) step = min(step, CUTOFF_DELAY_S - this.underCutoffS);
    // Standing while the throttle opens: the moment it starts is found to a millisecond.
    if (dutyRate > 0 && this.speed <= 0 && accel <= 0) step = min(step, START_STEP_S);
    if (dutyRate > 0) step = min(step, ('rampS' in segment ? (segment.rampS ?? 0) : 0) - into);
    // A fast transient is followed in its own time; once settled the long step is exact again.
    if (-rate * step > STIFF_STEP && abs(accel) > SETTLED_SHARE * -rate * max(this.speed, SLOW_MS)) {
      step = min(step, max(RUN_MIN_STEP_S, STIFF_STEP / -rate));
    }
    return step;
  }

  /** Seconds at the grip limit, with the moment it is met or left found between two steps. */
  private gripTime(step: number): void {
    const { at, before, run } = this;
    if (at.limited) run.gripLimitedS += step;
    if (before.known && before.limited !== at.limited) {
      const share = before.excessN / (before.excessN - at.excessN);
      if (before.limited) {
        run.gripLimitedS -= before.seconds * (1 - share);
        // The current peaks where the limit is left, between the two steps.
        const gained = (1 - share) * (this.speed - before.speed);
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
  private account(step: number, meanSpeed: number, nextSpeed: number, packOhm: number, brakeN: number): void {
    const { at, heat, run, sources, plan } = this;
    const first = at.motorA;
    this.peak(first, at.packA);
    const bus = at.busV();
    if (bus < run.minBusV) run.minBusV = bus;
    const opening = at.motorADutySlope * this.driver.dutyRate * step;
    const last = max(0, first + at.motorASlope * (nextSpeed - this.speed) + opening);
    const mean = this.driver.drivingShare * max(0, first + at.motorASlope * (meanSpeed - this.speed) + opening / 2);
    const meanSquare = (this.driver.drivingShare * (first * first + first * last + last * last)) / 3;
    const perPack = at.line.motors * (at.duty + at.dutySlope * (meanSpeed - this.speed));
    this.charge -= (perPack * mean * step) / (3600 * plan.pack.capacityAh);
    const packSquare = perPack * perPack * meanSquare;
    this.squareSum += packSquare * step;
    const brakeW = (brakeN * meanSpeed) / at.line.motors;
    sources.windingW = meanSquare * at.windingOhm + plan.motor.brushDropV * mean + BRAKE_MOTOR_SHARE * brakeW;
    sources.canW = at.lossTorqueNm() * at.omega + meanSquare * at.lagOhm();
    sources.escW = escLossW(plan.esc.resistanceOhm, meanSquare, mean, at.duty) + (1 - BRAKE_MOTOR_SHARE) * brakeW;
    sources.packW = packSquare * packOhm;
    heat.step(step, meanSpeed, sources);
    if (heat.windingC > run.maxWindingC) run.maxWindingC = heat.windingC;
    if (heat.canC > run.maxCanC) run.maxCanC = heat.canC;
    if (heat.escC > run.maxEscC) run.maxEscC = heat.escC;
    if (heat.packC > run.maxPackC) run.maxPackC = heat.packC;
  }

  /** How long the bus has been under the cut-off, with the moment it went under found between two steps. */
  private cutoffTime(): void {
    const { before } = this;
    const busV = this.at.busV();
    const limitV = this.plan.pack.cutoffV;
    if (busV >= limitV) this.underCutoffS = 0;
    else if (before.known && before.busV >= limitV) this.underCutoffS = (before.seconds * (limitV - busV)) / (before.busV - busV);
    before.busV = busV;
  }

  /** False when the cut-off or an empty pack ends the run; the end lies at the end of this step. */
  private outlives(step: number): boolean {
    const { run } = this;
    if (this.before.busV < this.plan.pack.cutoffV) this.underCutoffS += step;
    if (this.charge <= 0) run.stop = 'empty';
    else if (this.underCutoffS >= CUTOFF_DELAY_S - 1e-9) run.stop = 'cutoff';
    else return true;
    run.endS += step;
    return false;
  }

  private sample(timeS: number): RunSample {
    const { at, heat } = this;
    return {
      timeS,
      speedMs: this.speed,
      distanceM: this.run.distanceM,
      motorA: at.motorA,
      packA: at.packA,
      busV: at.busV(),
      duty: at.duty,
      forceN: at.forceN,
      limited: at.limited,
      windingC: heat.windingC,
      canC: heat.canC,
      escC: heat.escC,
      packC: heat.packC,
      charge: this.charge,
    };
  }
}

/** Below this the closed form of φ3 loses digits to cancellation and its series has them. */
const SERIES_TO = 0.4;

/** φ3(z) = (e^z − 1 − z − z²/2)/z³ by its series, to 1e-8 below SERIES_TO. */
function phi3Series(z: number): number {
  return 1 / 6 + z * (1 / 24 + z * (1 / 120 + z * (1 / 720 + z * (1 / 5040 + z / 40_320))));
}

/** A step that ends just past a kink `until` seconds away, and no longer than `step`. */
function landingOn(until: number, step: number): number {
  return max(RUN_MIN_STEP_S, min(step, until * PAST_KINK));
}
