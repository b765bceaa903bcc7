import { greatest } from 'd3-array';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { fitFindings } from './fit';
import type { Finding } from './finding';
import type { Limits } from './limits';
import { shownRun } from '../predict/peak';
import { simulateRun } from '../predict/run';
import { simulateRunFast } from '../predict/run-fast';
import type { MotorHeat } from '../predict/run-types';
import { predictSteady } from '../predict/steady';

/** One pinion on one spur. Temperature and peak need a run and may come later. */
export interface GearCell {
  pinion: number;
  spur: number;
  topSpeedMs: number;
  packCurrentA: number;
  finalDriveRatio: number;
  rolloutMm: number;
  /** What does not go into the slot or past its neighbours. */
  fits: Finding[];
}

export interface GearRun extends MotorHeat {
  maxWindingC: number;
  maxEscC: number;
  peakPackCurrentA: number;
  /** Mean iron loss and copper loss of a motor [W]. */
  ironW: number;
  copperW: number;
  /** Share of the time at full throttle in which the tyres are at their grip. */
  gripShare: number;
  lapS: number | null;
  /** Mean speed of the whole run [m/s]. */
  meanMs: number;
}

/** A smaller difference of two cans is none [K]. */
const COOLER_K = 1;
/** From this share on the tyres decide what full throttle does. */
const MOSTLY = 0.5;

/**
 * Why a bigger pinion runs cooler, which nobody believes without a reason: the tyres pass no more, so that the motor only turns slower (`tyres`); its
 * iron warms it more than its current, and it turns slower (`iron`); or it is simply driven otherwise (`pace`). Undefined where it does not.
 */
export function whyCooler(smaller: GearRun, bigger: GearRun): 'tyres' | 'iron' | 'pace' | undefined {
  if (bigger.maxCanC >= smaller.maxCanC - COOLER_K) return undefined;
  if (bigger.gripShare >= MOSTLY) return 'tyres';
  return smaller.ironW > smaller.copperW ? 'iron' : 'pace';
}

/** The two pinions, the smaller first, between which the can cools most, and why; undefined where no bigger one runs cooler. Tooth by tooth it may be little. */
export function coolerBy<T extends { run: GearRun }>(byPinion: readonly T[]): { smaller: T; bigger: T; why: 'tyres' | 'iron' | 'pace' } | undefined {
  const pairs = byPinion.flatMap((bigger, i) => byPinion.slice(0, i).map((smaller) => ({ smaller, bigger })));
  const drop = ({ smaller, bigger }: (typeof pairs)[number]) => smaller.run.maxCanC - bigger.run.maxCanC;
  const most = greatest(pairs, (a, b) => drop(a) - drop(b));
  const why = most && whyCooler(most.smaller.run, most.bigger.run);
  return why && { ...most, why };
}

/**
 * The time that a lap takes with some gears over the same road as with others [s]: who is faster rolls further while braking, and so goes round a longer
 * lap of the same legs. Undefined where there are no laps.
 */
export const sameLapS = (run: GearRun, as: GearRun): number | undefined => (as.lapS === null ? undefined : (as.lapS * as.meanMs) / run.meanMs);

function geared(plan: PlanFile, pinion: number, spur: number): PlanFile {
  return { ...plan, gearing: { ...plan.gearing, pinion, spur } };
}

/** What a pair of gears does, without a run. Some microseconds. Throws PlanError as resolvePlan does. */
export function gearCell(plan: PlanFile, pinion: number, spur: number, limits: Limits): GearCell {
  const file = geared(plan, pinion, spur);
  const resolved = resolvePlan(file);
  const { topSpeedMs, packCurrentA, finalDriveRatio, rolloutMm } = predictSteady(resolved);
  const fits = fitFindings(file, resolved, limits).filter(
    (one) => one.id === 'mesh-distance' || one.id === 'spur-clearance' || one.id === 'pinion-bore',
  );
  return { pinion, spur, topSpeedMs, packCurrentA, finalDriveRatio, rolloutMm, fits };
}

/** Heat and peak of a pair of gears by a fast run, some milliseconds; of the plan’s own, or where none are named, by the run of all its answers. */
export function gearRun(plan: PlanFile, pinion = plan.gearing.pinion, spur = plan.gearing.spur): GearRun {
  const isOwn = pinion === undefined || spur === undefined || (pinion === plan.gearing.pinion && spur === plan.gearing.spur);
  const resolved = resolvePlan(isOwn ? plan : geared(plan, pinion, spur));
  const run = shownRun(predictSteady(resolved), isOwn ? simulateRun(resolved) : simulateRunFast(resolved));
  const { maxWindingC, maxCanC, maxEscC, burntS, peakPackCurrentA, ironW, rmsMotorCurrentA, gripLimitedS, fullThrottleS, lapS, distanceM, endS } =
    run;
  const copperW = rmsMotorCurrentA ** 2 * resolved.motor.resistanceOhm;
  return {
    maxWindingC,
    maxCanC,
    maxEscC,
    burntS,
    peakPackCurrentA,
    ironW,
    copperW,
    gripShare: fullThrottleS > 0 ? gripLimitedS / fullThrottleS : 0,
    lapS,
    meanMs: distanceM / endS,
  };
}
