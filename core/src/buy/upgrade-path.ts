import type { Finding } from '../findings/finding';
import { fixesFor, type Fix } from '../findings/fixes';
import type { Limits } from '../findings/limits';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { simulateRunFast } from '../predict/run-fast';
import { predictSteady } from '../predict/steady';
import type { Part } from '../shelf/part';
import type { Change } from '../compare/changed-links';
import type { PartialConversion, PartialFigures } from './partial-conversion';

/** What parts cost, and how many of them nobody has priced. */
export interface Cost {
  money: number;
  unpriced: number;
}

/** One stop on the way: a partial conversion that runs, and what leads to it. */
export interface Stage {
  partial: PartialConversion;
  figures: PartialFigures;
  /** What is changed to get here; empty at the car as bought. */
  added: Change[];
  cost: Cost;
  /** Findings of the stage before that are gone. */
  fixed: Finding[];
  /** The most severe finding of this stage; undefined where nothing is over a limit. */
  worst: Finding | undefined;
}

/** What an order of upgrades is good for. */
export const FAVOURS = ['money', 'speed', 'heat'] as const;
export type Favours = (typeof FAVOURS)[number];

export interface UpgradePath {
  favours: Favours[];
  stages: Stage[];
}

export interface UpgradePaths {
  /** Sound orders, each with what it favours; one where all favour the same. */
  paths: UpgradePath[];
  /** Why the whole plan is not among the stages; undefined where it is. */
  stopsShort: string | undefined;
}

/**
 * The ways from the car as bought to the plan through parts of it that run, in steps that cannot be made smaller: the one that spends
 * least early, the one that is fastest at once, and the one that stays coolest, as far as they differ. `costOf` says what the parts of
 * a partial conversion cost; where nothing has a price, no order spends least.
 */
export function upgradePaths(partials: readonly PartialConversion[], costOf: (partial: PartialConversion) => Cost): UpgradePaths {
  const running = partials.filter((one): one is Runs => one.figures !== undefined && one.forbidden === undefined);
  const [start] = running;
  const whole = partials[partials.length - 1]!;
  if (!start || start.changes.length > 0) return { paths: [], stopsShort: 'The car as bought cannot be computed.' };
  const costs = new Map(running.map((one) => [one, costOf(one)]));
  const chains = chainsFrom(start, running);
  const longest = Math.max(...chains.map((chain) => chain[chain.length - 1]!.changes.length));
  const sound = chains.filter((chain) => chain[chain.length - 1]!.changes.length === longest);
  const scores: Record<Favours, (chain: Runs[]) => number[]> = {
    money: (chain) => chain.map((one) => costs.get(one)!.money + UNPRICED * costs.get(one)!.unpriced),
    speed: (chain) => chain.map((one) => -one.figures.topSpeedMs),
    heat: (chain) => chain.map((one) => one.figures.maxCanC).sort((a, b) => b - a),
  };
  const paths: UpgradePath[] = [];
  const isPriced = sound.some((chain) => costs.get(chain.at(-1)!)!.money > 0);
  for (const favours of FAVOURS) {
    if (favours === 'money' && !isPriced) continue;
    const best = sound.reduce((a, b) => (lower(scores[favours](b), scores[favours](a)) ? b : a));
    const known = paths.find((path) => path.stages.every((stage, i) => stage.partial === best[i]) && path.stages.length === best.length);
    if (known) known.favours.push(favours);
    else paths.push({ favours: [favours], stages: stagesOf(best, costs) });
  }
  return { paths, stopsShort: longest < whole.changes.length ? (whole.forbidden ?? 'The plan cannot be computed.') : undefined };
}

type Runs = PartialConversion & { figures: PartialFigures };

/** A part without a price counts as this much when orders are compared: more than nothing, so that priced ones are not put off for it. */
const UNPRICED = 1e-3;

const isWithin = (small: PartialConversion, large: PartialConversion) =>
  small.changes.length < large.changes.length && small.changes.every((change) => large.changes.includes(change));

/** Every way on from a partial conversion through others that run, each step the smallest there is. */
function chainsFrom(from: Runs, running: readonly Runs[]): Runs[][] {
  const beyond = running.filter((one) => isWithin(from, one));
  const next = beyond.filter((one) => !beyond.some((other) => isWithin(other, one)));
  if (next.length === 0) return [[from]];
  return next.flatMap((one) => chainsFrom(one, beyond).map((rest) => [from, ...rest]));
}

/** Whether one list of figures comes before another: the first that differs decides. */
function lower(a: readonly number[], b: readonly number[]): boolean {
  const i = a.findIndex((value, at) => Math.abs(value - (b[at] ?? Infinity)) > 1e-9);
  return i >= 0 && a[i]! < (b[i] ?? Infinity);
}

function stagesOf(chain: readonly Runs[], costs: ReadonlyMap<Runs, Cost>): Stage[] {
  return chain.map((partial, i) => {
    const before = chain[i - 1];
    return {
      partial,
      figures: partial.figures,
      added: partial.changes.filter((change) => !before?.changes.includes(change)),
      cost: costs.get(partial)!,
      fixed: before ? before.findings.filter((one) => !partial.findings.some((other) => other.id === one.id)) : [],
      worst: partial.findings[0],
    };
  });
}

/** What would fix what gives first at a stage, the cheapest that is sufficient; undefined where nothing gives, or nothing fixes it. */
export function fixOf({ partial, worst }: Stage, limits: Limits, shelf: readonly Part[], stock: PlanFile): Fix | undefined {
  if (!worst) return undefined;
  const resolved = resolvePlan(partial.plan);
  const input = {
    plan: partial.plan,
    resolved,
    steady: predictSteady(resolved),
    run: simulateRunFast(resolved),
    limits,
    stock: resolvePlan(stock),
  };
  const { fixes } = fixesFor(worst, input, shelf);
  return fixes.find((fix) => fix.clears) ?? fixes[0];
}
