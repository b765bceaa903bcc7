import { withEdits, type PlanEdit } from '../plan/edits';
import { PlanError } from '../plan/plan-error';
import { resolvePlan } from '../resolve/resolve-plan';
import { simulateRunFast } from '../predict/run-fast';
import { heatOf, type MotorHeat } from '../predict/run-types';
import { predictSteady } from '../predict/steady';
import type { Part } from '../shelf/part';
import { allFindings } from './all-findings';
import type { Finding, FindingInput } from './finding';
import type { FindingId } from './finding-ids';
import { candidatesFor, cannotWords } from './fix-candidates';
import type { FixCandidate } from './fix-values';

/** The headline figures a fix leads to. */
interface FixFigures extends MotorHeat {
  topSpeedMs: number;
  packCurrentA: number;
}

/** A change that makes a finding go away, or at least eases it. */
export interface Fix {
  /** “16 T pinion”, “a fan on the motor”. */
  label: string;
  edits: PlanEdit[];
  figures: FixFigures;
  /** False when the finding is milder but still there. */
  clears: boolean;
  /** What else it leaves, cautions and stops that the plan has with it. */
  leaves: Pick<Finding, 'id' | 'figure' | 'level'>[];
}

export interface Fixes {
  fixes: Fix[];
  /** Why no change of the plan helps, where none does. */
  cannot: string | undefined;
}

const MOST_FIXES = 3;
/** Less relief than this share of the limit is none. */
const LEAST_RELIEF = 0.03;

/** What a changed plan would find and do; undefined when it cannot be computed. */
function judge(input: FindingInput, edits: readonly PlanEdit[]): { findings: Finding[]; figures: FixFigures } | undefined {
  try {
    const plan = withEdits(input.plan, edits);
    const resolved = resolvePlan(plan);
    const steady = predictSteady(resolved);
    const run = simulateRunFast(resolved);
    const findings = allFindings({ plan, resolved, steady, run, limits: input.limits, stock: input.stock });
    const { topSpeedMs, packCurrentA } = steady;
    return { findings, figures: { topSpeedMs, packCurrentA, maxCanC: heatOf(run).maxCanC, burntS: run.burntS } };
  } catch (error) {
    if (error instanceof PlanError) return undefined;
    throw error;
  }
}

const RANK = { info: 0, caution: 1, stop: 2 } as const;

/**
 * One to three changes that make a finding go away, computed: a pinion, an ESC of the next sufficient size or from the
 * shelf, fewer cells, a fan. What only eases it says so; where nothing does, `cannot` says why.
 */
export function fixesFor(finding: Finding, input: FindingInput, shelf: readonly Part[] = []): Fixes {
  const clear: Fix[] = [];
  const ease: Fix[] = [];
  const stopped: ReadonlySet<FindingId> = new Set(
    judge(input, [])
      ?.findings.filter((one) => one.level === 'stop')
      .map((one) => one.id),
  );
  for (const candidate of candidatesFor(finding, input, shelf)) {
    const fix = settle(candidate, finding, input, stopped);
    if (fix) (fix.clears ? clear : ease).push(fix);
    if (clear.length >= MOST_FIXES) break;
  }
  const fixes = [...clear, ...ease].slice(0, MOST_FIXES);
  return { fixes, cannot: fixes.length === 0 ? cannotWords(finding) : undefined };
}

/** The first of a candidate's values, in their order of least change, that clears the finding; else the last, if it eases. */
function settle(candidate: FixCandidate, finding: Finding, input: FindingInput, stopped: ReadonlySet<FindingId>): Fix | undefined {
  const { values } = candidate;
  const tried = new Map<number, ReturnType<typeof judge>>();
  const at = (i: number) => {
    if (!tried.has(i)) tried.set(i, judge(input, values[i]!.edits));
    return tried.get(i);
  };
  const clears = (i: number) => at(i)?.findings.every((one) => one.id !== finding.id) ?? false;
  const made = (i: number, cleared: boolean): Fix | undefined => {
    const { findings, figures } = at(i)!;
    // A change that fixes one thing by passing a stop limit elsewhere is none.
    if (findings.some((one) => one.level === 'stop' && one.id !== finding.id && !stopped.has(one.id))) return undefined;
    const leaves = findings.filter((one) => one.level !== 'info' && one.id !== finding.id).map(({ id, figure, level }) => ({ id, figure, level }));
    return { ...values[i]!, figures, clears: cleared, leaves };
  };
  const last = values.length - 1;
  if (last < 0) return undefined;
  if (candidate.scan) {
    const found = values.findIndex((_, i) => clears(i));
    return found < 0 ? undefined : made(found, true);
  }
  if (clears(last)) {
    // More of the same helps more: halve towards the least that does.
    let [low, high] = [-1, last];
    while (high - low > 1) {
      const middle = (low + high) >> 1;
      if (clears(middle)) high = middle;
      else low = middle;
    }
    return made(high, true);
  }
  const gentlest = candidate.oneStep ? 0 : last;
  const after = at(gentlest)?.findings.find((one) => one.id === finding.id);
  const eased = after && (RANK[after.level] < RANK[finding.level] || after.share < finding.share - LEAST_RELIEF);
  return eased ? made(gentlest, false) : undefined;
}
