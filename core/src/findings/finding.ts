import type { PlanFile } from '../plan/plan-file';
import type { ResolvedPlan } from '../resolve/resolved-plan';
import type { LinkName } from '../link';
import type { PassFigures } from '../predict/pass-figures';
import type { Run } from '../predict/run-types';
import type { Steady } from '../predict/steady';
import type { FindingId, FindingLevel } from './finding-ids';
import type { Limits } from './limits';

/** Something that gives, or nearly: what, how near its limit, and why. */
export interface Finding {
  id: FindingId;
  link: LinkName;
  level: FindingLevel;
  /** What is compared, in words: “motor can”. */
  figure: string;
  value: number;
  /** The stop limit, or the caution where there is no stop. */
  limit: number;
  unit: string;
  /** Share of the limit used; 1 is at it. */
  share: number;
  why: string;
  /** The rating that decides was never given: `limit` is what is let pass without it. */
  unrated?: true;
}

/** What the rules look at. */
export interface FindingInput {
  plan: PlanFile;
  resolved: ResolvedPlan;
  steady: Steady;
  run: Run;
  limits: Limits;
  /** The figures of a pass with the usual ramp, where they are at hand; else one is driven when a rule asks. */
  pass?: PassFigures | undefined;
  /** The car as bought, where it is known: what its driveline was made for. */
  stock?: ResolvedPlan | undefined;
}

/** A finding when a figure that must stay under its limits does not; `value` and limits in one unit. */
export function over(id: FindingId, link: LinkName, figure: string, value: number, limits: Limits, unit: string, why: string): Finding[] {
  const { info, caution, stop } = limits[id];
  const level =
    stop !== undefined && value >= stop
      ? 'stop'
      : caution !== undefined && value >= caution
        ? 'caution'
        : info !== undefined && value >= info
          ? 'info'
          : undefined;
  const limit = (stop ?? caution ?? info)!;
  return level ? [{ id, link, level, figure, value, limit, unit, share: value / limit, why }] : [];
}

/** The same for a figure that must stay over its limits. */
export function under(id: FindingId, link: LinkName, figure: string, value: number, limits: Limits, unit: string, why: string): Finding[] {
  const { caution, stop } = limits[id];
  const level = stop !== undefined && value < stop ? 'stop' : caution !== undefined && value < caution ? 'caution' : undefined;
  const limit = stop ?? caution!;
  return level ? [{ id, link, level, figure, value, limit, unit, share: limit / Math.max(value, 1e-9), why }] : [];
}

const LEVEL_RANK: Record<FindingLevel, number> = { stop: 2, caution: 1, info: 0 };

/** What gives first comes first. */
export function bySeverity(findings: readonly Finding[]): Finding[] {
  return [...findings].sort((a, b) => LEVEL_RANK[b.level] - LEVEL_RANK[a.level] || b.share - a.share);
}
