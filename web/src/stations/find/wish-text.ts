import type { ProfileName, PlanFile, SearchQuery, PartSource, Target, UsualPart } from '@puddler/core';
import { compact, gearRun, nearlySureOf, PlanError, plannedRun, runAs, SURE_TARGETS } from '@puddler/core';
import type { PlanBody, RangePath, Wish } from '@puddler/contract/shared';
import type { StoredPart } from '../../document-store/selectors';
import { currencySymbol, formatIn, formatNumber, moneyText, unitOf, type UnitSystem } from '@puddler/figures';

/** How each target reads in the sentence, and where its range stands. */
export interface TargetWords {
  target: Target;
  before: string;
  /** For what reads it aloud, and for “add”. */
  name: string;
  range: RangePath;
  /** A sensible start when it is added. */
  start: (plan: PlanFile) => number;
  /** More of it is harder to get, or less. */
  bound: 'at least' | 'at most';
}

export const TARGET_WORDS: Record<Target, TargetWords> = {
  topSpeed: { target: 'topSpeed', before: '', name: 'top speed', range: 'wish.topSpeed.speedMs', start: () => 50 / 3.6, bound: 'at least' },
  minutes: {
    target: 'minutes',
    before: 'for at least',
    name: 'minutes',
    range: 'wish.minutes',
    start: (plan) => plannedRun(plan).minutes,
    bound: 'at least',
  },
  canC: { target: 'canC', before: 'motor can at most', name: 'can', range: 'wish.canC', start: () => 70, bound: 'at most' },
  newMoney: { target: 'newMoney', before: 'new parts for at most', name: 'new parts', range: 'wish.newMoney', start: () => 100, bound: 'at most' },
  climbPct: { target: 'climbPct', before: 'climbing at least', name: 'slope', range: 'wish.climbPct', start: () => 30, bound: 'at least' },
  pullN: { target: 'pullN', before: 'pulling at least', name: 'pull', range: 'wish.pullN', start: () => 20, bound: 'at least' },
  lapS: {
    target: 'lapS',
    before: 'a lap in at most',
    name: 'lap time',
    range: 'wish.lapS',
    start: (plan) => Math.ceil(lapOf(plan) ?? 20),
    bound: 'at most',
  },
  crawlMs: {
    target: 'crawlMs',
    before: 'crawling smoothly at no more than',
    name: 'crawl',
    range: 'wish.crawlMs',
    start: () => 0.3,
    bound: 'at most',
  },
};

/** The lap time of a plan's own run [s]. */
function lapOf(plan: PlanFile): number | null {
  try {
    return gearRun(plan).lapS;
  } catch (error) {
    if (error instanceof PlanError) return null;
    throw error;
  }
}

/** Units that a target's figure is written in: slow speeds in m/s. */
export function targetUnit(target: Target, system: UnitSystem) {
  switch (target) {
    case 'topSpeed':
      return unitOf('m/s', system);
    case 'crawlMs':
      return { symbol: 'm/s', factor: 1, digits: 2 };
    case 'canC':
      return unitOf('°C', system);
    case 'lapS':
      return { symbol: 's', factor: 1, digits: 2 };
    case 'minutes':
      return { symbol: 'min', factor: 1, digits: 1 };
    case 'climbPct':
      return { symbol: '%', factor: 1, digits: 0 };
    case 'pullN':
      return { symbol: 'N', factor: 1, digits: 0 };
    case 'newMoney':
      return { symbol: currencySymbol(), factor: 1, digits: 2 };
  }
}

export function targetText(target: Target, value: number, system: UnitSystem): string {
  const unit = targetUnit(target, system);
  return `${formatIn(value, unit)}${unit.symbol ? ` ${unit.symbol}` : ''}`;
}

export const PROFILE_WORDS: Record<ProfileName, string> = {
  'speed-pass': 'in speed passes',
  race: 'racing',
  bash: 'bashing',
  cruise: 'cruising',
  trail: 'on a trail',
  crawl: 'crawling',
  pull: 'pulling a load',
};

export const SOURCE_WORDS: Record<PartSource, string> = {
  plan: 'as in this plan',
  owned: 'what I own',
  shelf: 'what is on the shelf',
  classes: 'the shelf and generic sizes',
};

export const GEAR_SOURCE_WORDS: Record<PartSource, string> = { ...SOURCE_WORDS, classes: 'every size that is cut' };

/** Who drives so asks for pull before speed. */
const STRONG: readonly ProfileName[] = ['crawl', 'pull'];

/** Where a search for a plan begins: everything on the shelf, generic sizes where nobody has chosen a part, a cool can, and the plan's own driving. */
export function firstWish(shelf: readonly StoredPart[], { usualParts, run }: Pick<PlanBody, 'usualParts' | 'run'>): Wish {
  const has = (kind: string) => shelf.some(({ part }) => part.kind === kind && part.status !== 'worn-out');
  const from = (kind: UsualPart): PartSource => (has(kind) ? 'shelf' : usualParts?.includes(kind) ? 'classes' : 'plan');
  return {
    name: 'First wish',
    wish: { aim: run && STRONG.includes(run.profile) ? 'pull' : 'speed', canC: 70 },
    scope: {
      motor: from('motor'),
      esc: from('esc'),
      pack: from('pack'),
      gears: has('pinion') ? 'shelf' : 'classes',
      packPairs: false,
      twoMotors: false,
      gearbox: false,
    },
  };
}

/** The plan that a search puts parts into: the active one, on the ground and driven as wished. */
export function baseOf(file: PlanFile, { surface, profile, wish }: Pick<Wish, 'surface' | 'profile' | 'wish'>): PlanFile {
  const { grip: _grip, rollingResistance: _rolling, ...site } = file.site;
  const planned = plannedRun(file);
  const run = { ...runAs(planned, profile ?? planned.profile), ...compact({ minutes: wish.minutes }) };
  // Grip and rolling that were measured hold for the plan's own ground only.
  return { ...file, site: surface && surface !== file.site.surface ? { ...site, surface } : file.site, run };
}

/** A wish in a few words, for a list. */
export function wishSummary(search: Pick<Wish, 'wish'>, system: UnitSystem): string {
  const { wish } = search;
  const words: string[] = [];
  if (wish.topSpeed) words.push(`${wish.topSpeed.is === 'about' ? 'about' : '≥'} ${targetText('topSpeed', wish.topSpeed.speedMs, system)}`);
  if (wish.minutes !== undefined) words.push(`${formatNumber(wish.minutes, 1)} min`);
  if (wish.canC !== undefined) words.push(`can ≤ ${targetText('canC', wish.canC, system)}`);
  if (wish.climbPct !== undefined) words.push(`climbs ${formatNumber(wish.climbPct, 0)} %`);
  if (wish.pullN !== undefined) words.push(`pulls ${formatNumber(wish.pullN, 0)} N`);
  if (wish.crawlMs !== undefined) words.push(`crawls ${formatNumber(wish.crawlMs, 2)} m/s`);
  if (wish.lapS !== undefined) words.push(`lap ≤ ${formatNumber(wish.lapS, 2)} s`);
  if (wish.newMoney !== undefined) words.push(`new ≤ ${moneyText(wish.newMoney)}`);
  const sure = nearlySureOf(wish).map((target) => TARGET_WORDS[target].name);
  if (sure.length > 0) words.push(`${sure.join(' and ')} nearly sure`);
  return words.join(' · ') || 'no targets';
}

/** A wish with one target set, or taken out with undefined. */
export function withTarget(wish: SearchQuery, target: Target, value: number | undefined): SearchQuery {
  const { [target]: before, ...others } = wish;
  if (value === undefined) return withSureness(others, target, false);
  if (target === 'topSpeed') return { ...others, topSpeed: { is: typeof before === 'object' ? before.is : 'at-least', speedMs: value } };
  return { ...others, [target]: value };
}

/** A wish with a target to be kept nearly surely, or by the middle prediction only. */
export function withSureness(wish: SearchQuery, target: Target, sure: boolean): SearchQuery {
  const { nearlySure = [], ...others } = wish;
  const next = SURE_TARGETS.filter((one) => (one === target ? sure : nearlySure.includes(one)));
  return next.length > 0 ? { ...others, nearlySure: next } : others;
}
