import type { JudgedStep } from './judged-step';
import type { VerdictLevel } from './verdict';

/** What a step is driven with. */
export interface StepGears {
  pinion?: number | undefined;
  spur?: number | undefined;
  /** What is left of full throttle at the radio; left out: all of it. */
  capShare?: number | undefined;
}

/** A step that was driven, and what came of it. */
export interface Attempt extends StepGears {
  verdict: VerdictLevel;
}

/** Where one stands on a ladder. */
export interface LadderPosition {
  /** The step to be driven next, by its place. */
  at: number;
  why: 'first' | 'on' | 'again' | 'down' | 'top';
}

export const gearsOfStep = ({ gearing }: Pick<JudgedStep, 'gearing'>): StepGears => ({
  pinion: gearing.pinion,
  spur: gearing.spur,
  ...(gearing.kind === 'cap' && gearing.share < 1 ? { capShare: gearing.share } : {}),
});

/** Whether two steps are driven with the same. */
export const sameGears = (a: StepGears, b: StepGears): boolean =>
  a.pinion === b.pinion && a.spur === b.spur && Math.abs((a.capShare ?? 1) - (b.capShare ?? 1)) < 1e-9;

/**
 * The step to be driven next, by the last one that was: the next after go, the same after hold, the one below after back. A ladder that
 * has been drawn again may not have that step any more: then the fastest that is no faster is taken for it. `speedOf` says how fast those
 * gears are now.
 */
export function positionOn(
  steps: readonly Pick<JudgedStep, 'gearing' | 'topSpeedMs'>[],
  attempts: readonly Attempt[],
  speedOf: (gears: StepGears) => number,
): LadderPosition {
  const last = attempts[attempts.length - 1];
  if (!last) return { at: 0, why: 'first' };
  const exact = steps.findIndex((step) => sameGears(gearsOfStep(step), last));
  const slower = steps.findLastIndex((step) => step.topSpeedMs.p50 <= speedOf(last) + 1e-9);
  const stood = exact >= 0 ? exact : slower;
  if (last.verdict === 'hold') return { at: Math.max(0, stood), why: 'again' };
  if (last.verdict === 'back') return { at: Math.max(0, exact >= 0 ? stood - 1 : stood), why: 'down' };
  return stood >= steps.length - 1 ? { at: steps.length - 1, why: 'top' } : { at: stood + 1, why: 'on' };
}
