import { packLimitA } from '../findings/electric';
import { DEFAULT_LIMITS } from '../findings/limits';
import type { PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../plan/resolve-plan';
import type { Run } from './run-types';
import { solveTopSpeed } from './top-speed';

export type LinkName = 'pack' | 'esc' | 'motor' | 'gears' | 'tyres' | 'road';
export type Level = 'good' | 'caution' | 'stop';

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

/** Temperatures of the can to take care from, and to stop at [°C]. */
export const CAN_CAUTION_C = DEFAULT_LIMITS['motor-temperature'].caution;
export const CAN_STOP_C = DEFAULT_LIMITS['motor-temperature'].stop;
const RANGE_CAUTION_S = DEFAULT_LIMITS['radio-range'].caution;
const RANGE_STOP_S = DEFAULT_LIMITS['radio-range'].stop;

function byShare(link: LinkName, figure: 'pack-current' | 'esc-continuous' | 'esc-burst' | 'motor-rpm', value: number, limit: number): LinkUse {
  const share = value / limit;
  return { link, figure, value, limit, share, level: share >= 1 ? 'stop' : share >= DEFAULT_LIMITS[figure].caution ? 'caution' : 'good' };
}

/**
 * Each link's use of its nearest limit, in the order of the chain; a link with no limit in the plan is left out.
 * Grip is always `good`: a driver holds the car at it.
 */
export function linkUse(plan: PlanFile, resolved: ResolvedPlan, run: Run): LinkUse[] {
  const solved = solveTopSpeed(resolved);
  const uses: LinkUse[] = [];
  const packA = packLimitA(plan);
  if (packA !== undefined) uses.push(byShare('pack', 'pack-current', run.peakPackCurrentA, packA));

  const continuous = byShare('esc', 'esc-continuous', run.rmsPackCurrentA / resolved.motorCount, resolved.esc.continuousA);
  const burst = byShare('esc', 'esc-burst', run.peakMotorCurrentA, resolved.esc.burstA);
  uses.push(burst.share > continuous.share ? burst : continuous);

  const canC = run.maxCanC;
  uses.push({
    link: 'motor',
    figure: 'motor-temperature',
    value: canC,
    limit: CAN_STOP_C,
    share: Math.max(0, canC) / CAN_STOP_C,
    level: canC >= CAN_STOP_C ? 'stop' : canC >= CAN_CAUTION_C ? 'caution' : 'good',
  });

  if (plan.motor.maxRpm !== undefined) uses.push(byShare('gears', 'motor-rpm', solved.at.motorRpm(), plan.motor.maxRpm));

  const { at, topSpeedMs } = solved;
  at.throttle(0, 1);
  const launchN = Math.max(0, Math.min(at.line.gripN, at.line.gripN + at.excessN));
  uses.push({ link: 'tyres', figure: 'grip', value: launchN, limit: at.line.gripN, share: launchN / at.line.gripN, level: 'good' });

  const rangeM = plan.site.radioRangeM;
  if (rangeM !== undefined && topSpeedMs > 0) {
    const seconds = rangeM / topSpeedMs;
    const level = seconds <= RANGE_STOP_S ? 'stop' : seconds <= RANGE_CAUTION_S ? 'caution' : 'good';
    uses.push({ link: 'road', figure: 'radio-range', value: seconds, limit: RANGE_STOP_S, share: RANGE_STOP_S / seconds, level });
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
