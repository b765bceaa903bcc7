import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { bandOf, type Band } from '../math/band';
import { BLOCK } from '../math/stratified-normals';
import { stoodFor, type Temperatures } from '../predict/cool-down';
import { MonteCarloSamples } from '../predict/monte-carlo-samples';
import { simulateRun } from '../predict/run';
import type { Run, RunSample } from '../predict/run-types';
import { sessionFor, sessionSegments, STEP_PASSES, type TrackSession } from '../predict/track-session';
import { FAST_STEP_S } from '../predict/tolerances';

/** The first readings are taken so long after the stop, the highest is looked for until then [s]. */
export const READ_BY_S = 60;
export const HIGHEST_BY_S = 180;
/** The thermometer is at the car about so long after it has stopped [s]. */
const READ_AT_S = 30;

/** What two passes and a thermometer afterwards are expected to say, with bands. */
export interface Foreseen {
  topSpeedMs: Band;
  canC: Band;
  escC: Band;
  packC: Band;
  packA: Band;
  /** How warm the winding is over the can when it stops: what the cooling of the can begins with. */
  windingOverCanK: number;
  ambientC: number;
}

/** Cars drawn for the bands of a step: the first of those that the bands of a plan are drawn from, so that steps differ by their gears alone. */
const STEP_DRAWS = BLOCK;

/** The session of a step: as long at full throttle as the car needs. */
export const stepSession = (plan: ResolvedPlan, capShare: number): TrackSession => ({ ...sessionFor(plan, STEP_PASSES), capShare });

/** What is read of a session. */
export interface StepOutcome extends Temperatures {
  topSpeedMs: number;
  packA: number;
  stopped: Temperatures;
  /** The session’s own extremes. */
  run: Run;
}

/** Drives the session, and says what is read of it: the highest speed, the amps before the last lift, the temperatures after the stop. */
export function driveStep(plan: ResolvedPlan, session: TrackSession, from?: Temperatures): StepOutcome {
  let packA = 0;
  let last: RunSample | undefined;
  const share = session.capShare ?? 1;
  const run = simulateRun(plan, {
    segments: sessionSegments(session),
    stepS: FAST_STEP_S,
    ...(from ? { from } : {}),
    onStep: (sample) => {
      if (sample.duty > 0.97 * share) packA = sample.packA;
      last = sample;
    },
  });
  const stopped = last!;
  return { topSpeedMs: run.maxSpeedMs, packA, stopped, run, ...stoodFor(plan, stopped, READ_AT_S) };
}

/** A car that this one might just as well be, and what it does in the session of a step. */
export interface DrawnStep {
  resolved: ResolvedPlan;
  outcome: StepOutcome;
}

export function drawSteps(plan: PlanFile, resolved: ResolvedPlan, capShare: number, from?: Temperatures): DrawnStep[] {
  const session = stepSession(resolved, capShare);
  const draws = new MonteCarloSamples(plan, resolved);
  return Array.from({ length: STEP_DRAWS }, () => {
    const drawn = draws.next().resolved;
    return { resolved: drawn, outcome: driveStep(drawn, session, from) };
  });
}

/**
 * The bands of what drawn cars do in a session. The middle of the speed is that of the car as it is planned, as Plan shows it: of two
 * dozen draws the median lies off by a twentieth of the band.
 */
export function foreseenOf(plan: PlanFile, steps: readonly DrawnStep[], planned: StepOutcome): Foreseen {
  const band = (of: (one: StepOutcome) => number): Band => bandOf(steps.map(({ outcome }) => of(outcome)));
  const { p10, p90 } = band((one) => one.topSpeedMs);
  const { topSpeedMs: p50 } = planned;
  return {
    topSpeedMs: { p10: Math.min(p10, p50), p50, p90: Math.max(p90, p50) },
    canC: band((one) => one.canC),
    escC: band((one) => one.escC),
    packC: band((one) => one.packC),
    packA: band((one) => one.packA),
    windingOverCanK: band((one) => one.stopped.windingC - one.stopped.canC).p50,
    ambientC: plan.site.ambientC,
  };
}

/**
 * What a step is expected to do at the track, by the plan with what is known of it, `capShare` of full throttle at the radio, from a car
 * as warm as the air or as `from` says. The same gives the same. Throws PlanError.
 */
export function stepForeseen(plan: PlanFile, capShare: number, from?: Temperatures): Foreseen {
  const resolved = resolvePlan(plan);
  return foreseenOf(plan, drawSteps(plan, resolved, capShare, from), driveStep(resolved, stepSession(resolved, capShare), from));
}
