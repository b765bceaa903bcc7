import { packLimitA } from '../chain/pack-limit';
import { GROWTH_SPEED_MS, RPM_PER_RAD_S } from '../chain/constants';
import { launchTorqueNm } from '../findings/drive';
import type { FindingId } from '../findings/finding-ids';
import type { Limits } from '../findings/limits';
import { RUN_AT, RUN_GATES, type RunGate } from '../findings/planned-run-gate';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { bandOf, shareBelow, type Band } from '../math/band';
import { passFigures } from '../predict/pass';
import { PlannedRuns } from './planned-runs';
import { drawSteps, driveStep, foreseenOf, stepSession, type DrawnStep, type Foreseen, type StepOutcome } from './foreseen';

/** How the car is held on a step: by its gears, or by a cap on the throttle at the radio. */
export type StepGearing =
  | { kind: 'gears'; pinion: number; spur: number; owned: boolean }
  | { kind: 'cap'; pinion: number | undefined; spur: number | undefined; share: number };

/** A step that could be driven: what its two passes would do. */
export interface Candidate extends Foreseen {
  gearing: StepGearing;
  plan: PlanFile;
  /** The stop limit that it passes, where it passes one. */
  stops: StepStop | undefined;
}

/** A step with the whole planned run beside its passes: it may pass a stop limit at either gate. */
export interface JudgedStep extends Candidate {
  planned: { canC: Band; escC: Band; packC: Band };
}

/** The two gates of a step: its own passes, and the whole planned run after it. */
type Gate = 'passes' | 'planned-run';

export interface StepStop {
  id: (typeof PASS_GATES | typeof RUN_GATES)[number];
  gate: Gate;
  value: number;
  limit: number;
  /** In how many of a hundred cars like this. */
  inHundred: number;
}

const PASS_GATES = [
  'motor-temperature',
  'winding-temperature',
  'esc-temperature',
  'pack-temperature',
  'motor-rpm',
  'electrical-rpm',
  'ballooning',
  'pack-current',
  'driveline',
] as const satisfies FindingId[];
/** A step's own passes must be safe for nine in ten cars like this. */
const PASSES_AT = 0.9;
/** What decides a step beside its plan and gears. */
export interface StepTerms {
  limits: Limits;
  /** Readings of this car's can in its log. */
  canReadings?: number | undefined;
  /** The car as bought, whose driveline has to stand the pull. */
  stock?: PlanFile | undefined;
}

/** What the passes of a step take of rotor, tyres and pack. */
function loadsOf(
  plan: PlanFile,
  { resolved, outcome: { run } }: DrawnStep,
): Record<Exclude<(typeof PASS_GATES)[number], `${string}-temperature` | 'driveline'>, number> {
  const { car, motor, ratio } = resolved;
  const treadMs = ((run.maxMotorRpm / RPM_PER_RAD_S / ratio) * car.tyreDiameterM) / 2;
  return {
    'motor-rpm': run.maxMotorRpm / motor.maxRpm,
    'electrical-rpm': motor.kind === 'brushless' ? (run.maxMotorRpm * motor.poles) / 2 : 0,
    ballooning: car.tyreGrowth * (treadMs / GROWTH_SPEED_MS) ** 2,
    'pack-current': run.peakPackCurrentA / (packLimitA(plan) ?? Infinity),
  };
}

const shareOf = (gearing: StepGearing): number => (gearing.kind === 'cap' ? gearing.share : 1);

/** What the car as it is planned does in the passes of a step. Throws PlanError. */
export function plannedPasses(plan: PlanFile, gearing: StepGearing): StepOutcome {
  const resolved = resolvePlan(plan);
  return driveStep(resolved, stepSession(resolved, shareOf(gearing)));
}

/** The first of the stop limits that `at` of the cars are not within. */
function stopOf<Id extends StepStop['id']>(
  limits: Limits,
  gate: Gate,
  at: number,
  ids: readonly Id[],
  values: Record<Id, number[]>,
): StepStop | undefined {
  for (const id of ids) {
    const { stop: limit } = limits[id];
    const value = shareBelow(values[id], at);
    if (limit !== undefined && value > limit) return { id, gate, value, limit, inHundred: Math.round(100 * (1 - at)) };
  }
  return undefined;
}

/** What the two passes of a step would do, with bands, and the first stop limit that they pass. Throws PlanError. */
export function candidateOf(
  plan: PlanFile,
  gearing: StepGearing,
  { limits, stock }: StepTerms,
  planned: StepOutcome = plannedPasses(plan, gearing),
): Candidate {
  const resolved = resolvePlan(plan);
  const share = shareOf(gearing);
  const steps = drawSteps(plan, resolved, share);
  const loads = steps.map((step) => loadsOf(plan, step));
  const stockNm = stock ? launchTorqueNm(resolvePlan(stock), false) : 0;
  const stops = stopOf(limits, 'passes', PASSES_AT, PASS_GATES, {
    'motor-temperature': steps.map(({ outcome }) => Math.max(outcome.canC, outcome.run.maxCanC)),
    'winding-temperature': steps.map(({ outcome }) => outcome.run.maxWindingC),
    'esc-temperature': steps.map(({ outcome }) => outcome.run.maxEscC),
    'pack-temperature': steps.map(({ outcome }) => outcome.run.maxPackC),
    'motor-rpm': loads.map((one) => one['motor-rpm']),
    'electrical-rpm': loads.map((one) => one['electrical-rpm']),
    ballooning: loads.map((one) => one.ballooning),
    'pack-current': loads.map((one) => one['pack-current']),
    driveline: stockNm > 0 ? steps.map((step) => (share * launchTorqueNm(step.resolved, true)) / stockNm) : [],
  });
  return { gearing, plan, ...foreseenOf(plan, steps, planned), stops };
}

/** The share of cars that the planned run must be safe for. */
export const runAt = ({ canReadings = 0 }: StepTerms): number => (canReadings >= RUN_AT.readFrom ? RUN_AT.read : RUN_AT.unread);

/** The planned runs of a step. Throws PlanError. */
export const plannedRunsOf = (plan: PlanFile, gearing: StepGearing, { limits }: StepTerms): PlannedRuns =>
  new PlannedRuns(plan, shareOf(gearing), limits);

/** A step with its whole planned run, which takes ten times as long as its passes. */
export function withPlannedRun(
  candidate: Candidate,
  terms: StepTerms,
  planned: PlannedRuns = plannedRunsOf(candidate.plan, candidate.gearing, terms),
): JudgedStep {
  const runs = planned.all();
  const inRun = Object.fromEntries(RUN_GATES.map((id) => [id, runs.map((one) => one[id])])) as Record<RunGate, number[]>;
  return {
    ...candidate,
    planned: { canC: bandOf(inRun['motor-temperature']), escC: bandOf(inRun['esc-temperature']), packC: bandOf(inRun['pack-temperature']) },
    stops: candidate.stops ?? stopOf(terms.limits, 'planned-run', runAt(terms), RUN_GATES, inRun),
  };
}

/** Metres that a step needs: run-up, timing and stopping, and a third of them to spare. */
export interface TrackLength {
  runUpM: number;
  timingM: number;
  stoppingM: number;
  wholeM: number;
  /** Seconds at top speed to the edge of the radio’s range, where that is known. */
  toRadioEdgeS: number | undefined;
}

/** A speed is timed over so many metres. */
const TIMING_M = 10;
const SPARE = 4 / 3;

export function trackLengthFor({ plan, gearing, topSpeedMs }: Candidate): TrackLength {
  const { to95, stopM } = passFigures(resolvePlan(plan));
  const share = shareOf(gearing);
  // A car that is held back is at its speed sooner, and stops from less.
  const runUpM = (to95?.distanceM ?? 0) * share * share;
  const stoppingM = stopM * share * share;
  const { radioRangeM } = plan.site;
  return {
    runUpM,
    timingM: TIMING_M,
    stoppingM,
    wholeM: SPARE * (runUpM + TIMING_M + stoppingM),
    toRadioEdgeS: radioRangeM === undefined || !(topSpeedMs.p50 > 0) ? undefined : radioRangeM / topSpeedMs.p50,
  };
}
