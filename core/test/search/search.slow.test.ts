import {
  limitsWith,
  predict,
  Search,
  SearchSpace,
  type PlanFile,
  type ProfileName,
  type SearchScope,
  type SearchTask,
  type SearchQuery,
} from '@puddler/core';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { seededShelf } from '../../../bench/src/seeded-shelf';
import { bruteForce, plainFront } from './brute-force';

const demo = (name: string) => JSON.parse(readFileSync(path.join(__dirname, '../../../demo/plans', `${name}.json`), 'utf8')) as PlanFile;

const SHELF: SearchScope = { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false };
/** With the plan's own parts some 3,000 combinations. */
const SIZE = { motors: 8, escs: 4, packs: 3, pinions: 5, spurs: 3 };

function task(
  seed: number,
  query: SearchQuery,
  change: { plan?: string; profile?: ProfileName; scope?: Partial<SearchScope>; size?: Partial<typeof SIZE>; cutoffs?: number[] } = {},
): SearchTask {
  const base = demo(change.plan ?? '12-ridgeback-sixty');
  return {
    base: {
      ...base,
      // On every other shelf the car's weight follows from its parts.
      car: seed % 2 === 1 ? { ...base.car, weighedPartsG: 450 } : base.car,
      run: { profile: change.profile ?? 'race', minutes: 5 },
    },
    shelf: seededShelf(seed, { ...SIZE, ...change.size }).map((one, i) => {
      const cutoff = change.cutoffs?.[i % change.cutoffs.length];
      return one.part.kind === 'esc' && cutoff !== undefined
        ? {
            ...one,
            part: { ...one.part, status: 'considered', price: 60 - 5 * cutoff, spec: { continuousA: 80, maxCells: 6, cutoffVPerCell: cutoff } },
          }
        : one;
    }),
    scope: { ...SHELF, ...change.scope },
    query,
    limits: limitsWith(),
    stock: demo('10-ridgeback-as-bought'),
  };
}

function found(space: SearchSpace, shares = 1): string[] {
  const searches = Array.from({ length: shares }, (_, worker) => new Search(space, { worker, of: shares }));
  // In turns, each told now and then what the others have.
  for (let turn = 0; searches.map((one) => one.step()).some(Boolean); turn++)
    if (turn % 40 === 0) for (const one of searches) for (const other of searches) if (other !== one) one.learn(other.front.members);
  const [whole] = searches;
  for (const other of searches.slice(1)) whole!.learn(other.front.members);
  return whole!.front.members.map((one) => one.key).sort();
}

const SEEDED: [seed: number, query: SearchQuery, change: Parameters<typeof task>[2]][] = [
  [11, { aim: 'speed', topSpeed: { is: 'about', speedMs: 15 }, canC: 75 }, {}],
  [12, { aim: 'speed', topSpeed: { is: 'at-least', speedMs: 12 }, canC: 70, newMoney: 150 }, { profile: 'bash' }],
  [13, { aim: 'speed' }, { profile: 'race' }],
  [27, { aim: 'speed', lapS: 18.5, canC: 75 }, { profile: 'race' }],
  [14, { aim: 'pull' }, { profile: 'trail' }],
  [15, { aim: 'pull', climbPct: 40, crawlMs: 0.6 }, { profile: 'pull' }],
  [16, { aim: 'speed', minutes: 25, canC: 60 }, { plan: '20-pacer-forty-minutes', profile: 'cruise' }],
  [17, { aim: 'speed', newMoney: 250 }, { plan: '40-plough-snow', profile: 'trail', scope: { twoMotors: true }, size: { motors: 4 } }],
  [
    18,
    { aim: 'speed', topSpeed: { is: 'at-least', speedMs: 8 } },
    { profile: 'speed-pass', scope: { packPairs: true }, size: { packs: 2, escs: 5 } },
  ],
  [19, { aim: 'pull', pullN: 8, minutes: 8 }, { plan: '31-drover-high', profile: 'pull', scope: { gearbox: true }, size: { motors: 4 } }],
  [
    20,
    { aim: 'speed', topSpeed: { is: 'about', speedMs: 11 }, canC: 80 },
    { profile: 'cruise', scope: { gears: 'classes' }, size: { motors: 3, escs: 3, packs: 2, pinions: 2, spurs: 1 } },
  ],
];

const SURE: typeof SEEDED = [
  [24, { aim: 'speed', topSpeed: { is: 'at-least', speedMs: 10 }, canC: 80, nearlySure: ['topSpeed', 'canC'] }, { size: { motors: 5, packs: 3 } }],
  [25, { aim: 'pull', minutes: 12, canC: 70, nearlySure: ['minutes'] }, { profile: 'bash', size: { motors: 5, packs: 3 } }],
];

const ALIKE: typeof SEEDED = [
  // Many generic ESCs are alike to the motor, and many generic gears have one ratio.
  [21, { aim: 'speed', topSpeed: { is: 'about', speedMs: 14 } }, { scope: { esc: 'classes', gears: 'classes' }, size: { motors: 1, packs: 1 } }],
  // ESCs that differ only in where they cut off, and so in how long the pack lasts.
  [22, { aim: 'speed', minutes: 30 }, { cutoffs: [3.6, 3, 0], size: { escs: 8 } }],
  // At held speeds an ESC’s resistance is the pack’s loss.
  [23, { aim: 'speed' }, { profile: 'crawl', scope: { esc: 'classes' }, size: { motors: 3, packs: 3, pinions: 5 } }],
];

test.each([...SEEDED, ...SURE, ...ALIKE])('the front of seeded shelf %i is that of trying every combination', (seed, query, change) => {
  const space = new SearchSpace(task(seed, query, change));
  const all = bruteForce(space);
  expect(space.counts.all).toBeGreaterThan(2000);
  expect(all.length).toBeGreaterThan(1);
  expect(found(space)).toEqual(plainFront(all, space.task));
});

describe('the search', () => {
  const many = task(31, { aim: 'speed', topSpeed: { is: 'at-least', speedMs: 9 }, canC: 78 }, { size: { motors: 14, packs: 6 } });

  it('finds the same front with one, two and five workers that tell each other', () => {
    const space = new SearchSpace(many);
    const alone = found(space);
    expect(alone.length).toBeGreaterThan(5);
    expect(found(space, 2)).toEqual(alone);
    expect(found(space, 5)).toEqual(alone);
  });

  it('counts what each rule leaves, the same however it is shared', () => {
    const space = new SearchSpace(many);
    const countsOf = (of: number) => {
      const parts = Array.from({ length: of }, (_, worker) => new Search(space, { worker, of }));
      for (const part of parts) while (part.step());
      const all = parts.map((part) => part.progress());
      return {
        examined: all.reduce((sum, one) => sum + one.examined, 0),
        money: all.reduce((sum, one) => sum + one.counts.money, 0),
        speed: all.reduce((sum, one) => sum + one.counts.speed, 0),
        pull: all.reduce((sum, one) => sum + one.counts.pull, 0),
        settled: all.reduce((sum, one) => sum + one.driven + one.spared, 0),
      };
    };
    const whole = countsOf(1);
    const { all, cells, fit, gears } = space.counts;
    expect(whole.examined).toBe(all);
    expect([all > cells, cells > fit, fit > gears, gears >= whole.money, whole.money > whole.speed, whole.speed >= whole.pull]).toEqual(
      Array(6).fill(true),
    );
    expect(whole.settled).toBe(whole.pull);
    expect(countsOf(3)).toEqual(whole);
  });

  it('drives only what could matter', () => {
    const search = new Search(new SearchSpace(many));
    while (search.step());
    const { driven, spared } = search.progress();
    expect(driven).toBeLessThan(0.8 * (driven + spared));
  });

  it('goes on where it stopped', () => {
    const space = new SearchSpace(many);
    const search = new Search(space);
    for (let i = 0; i < 10; i++) search.step();
    const { examined, finished } = search.progress();
    expect(finished).toBe(false);
    while (search.step());
    expect(search.progress().examined).toBeGreaterThan(examined);
    expect(search.front.members.map((one) => one.key).sort()).toEqual(found(space));
  });

  it('gives plans that meet the wish with no stop, by the run that Plan makes', () => {
    const space = new SearchSpace(many);
    const search = new Search(space);
    while (search.step());
    for (const { choice, figures } of search.front.members) {
      const plan = space.planOf(choice);
      const { steady, run, findings } = predict(plan);
      expect(findings.filter((one) => one.level === 'stop')).toEqual([]);
      expect(steady.topSpeedMs).toBeCloseTo(figures.topSpeedMs, 6);
      expect(steady.topSpeedMs).toBeGreaterThanOrEqual(9);
      expect(Math.abs(run.maxCanC - figures.maxCanC)).toBeLessThan(1.5);
    }
  });
});
