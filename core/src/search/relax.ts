import type { Limits } from '../findings/limits';
import { examine, noCounts, type Candidate } from './examine';
import type { Setup, SetupFigures } from './front';
import { choiceOf, driveCandidate, hottestOf, missedByRun, placeStops, runStops, searchLimits, setupOf } from './judge';
import { Search } from './search';
import { SearchSpace, type Group } from './space';
import { nearlySureOf, sureFigure, ConfidenceJudge } from './confidence';
import { ABOUT_SHARE, targetsOf, type SearchQuery, type SureTarget, type Target } from './query';

/** One target, and how far it must be given up for some setup to meet all the others. */
export interface Relaxation {
  target: Target;
  asked: number;
  /** What can be had instead, in the target's unit. */
  possible: number;
  setup: Setup;
}

/** How many of the candidates nearest to the target are driven before this gives up. */
const MOST_RUNS = 250;
/** … and of those whose surest value is looked for. */
const MOST_SURE = 12;

/**
 * When nothing meets a query: for each target, how far it alone would have to be given up. Resumable as `Search` is. A
 * target with no answer is missing from the list: giving up that one alone does not help, or not among the 250 nearest.
 */
export class Relaxing {
  readonly found: Relaxation[] = [];
  private readonly limits: Limits;
  private readonly work: Generator<undefined, void>;

  constructor(private readonly space: SearchSpace) {
    this.limits = searchLimits(space.task.limits);
    this.work = this.pieces();
  }

  /** Does the next piece; false when there is none. */
  step(): boolean {
    return !this.work.next().done;
  }

  private *pieces(): Generator<undefined, void> {
    const { query } = this.space.task;
    for (const target of targetsOf(query)) {
      const asked = askedOf(target, query);
      const sure = nearlySureOf(query).find((one) => one === target);
      if (sure) {
        const nearest = yield* this.nearlySure(sure);
        if (nearest) this.found.push({ target, asked, ...nearest });
        continue;
      }
      const setup = (yield* this.bySearch(target)) ?? (yield* this.byFigure(target));
      if (setup) this.found.push({ target, asked, possible: figureOf(target, setup.figures), setup });
    }
  }

  /** The best that nine of ten predictions keep, among the setups of a search without the target that come nearest to it. */
  private *nearlySure(target: SureTarget): Generator<undefined, { setup: Setup; possible: number } | undefined> {
    const { space } = this;
    const { query } = space.task;
    const search = yield* this.searchWithout(target);
    const nearest = [...search.front.sorted()]
      .sort((a, b) => givenUp(target, query, a.figures) - givenUp(target, query, b.figures))
      .slice(0, MOST_SURE);
    let best: { setup: Setup; possible: number; off: number } | undefined;
    for (const setup of nearest) {
      const possible = sureFigure(search.space.planOf(setup.choice), target);
      const off = givenUpAt(target, query, possible);
      if (!best || off < best.off) best = { setup, possible, off };
      yield;
    }
    return best && { setup: best.setup, possible: best.possible };
  }

  private *searchWithout(target: Target): Generator<undefined, Search> {
    const { space } = this;
    const { query } = space.task;
    const aim = target === 'topSpeed' ? 'speed' : target === 'pullN' || target === 'climbPct' ? 'pull' : query.aim;
    const search = new Search(new SearchSpace({ ...space.task, base: space.base, query: { ...without(query, target), aim } }));
    while (search.step()) yield;
    return search;
  }

  /**
   * The best value of the target on the front of a search that does not ask for it, exact to one step of the front. Undefined when
   * that value overshoots what was asked: then the nearest candidate is on the other side, or the front is not drawn by this target.
   */
  private *bySearch(target: Target): Generator<undefined, Setup | undefined> {
    const { query } = this.space.task;
    if (target === 'crawlMs') return undefined;
    const search = yield* this.searchWithout(target);
    const of = (setup: Setup) => givenUp(target, query, setup.figures);
    const best = search.front.sorted().reduce<Setup | undefined>((nearest, one) => (nearest && of(nearest) <= of(one) ? nearest : one), undefined);
    return best && of(best) > 0 && !(target === 'topSpeed' && best.figures.topSpeedMs > query.topSpeed!.speedMs) ? best : undefined;
  }

  /** For targets that are known without a run: candidates are tried from the nearest on, and the first whose run breaks no rule is the answer. */
  private *byFigure(target: Target): Generator<undefined, Setup | undefined> {
    const { space } = this;
    const { query } = space.task;
    if (target === 'canC' || target === 'minutes' || target === 'lapS') return undefined;
    const others = without(query, target);
    const able: { group: Group; candidate: Candidate }[] = [];
    for (const group of space.groups) {
      for (const esc of group.escs) {
        for (const candidate of examine(space, group, esc, space.gearRowsOf(group.motor), this.limits, noCounts(), true))
          if (candidate.missed === target) able.push({ group, candidate });
        yield;
      }
    }
    able.sort((a, b) => givenUp(target, query, a.candidate) - givenUp(target, query, b.candidate));
    const hottest = hottestOf(query, this.limits, space.base.site.ambientC);
    const sure = new ConfidenceJudge(others);
    for (const { group, candidate } of able.slice(0, MOST_RUNS)) {
      const driven = driveCandidate(space, group, candidate, hottest);
      const choice = choiceOf(group, candidate);
      yield;
      if (driven.tooHot || missedByRun(others, driven.figures).length > 0) continue;
      if (runStops(space, this.limits, choice, driven).length > 0 || placeStops(space, this.limits, choice, driven).length > 0) continue;
      if (sure.failedBy(space.planOf(choice)) !== undefined) continue;
      return setupOf(space, choice, driven.figures);
    }
    return undefined;
  }
}

function without(query: SearchQuery, target: Target): SearchQuery {
  const { [target]: _given, ...others } = query;
  return others;
}

type Known = Pick<SetupFigures, 'topSpeedMs' | 'pullN' | 'climbPct' | 'crawlMs' | 'newMoney'> & Partial<SetupFigures>;

/** By how much a setup misses a target, in its unit; 0 when it meets it. */
const givenUp = (target: Target, query: SearchQuery, figures: Known): number => givenUpAt(target, query, figureOf(target, figures));

function givenUpAt(target: Target, query: SearchQuery, value: number): number {
  const asked = askedOf(target, query);
  switch (target) {
    case 'topSpeed': {
      const slack = query.topSpeed!.is === 'about' ? asked * ABOUT_SHARE : 0;
      return query.topSpeed!.is === 'about' ? Math.max(0, Math.abs(value - asked) - slack) : Math.max(0, asked - value);
    }
    case 'minutes':
    case 'climbPct':
    case 'pullN':
      return Math.max(0, asked - value);
    case 'canC':
    case 'crawlMs':
    case 'lapS':
    case 'newMoney':
      return Math.max(0, value - asked);
  }
}

/** What was asked of a target, in its unit. */
export function askedOf(target: Target, query: SearchQuery): number {
  return target === 'topSpeed' ? query.topSpeed!.speedMs : query[target]!;
}

/** The figure that a target is about. */
export function figureOf(target: Target, figures: Partial<SetupFigures>): number {
  const key = target === 'topSpeed' ? 'topSpeedMs' : target === 'canC' ? 'maxCanC' : target;
  return figures[key] ?? NaN;
}
