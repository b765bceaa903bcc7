import type { Nameless, Part, PartStatus, ShelfPart } from '@puddler/core';

/** How many parts of each kind a made-up shelf holds. */
export interface ShelfSize {
  motors: number;
  escs: number;
  packs: number;
  pinions: number;
  spurs: number;
}

/** Numbers from 0 to 1 that a seed decides. */
function stream(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** A shelf of made-up parts in the sizes that are sold; the same seed gives the same shelf. */
export function seededShelf(seed: number, size: ShelfSize): ShelfPart[] {
  const random = stream(seed);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(random() * from.length)]!;
  const between = (low: number, high: number) => low + random() * (high - low);
  const parts: ShelfPart[] = [];
  const put = (kind: Part['kind'], name: string, spec: object, price: number) => {
    const status: PartStatus = random() < 0.35 ? 'owned' : random() < 0.05 ? 'worn-out' : 'considered';
    const priced = random() < 0.9 ? { price: Math.round(10 * price) / 10 } : {};
    parts.push({ id: `${kind}-${parts.length}`, part: { kind, name, status, ...priced, spec } as Part });
  };
  for (let i = 0; i < size.motors; i++) {
    const kv = 100 * Math.round(between(9, 52));
    const shaftMm = pick([3.17, 3.17, 5]);
    const form = pick(['inrunner', 'inrunner', 'inrunner', 'outrunner', 'brushed'] as const);
    const spec: Nameless<Extract<Part, { kind: 'motor' }>['spec']> =
      form === 'brushed'
        ? { kind: 'brushed', sizeClass: pick(['540', '550']), turns: Math.round(between(10, 40)), shaftMm: 3.17 }
        : form === 'inrunner'
          ? {
              kind: 'brushless',
              form,
              kvRpmPerV: kv,
              diameterMm: pick([28, 36, 36, 40]),
              lengthMm: Math.round(between(38, 74)),
              sensored: random() < 0.4,
              shaftMm,
              maxCells: pick([2, 3, 3, 4, 6]),
              maxRpm: pick([40_000, 50_000, 60_000]),
            }
          : {
              kind: 'brushless',
              form,
              kvRpmPerV: Math.round(kv / 3),
              statorDiameterMm: pick([22, 28, 35]),
              statorHeightMm: Math.round(between(10, 20)),
              sensored: random() < 0.4,
              shaftMm,
            };
    put('motor', `Osier ${i}`, spec, between(18, 90));
  }
  for (let i = 0; i < size.escs; i++) {
    const continuousA = pick([30, 45, 60, 80, 100, 120, 150]);
    const [minCells, maxCells] = pick([
      [2, 3],
      [2, 3],
      [2, 4],
      [3, 6],
    ] as const);
    put(
      'esc',
      `Tallow ${i}`,
      { continuousA, minCells, maxCells, becV: pick([5, 6, 7.4]), massG: Math.round(between(30, 120)) },
      20 + 0.7 * continuousA,
    );
  }
  for (let i = 0; i < size.packs; i++) {
    const cells = pick([2, 2, 3, 3, 4, 6]);
    const capacityAh = pick([2.2, 3.3, 4, 5, 6]);
    const chemistry = pick(['lipo', 'lipo', 'lipo', 'lihv'] as const);
    put(
      'pack',
      `Brackwater ${i}`,
      { chemistry, cells, capacityAh, cRating: pick([30, 40, 50, 70]), plugA: pick([60, 60, 90]) },
      4 * cells * capacityAh,
    );
  }
  for (let i = 0; i < size.pinions; i++)
    put('pinion', `Greyling pinion ${i}`, { teeth: 11 + i, moduleMm: 0.8, boreMm: pick([3.17, 3.17, 5]) }, between(5, 9));
  for (let i = 0; i < size.spurs; i++) put('spur', `Greyling spur ${i}`, { teeth: 50 + 2 * i, moduleMm: pick([0.8, 0.8, 1]) }, between(6, 10));
  return parts;
}
