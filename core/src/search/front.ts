import type { Choice } from './choice-plan';
import type { Aim } from './query';

/** What a setup does, as a search knows it. */
export interface SetupFigures {
  topSpeedMs: number;
  /** Pull at the tyres from standstill, as the tyres hold it [N], and the slope that it climbs [%]. */
  pullN: number;
  climbPct: number;
  /** Slowest speed at which it runs smoothly [m/s]; 0 with a sensor or brushes. */
  crawlMs: number;
  minutes: number;
  /** Time round the lap that the active plan drives [s]; null where it drives none. */
  lapS: number | null;
  maxCanC: number;
  maxWindingC: number;
  maxEscC: number;
  maxPackC: number;
  newMoney: number;
  packCurrentA: number;
  peakPackCurrentA: number;
  motorRpm: number;
  motorEfficiency: number;
  finalDriveRatio: number;
}

/** A combination that meets a query. */
export interface Setup {
  key: string;
  choice: Choice;
  figures: SetupFigures;
  /** Parts of it that are owned. */
  ownedParts: number;
  boxes: Boxes;
}

/** Figures in steps that a prediction can tell apart; more is better in each. */
export interface Boxes {
  aim: number;
  cool: number;
  minutes: number;
  thrift: number;
}

/** Figures nearer to each other than this count as the same: less than a prediction is sure of, or a builder cares for. */
export const BOX = { speedMs: 0.25, pullN: 1, canK: 2, minutes: 1, money: 1 } as const;
/** Of long runs a minute is less than a prediction can tell: from here on steps are a share of the minutes. */
export const LONG_RUN = { minutes: 20, share: 0.05 } as const;

function minutesStep(minutes: number): number {
  const { minutes: long, share } = LONG_RUN;
  return minutes < long ? Math.floor(minutes / BOX.minutes) : long / BOX.minutes + Math.floor(Math.log(minutes / long) / Math.log1p(share));
}

/** `aim` is undefined where a query is for about a speed: any speed within it is as good. */
export function boxesOf(aim: Aim | undefined, figures: Pick<SetupFigures, 'topSpeedMs' | 'pullN' | 'maxCanC' | 'minutes' | 'newMoney'>): Boxes {
  return {
    aim: aim === undefined ? 0 : aim === 'speed' ? Math.floor(figures.topSpeedMs / BOX.speedMs) : Math.floor(figures.pullN / BOX.pullN),
    cool: Math.floor(-figures.maxCanC / BOX.canK),
    minutes: minutesStep(figures.minutes),
    thrift: -Math.ceil(figures.newMoney / BOX.money),
  };
}

function covers(a: Boxes, b: Boxes): boolean {
  return a.thrift >= b.thrift && a.aim >= b.aim && a.cool >= b.cool && a.minutes >= b.minutes;
}

function sameBoxes(a: Boxes, b: Boxes): boolean {
  return a.thrift === b.thrift && a.aim === b.aim && a.cool === b.cool && a.minutes === b.minutes;
}

/** What a setup could at best be, before its run is known. */
export interface AtBest {
  boxes: Boxes;
  newMoney: number;
  topSpeedMs: number;
  maxCanC: number;
  minutes: number;
  /** Most comparisons are decided before these are needed, so they may be getters that compute on demand. */
  readonly ownedParts: number;
  readonly key: string;
}

/**
 * Two setups with equal boxes count as one on the front. This says whether the first is the one that is kept: the cheaper, then the
 * one with more parts owned, the faster, the cooler, the one that runs longer, and last the first by its key.
 */
function standsFor({ figures, ownedParts, key }: Setup, other: Omit<AtBest, 'boxes'>): boolean {
  if (figures.newMoney !== other.newMoney) return figures.newMoney < other.newMoney;
  if (ownedParts !== other.ownedParts) return ownedParts > other.ownedParts;
  if (figures.topSpeedMs !== other.topSpeedMs) return figures.topSpeedMs > other.topSpeedMs;
  if (figures.maxCanC !== other.maxCanC) return figures.maxCanC < other.maxCanC;
  if (figures.minutes !== other.minutes) return figures.minutes > other.minutes;
  return key < other.key;
}

/** The same order for two setups that are both known: it decides between setups with equal boxes. */
export function precedes(one: Setup, { figures, ownedParts, key }: Setup): boolean {
  return standsFor(one, { ...figures, ownedParts, key });
}

/**
 * True when a setup makes another superfluous: it is at least as good in every box and, where all boxes are equal, comes first in
 * the strict order. The other may be a best case whose run is not known yet.
 */
function beats(one: Setup, other: AtBest): boolean {
  return covers(one.boxes, other.boxes) && (!sameBoxes(one.boxes, other.boxes) || standsFor(one, other));
}

/**
 * The setups that no other setup equals or betters in every box. Because ties are broken by a strict order, the members are the same
 * whatever order they are added in, and whichever worker found them.
 */
export class Front {
  private kept: Setup[] = [];
  /**
   * The member that beat the last candidate. Neighbouring combinations are mostly beaten by the same one, so it is tried first. It may
   * have left the front since: whichever member replaced it is at least as good, so the answer is still right.
   */
  private lastBeater: Setup | undefined;

  get members(): readonly Setup[] {
    return this.kept;
  }

  /** Adds a setup unless a member makes it superfluous, and drops the members that it makes so. True when it was added. */
  add(setup: Setup): boolean {
    for (const one of this.kept)
      if (covers(one.boxes, setup.boxes) && (!sameBoxes(one.boxes, setup.boxes) || one.key === setup.key || precedes(one, setup))) return false;
    this.kept = this.kept.filter((one) => !covers(setup.boxes, one.boxes));
    this.kept.push(setup);
    return true;
  }

  /** True when a setup is off the front even if it turns out as good as it could. */
  surelyBeats(setup: AtBest): boolean {
    // Setups that are asked about one after the other are alike, and beaten by the same one.
    if (this.lastBeater && beats(this.lastBeater, setup)) return true;
    const beater = this.kept.find((one) => beats(one, setup));
    if (beater) this.lastBeater = beater;
    return beater !== undefined;
  }

  /** Members in an order that does not depend on how they were found: cheapest first, then fastest. */
  sorted(): Setup[] {
    return [...this.kept].sort(
      (a, b) => a.figures.newMoney - b.figures.newMoney || b.figures.topSpeedMs - a.figures.topSpeedMs || (a.key < b.key ? -1 : 1),
    );
  }
}
