import { sameGears, type StepGears } from './ladder-position';

/** No step is larger than this in speed, for a slow car than so many metres a second, and in the can at p90, where a finer one exists. */
export const STEP_SPEED_SHARE = 0.12;
const STEP_SPEED_MS = 1;
const SLOW_BELOW_MS = 8;
export const STEP_CAN_K = 12;
/** A ladder begins at this share of the target’s speed. */
const START_FROM = 0.6;
export const START_TO = 0.7;

/** What a way is chosen by. */
export interface WayStep {
  speedMs: number;
  /** Where it is not known yet, whatever is near in speed counts as near in heat. */
  canP90C: number | undefined;
  /** What is preferred among ways of the same length: gears that are owned, then others, then a cap. */
  cost: number;
  gears: StepGears;
}

const fastestAfter = (speedMs: number): number => Math.max((1 + STEP_SPEED_SHARE) * speedMs, speedMs < SLOW_BELOW_MS ? speedMs + STEP_SPEED_MS : 0);

type Size = Pick<WayStep, 'speedMs' | 'canP90C'>;
const hasSmallRise = (a: Size, b: Size): boolean => b.speedMs <= fastestAfter(a.speedMs) + 1e-9;
const isKnown = (step: Size): step is Size & { canP90C: number } => step.canP90C !== undefined;

/** Whether a step up is small enough: undefined where that is not known yet. */
export function isSmallStep(a: Size, b: Size): boolean | undefined {
  if (!hasSmallRise(a, b)) return false;
  return isKnown(a) && isKnown(b) ? b.canP90C - a.canP90C <= STEP_CAN_K + 1e-9 : undefined;
}

/** Where to begin: today’s gears where they are safe and slower; else the fastest from 60 to 70 % of the target, gears before caps. */
export function startOf<S extends WayStep>(safe: readonly S[], target: S, from: StepGears | undefined): S | undefined {
  const now = from && safe.find((step) => sameGears(step.gears, from));
  if (now && now.speedMs <= target.speedMs) return now;
  const shareOf = (step: S) => step.speedMs / target.speedMs;
  const within = safe.filter((step) => shareOf(step) >= START_FROM && shareOf(step) <= START_TO);
  const slower = safe.filter((step) => shareOf(step) < START_TO);
  const all = within.length > 0 ? within : slower.length > 0 ? slower : safe.slice(0, 1);
  return [...all].sort((a, b) => a.cost - b.cost || b.speedMs - a.speedMs)[0];
}

/**
 * The fewest small steps from `start` to the target, or as far as they go; where nothing finer exists the next faster one is taken all
 * the same. Over all ways of that length the one with the least cost, then the one whose largest step is smallest.
 */
export function fewest<S extends WayStep>(steps: readonly S[], start: S, target: S): S[] {
  const order = [...steps].sort((a, b) => a.speedMs - b.speedMs);
  const best = new Map<S, { steps: number; cost: number; rise: number; before: S | undefined }>([
    [start, { steps: 0, cost: 0, rise: 0, before: undefined }],
  ]);
  for (const [i, a] of order.entries()) {
    const known = best.get(a);
    if (!known) continue;
    for (const b of nextOf(a, order.slice(i + 1))) {
      const next = { steps: known.steps + 1, cost: known.cost + b.cost, rise: Math.max(known.rise, b.speedMs / a.speedMs), before: a };
      const there = best.get(b);
      if (
        !there ||
        next.steps < there.steps ||
        (next.steps === there.steps && (next.cost < there.cost || (next.cost === there.cost && next.rise < there.rise)))
      )
        best.set(b, next);
    }
  }
  const reached = [...best.keys()].sort((a, b) => a.speedMs - b.speedMs);
  const end = best.has(target) ? target : reached[reached.length - 1]!;
  const way: S[] = [];
  for (let at: S | undefined = end; at; at = best.get(at)?.before) way.unshift(at);
  return way;
}

/** The steps that may follow one: the small ones, or the next where there is none; while that is not known, all that could be either. */
function nextOf<S extends WayStep>(a: S, after: readonly S[]): S[] {
  const faster = after.filter((b) => b.speedMs > a.speedMs);
  const small = faster.filter((b) => isSmallStep(a, b) !== false);
  if (small.some((b) => isSmallStep(a, b))) return small;
  const firstKnown = faster.findIndex(isKnown);
  return [...new Set([...small, ...faster.slice(0, firstKnown < 0 ? faster.length : firstKnown + 1)])];
}

/** The steps whose heat must be known before a way is what it seems: those on it, and what could be finer than a large step of it. */
export function openQuestions<S extends WayStep>(way: readonly S[], steps: readonly S[]): S[] {
  const onWay = way.filter((step) => !isKnown(step));
  if (onWay.length > 0) return onWay;
  for (const [i, b] of way.entries()) {
    const a = way[i - 1];
    if (!a || isSmallStep(a, b)) continue;
    const between = steps.filter((one) => !isKnown(one) && one.speedMs > a.speedMs && (one.speedMs <= b.speedMs || hasSmallRise(a, one)));
    if (between.length > 0) return between;
  }
  return [];
}
