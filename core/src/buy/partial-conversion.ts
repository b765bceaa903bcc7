import { capitalized } from '../plan/words';
import { allFindings } from '../findings/all-findings';
import type { Finding } from '../findings/finding';
import type { Limits } from '../findings/limits';
import type { PlanFile } from '../plan/plan-file';
import { PlanError } from '../plan/plan-error';
import { resolvePlan } from '../resolve/resolve-plan';
import { minutesToCutoff } from '../predict/bands';
import { shownRun } from '../predict/peak';
import { simulateRun } from '../predict/run';
import { simulateRunFast } from '../predict/run-fast';
import type { MotorHeat } from '../predict/run-types';
import { predictSteady } from '../predict/steady';
import { changesOf, withChanges, type Change } from '../compare/changed-links';

/** What a car does, as far as a purchase is weighed by it. */
export interface PartialFigures extends MotorHeat {
  topSpeedMs: number;
  peakPackCurrentA: number;
  minutes: number;
}

/** Part of a conversion: some of its changes, and whether and how the car runs with them. */
export interface PartialConversion {
  /** Empty: the car as bought. */
  changes: Change[];
  plan: PlanFile;
  /** Undefined where it cannot run at all. */
  figures?: PartialFigures;
  /** Cautions and stops, what gives first first. */
  findings: Finding[];
  /** Why it must not be run; undefined where it may. */
  forbidden?: string;
}

/** Every choice among the changes of a conversion, from none to all, fewest first. */
export function partsOfConversion(stock: PlanFile, plan: PlanFile): Change[][] {
  const changes = changesOf(stock, plan);
  const subsets = Array.from({ length: 2 ** changes.length }, (_, bits) => changes.filter((_change, i) => (bits >> i) & 1));
  return subsets.sort((a, b) => a.length - b.length);
}

/**
 * Every part of a conversion that could be driven by itself, from the car as bought to the whole plan, fewest changes first: each
 * predicted where and as the plan is driven, or with what forbids it. Throws PlanError when the car as bought cannot be computed.
 */
export const partialConversions = (stock: PlanFile, plan: PlanFile, limits: Limits): PartialConversion[] =>
  partsOfConversion(stock, plan).map((changes) => partialConversionOf(stock, plan, changes, limits));

/** One part of a conversion, predicted. */
export function partialConversionOf(stock: PlanFile, plan: PlanFile, changes: Change[], limits: Limits): PartialConversion {
  const bought = resolvePlan(stock);
  // All of it is the plan itself: its figures are those that the plan shows everywhere.
  const isWhole = changes.length === changesOf(stock, plan).length;
  const made = isWhole ? plan : withChanges(stock, plan, changes);
  const unlike = unlikeEsc(stock, plan, changes);
  if (unlike !== undefined) return { changes, plan: made, findings: [], forbidden: unlike };
  try {
    const resolved = resolvePlan(made);
    const steady = predictSteady(resolved);
    const run = isWhole ? simulateRun(resolved) : simulateRunFast(resolved);
    const findings = allFindings({ plan: made, resolved, steady, run, limits, stock: bought }).filter((one) => one.level !== 'info');
    const stop = findings.find((one) => one.level === 'stop');
    const shown = shownRun(steady, run);
    return {
      changes,
      plan: made,
      figures: {
        topSpeedMs: steady.topSpeedMs,
        peakPackCurrentA: shown.peakPackCurrentA,
        maxCanC: shown.maxCanC,
        burntS: shown.burntS,
        minutes: minutesToCutoff(resolved, run),
      },
      findings,
      ...(stop && changes.length > 0 ? { forbidden: `${capitalized(stop.figure)}: ${stop.why}` } : {}),
    };
  } catch (error) {
    if (error instanceof PlanError) return { changes, plan: made, findings: [], forbidden: `${capitalized(error.message)}.` };
    throw error;
  }
}

/** A brushed motor has two wires and a brushless one three: an ESC turns only the kind that it was made for. */
function unlikeEsc(stock: PlanFile, plan: PlanFile, changes: readonly Change[]): string | undefined {
  const motor = (changes.includes('motor') ? plan : stock).motor.kind;
  const esc = changes.includes('esc') ? plan : stock;
  if (motor === esc.motor.kind) return undefined;
  return motor === 'brushless'
    ? `${esc.esc.name} is made for a brushed motor: two wires turn no brushless one.`
    : `${esc.esc.name} is made for a brushless motor: three wires turn no brushed one.`;
}
