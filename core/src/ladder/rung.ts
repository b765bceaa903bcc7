import type { Limits } from '../findings/limits';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { bandOf, type Band } from '../math/band';
import { Draws } from '../predict/draws';
import { Drivetrain } from '../predict/drivetrain';
import { passFigures } from '../predict/pass';
import { segmentsOf, type Segment } from '../predict/profiles';
import { simulateRunFast } from '../predict/run-fast';
import { heatOf } from '../predict/run-types';
import { ROUGH_RUN } from '../predict/tolerances';
import { balance, warmUp } from '../predict/top-speed';

/** How the car is held on a step: by its gears, or by a cap on the throttle at the radio. */
export type RungGearing =
  | { kind: 'gears'; pinion: number; spur: number; owned: boolean }
  | { kind: 'cap'; pinion: number | undefined; spur: number | undefined; share: number };

/** A step that could be driven, with what it would do. */
export interface Rung {
  gearing: RungGearing;
  plan: PlanFile;
  /** Full throttle, or what the cap leaves of it. */
  topSpeedMs: Band;
  canC: Band;
  escC: Band;
  packC: Band;
  packA: Band;
  /** The stop limit that p90 passes, where one does. */
  stops: RungStop | undefined;
}

export interface RungStop {
  id: 'motor-temperature' | 'winding-temperature' | 'esc-temperature' | 'pack-temperature' | 'esc-continuous' | 'motor-rpm';
  value: number;
  limit: number;
}

/** Plans drawn for the bands of a step; the same for each, so that steps differ by their gears alone. */
export const RUNG_DRAWS = 24;
const SEED = 5;

interface Driven {
  topSpeedMs: number;
  packA: number;
  canC: number;
  windingC: number;
  escC: number;
  packC: number;
  rmsA: number;
  motorRpm: number;
}

/** A cycle with the throttle held back to a share: what drives at full throttle drives at that. */
export const cappedCycle = (plan: ResolvedPlan, share: number): Segment[] =>
  segmentsOf(plan).map((segment): Segment =>
    segment.kind === 'throttle'
      ? { ...segment, duty: Math.min(share, segment.duty) }
      : segment.kind === 'hold' && 'topShare' in segment
        ? { ...segment, topShare: Math.min(share, segment.topShare) }
        : segment,
  );

function driven(plan: ResolvedPlan, share: number): Driven {
  const at = new Drivetrain(plan);
  warmUp(at, plan, share);
  const { topSpeedMs } = balance(at, plan.car.tyreGrowth);
  const run = simulateRunFast(plan, share < 1 ? { ...ROUGH_RUN, cycle: cappedCycle(plan, share) } : ROUGH_RUN);
  const heat = heatOf(run);
  return {
    topSpeedMs,
    packA: at.packA * share,
    canC: heat.maxCanC,
    windingC: heat.maxWindingC,
    escC: heat.maxEscC,
    packC: run.maxPackC,
    rmsA: run.rmsMotorCurrentA,
    motorRpm: Math.max(at.motorRpm(), run.maxMotorRpm),
  };
}

/** What a step would do, with its bands, and whether p90 passes a stop limit. */
export function rungOf(plan: PlanFile, gearing: RungGearing, limits: Limits): Rung {
  const resolved = resolvePlan(plan);
  const draws = new Draws(plan, resolved, SEED);
  const share = gearing.kind === 'cap' ? gearing.share : 1;
  const all = Array.from({ length: RUNG_DRAWS }, () => driven(draws.next().resolved, share));
  const band = (of: (one: Driven) => number): Band => bandOf(all.map(of));
  const [canC, escC, packC] = [band((one) => one.canC), band((one) => one.escC), band((one) => one.packC)];
  const checks: [RungStop['id'], number, number | undefined][] = [
    ['motor-temperature', canC.p90, limits['motor-temperature'].stop],
    ['winding-temperature', band((one) => one.windingC).p90, limits['winding-temperature'].stop],
    ['esc-temperature', escC.p90, limits['esc-temperature'].stop],
    ['pack-temperature', packC.p90, limits['pack-temperature'].stop],
    ['esc-continuous', band((one) => one.rmsA).p90 / plan.esc.continuousA, limits['esc-continuous'].stop],
    ['motor-rpm', resolved.motor.maxRpm === undefined ? 0 : band((one) => one.motorRpm).p90 / resolved.motor.maxRpm, limits['motor-rpm'].stop],
  ];
  const over = checks.find(([, value, limit]) => limit !== undefined && value > limit);
  return {
    gearing,
    plan,
    topSpeedMs: band((one) => one.topSpeedMs),
    canC,
    escC,
    packC,
    packA: band((one) => one.packA),
    stops: over ? { id: over[0], value: over[1], limit: over[2]! } : undefined,
  };
}

/** Metres that a step needs: run-up, timing and stopping, and a third of them to spare. */
export interface Room {
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

export function roomFor({ plan, gearing, topSpeedMs }: Rung): Room {
  const { to95, stopM } = passFigures(resolvePlan(plan));
  const share = gearing.kind === 'cap' ? gearing.share : 1;
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
