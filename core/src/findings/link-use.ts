import { packLimitA } from '../chain/pack-limit';
import type { Limits } from './limits';
import type { Level, LinkName } from '../link';
import type { PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import { heatOf, type Run } from '../predict/run-types';
import { solveTopSpeed } from '../predict/top-speed';

/** How much of its nearest limit one link uses in a run. */
export interface LinkUse {
  link: LinkName;
  /** What is measured: the limits of docs/model.md section 7. */
  figure: 'pack-current' | 'esc-continuous' | 'esc-burst' | 'motor-temperature' | 'motor-rpm' | 'grip' | 'radio-range';
  /** Value and its stop limit, in A, °C, rpm, N or s. */
  value: number;
  limit: number;
  /** Share of the stop limit. */
  share: number;
  level: Level;
}

type Rule = 'pack-current' | 'esc-continuous' | 'esc-burst' | 'motor-rpm' | 'motor-temperature';

/** A figure that must stay under its limits. A limit that a builder has taken out does not judge. */
function upTo(limits: Limits, link: LinkName, figure: Rule, value: number, rated = 1): LinkUse {
  const { caution = Infinity, stop = Infinity } = limits[figure];
  const limit = Math.min(stop, Number.isFinite(stop) ? stop : caution) * rated;
  const level = value >= stop * rated ? 'stop' : value >= caution * rated ? 'caution' : 'good';
  return { link, figure, value, limit, share: Math.max(0, value) / limit, level };
}

/**
 * Each link's use of its nearest limit, in the order of the chain; a link with no limit in the plan is left out.
 * Grip is always `good`: a driver holds the car at it.
 */
export function linkUse(plan: PlanFile, resolved: ResolvedPlan, run: Run, limits: Limits): LinkUse[] {
  const solved = solveTopSpeed(resolved);
  const uses: LinkUse[] = [];
  const packA = packLimitA(plan);
  if (packA !== undefined) uses.push(upTo(limits, 'pack', 'pack-current', run.peakPackCurrentA, packA));

  const continuous = upTo(limits, 'esc', 'esc-continuous', run.rmsMotorCurrentA, resolved.esc.continuousA);
  const burst = upTo(limits, 'esc', 'esc-burst', run.peakMotorCurrentA, resolved.esc.burstA);
  uses.push(burst.share > continuous.share ? burst : continuous);
  uses.push(upTo(limits, 'motor', 'motor-temperature', heatOf(run).maxCanC));
  uses.push(upTo(limits, 'gears', 'motor-rpm', Math.max(run.maxMotorRpm, solved.at.motorRpm()), resolved.motor.maxRpm));

  const { at, topSpeedMs } = solved;
  at.throttle(0, 1);
  const launchN = Math.max(0, Math.min(at.line.gripN, at.line.gripN + at.excessN));
  uses.push({ link: 'tyres', figure: 'grip', value: launchN, limit: at.line.gripN, share: launchN / at.line.gripN, level: 'good' });

  const rangeM = plan.site.radioRangeM;
  if (rangeM !== undefined && topSpeedMs > 0) {
    const { caution = 0, stop = 0 } = limits['radio-range'];
    const seconds = rangeM / topSpeedMs;
    const level = seconds <= stop ? 'stop' : seconds <= caution ? 'caution' : 'good';
    const limit = stop > 0 ? stop : caution;
    uses.push({ link: 'road', figure: 'radio-range', value: seconds, limit, share: limit / seconds, level });
  }
  return uses;
}

/** The link that gives first: the highest share of a limit that breaks something; undefined while all are at ease. */
export function givesFirst(uses: readonly LinkUse[]): LinkUse | undefined {
  const breaking = uses.filter((use) => use.figure !== 'grip');
  return breaking.reduce<LinkUse | undefined>((worst, use) => (worst && rank(worst) >= rank(use) ? worst : use), undefined);
}

const LEVEL_RANK = { good: 0, caution: 10, stop: 20 } as const;
const rank = (use: LinkUse) => LEVEL_RANK[use.level] + Math.min(use.share, 9);
