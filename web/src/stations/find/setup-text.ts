import { BOX, LONG_RUN, type Aim, type Merit, type SearchQuery, type Ranking } from '@puddler/core';
import { formatIn, formatNumber, moneyText, unitOf, type UnitSystem } from '@puddler/figures';
import type { FoundPart, FoundSetup } from '../../workers/search-worker';
import { TARGET_WORDS, targetText } from './wish-text';
import { heatWords } from '../../active/heat-text';

const partNamed = (setup: FoundSetup, kind: FoundPart['kind']) => setup.parts.find((part) => part.kind === kind);

/** “17 / 58”, with the gear of the gearbox where there is one. */
export function gearsText({ plan: { gearing, car } }: FoundSetup): string {
  const pair = gearing.pinion === undefined ? 'direct' : `${gearing.pinion} / ${gearing.spur}`;
  const gear = car.gearboxRatios?.find((one) => one.ratio === gearing.gearboxRatio);
  return gear ? `${pair}, ${gear.name}` : pair;
}

export function motorText(setup: FoundSetup): string {
  const motor = partNamed(setup, 'motor')!;
  return motor.count > 1 ? `${motor.count} × ${motor.name}` : motor.name;
}

/** “Osier 3652 3300 · Brackwater 3S 4000 · 17 / 58”. */
export function setupName(setup: FoundSetup): string {
  return `${motorText(setup)} · ${partNamed(setup, 'pack')!.name} · ${gearsText(setup)}`;
}

/** The name of a plan made of it: 120 characters at most. */
export const planName = (setup: FoundSetup) => `${motorText(setup)}, ${gearsText(setup)}`.slice(0, 120);

/** Nothing on the shelf tells what it may cost: it counts as nothing, and must not read as free. */
export const unpriced = (part: FoundPart) => part.priceGuessed && part.newMoney === 0;

export function partMoneyText(part: FoundPart): string {
  if (part.owned) return part.isOfPlan ? 'in the plan' : 'owned';
  return unpriced(part) ? 'no price' : `${part.priceGuessed ? '≈ ' : ''}${moneyText(part.newMoney)}`;
}

export function newMoneyText({ figures, parts }: Pick<FoundSetup, 'figures' | 'parts'>): string {
  const some = parts.some(unpriced);
  if (some && figures.newMoney === 0) return 'no price';
  return `${some ? '≥ ' : parts.some((part) => part.priceGuessed) ? '≈ ' : ''}${moneyText(figures.newMoney)}`;
}

const BEST_WORDS: Record<Merit, (wish: SearchQuery) => string> = {
  aim: (wish) => (wish.aim === 'speed' ? 'fastest' : 'strongest'),
  cool: () => 'coolest',
  minutes: () => 'longest',
  thrift: () => 'cheapest',
};
const BETTER_WORDS: Record<Merit, (wish: SearchQuery) => string> = {
  aim: (wish) => (wish.aim === 'speed' ? 'faster' : 'stronger'),
  cool: () => 'cooler',
  minutes: () => 'longer',
  thrift: () => 'less to pay',
};

const list = (words: readonly string[]) => (words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`);

/** Why it is on the front: what it is best of all at, else against the setup most like it, with figures. */
export function whyText(
  setup: FoundSetup,
  ranking: Ranking | undefined,
  wish: SearchQuery,
  system: UnitSystem,
  nameOf: (key: string) => string | undefined,
): string {
  if (!ranking) return '';
  if (ranking.bestAt.length > 0) return `${list(ranking.bestAt.map((merit) => BEST_WORDS[merit](wish)))} of all`;
  const { against } = ranking;
  if (!against) return 'the only one';
  const other = against.setup;
  const better = list(against.better.map((merit) => `${difference(merit, setup, other, wish, system)} ${BETTER_WORDS[merit](wish)}`));
  return `${better} than ${nameOf(other.key) ?? 'the one most like it'}`;
}

/** By how much two setups differ, as a builder would say it. */
function difference(
  merit: Merit,
  one: Pick<FoundSetup, 'figures'>,
  other: Pick<FoundSetup, 'figures'>,
  wish: SearchQuery,
  system: UnitSystem,
): string {
  const by = (id: 'topSpeedMs' | 'pullN' | 'maxCanC' | 'minutes' | 'newMoney') => Math.abs(one.figures[id] - other.figures[id]);
  switch (merit) {
    case 'aim': {
      const speed = unitOf('m/s', system);
      return wish.aim === 'speed' ? `${formatIn(by('topSpeedMs'), speed)} ${speed.symbol}` : `${formatNumber(by('pullN'), 1)} N`;
    }
    case 'cool':
      return `${formatNumber(by('maxCanC') * unitOf('°C', system).factor, 0)} ${system === 'metric' ? 'K' : '°F'}`;
    case 'minutes':
      return `${formatNumber(by('minutes'), 0)} min`;
    case 'thrift':
      return moneyText(by('newMoney'), 0);
  }
}

/** The target with the least to spare: “slope: 27 %, asked at least 20 %”. */
export function tightestText(ranking: Ranking | undefined, { topSpeed }: SearchQuery, system: UnitSystem): string | undefined {
  const tightest = ranking?.tightest;
  if (!tightest) return undefined;
  const { target, value, asked } = tightest;
  const { name, bound } = TARGET_WORDS[target];
  const word = target === 'topSpeed' && topSpeed?.is === 'about' ? 'about' : bound;
  return `${name}: ${targetText(target, value, system)}, asked ${word} ${targetText(target, asked, system)}`;
}

const WARM_WORDS = { can: 'motor can', winding: 'winding', esc: 'ESC', pack: 'pack' } as const;

export function warmestText({ warmest }: Ranking, system: UnitSystem): string {
  const warm = unitOf('°C', system);
  return `${WARM_WORDS[warmest.part]} ${heatWords(warmest.valueC, warm)}, ${formatNumber(100 * warmest.share, 0)} % of its stop limit`;
}

/** What is taken as the same, for a foot under the front. */
export function sameText(aim: Aim, system: UnitSystem): string {
  const speed = unitOf('m/s', system);
  const first = aim === 'speed' ? `${formatNumber(BOX.speedMs * speed.factor, 1)} ${speed.symbol}` : `${BOX.pullN} N`;
  const heat = system === 'metric' ? `${BOX.canK} K` : `${formatNumber(BOX.canK * unitOf('°C', system).factor, 1)} °F`;
  const minutes = `${BOX.minutes} min (${formatNumber(100 * LONG_RUN.share, 0)} % beyond ${LONG_RUN.minutes})`;
  return `Figures nearer than ${first}, ${heat}, ${minutes} or ${moneyText(BOX.money)} count as the same.`;
}
