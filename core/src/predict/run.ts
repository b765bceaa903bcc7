import { openCircuitV } from '../chain/pack';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { Driver } from './driver';
import type { Drivetrain } from './drivetrain';
import { NO_EDGE, spinShareAtEdge } from './grip-edge';
import { HeatStores } from './heat';
import { cycleSeconds, segmentsOf, type Segment } from './profiles';
import { RunAccount, type DrivenStep, type SavedAccount } from './run-account';
import type { Run, RunOptions, RunSample } from './run-types';
import { stepLength, type Moment } from './step-length';
import { CALM_SHARE, HOLD_REACTION_S, PAST_KINK, RUN_MAX_STEPS, RUN_MIN_STEP_S, RUN_STEP_S, TRACE_CALM_SHARE, TRACE_STEP_S } from './tolerances';
import { solveTopSpeed } from './top-speed';

/** Drives the plan's profile for its minutes. Bounded; pure but for the callbacks. */
export function simulateRun(plan: ResolvedPlan, options: RunOptions = {}): Run {
  return new RunSimulation(plan, options).drive();
}

/** A moment of a run. */
interface Saved {
  heat: Pick<HeatStores, 'windingC' | 'canC' | 'escC' | 'packC'>;
  account: SavedAccount;
  speedMs: number;
  run: Run;
}

/** How the car of a run moves, step by step; `simulateRun` drives it to its end, `simulateRunFast` skips cycles that repeat. */
export class RunSimulation {
  private readonly at: Drivetrain;
  readonly heat: HeatStores;
  readonly account: RunAccount;
  readonly run: Run;
  private readonly driver: Driver;
  private readonly stepS: number;
  private speed = 0;
  private steps = 0;
  // One of each for all steps: made for each step they would cost a tenth of a run.
  private readonly driven: DrivenStep = { seconds: 0, speedMs: 0, meanSpeedMs: 0, nextSpeedMs: 0, packOhm: 0, brakeN: 0, edgeShare: NO_EDGE };
  private readonly moment: Moment;
  /** Whether the wheels of this segment have run up with the trigger, which they do once. */
  private ranUp = false;

  constructor(
    private readonly plan: ResolvedPlan,
    private readonly options: RunOptions,
  ) {
    const solved = solveTopSpeed(plan);
    this.at = solved.at;
    this.driver = new Driver(solved);
    this.heat = new HeatStores(plan);
    Object.assign(this.heat, options.from);
    this.stepS = options.stepS ?? (options.isTrace ? TRACE_STEP_S : RUN_STEP_S);
    this.account = new RunAccount(plan, this.at, this.driver, this.heat);
    this.run = this.account.run;
    this.moment = {
      at: this.at,
      driver: this.driver,
      speedMs: 0,
      longestS: this.stepS,
      calmShare: options.isTrace ? TRACE_CALM_SHARE : CALM_SHARE,
      underCutoffS: 0,
    };
  }

  drive(): Run {
    const { run, plan, options } = this;
    const segments = options.segments ?? options.cycle ?? segmentsOf(plan);
    const total = options.segments ? cycleSeconds(segments) : plan.run.minutes * 60;
    let first: Run | undefined;
    for (let i = 0; run.endS < total - 1e-9 && !(options.segments && i >= segments.length); i++) {
      const segment = segments[i % segments.length]!;
      if (this.segment(segment, Math.min(segment.seconds, total - run.endS))) {
        if ((i + 1) % segments.length === 0) this.account.lapped(1);
        continue;
      }
      // Heat is judged over the minutes wanted, so a run that its pack ends early goes on for the heat alone.
      if (first || options.segments || !this.gaveOut()) break;
      first = this.endOfPack();
    }
    return this.ended(first);
  }

  /** Whether it was the pack that ended the run. */
  gaveOut(): boolean {
    return this.run.stop === 'cutoff' || this.run.stop === 'empty';
  }

  /** The run as its pack ended it; from here on it is carried on with one that lasts. */
  endOfPack(): Run {
    const first = { ...this.account.finish() };
    this.account.lastOn();
    return first;
  }

  /** What was driven, with the heat of what was carried on after its pack had ended it. */
  ended(first: Run | undefined): Run {
    if (!first) return this.account.finish();
    const { maxWindingC, maxCanC, maxEscC, burntS } = this.run;
    return { ...first, burntS, carriedOn: { maxWindingC, maxCanC, maxEscC } };
  }

  /** What must be put back to be at this moment again. */
  save(): Saved {
    const { windingC, canC, escC, packC } = this.heat;
    return { heat: { windingC, canC, escC, packC }, account: this.account.save(), speedMs: this.speed, run: { ...this.run } };
  }

  load(saved: Saved): void {
    Object.assign(this.heat, saved.heat);
    Object.assign(this.account, saved.account);
    Object.assign(this.run, saved.run);
    this.speed = saved.speedMs;
  }

  /** Drives one segment; false when the run has ended. */
  segment(segment: Segment, seconds: number): boolean {
    const start = this.run.endS;
    this.at.slope(this.plan.site.grade + (segment.grade ?? 0), segment.scrub);
    this.at.windMs = segment.windMs ?? 0;
    this.account.newSegment();
    // A trigger that is only moved while they spin does not run them up again.
    if (!(this.at.spinning && segment.kind === 'throttle' && segment.rampS === undefined)) this.ranUp = false;
    const endM = this.run.distanceM + (segment.metres ?? Infinity);
    const isFull = segment.kind === 'throttle' && segment.duty >= 1;
    const downToMs = segment.kind === 'brake' && segment.to ? this.driver.wantedMs(segment.to) : -1;
    let into = 0;
    while (into < seconds - 1e-9 && this.speed > downToMs) {
      const taken = this.step(segment, into, seconds - into, endM - this.run.distanceM, downToMs);
      if (taken === 0) {
        if (isFull) this.run.fullThrottleS += into;
        return false;
      }
      into += taken;
      this.run.endS = start + into;
      if (this.run.distanceM >= endM) {
        if (isFull) this.run.fullThrottleS += into;
        return true;
      }
    }
    this.run.endS = start + (this.speed > downToMs ? seconds : into);
    if (isFull) this.run.fullThrottleS += seconds;
    return true;
  }

  /** One step of at most `room` seconds; returns the seconds taken, 0 when the run has ended. */
  private step(segment: Segment, into: number, room: number, roomM: number, downToMs: number): number {
    const { at, heat, run, account, driver } = this;
    if (++this.steps > RUN_MAX_STEPS) {
      run.stop = 'max-steps';
      return 0;
    }
    const packOhm = heat.packOhm();
    at.conditions(heat.windingC, heat.canC, packOhm, openCircuitV(this.plan.pack, account.charge));
    at.resist(this.speed);
    const brakeN = driver.act(segment, into, this.speed);
    const v = this.speed;

    // Spinning wheels do not gain speed with the road.
    const mass = at.spinning ? at.line.roadMassKg : at.line.movingMassKg;
    let accel = (at.forceN - at.resistanceN - brakeN) / mass;
    // Exponential Rosenbrock step: exact for a force linear in speed and time, stable however stiff the gearing.
    let rate = driver.reacting ? -1 / HOLD_REACTION_S : (at.forceSlope - at.resistanceSlope) / mass;
    let jerk = (at.forceDutySlope * driver.dutyRate) / mass;
    const edgeShare = spinShareAtEdge(at, driver, this.stepS);
    if (edgeShare !== NO_EDGE) {
      accel = (at.line.gripN - at.resistanceN) * (edgeShare / at.line.roadMassKg + (1 - edgeShare) / at.line.movingMassKg);
      rate = jerk = 0;
    }
    if (v <= 0 && (accel <= 0 || brakeN > 0)) accel = rate = jerk = 0;
    account.others(v, brakeN);
    account.cutoffTime();
    if (this.options.onStep && this.options.onStep(this.sample(run.endS)) === false) return 0;
    if (at.spinning && !this.ranUp && segment.kind === 'throttle' && into >= (segment.rampS ?? 0) - 1e-9) {
      this.ranUp = true;
      account.runUp(v, segment.rampS ?? 0);
    }
    this.moment.speedMs = v;
    this.moment.underCutoffS = account.underCutoffS;
    let within = roomM === Infinity ? room : Math.min(room, secondsTo(roomM, v, accel));
    if (downToMs >= 0 && accel < 0) within = Math.min(within, Math.max(RUN_MIN_STEP_S, ((v - downToMs) / -accel) * PAST_KINK));
    const step = stepLength(this.moment, segment, into, within, accel, rate, jerk);
    const z = rate * step;
    const phi3 = Math.abs(z) < SERIES_TO ? phi3Series(z) : ((Math.expm1(z) / z - 1) / z - 0.5) / z;
    const phi2 = 0.5 + z * phi3;
    const phi1 = 1 + z * phi2;
    let next = v + step * (accel * phi1 + jerk * step * phi2);
    let mean = v + step * (accel * phi2 + jerk * step * phi3);
    if (!(next >= 0)) {
      if (Number.isNaN(next)) {
        // From no speed there is no next step.
        run.stop = 'max-steps';
        return 0;
      }
      // Stopped within the step: from v at a steady deceleration.
      mean = accel < 0 ? Math.min(v / 2, (v * v) / (-2 * accel * step)) : 0;
      next = 0;
    }
    const { driven } = this;
    driven.seconds = step;
    driven.speedMs = v;
    driven.meanSpeedMs = mean;
    driven.nextSpeedMs = next;
    driven.packOhm = packOhm;
    driven.brakeN = brakeN;
    driven.edgeShare = edgeShare;
    account.add(driven);
    this.speed = next;
    const stop = account.endsAfter(step);
    if (stop === undefined) return step;
    run.stop = stop;
    run.endS += step;
    return 0;
  }

  private sample(timeS: number): RunSample {
    const { at, heat, run } = this;
    return {
      timeS,
      speedMs: this.speed,
      distanceM: run.distanceM,
      motorRpm: at.motorRpm(),
      motorA: at.motorA,
      packA: at.packA + at.otherA,
      busV: at.busV(),
      duty: at.duty,
      forceN: at.forceN,
      limited: at.limited,
      spinning: at.spinning,
      windingC: heat.windingC,
      canC: heat.canC,
      escC: heat.escC,
      packC: heat.packC,
      charge: this.account.charge,
      carriedOn: this.account.lasting,
    };
  }
}

/** Seconds to cover `metres` from a speed at a steady acceleration; Infinity when it is not covered. */
function secondsTo(metres: number, speedMs: number, accelMs2: number): number {
  const square = speedMs * speedMs + 2 * accelMs2 * metres;
  const seconds = square > 0 ? (2 * metres) / (speedMs + Math.sqrt(square)) : Infinity;
  return Math.max(RUN_MIN_STEP_S, seconds);
}

/** Below this the closed form of φ3 loses digits to cancellation and its series has them. */
const SERIES_TO = 0.4;

/** φ3(z) = (e^z − 1 − z − z²/2)/z³ by its series, to 1e-8 below SERIES_TO. */
function phi3Series(z: number): number {
  return 1 / 6 + z * (1 / 24 + z * (1 / 120 + z * (1 / 720 + z * (1 / 5040 + z / 40_320))));
}
