import type { Limits } from '../findings/limits';
import type { PlanFile } from '../plan/plan-file';
import { hasOwnTiming } from '../plan/planned-run';
import { lineConstants } from '../predict/line-constants';
import { resolvePlan } from '../resolve/resolve-plan';

/** What a search tries to make the most of, beside heat, minutes and money. */
export type Aim = 'speed' | 'pull';

/** What a builder asks of a setup; what is left out is not asked. Each is a target that a setup meets or misses. */
export interface SearchQuery {
  aim: Aim;
  topSpeed?: { is: 'at-least' | 'about'; speedMs: number };
  /** Runs at least this long; the heat is that of such a run. */
  minutes?: number;
  /** Can at most [°C]. */
  canC?: number;
  /** Steepest slope it starts on, at least [%]. */
  climbPct?: number;
  /** Pull at the tyres from standstill, at least [N]. */
  pullN?: number;
  /** Slowest speed at which it still runs smoothly, at most [m/s]. */
  crawlMs?: number;
  /** A lap of what the plan drives takes at most this long [s]. */
  lapS?: number;
  /** For parts that are not owned, at most, in the builder's currency. */
  newMoney?: number;
  /** Targets to be kept by nine of ten predictions, not only by the middle one. */
  nearlySure?: SureTarget[];
}

/** Targets whose figures are predicted with a spread; crawling and money have none. */
export const SURE_TARGETS = ['topSpeed', 'minutes', 'canC', 'climbPct', 'pullN'] as const satisfies readonly Target[];
export type SureTarget = (typeof SURE_TARGETS)[number];

const TARGETS = ['topSpeed', 'minutes', 'canC', 'climbPct', 'pullN', 'crawlMs', 'lapS', 'newMoney'] as const;
export type Target = (typeof TARGETS)[number];

/** “About” a speed is within this share of it: what one tooth of the pinion changes. */
export const ABOUT_SHARE = 0.04;

/** A query that cannot be met whatever the parts; where nothing is driven round, nothing is `possible`. */
export interface QueryProblem {
  target: Target;
  /** What was asked and what is the most or least possible, in the target's unit. */
  asked: number;
  possible: number;
  reason: 'air' | 'grip' | 'front' | 'range' | 'no-laps';
}

/** The targets a query names. */
export function targetsOf(query: SearchQuery): Target[] {
  return TARGETS.filter((target) => query[target] !== undefined);
}

/** What contradicts the place and the car before any part is tried: a can cooler than the air, a slope beyond the grip. */
export function queryProblems(query: SearchQuery, base: PlanFile, limits: Limits): QueryProblem[] {
  const plan = resolvePlan(base);
  const { ambientC } = plan.site;
  const { gripN, gripLimit, weightRolling, weightAll } = lineConstants(plan);
  const found: QueryProblem[] = [];
  if (query.lapS !== undefined && !hasOwnTiming(plan.run.profile))
    found.push({ target: 'lapS', asked: query.lapS, possible: NaN, reason: 'no-laps' });
  if (query.canC !== undefined && query.canC <= ambientC) found.push({ target: 'canC', asked: query.canC, possible: ambientC, reason: 'air' });
  const reason = gripLimit === 'grip' ? 'grip' : 'front';
  if (query.pullN !== undefined && query.pullN > gripN) found.push({ target: 'pullN', asked: query.pullN, possible: gripN, reason });
  if (query.climbPct !== undefined) {
    const possible = climbPctOf(gripN, gripN, weightRolling, weightAll);
    if (query.climbPct > possible) found.push({ target: 'climbPct', asked: query.climbPct, possible, reason });
  }
  const { radioRangeM } = base.site;
  const least = limits['radio-range'].stop;
  if (query.topSpeed && radioRangeM !== undefined && least !== undefined) {
    const possible = radioRangeM / least;
    const asked = query.topSpeed.speedMs * (query.topSpeed.is === 'about' ? 1 - ABOUT_SHARE : 1);
    if (asked >= possible) found.push({ target: 'topSpeed', asked, possible, reason: 'range' });
  }
  return found;
}

/**
 * Steepest slope [%] on which a pull at the tyres still overcomes rolling and the car's weight. Tyres hold less the
 * steeper it is (docs/model.md section 4 leaves that out, which on gentle slopes changes nothing), so that no car climbs a wall.
 */
export function climbPctOf(pullN: number, gripN: number, rollingN: number, weightN: number): number {
  // grip·cos θ = rolling·cos θ + weight·sin θ
  const held = (100 * (gripN - rollingN)) / weightN;
  // pull = rolling·cos θ + weight·sin θ
  const size = Math.hypot(rollingN, weightN);
  if (pullN >= size) return held;
  return Math.min(held, 100 * Math.tan(Math.asin(pullN / size) - Math.atan2(rollingN, weightN)));
}
