import type { Limits } from '../findings/limits';
import type { Choice } from './choice-plan';
import { examine, noCounts, type Candidate, type RuleCounts } from './examine';
import { boxesOf, Front, type Setup } from './front';
import { segmentsOf } from '../predict/profiles';
import { HeatEnvelope } from './heat-envelope';
import {
  aimOf,
  choiceOf,
  driveCandidate,
  hottestOf,
  missedByRun,
  ownedParts,
  placeStops,
  runStops,
  searchLimits,
  setupOf,
  type Hottest,
} from './judge';
import type { Group, SearchSpace } from './space';
import { ConfidenceJudge } from './confidence';

/** How far a search has come. */
export interface SearchProgress {
  /** Combinations looked at, of all there are; those that rules exclude as a whole count as looked at. */
  examined: number;
  /** Combinations left after each rule. */
  counts: RuleCounts;
  /** Setups whose run was driven, and setups that needed no run because even their best case could not change the front. */
  driven: number;
  spared: number;
  finished: boolean;
}

/** What is hotter by this share of the rise than a setup that was not nearly surely cool enough, is not either. */
const UNSURE_SHARE = 0.04;

/** Setups of each motor and pack that are driven first: gears from both ends and between. */
const SCOUTS = 4;

/** Which share of the groups one worker takes: every `of`-th from `worker`. */
export interface Share {
  worker: number;
  of: number;
}

/**
 * The search, piece by piece: `step` does the next small piece and says whether there is more, so that its caller
 * decides how long to go on, when to show progress and when to stop; it goes on where it stood. Pure. The front is the
 * same whatever the shares and whatever was learnt from others: what is left out could not be on it.
 */
export class Search {
  readonly front = new Front();
  private readonly counts = noCounts();
  private examined = 0;
  private driven = 0;
  private spared = 0;
  private finished = false;
  private readonly limits: Limits;
  private readonly hottest: Hottest;
  private readonly work: Generator<undefined, void>;
  /** What was driven of each group beforehand. */
  private readonly sure: ConfidenceJudge;
  /** A can from which on no setup of a group is nearly surely under the limit, as far as was seen [°C]. */
  private readonly unsureFromC = new Map<Group, number>();
  private readonly scouted = new Map<Group, { envelope: HeatEnvelope; esc: number; ratios: number[] }>();

  constructor(
    readonly space: SearchSpace,
    private readonly share: Share = { worker: 0, of: 1 },
  ) {
    this.limits = searchLimits(space.task.limits);
    this.hottest = hottestOf(space.task.query, this.limits, space.base.site.ambientC);
    this.sure = new ConfidenceJudge(space.task.query);
    this.work = this.pieces();
  }

  /** Does the next piece, a millisecond or two; false when there is none. */
  step(): boolean {
    this.finished = this.work.next().done ?? false;
    return !this.finished;
  }

  /** Takes in what other workers found, so that less has to be driven here. */
  learn(setups: readonly Setup[]): void {
    for (const setup of setups) this.front.add(setup);
  }

  progress(): SearchProgress {
    const { examined, counts, driven, spared, finished } = this;
    return { examined, counts: { ...counts }, driven, spared, finished };
  }

  private *pieces(): Generator<undefined, void> {
    const { space, share } = this;
    const { all, gears } = space.counts;
    // Combinations that the rules on parts exclude are in nobody's share. One worker counts them, so that the sum over workers is right.
    if (share.worker === 0) this.examined += all - gears;
    const groups = space.groups.filter((_, i) => i % share.of === share.worker);
    for (const group of groups) {
      this.scout(group);
      yield;
    }
    for (const group of groups) yield* this.group(group);
  }

  /**
   * Drives a few setups of a group before any group is looked through: what is best of all is then soon on the front, and spares
   * the others more runs.
   */
  private scout(group: Group): void {
    const { space } = this;
    const [esc] = group.escs;
    const candidates = examine(space, group, esc, space.gearRowsOf(group.motor), this.limits, noCounts(), false);
    const first = inGoodOrder(candidates).slice(0, SCOUTS);
    const envelope = new HeatEnvelope(space.motorOf(group.motor).resistanceOhm, space.base.site.ambientC, segmentsOf(space.resolvedBase));
    this.scouted.set(group, { envelope, esc, ratios: first.map((one) => one.gear.ratio) });
    for (const one of first) this.weigh(group, one, envelope);
  }

  private *group(group: Group): Generator<undefined, void> {
    const { space } = this;
    const gears = space.gearRowsOf(group.motor);
    const inAll = gears.reduce((sum, row) => sum + row.money.length, 0);
    const candidates: Candidate[] = [];
    for (const esc of group.escs) {
      for (const one of examine(space, group, esc, gears, this.limits, this.counts, false)) candidates.push(one);
      this.examined += inAll;
      yield;
    }
    if (candidates.length === 0) return;
    const { envelope, esc, ratios } = this.scouted.get(group)!;
    for (const candidate of inGoodOrder(candidates)) {
      if (candidate.esc === esc && ratios.includes(candidate.gear.ratio)) continue;
      if (this.weigh(group, candidate, envelope)) yield;
    }
    this.scouted.delete(group);
  }

  /** Drives a candidate that could matter; false when it need not be driven. */
  private weigh(group: Group, candidate: Candidate, envelope: HeatEnvelope): boolean {
    const matters = !this.cannotMatter(group, candidate, envelope);
    // Other pairs of gears of the same ratio do the same for more money.
    this.spared += candidate.alike - (matters ? 1 : 0);
    if (matters) this.settle(group, candidate, envelope);
    return matters;
  }

  /** True when the bounds from driven neighbours show that a setup misses a target, or that a member of the front is at least as good. */
  private cannotMatter(group: Group, candidate: Candidate, envelope: HeatEnvelope): boolean {
    const { space } = this;
    const { query } = space.task;
    const bounds = envelope.bounds(candidate.gear.ratio, space.escOf(candidate.esc), candidate.carKg);
    if (!bounds) return false;
    if (bounds.canC > Math.min(this.hottest.canC, this.unsureFromC.get(group) ?? Infinity)) return true;
    if (query.minutes !== undefined && bounds.minutes < query.minutes) return true;
    const { topSpeedMs, pullN, newMoney } = candidate;
    const { canC: maxCanC, minutes } = bounds;
    return this.front.surelyBeats({
      boxes: boxesOf(aimOf(query), { topSpeedMs, pullN, maxCanC, minutes, newMoney }),
      newMoney,
      topSpeedMs,
      maxCanC,
      minutes,
      // A getter, because it is needed only when everything compared before it is equal.
      get ownedParts() {
        return ownedParts(space, choiceOf(group, candidate));
      },
      get key() {
        return space.keyOf(choiceOf(group, candidate));
      },
    });
  }

  /** Whether nine of ten predictions keep what is to be kept nearly surely. */
  private isSure(group: Group, choice: Choice, canC: number): boolean {
    const { space, unsureFromC } = this;
    const failed = this.sure.failedBy(space.planOf(choice));
    if (failed === 'canC') {
      const fromC = canC + UNSURE_SHARE * Math.max(0, canC - space.base.site.ambientC);
      unsureFromC.set(group, Math.min(fromC, unsureFromC.get(group) ?? Infinity));
    }
    return failed === undefined;
  }

  private settle(group: Group, candidate: Candidate, envelope: HeatEnvelope): void {
    const { space, limits } = this;
    const choice = choiceOf(group, candidate);
    const driven = driveCandidate(space, group, candidate, this.hottest);
    this.driven++;
    envelope.add(candidate.gear.ratio, driven);
    if (driven.tooHot) return;
    if (missedByRun(space.task.query, driven.figures).length > 0) return;
    if (driven.figures.maxCanC > (this.unsureFromC.get(group) ?? Infinity)) return;
    if (runStops(space, limits, choice, driven).length > 0) return;
    const setup = setupOf(space, choice, driven.figures);
    if (this.front.surelyBeats({ ...setup, ...setup.figures })) return;
    if (placeStops(space, limits, choice, driven).length > 0 || !this.isSure(group, choice, driven.figures.maxCanC)) return;
    this.front.add(setup);
  }
}

/**
 * The cheapest of each gearing first, the gears from both ends and then halfway between, so that those driven early say
 * the most about the others.
 */
function inGoodOrder(candidates: readonly Candidate[]): Candidate[] {
  const byRatio = new Map<number, Candidate[]>();
  for (const one of candidates) {
    const alike = byRatio.get(one.gear.ratio);
    if (alike) alike.push(one);
    else byRatio.set(one.gear.ratio, [one]);
  }
  const rows = [...byRatio.values()].sort((a, b) => a[0]!.gear.ratio - b[0]!.gear.ratio);
  for (const row of rows) row.sort((a, b) => a.newMoney - b.newMoney || a.esc - b.esc || a.gear.pinion - b.gear.pinion || a.gear.spur - b.gear.spur);
  const order = halving(rows.length).map((place) => rows[place]!);
  const most = Math.max(...rows.map((row) => row.length));
  return Array.from({ length: most }, (_, i) => order.flatMap((row) => row[i] ?? [])).flat();
}

/** 0…n−1 from both ends and then halfway between neighbours, again and again. */
function halving(n: number): number[] {
  const order = n > 1 ? [0, n - 1] : n === 1 ? [0] : [];
  let spans: [number, number][] = [[0, n - 1]];
  while (spans.length > 0) {
    spans = spans.flatMap(([from, to]): [number, number][] => {
      if (to - from < 2) return [];
      const middle = (from + to) >> 1;
      order.push(middle);
      return [
        [from, middle],
        [middle, to],
      ];
    });
  }
  return order;
}
