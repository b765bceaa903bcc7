import type { PlanFile, SetupFigures } from '@puddler/core';
import { readFileSync } from 'node:fs';
import { plainPlan } from '../../core/test/helpers';
import path from 'node:path';
import { layBorder, layContours, layLevelLabels } from '../src/charts/contour-layout';
import { NOTHING_YET } from '../src/jobs/search-pool';
import { brushed, layFront } from '../src/stations/find/front-layout';
import { markSeen, sinceSeen } from '../src/stations/find/seen';
import {
  gearsText,
  newMoneyText,
  partMoneyText,
  planName,
  sameText,
  setupName,
  tightestText,
  warmestText,
  whyText,
} from '../src/stations/find/setup-text';
import { emptiedBy, sieveRows } from '../src/stations/find/sieve-rows';
import { baseOf, firstWish, targetText, wishSummary, withTarget } from '../src/stations/find/wish-text';
import type { FoundSetup } from '../src/workers/search-worker';

const plan = JSON.parse(readFileSync(path.join(__dirname, '../../demo/plans/12-ridgeback-sixty.json'), 'utf8')) as PlanFile;
const box = { left: 0, right: 100, top: 0, bottom: 100 };

function setup(figures: Partial<SetupFigures>, change: Partial<FoundSetup> = {}): FoundSetup {
  const part = (kind: FoundSetup['parts'][number]['kind'], name: string, newMoney = 0) => ({
    kind,
    name,
    count: 1,
    newMoney,
    owned: newMoney === 0,
    priceGuessed: false,
  });
  return {
    key: 'a',
    choice: { motor: 0, pack: 0, esc: 0, pinion: 0, spur: 0, gearbox: 0 },
    figures: { topSpeedMs: 15, maxCanC: 60, minutes: 20, newMoney: 0, pullN: 12, climbPct: 60, ...figures } as SetupFigures,
    ownedParts: 5,
    boxes: { aim: 60, cool: -30, minutes: 20, thrift: 0 },
    plan,
    parts: [part('pack', 'Brackwater 3S'), part('esc', 'Tallow 60'), part('motor', 'Osier 3652'), part('pinion', '17 T'), part('spur', '58 T')],
    ...change,
  };
}

describe('the front’s chart', () => {
  const points = [
    { key: 'slow', x: 10, y: 40, size: 30 },
    { key: 'fast', x: 20, y: 70, size: 10 },
    { key: 'worse', x: 9, y: 50, size: 20 },
  ];

  it('places points, larger ones first so that none hides a smaller', () => {
    const { placed, scaleX, scaleY } = layFront(points, box, { x: 'more', y: 'less' });
    expect(placed.map((one) => one.key)).toEqual(['slow', 'worse', 'fast']);
    const fast = placed.find((one) => one.key === 'fast')!;
    expect([fast.cx, fast.cy]).toEqual([scaleX(20), scaleY(70)]);
    expect(placed[0]!.r).toBeGreaterThan(placed[2]!.r);
  });

  it('draws the edge through those that none is better than in both axes', () => {
    const { edge, scaleX, scaleY } = layFront(points, box, { x: 'more', y: 'less' });
    expect(edge.startsWith(`M${Math.round(scaleX(10) * 1000) / 1000},${Math.round(scaleY(40) * 1000) / 1000}`)).toBe(true);
    expect(edge).not.toContain(String(Math.round(scaleX(9) * 1000) / 1000));
    expect(layFront(points, box, { x: 'more', y: undefined }).edge).toBe('');
  });

  it('draws many points smaller, never so small that they vanish', () => {
    const largest = (count: number) =>
      layFront(
        Array.from({ length: count }, (_, i) => ({ key: `${i}`, x: i, y: i, size: i })),
        box,
        { x: 'more', y: 'less' },
      ).placed[0]!.r;
    expect(largest(100)).toBe(9);
    expect(largest(300)).toBeCloseTo(9 * Math.SQRT1_2, 6);
    expect(largest(5000)).toBe(4.5);
  });

  it('holds a single point, and none', () => {
    expect(layFront([points[0]!], box, { x: 'more', y: 'less' }).placed.every((one) => Number.isFinite(one.cx) && Number.isFinite(one.cy))).toBe(
      true,
    );
    expect(layFront([], box, { x: 'more', y: 'less' }).placed).toEqual([]);
  });

  it('knows what a brush encloses', () => {
    const inside = points.filter((point) => brushed(point, { x: [9.5, 25], y: [0, 60] })).map((one) => one.key);
    expect(inside).toEqual(['slow']);
  });
});

describe('a map', () => {
  const grid = (n: number) => Array.from({ length: n }, (_, i) => i);
  const field = { x: grid(11), y: grid(6), values: grid(66).map((i) => i % 11) };

  it('fills the whole box from the lowest step on', () => {
    const { levels, scaleX, scaleY } = layContours(field, box);
    expect(levels[0]!.at).toBeLessThanOrEqual(0);
    expect(levels.length).toBeGreaterThan(4);
    expect(levels.map((one) => one.at)).toEqual([...levels.map((one) => one.at)].sort((a, b) => a - b));
    expect([scaleX(10), scaleY(5)]).toEqual([100, 0]);
  });

  it('draws a limit where the field reaches it, and only inside', () => {
    const border = layBorder(field, 4, box)!;
    const xs = [...border.path.matchAll(/[ML]([\d.]+) /g)].map((match) => Number(match[1]));
    expect(xs.length).toBeGreaterThan(3);
    for (const x of xs) expect(x).toBeCloseTo(40, 0);
    expect(layBorder(field, 99, box)).toBeUndefined();
    expect(layBorder(field, -1, box)).toBeUndefined();
  });

  it('names its levels where they cross an edge, never two over each other', () => {
    const across = layLevelLabels(field, layContours(field, box), box);
    expect(across[0]).toMatchObject({ at: 1, x: 10, anchor: 'middle' });
    for (const [i, one] of across.entries()) {
      expect(one.x).toBeCloseTo(10 * one.at, 9);
      if (i > 0) expect(one.x - across[i - 1]!.x).toBeGreaterThanOrEqual(34);
    }
    const rising = { ...field, values: grid(66).map((i) => 10 * Math.floor(i / 11)) };
    const at = (...levels: number[]) => ({ ...layContours(rising, box), levels: [0, ...levels].map((level) => ({ at: level, path: '' })) });
    const up = layLevelLabels(rising, at(15, 35, 99), box);
    expect(up.map(({ at, anchor }) => [at, anchor])).toEqual([
      [15, 'start'],
      [35, 'start'],
    ]);
    expect(up[0]!.y - up[1]!.y).toBeCloseTo(0.4 * (box.bottom - box.top), 6);
    expect(layLevelLabels({ ...rising, values: rising.values.map(() => NaN) }, at(15), box)).toEqual([]);
  });

  it('bears points that cannot be computed', () => {
    const holed = { ...field, values: field.values.map((value, i) => (i < 3 ? NaN : value)) };
    expect(layContours(holed, box).levels.every((one) => !one.path.includes('NaN'))).toBe(true);
  });
});

describe('what counts as the same', () => {
  it('is said in the units shown', () => {
    expect(sameText('speed', 'metric')).toBe('Figures nearer than 0.9 km/h, 2 K, 1 min (5 % beyond 20) or 1\u00a0€ count as the same.');
    expect(sameText('pull', 'imperial')).toBe('Figures nearer than 1 N, 3.6 °F, 1 min (5 % beyond 20) or 1\u00a0€ count as the same.');
  });
});

describe('the wish', () => {
  it('reads short', () => {
    const wish = { aim: 'speed', topSpeed: { is: 'about', speedMs: 60 / 3.6 }, minutes: 10, canC: 70, newMoney: 120 } as const;
    expect(wishSummary({ wish }, 'metric')).toBe('about 60 km/h · 10 min · can ≤ 70 °C · new ≤ 120\u00a0€');
    expect(wishSummary({ wish }, 'imperial')).toBe('about 37.3 mph · 10 min · can ≤ 158 °F · new ≤ 120\u00a0€');
    expect(wishSummary({ wish: { aim: 'speed' } }, 'metric')).toBe('no targets');
    expect(targetText('crawlMs', 0.3, 'imperial')).toBe('0.3 m/s');
  });

  it('sets and drops targets, and keeps how a speed is taken', () => {
    const about = { aim: 'speed', topSpeed: { is: 'about', speedMs: 10 } } as const;
    expect(withTarget(about, 'topSpeed', 12)).toEqual({ aim: 'speed', topSpeed: { is: 'about', speedMs: 12 } });
    expect(withTarget({ aim: 'pull' }, 'topSpeed', 12)).toEqual({ aim: 'pull', topSpeed: { is: 'at-least', speedMs: 12 } });
    expect(withTarget(about, 'topSpeed', undefined)).toEqual({ aim: 'speed' });
  });

  it('puts parts into the plan on the ground and for the minutes wished; grip measured elsewhere does not come along', () => {
    const measured = { ...plan, site: { ...plan.site, grip: 0.9 } };
    const base = baseOf(measured, { wish: { aim: 'speed', minutes: 25 }, surface: 'gravel', profile: 'bash' });
    expect(base.run).toEqual({ profile: 'bash', minutes: 25 });
    expect(base.site).toMatchObject({ surface: 'gravel', straightM: 120 });
    expect(base.site).not.toHaveProperty('grip');
    expect(baseOf(measured, { wish: { aim: 'speed' } }).site.grip).toBe(0.9);
    // The course of the plan goes along, where it is driven that way.
    const course = { legs: [{ fullM: 20, cornerS: 1, cornerMs: 4 }] };
    const round: PlanFile = { ...measured, run: { profile: 'race', minutes: 5, course } };
    expect(baseOf(round, { wish: { aim: 'speed', minutes: 25 } }).run).toEqual({ profile: 'race', minutes: 25, course });
    expect(baseOf(round, { wish: { aim: 'speed' }, profile: 'cruise' }).run).toEqual({ profile: 'cruise', minutes: 5 });
  });

  it('begins with speed, or with pull for what is driven slowly', () => {
    expect(firstWish([], { run: { profile: 'bash', minutes: 10 } }).wish).toEqual({ aim: 'speed', canC: 70 });
    expect(firstWish([], { run: { profile: 'pull', minutes: 10 } }).wish).toEqual({ aim: 'pull', canC: 70 });
  });

  it('begins with generic sizes where nobody has chosen a part and none lies on the shelf', () => {
    expect(firstWish([], { usualParts: ['motor', 'pack'] }).scope).toMatchObject({ motor: 'classes', esc: 'plan', pack: 'classes' });
  });

  it('begins with what there is', () => {
    const shelf = [{ id: '1', part: { kind: 'motor', name: 'M', status: 'owned', spec: { kind: 'brushed', sizeClass: '540', turns: 27 } } }] as const;
    expect(firstWish(shelf, {}).scope).toMatchObject({ motor: 'shelf', esc: 'plan', pack: 'plan', gears: 'classes' });
  });
});

describe('what each rule leaves', () => {
  const facts = {
    counts: { all: 1_000_000, cells: 1000, fit: 100, gears: 50 },
    broken: [],
    unratedEscs: 0,
    choices: { motors: 1, escs: 1, packs: 1, pinions: 1, spurs: 1 },
  };

  it('is told from all to the front, on a scale of tens', () => {
    const rows = sieveRows(
      {
        ...NOTHING_YET,
        facts,
        progress: { ...NOTHING_YET.progress, counts: { ...NOTHING_YET.progress.counts, money: 40, start: 30 } },
      },
      plainPlan(),
    );
    expect(rows.map((row) => row.left)).toEqual([1_000_000, 1000, 100, 50, 40, 30, 0, 0, 0, 0]);
    expect(rows[0]!.share).toBe(1);
    expect(rows[1]!.share).toBeCloseTo(0.5, 2);
    expect(emptiedBy(rows)!.id).toBe('speed');
    expect(rows[4]!.counting).toBe(true);
  });

  it('says of ESCs whose cells nobody knows that they are not known, and never that they bear them', () => {
    const cells = (unratedEscs: number) => sieveRows({ ...NOTHING_YET, facts: { ...facts, unratedEscs } }, plainPlan())[1]!.label;
    expect([0, 1, 3].map(cells)).toEqual(['bear the cells', 'not too many cells, 1 ESC not known', 'not too many cells, 3 ESCs not known']);
  });

  it('says of sizes that nobody measured that they were not, and never that they fit', () => {
    const fit = (file: PlanFile) => sieveRows({ ...NOTHING_YET, facts }, file).find((row) => row.id === 'fit')!;
    const measured = plainPlan();
    const bay = { motorDiameterMm: 40, motorLengthMm: 70, escLengthMm: 50, packLengthMm: 140, meshMinMm: 20, meshMaxMm: 40 };
    expect(fit({ ...measured, car: { ...measured.car, bay } }).label).toBe('fit the bay');
    const { escLengthMm: _esc, ...rest } = bay;
    const row = fit({ ...measured, car: { ...measured.car, bay: rest } });
    expect(row.label).toBe('not too large, 1 size not measured');
    expect(row.title).toContain('Not measured in the car: ESC tray');
  });

  it('is nothing before the space is known', () => expect(sieveRows(NOTHING_YET, plainPlan())).toEqual([]));
});

describe('a setup in words', () => {
  const wish = { aim: 'speed', canC: 70 } as const;
  const position = {
    bestAt: [],
    against: undefined,
    tightest: { target: 'canC' as const, asked: 65, value: 60.4, share: 0.92 },
    warmest: { part: 'can' as const, valueC: 60, share: 0.7 },
  };

  it('has a name', () => {
    expect(setupName(setup({}))).toBe('Osier 3652 · Brackwater 3S · 17 / 58');
    expect(planName(setup({}, { parts: setup({}).parts.map((part) => ({ ...part, name: 'x'.repeat(200), count: 2 })) })).length).toBe(120);
    const twoSpeed = { ...plan, car: { ...plan.car, gearboxRatios: [{ name: 'low', ratio: 2.8 }] }, gearing: { ...plan.gearing, gearboxRatio: 2.8 } };
    expect(gearsText(setup({}, { plan: twoSpeed }))).toBe('17 / 58, low');
    expect(gearsText(setup({}, { plan: { ...plan, gearing: {} } }))).toBe('direct');
    const guessed = { ...setup({}).parts[0]!, owned: false, newMoney: 46.5, priceGuessed: true };
    expect(newMoneyText(setup({ newMoney: 46.5 }, { parts: [guessed] }))).toBe('≈ 46.50\u00a0€');
    // What has no price anywhere is not free.
    const none = { ...guessed, newMoney: 0 };
    expect(newMoneyText(setup({ newMoney: 0 }, { parts: [none] }))).toBe('no price');
    expect(newMoneyText(setup({ newMoney: 46.5 }, { parts: [guessed, none] }))).toBe('≥ 46.50\u00a0€');
    expect([guessed, none, { ...none, owned: true }, { ...none, owned: true, isOfPlan: true as const }].map(partMoneyText)).toEqual([
      '≈ 46.50\u00a0€',
      'no price',
      'owned',
      'in the plan',
    ]);
  });

  it('says what it is best at, or against which one and by how much', () => {
    const other = setup({ topSpeedMs: 14, maxCanC: 52, newMoney: 30 }, { key: 'b' });
    const name = (key: string) => (key === 'b' ? 'the other' : undefined);
    expect(whyText(setup({}), { ...position, bestAt: ['aim', 'thrift'] }, wish, 'metric', name)).toBe('fastest and cheapest of all');
    expect(whyText(setup({}), { ...position, against: { setup: other, better: ['aim', 'thrift'], worse: ['cool'] } }, wish, 'metric', name)).toBe(
      '3.6 km/h faster and 30\u00a0€ less to pay than the other',
    );
    expect(whyText(other, { ...position, against: { setup: setup({}), better: ['cool'], worse: [] } }, wish, 'imperial', name)).toBe(
      '14 °F cooler than the one most like it',
    );
    expect(whyText(setup({}), position, wish, 'metric', name)).toBe('the only one');
  });

  it('says what is nearest to failing', () => {
    expect(tightestText(position, wish, 'metric')).toBe('can: 60 °C, asked at most 65 °C');
    const slope = { ...position, tightest: { target: 'climbPct' as const, asked: 20, value: 27, share: 0.74 } };
    expect(tightestText(slope, wish, 'metric')).toBe('slope: 27 %, asked at least 20 %');
    const speed = { ...position, tightest: { target: 'topSpeed' as const, asked: 60 / 3.6, value: 61 / 3.6, share: 0.4 } };
    expect(tightestText(speed, { ...wish, topSpeed: { is: 'about', speedMs: 60 / 3.6 } }, 'imperial')).toBe(
      'top speed: 37.9 mph, asked about 37.3 mph',
    );
    expect(tightestText(undefined, wish, 'metric')).toBeUndefined();
    expect(warmestText(position, 'metric')).toBe('motor can 60 °C, 70 % of its stop limit');
  });
});

describe('what is new since a wish was looked at', () => {
  const kept = new Map<string, string>();
  beforeAll(() => {
    Object.defineProperty(globalThis, 'localStorage', {
      value: { getItem: (key: string) => kept.get(key) ?? null, setItem: (key: string, value: string) => kept.set(key, value) },
      configurable: true,
    });
  });
  const search = { id: 's', carId: 'c', ...firstWish([], {}) };

  it('is told for the same wish only', () => {
    expect(sinceSeen(search, ['a'])).toBeUndefined();
    markSeen(search, ['a', 'b']);
    expect(sinceSeen(search, ['b', 'c', 'd'])).toEqual({ fresh: ['c', 'd'], gone: 1 });
    expect(sinceSeen({ ...search, wish: { aim: 'pull' } }, ['b'])).toBeUndefined();
  });
});
