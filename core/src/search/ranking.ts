import type { Limits } from '../findings/limits';
import type { Boxes, Setup, SetupFigures } from './front';
import { askedOf, figureOf } from './relax';
import { ABOUT_SHARE, targetsOf, type SearchQuery, type Target } from './query';

export type Merit = keyof Boxes;
const MERITS: readonly Merit[] = ['aim', 'cool', 'minutes', 'thrift'];

/** When more setups than this share a best value, “coolest of all” would tell none apart and is not said. */
const MOST_BEST = 2;

/** Why a setup is on the front, and what is nearest to going wrong with it. */
export interface Ranking {
  /** What it is best at among all setups, unless many share that value. */
  bestAt: Merit[];
  /** The setup most like it, and what this one is better and worse at. */
  against: { setup: Setup; better: Merit[]; worse: Merit[] } | undefined;
  /** The target with the least to spare, in its own unit. Its share is 1 when the setup just meets it. */
  tightest: { target: Target; asked: number; value: number; share: number } | undefined;
  /** The warmest of motor, winding, ESC and pack: its share of the stop limit. */
  warmest: { part: 'can' | 'winding' | 'esc' | 'pack'; valueC: number; share: number };
}

/** Says of any setup of a front where it stands among the others. What depends on all setups is computed once, here. */
export function rankings(setups: readonly Setup[], query: SearchQuery, ambientC: number, limits: Limits): (setup: Setup) => Ranking {
  const each = <T>(of: (values: number[]) => T) =>
    Object.fromEntries(MERITS.map((merit) => [merit, of(setups.map((one) => one.boxes[merit]))])) as Record<Merit, T>;
  const most = each((values) => values.reduce((a, b) => Math.max(a, b), -Infinity));
  const least = each((values) => values.reduce((a, b) => Math.min(a, b), Infinity));
  const shared = Object.fromEntries(MERITS.map((merit) => [merit, setups.filter((one) => one.boxes[merit] === most[merit]).length])) as Record<
    Merit,
    number
  >;
  const spans = Object.fromEntries(MERITS.map((merit) => [merit, Math.max(1, most[merit] - least[merit])])) as Record<Merit, number>;
  return (setup) => ({
    bestAt: MERITS.filter((merit) => setup.boxes[merit] === most[merit] && setups.length > 1 && shared[merit] <= MOST_BEST),
    against: nearest(setup, setups, spans),
    tightest: tightest(setup.figures, query, ambientC),
    warmest: warmest(setup.figures, limits),
  });
}

function nearest(setup: Setup, setups: readonly Setup[], spans: Record<Merit, number>): Ranking['against'] {
  let best: { setup: Setup; distance: number } | undefined;
  for (const other of setups) {
    if (other.key === setup.key) continue;
    const distance = MERITS.reduce((sum, merit) => sum + ((other.boxes[merit] - setup.boxes[merit]) / spans[merit]) ** 2, 0);
    if (!best || distance < best.distance) best = { setup: other, distance };
  }
  if (!best) return undefined;
  const other = best.setup;
  return {
    setup: other,
    better: MERITS.filter((merit) => setup.boxes[merit] > other.boxes[merit]),
    worse: MERITS.filter((merit) => setup.boxes[merit] < other.boxes[merit]),
  };
}

/** How much of each target is used up; for temperatures counted from the air. */
function tightest(figures: SetupFigures, query: SearchQuery, ambientC: number): Ranking['tightest'] {
  const shares = targetsOf(query).map((target) => {
    const [asked, value] = [askedOf(target, query), figureOf(target, figures)];
    const share = ((): number => {
      switch (target) {
        case 'topSpeed':
          return query.topSpeed!.is === 'about' ? Math.abs(value - asked) / (asked * ABOUT_SHARE) : asked / value;
        case 'canC':
          return (value - ambientC) / (asked - ambientC);
        case 'minutes':
        case 'climbPct':
        case 'pullN':
          return asked / value;
        case 'crawlMs':
        case 'lapS':
        case 'newMoney':
          return asked > 0 ? value / asked : 1;
      }
    })();
    return { target, asked, value, share };
  });
  return shares.reduce<Ranking['tightest']>((most, one) => (most && most.share >= one.share ? most : one), undefined);
}

function warmest(figures: SetupFigures, limits: Limits): Ranking['warmest'] {
  const parts = [
    ['can', figures.maxCanC, limits['motor-temperature']],
    ['winding', figures.maxWindingC, limits['winding-temperature']],
    ['esc', figures.maxEscC, limits['esc-temperature']],
    ['pack', figures.maxPackC, limits['pack-temperature']],
  ] as const;
  return parts
    .map(([part, valueC, limit]) => ({ part, valueC, share: valueC / (limit.stop ?? Infinity) }))
    .reduce((most, one) => (one.share > most.share ? one : most));
}
