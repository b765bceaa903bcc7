import { SMALLEST_PINION } from '../chain/gears';
import { fitFindings } from '../findings/fit';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { predictSteady } from '../predict/steady';
import { gearsOfRung, sameGears, type StepGears } from './climb';
import { candidateOf, roomFor, withPlannedRun, type Candidate, type Room, type Rung, type RungGearing, type RungStop, type RungTerms } from './rung';

/** No step is larger than this in speed, for a slow car than so many metres a second, and in the can at p90, where a finer one exists. */
export const STEP_SPEED_SHARE = 0.12;
const STEP_SPEED_MS = 1;
const SLOW_BELOW_MS = 8;
export const STEP_CAN_K = 12;
/** A ladder begins at this share of the target’s speed. */
const START_FROM = 0.6;
const START_TO = 0.7;
/** Throttle caps at the radio go by this. */
const CAP_STEP = 0.05;
const LOWEST_CAP = 0.4;
/** Slower than the target is what is slower by more than this. */
const SLOWER = 0.999;
/** Gears looked at, the finest first: more are no finer. */
const MOST_GEARS = 24;
/** Of the work, what gears take where caps are needed too. */
const GEARS_SHARE = 0.4;

export interface LadderStep extends Rung {
  room: Room;
}

export interface Ladder {
  /** `reached`: the last step is the target. `stops-short`: it is the last safe one, and `because` says what forbids the next. `no-start`: even the gentlest step passes a stop limit. */
  outcome: 'reached' | 'stops-short' | 'no-start';
  steps: LadderStep[];
  because: RungStop | undefined;
  target: Rung;
}

export interface LadderOptions extends RungTerms {
  /** Teeth that are owned, and others that could be bought. */
  pinions: readonly number[];
  spurs: readonly number[];
  owned?: { pinions: readonly number[]; spurs: readonly number[] };
  /** Today’s gears, where the car runs with them already: the step that was driven last. */
  from?: StepGears | undefined;
  /** Told what share of the steps that could be is computed. */
  report?: (share: number) => void;
}

/** So many teeth under the target’s pinion are worth looking at. */
const PINIONS_UNDER = 10;

/** Pinions that lead up to one of so many teeth, that one first. */
export const pinionsUpTo = (teeth: number): number[] =>
  Array.from({ length: PINIONS_UNDER + 1 }, (_, i) => teeth - i).filter((one) => one >= SMALLEST_PINION);

const FITS = ['mesh-distance', 'spur-clearance', 'pinion-bore', 'module'];

const geared = (plan: PlanFile, pinion: number, spur: number): PlanFile => ({ ...plan, gearing: { ...plan.gearing, pinion, spur } });

/** Whether a step up is small enough. */
export const isSmall = (a: Candidate, b: Candidate): boolean =>
  b.topSpeedMs.p50 <= fastestAfter(a.topSpeedMs.p50) + 1e-9 && b.canC.p90 - a.canC.p90 <= STEP_CAN_K + 1e-9;

const fastestAfter = (speedMs: number): number => Math.max((1 + STEP_SPEED_SHARE) * speedMs, speedMs < SLOW_BELOW_MS ? speedMs + STEP_SPEED_MS : 0);

/**
 * The way from a gentle start to a plan’s gearing in steps that exist: gears first, a throttle cap at the radio where no gear is fine
 * enough. As few steps as keep each small, none of which passes a stop limit at either of its gates. Pure; the same options give the same ladder.
 * Throws PlanError when the plan cannot be computed.
 */
export function ladder(plan: PlanFile, options: LadderOptions): Ladder {
  const target = withPlannedRun(candidateOf(plan, gearsOf(plan, options), options), options);
  const planned = new PlannedRuns(target, options);
  const gears = candidatesByGears(plan, options, target);
  const byGears = climb([...gears, target], target, planned, options);
  // A cap is for where no gear is fine enough, slow enough to begin with, or safe.
  const done = byGears.outcome === 'reached' && isGentle(byGears.steps, target, options);
  return done ? byGears : climb([...gears, ...candidatesByCap(plan, options), target], target, planned, options);
}

/** The planned runs of candidates, each driven when it is first asked for and kept. */
class PlannedRuns {
  private readonly known = new Map<Candidate, Rung>();

  constructor(
    target: Rung,
    private readonly terms: RungTerms,
  ) {
    this.known.set(target, target);
  }

  of(candidate: Candidate): Rung {
    const rung = this.known.get(candidate) ?? withPlannedRun(candidate, this.terms);
    this.known.set(candidate, rung);
    return rung;
  }
}

/** Small steps all the way, from a start that is slow enough, or from today’s gears. */
function isGentle(steps: readonly Candidate[], target: Candidate, { from }: LadderOptions): boolean {
  const first = steps[0]!;
  return (
    ((from !== undefined && sameGears(gearsOfRung(first), from)) || first.topSpeedMs.p50 <= START_TO * target.topSpeedMs.p50) &&
    steps.every((step, i) => i === 0 || isSmall(steps[i - 1]!, step))
  );
}

/**
 * The way through what there is. A planned run is driven only for steps that lie on a way: where one passes a limit, the step is left out and the way
 * found again, until every step of it is within both gates.
 */
function climb(all: readonly Candidate[], target: Rung, planned: PlannedRuns, options: LadderOptions): Ladder {
  // What is as fast as the target leads nowhere but there: a car whose amps are limited does not notice a cap.
  const bySpeed = all
    .filter((one) => one === target || one.topSpeedMs.p50 < SLOWER * target.topSpeedMs.p50)
    .sort((a, b) => a.topSpeedMs.p50 - b.topSpeedMs.p50);
  const safe = new Set(bySpeed.filter((one) => !one.stops));
  for (;;) {
    const start = startOf([...safe], target, options);
    if (!start) return { outcome: 'no-start', steps: [], because: (bySpeed[0] && planned.of(bySpeed[0]).stops) ?? target.stops, target };
    const way = fewest(
      [...safe].filter((one) => one.topSpeedMs.p50 >= start.topSpeedMs.p50),
      start,
      target,
    );
    const past = way.filter((one) => planned.of(one).stops);
    for (const one of past) safe.delete(one);
    if (past.length > 0) continue;
    const last = way[way.length - 1]!;
    const steps = way.map((one): LadderStep => ({ ...planned.of(one), room: roomFor(one) }));
    if (last === target) return { outcome: 'reached', steps, because: undefined, target };
    if (target.stops) return { outcome: 'stops-short', steps, because: target.stops, target };
    const next = bySpeed.find((one) => one.topSpeedMs.p50 > last.topSpeedMs.p50 && planned.of(one).stops);
    return { outcome: 'stops-short', steps, because: next && planned.of(next).stops, target };
  }
}

const isOwned = (options: LadderOptions, pinion: number, spur: number): boolean =>
  options.owned === undefined || (options.owned.pinions.includes(pinion) && options.owned.spurs.includes(spur));

function gearsOf(plan: PlanFile, options: LadderOptions): RungGearing {
  const { pinion, spur } = plan.gearing;
  return pinion === undefined || spur === undefined
    ? { kind: 'cap', pinion, spur, share: 1 }
    : { kind: 'gears', pinion, spur, owned: isOwned(options, pinion, spur) };
}

/** Every pair that goes in and is slower than the target, one for each speed: owned before others. */
function candidatesByGears(plan: PlanFile, options: LadderOptions, target: Candidate): Candidate[] {
  const { pinion: own, spur: ownSpur } = plan.gearing;
  if (own === undefined || ownSpur === undefined) return [];
  const pairs = options.pinions.flatMap((pinion) =>
    options.spurs.flatMap((spur) => {
      if (pinion === own && spur === ownSpur) return [];
      const file = geared(plan, pinion, spur);
      const resolved = resolvePlan(file);
      const { topSpeedMs } = predictSteady(resolved);
      const isNow = pinion === options.from?.pinion && spur === options.from.spur && options.from.capShare === undefined;
      const stays = fitFindings(file, resolved, options.limits).every((one) => one.level !== 'stop' || !FITS.includes(one.id));
      const isSlower = topSpeedMs < SLOWER * target.topSpeedMs.p50 && topSpeedMs > 0.5 * target.topSpeedMs.p50;
      return (stays && isSlower) || isNow ? [{ pinion, spur, file, topSpeedMs, owned: isOwned(options, pinion, spur) }] : [];
    }),
  );
  const sorted = pairs.sort((a, b) => a.topSpeedMs - b.topSpeedMs || Number(b.owned) - Number(a.owned));
  const distinct = sorted.filter((one, i) => i === 0 || one.topSpeedMs > 1.005 * sorted[i - 1]!.topSpeedMs || one.owned !== sorted[i - 1]!.owned);
  const every = Math.max(1, Math.ceil(distinct.length / MOST_GEARS));
  return distinct
    .filter((one, i) => i % every === 0 || one.owned)
    .slice(0, 2 * MOST_GEARS)
    .map(({ pinion, spur, file, owned }, i, all) => {
      options.report?.((GEARS_SHARE * i) / all.length);
      return candidateOf(file, { kind: 'gears', pinion, spur, owned }, options);
    });
}

/** The target’s own gears with the throttle held back: the finest steps there are. */
function candidatesByCap(plan: PlanFile, options: LadderOptions): Candidate[] {
  const { pinion, spur } = plan.gearing;
  const caps: Candidate[] = [];
  for (let share = 1 - CAP_STEP; share > LOWEST_CAP - 1e-9; share -= CAP_STEP) {
    options.report?.(Math.min(1, GEARS_SHARE + (1 - GEARS_SHARE) * ((1 - share) / (1 - LOWEST_CAP))));
    caps.push(candidateOf(plan, { kind: 'cap', pinion, spur, share: Number(share.toFixed(2)) }, options));
  }
  return caps;
}

/** Where to begin: today’s gears where they are safe and slower; else the fastest from 60 to 70 % of the target, gears before caps. */
function startOf(safe: readonly Candidate[], target: Candidate, { from }: LadderOptions): Candidate | undefined {
  const now = from && safe.find((rung) => sameGears(gearsOfRung(rung), from));
  if (now && now.topSpeedMs.p50 <= target.topSpeedMs.p50) return now;
  const shareOf = (rung: Candidate) => rung.topSpeedMs.p50 / target.topSpeedMs.p50;
  const within = safe.filter((rung) => shareOf(rung) >= START_FROM && shareOf(rung) <= START_TO);
  const slower = safe.filter((rung) => shareOf(rung) < START_TO);
  const all = within.length > 0 ? within : slower.length > 0 ? slower : safe.slice(0, 1);
  return [...all].sort((a, b) => costOf(a) - costOf(b) || b.topSpeedMs.p50 - a.topSpeedMs.p50)[0];
}

/** What is preferred among ways of the same length: gears that are owned, then others, then a cap. */
const costOf = ({ gearing }: Candidate): number =>
  gearing.kind === 'cap' && gearing.share < 1 ? 2 : gearing.kind === 'gears' && !gearing.owned ? 1 : 0;

/**
 * The fewest small steps from `start` to the target, or as far as they go; where nothing finer exists the next faster one is taken all
 * the same. Over all ways of that length the one with the least cost, then the one whose largest step is smallest.
 */
export function fewest(rungs: readonly Candidate[], start: Candidate, target: Candidate): Candidate[] {
  const order = [...rungs].sort((a, b) => a.topSpeedMs.p50 - b.topSpeedMs.p50);
  const best = new Map<Candidate, { steps: number; cost: number; rise: number; before: Candidate | undefined }>([
    [start, { steps: 0, cost: 0, rise: 0, before: undefined }],
  ]);
  const rise = (a: Candidate, b: Candidate) => b.topSpeedMs.p50 / a.topSpeedMs.p50;
  for (const [i, a] of order.entries()) {
    const known = best.get(a);
    if (!known) continue;
    const faster = order.slice(i + 1).filter((b) => b.topSpeedMs.p50 > a.topSpeedMs.p50);
    const small = faster.filter((b) => isSmall(a, b));
    for (const b of small.length > 0 ? small : faster.slice(0, 1)) {
      const next = { steps: known.steps + 1, cost: known.cost + costOf(b), rise: Math.max(known.rise, rise(a, b)), before: a };
      const there = best.get(b);
      if (
        !there ||
        next.steps < there.steps ||
        (next.steps === there.steps && (next.cost < there.cost || (next.cost === there.cost && next.rise < there.rise)))
      )
        best.set(b, next);
    }
  }
  const reached = [...best.keys()].sort((a, b) => a.topSpeedMs.p50 - b.topSpeedMs.p50);
  const end = best.has(target) ? target : reached[reached.length - 1]!;
  const way: Candidate[] = [];
  for (let at: Candidate | undefined = end; at; at = best.get(at)?.before) way.unshift(at);
  return way;
}
