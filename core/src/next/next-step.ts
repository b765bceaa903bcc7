import type { Finding } from '../findings/finding';
import type { NotJudged } from '../findings/not-judged';
import type { UsualPart } from '../plan/plan-file';

/** What is known of a plan and done for it, as far as the next step depends on it. */
export interface PlanProgress {
  /** It is the car as bought: nothing is bought or fitted for it. */
  isAsBought: boolean;
  /** What gives, the worst first; undefined while its run is not computed. */
  findings: readonly Finding[] | undefined;
  notJudged: readonly NotJudged[];
  /** Parts that are only usual for the kind of car. */
  usualParts: readonly UsualPart[];
  /** Those of pinion and spur that are only usual for the kind of car. */
  typicalGears: readonly ('pinion' | 'spur')[];
  /** Sizes of the bay that nobody has measured. */
  unmeasured: readonly string[];
  /** Searches that are kept with the car. */
  searches: number;
  parts: {
    had: number;
    ordered: number;
    of: number;
    isBegun: boolean;
    /** What is missing, where it is only what may lie at home. */
    toCheck?: readonly string[] | undefined;
  };
  /** `isFitting`: something was done that needs the new parts, and not only what comes before them. */
  steps: { done: number; of: number; isBegun: boolean; isFitting: boolean; isNoted: boolean; next: { number: number; title: string } | undefined };
  /** Runs of the car that hold a figure, and those that nothing was learned from yet. */
  runs: { measured: number; unlearned: number };
  /** Steps up that were driven, and whether the last good one is the plan itself. */
  stepsUp: { driven: number; isAtTarget: boolean };
  /** The figure whose measurement would narrow the answers most, and how it is measured; asked only where nothing else is left to do. */
  widest: () => { label: string; how: string } | undefined;
}

/** The stations of a car's journey. */
export type JourneyStation = 'car' | 'plan' | 'find' | 'buy' | 'fit' | 'log' | 'step-up';
export type Mark = 'open' | 'begun' | 'done';

/** One thing to do, and where. */
export type NextStep =
  | { kind: 'fix'; station: 'plan'; finding: Finding }
  | { kind: 'read-label'; station: 'plan'; missing: string }
  | { kind: 'count-gears'; station: 'plan'; gears: readonly ('pinion' | 'spur')[] }
  | { kind: 'choose-parts'; station: 'find' }
  | { kind: 'say-parts'; station: 'plan'; parts: readonly UsualPart[] }
  | { kind: 'measure-bay'; station: 'car'; names: readonly string[] }
  | { kind: 'buy'; station: 'buy'; missing: number; ordered: number }
  | { kind: 'check-at-home'; station: 'buy'; names: readonly string[] }
  | { kind: 'fit'; station: 'fit'; number: number; of: number; title: string }
  | { kind: 'learn'; station: 'log'; runs: number }
  | { kind: 'step-up'; station: 'step-up'; number: number }
  | { kind: 'measure'; station: 'log'; label: string; how: string }
  | { kind: 'drive'; station: 'log' };

/** So many runs that say something are worth learning from. */
const LEARN_FROM = 2;

/**
 * What comes next for a plan: what would burn before what is missing, measuring before buying, buying before fitting, and what was driven before what is
 * driven next. A builder who has gone on is not sent back: a car that is being driven needs no thermometer ticked off.
 */
export function nextStep(progress: PlanProgress): NextStep {
  const { isAsBought, findings = [], notJudged, usualParts, typicalGears, unmeasured, parts, steps, runs, stepsUp, widest } = progress;
  const isDriven = runs.measured > 0 || stepsUp.driven > 0;
  const stop = findings.find(({ level, unrated }) => level === 'stop' && unrated !== true);
  if (runs.unlearned >= LEARN_FROM) return { kind: 'learn', station: 'log', runs: runs.unlearned };
  if (isAsBought) return { kind: 'choose-parts', station: 'find' };
  // A limit that a stand-in passes says nothing of the part that will be there.
  if (usualParts.length > 0) return { kind: 'say-parts', station: 'plan', parts: usualParts };
  if (stop) return { kind: 'fix', station: 'plan', finding: stop };
  const label = notJudged.find(({ id }) => id === 'esc-cells');
  if (label) return { kind: 'read-label', station: 'plan', missing: label.missing };
  if (typicalGears.length > 0) return { kind: 'count-gears', station: 'plan', gears: typicalGears };
  if (!isDriven && !steps.isFitting) {
    if (unmeasured.length > 0 && !parts.isBegun) return { kind: 'measure-bay', station: 'car', names: unmeasured };
    if (parts.toCheck && parts.ordered === 0) return { kind: 'check-at-home', station: 'buy', names: parts.toCheck };
    if (parts.had < parts.of) return { kind: 'buy', station: 'buy', missing: parts.of - parts.had - parts.ordered, ordered: parts.ordered };
  }
  if (!isDriven && steps.next) return { kind: 'fit', station: 'fit', of: steps.of, ...steps.next };
  if (!stepsUp.isAtTarget) return { kind: 'step-up', station: 'step-up', number: stepsUp.driven + 1 };
  const figure = widest();
  return figure ? { kind: 'measure', station: 'log', ...figure } : { kind: 'drive', station: 'log' };
}

const markOf = (done: boolean, begun: boolean): Mark => (done ? 'done' : begun ? 'begun' : 'open');

/** What of the journey is done, station by station. */
export function journeyMarks({
  findings,
  unmeasured,
  searches,
  parts,
  steps,
  runs,
  stepsUp,
  bayFigures,
}: PlanProgress & { bayFigures: number }): Record<JourneyStation, Mark> {
  return {
    car: markOf(unmeasured.length === 0, unmeasured.length < bayFigures),
    plan: markOf(findings !== undefined && findings.every(({ level }) => level !== 'stop'), true),
    find: markOf(searches > 0, false),
    buy: markOf(parts.isBegun && parts.had === parts.of, parts.isBegun),
    fit: markOf(steps.isBegun && steps.done === steps.of, steps.isBegun),
    log: markOf(runs.measured > 0 && runs.unlearned === 0, runs.measured > 0),
    'step-up': markOf(stepsUp.isAtTarget, stepsUp.driven > 0),
  };
}
