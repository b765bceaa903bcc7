import { SMALLEST_PINION } from '../chain/gears';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { solveTopSpeed } from '../predict/top-speed';
import { uncertainFigures } from '../resolve/uncertain-figures';

/** A pinion and the top speed it gives. */
export interface PinionSpeed {
  pinion: number;
  topSpeedMs: number;
}

/** Pinions on either side of a speed; one is undefined where no pinion reaches it or the smallest is already faster. */
export interface PinionBracket {
  below: PinionSpeed | undefined;
  above: PinionSpeed | undefined;
  /** The nearer of the two. */
  nearest: PinionSpeed | undefined;
}

/** What an old system and a new one are worth against each other; charts from turns to kv know neither load nor gears. */
export interface Equivalents {
  stockKv: number;
  /** Likely range of that kv, one standard deviation either way. */
  stockKvFrom: number;
  stockKvTo: number;
  /** Turns of the wheel a minute and volt: kv after all gears. */
  stockAxleKv: number;
  newAxleKv: number;
  /** Top speed of the stock car, and whether it was measured or is predicted. */
  oldSpeedMs: number;
  isMeasured: boolean;
  /** Pinion of the new system that gives that speed. */
  sameSpeed: PinionBracket;
  /** Final drive and pinion with which the new motor pulls as hard at the wheels for the same heat in its winding. */
  samePullRatio: number;
  samePullPinion: number | undefined;
  samePull: PinionSpeed | undefined;
}

const LARGEST_PINION = 80;

/** Pinions whose top speed brackets the one wanted, from the smallest up: the first that reaches it, and the one before. */
export function pinionsForSpeed(plan: PlanFile, speedMs: number): PinionBracket {
  const { spur } = plan.gearing;
  let below: PinionSpeed | undefined;
  let above: PinionSpeed | undefined;
  if (spur !== undefined) {
    for (let pinion = SMALLEST_PINION; pinion <= Math.min(LARGEST_PINION, spur); pinion++) {
      const one = { pinion, topSpeedMs: speedWith(plan, pinion) };
      if (one.topSpeedMs >= speedMs) {
        above = one;
        break;
      }
      if (!below || one.topSpeedMs > below.topSpeedMs) below = one;
    }
  }
  const nearest = below && above ? (speedMs - below.topSpeedMs <= above.topSpeedMs - speedMs ? below : above) : (above ?? below);
  return { below, above, nearest };
}

function speedWith(plan: PlanFile, pinion: number): number {
  return solveTopSpeed(resolvePlan({ ...plan, gearing: { ...plan.gearing, pinion } })).topSpeedMs;
}

const axleKv = (plan: ResolvedPlan) => plan.motor.kvRpmPerV / plan.ratio;

/**
 * Compares the car as it was with a plan for it; its old top speed is the measured one where there is one [m/s].
 * Throws PlanError as resolvePlan does.
 */
export function equivalents(stock: PlanFile, plan: PlanFile, measuredMs?: number): Equivalents {
  const [old, fresh] = [resolvePlan(stock), resolvePlan(plan)];
  const sigma = uncertainFigures(stock, old).find((figure) => figure.path === 'motor.kvRpmPerV')!.sigma;
  const stockKv = old.motor.kvRpmPerV;
  const oldSpeedMs = measuredMs ?? solveTopSpeed(old).topSpeedMs;
  // Torque for a given heat is Km·√W whatever the kv, so the wheels get the same at ratio × Km (× motors) kept.
  const samePullRatio = (old.ratio * old.motor.motorConstant * old.motorCount) / (fresh.motor.motorConstant * fresh.motorCount);
  const { pinion, spur } = plan.gearing;
  const exact = pinion === undefined || spur === undefined ? undefined : (pinion * fresh.ratio) / samePullRatio;
  const samePullPinion = exact === undefined ? undefined : Math.round(exact);
  const possible = samePullPinion !== undefined && samePullPinion >= SMALLEST_PINION && samePullPinion <= Math.min(LARGEST_PINION, spur!);
  return {
    stockKv,
    stockKvFrom: stockKv * Math.exp(-sigma),
    stockKvTo: stockKv * Math.exp(sigma),
    stockAxleKv: axleKv(old),
    newAxleKv: axleKv(fresh),
    oldSpeedMs,
    isMeasured: measuredMs !== undefined,
    sameSpeed: pinionsForSpeed(plan, oldSpeedMs),
    samePullRatio,
    samePullPinion,
    samePull: possible ? { pinion: samePullPinion, topSpeedMs: speedWith(plan, samePullPinion) } : undefined,
  };
}
