import { SMALLEST_PINION } from '../chain/gears';
import { fitFindings } from '../findings/fit';
import type { PlanFile } from '../plan/plan-file';
import { resolvePlan } from '../resolve/resolve-plan';
import { predictSteady } from '../predict/steady';
import { gearsOfStep, sameGears, type StepGears } from './ladder-position';
import type { Foreseen } from './foreseen';
import { PossibleStep } from './possible-step';
import { trackLengthFor, type Candidate, type TrackLength, type JudgedStep, type StepGearing, type StepStop, type StepTerms } from './judged-step';
import { fewest, isSmallStep, openQuestions, START_TO, startOf } from './way';

/** Throttle caps at the radio go by this. */
const CAP_STEP = 0.05;
const LOWEST_CAP = 0.4;
/** Of the work, what gears take where caps are needed too. */
const GEARS_SHARE = 0.4;
/** Slower than the target is what is slower by more than this. */
const SLOWER = 0.999;
/** The last step before a stop is faster than the one before by this. */
const LEAST_RISE = 1.02;
/** Gears looked at, the finest first: more are no finer. */
const MOST_GEARS = 24;

export interface LadderStep extends JudgedStep {
  room: TrackLength;
}

export interface Ladder {
  /** `reached`: the last step is the target. `stops-short`: it is the last safe one, and `because` says what forbids the next. `no-start`: even the gentlest step passes a stop limit. */
  outcome: 'reached' | 'stops-short' | 'no-start';
  steps: LadderStep[];
  because: StepStop | undefined;
  target: JudgedStep;
  /** How many cars the planned run of the target is that of. */
  cars: number;
}

export interface LadderOptions extends StepTerms {
  /** Teeth that are owned, and others that could be bought. */
  pinions: readonly number[];
  spurs: readonly number[];
  owned?: { pinions: readonly number[]; spurs: readonly number[] };
  /** Today’s gears, where the car runs with them already: the step that was driven last. */
  from?: StepGears | undefined;
  /** Called with the share of the possible steps that has been computed. */
  report?: (share: number) => void;
  /**
   * Called with the ladder as it looks while its target has been driven for a third of the cars that it is judged by in the end: its range, or where the
   * ladder ends, may still change.
   */
  onFirst?: (ladder: Ladder) => void;
}

/** So many teeth under the target’s pinion are worth looking at. */
const PINIONS_UNDER = 10;

/** Pinions that lead up to one of so many teeth, that one first. */
export const pinionsUpTo = (teeth: number): number[] =>
  Array.from({ length: PINIONS_UNDER + 1 }, (_, i) => teeth - i).filter((one) => one >= SMALLEST_PINION);

const FITS = ['mesh-distance', 'spur-clearance', 'pinion-bore', 'module'];

const geared = (plan: PlanFile, pinion: number, spur: number): PlanFile => ({ ...plan, gearing: { ...plan.gearing, pinion, spur } });

/** Whether a step up is small enough. */
export const isSmall = (a: Foreseen, b: Foreseen): boolean => isSmallStep(sizeOf(a), sizeOf(b)) === true;
const sizeOf = ({ topSpeedMs, canC }: Foreseen) => ({ speedMs: topSpeedMs.p50, canP90C: canC.p90 });

/**
 * The way from a gentle start to a plan’s gearing in steps that exist: gears first, a throttle cap at the radio where no gear is fine
 * enough. As few steps as keep each small, none of which passes a stop limit at either of its gates. Pure; the same options give the same ladder.
 * Throws PlanError when the plan cannot be computed.
 */
export function ladder(plan: PlanFile, options: LadderOptions): Ladder {
  const target = new PossibleStep(plan, gearsOf(plan, options), options);
  target.look();
  const gears = stepsByGears(plan, options, target);
  let caps: PossibleStep[] | undefined;
  const build = (): Ladder => {
    const byGears = buildLadder([...gears, target], target, options, [0, GEARS_SHARE]);
    // A cap is for where no gear is fine enough, slow enough to begin with, or safe.
    if (byGears.outcome === 'reached' && isGentle(byGears.steps, byGears.target, options)) return byGears;
    caps ??= stepsByCap(plan, options);
    return buildLadder([...gears, ...caps, target], target, options, [GEARS_SHARE, 1]);
  };
  options.onFirst?.(build());
  target.takeAllCars();
  return build();
}

/** Small steps all the way, from a start that is slow enough, or from today’s gears. */
function isGentle(steps: readonly Candidate[], target: Candidate, { from }: LadderOptions): boolean {
  const first = steps[0]!;
  return (
    ((from !== undefined && sameGears(gearsOfStep(first), from)) || first.topSpeedMs.p50 <= START_TO * target.topSpeedMs.p50) &&
    steps.every((step, i) => i === 0 || isSmall(steps[i - 1]!, step))
  );
}

/**
 * The way through what there is. Bands and the planned run are computed only for steps that lie on a way: where one passes a limit, or proves too hot for a
 * small step, the way is found again, until every step of it is known and within both gates.
 */
function buildLadder(all: readonly PossibleStep[], target: PossibleStep, options: LadderOptions, [from, to]: readonly [number, number]): Ladder {
  // What is as fast as the target leads nowhere but there: a car whose amps are limited does not notice a cap.
  const bySpeed = all.filter((one) => one === target || one.speedMs < SLOWER * target.speedMs).sort((a, b) => a.speedMs - b.speedMs);
  const safe = new Set(bySpeed.filter((one) => !one.foundStops));
  const looksSafe = (one: PossibleStep): boolean => {
    one.look();
    options.report?.(from + ((to - from) * all.filter((step) => step.canP90C !== undefined).length) / all.length);
    if (one.foundStops) safe.delete(one);
    return !one.foundStops;
  };
  const end = { target: target.judged(), cars: target.cars };
  const order = target.hottestFirst();
  for (;;) {
    const start = startOf([...safe], target, options.from);
    if (!start) return { outcome: 'no-start', steps: [], because: bySpeed[0]?.stops() ?? target.stops(), ...end };
    if (!looksSafe(start)) continue;
    const faster = [...safe].filter((one) => one.speedMs >= start.speedMs);
    const way = fewest(faster, start, target);
    const open = openQuestions(way, faster);
    for (const one of open) looksSafe(one);
    if (open.length > 0) continue;
    const past = way.filter((one) => one.isStopped(order));
    for (const one of past) safe.delete(one);
    if (past.length > 0) continue;
    // A way that stops short does not end with a step that is no faster to speak of.
    const fastest = way[way.length - 1]!;
    if (fastest !== target && way.length > 1 && fastest.speedMs < LEAST_RISE * way[way.length - 2]!.speedMs) way.pop();
    const last = way[way.length - 1]!;
    const steps = way.map((one): LadderStep => ({ ...one.judged(), room: trackLengthFor(one.judged()) }));
    if (last === target) return { outcome: 'reached', steps, because: undefined, ...end };
    if (target.stops()) return { outcome: 'stops-short', steps, because: target.stops(), ...end };
    const because = bySpeed.find((one) => one.speedMs > last.speedMs && one.stops())?.stops();
    return { outcome: 'stops-short', steps, because, ...end };
  }
}

const isOwned = (options: LadderOptions, pinion: number, spur: number): boolean =>
  options.owned === undefined || (options.owned.pinions.includes(pinion) && options.owned.spurs.includes(spur));

function gearsOf(plan: PlanFile, options: LadderOptions): StepGearing {
  const { pinion, spur } = plan.gearing;
  return pinion === undefined || spur === undefined
    ? { kind: 'cap', pinion, spur, share: 1 }
    : { kind: 'gears', pinion, spur, owned: isOwned(options, pinion, spur) };
}

/** Every pair that goes in and is slower than the target, one for each speed: owned before others. */
function stepsByGears(plan: PlanFile, options: LadderOptions, target: PossibleStep): PossibleStep[] {
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
      const isSlower = topSpeedMs < SLOWER * target.speedMs && topSpeedMs > 0.5 * target.speedMs;
      return (stays && isSlower) || isNow ? [{ pinion, spur, file, topSpeedMs, owned: isOwned(options, pinion, spur) }] : [];
    }),
  );
  const sorted = pairs.sort((a, b) => a.topSpeedMs - b.topSpeedMs || Number(b.owned) - Number(a.owned));
  const distinct = sorted.filter((one, i) => i === 0 || one.topSpeedMs > 1.005 * sorted[i - 1]!.topSpeedMs || one.owned !== sorted[i - 1]!.owned);
  const every = Math.max(1, Math.ceil(distinct.length / MOST_GEARS));
  return distinct
    .filter((one, i) => i % every === 0 || one.owned)
    .slice(0, 2 * MOST_GEARS)
    .map(({ pinion, spur, file, owned }) => new PossibleStep(file, { kind: 'gears', pinion, spur, owned }, options));
}

/** The target’s own gears with the throttle held back: the finest steps there are. */
function stepsByCap(plan: PlanFile, options: LadderOptions): PossibleStep[] {
  const { pinion, spur } = plan.gearing;
  const caps: PossibleStep[] = [];
  for (let share = 1 - CAP_STEP; share > LOWEST_CAP - 1e-9; share -= CAP_STEP)
    caps.push(new PossibleStep(plan, { kind: 'cap', pinion, spur, share: Number(share.toFixed(2)) }, options));
  return caps;
}
