import {
  DEFAULT_LIMITS,
  BOX,
  limitsWith,
  Relaxing,
  Search,
  SearchSpace,
  rankings,
  queryProblems,
  type SearchTask,
  type SearchQuery,
} from '@puddler/core';
import { seededShelf } from '../../../bench/src/seeded-shelf';
import { plainPlan } from '../helpers';

const task = (query: SearchQuery, change: Partial<SearchTask> = {}): SearchTask => ({
  base: plainPlan({ run: { profile: 'race', minutes: 5 } }),
  shelf: seededShelf(5, { motors: 5, escs: 4, packs: 4, pinions: 5, spurs: 2 }),
  scope: { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false },
  query,
  limits: limitsWith(),
  ...change,
});

function search(space: SearchSpace): Search {
  const whole = new Search(space);
  while (whole.step());
  return whole;
}

function relaxed(query: SearchQuery) {
  const space = new SearchSpace(task(query));
  expect(search(space).front.members).toEqual([]);
  const relaxing = new Relaxing(space);
  while (relaxing.step());
  return { space, found: relaxing.found };
}

describe('a wish that nothing meets', () => {
  it.each<[SearchQuery, string]>([
    [{ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 12 }, canC: 60 }, 'canC'],
    [{ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 12 }, canC: 60 }, 'topSpeed'],
    [{ aim: 'speed', topSpeed: { is: 'about', speedMs: 25 }, canC: 60 }, 'topSpeed'],
    [{ aim: 'speed', topSpeed: { is: 'about', speedMs: 1.5 } }, 'topSpeed'],
    [{ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 13.5 }, newMoney: 1 }, 'newMoney'],
    [{ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 10 }, minutes: 95 }, 'minutes'],
    [{ aim: 'speed', lapS: 12, canC: 75 }, 'lapS'],
    [{ aim: 'pull', topSpeed: { is: 'at-least', speedMs: 21 }, climbPct: 80, canC: 70 }, 'topSpeed'],
    [{ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 13 }, crawlMs: 0.2, canC: 90 }, 'crawlMs'],
    [{ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 9 }, canC: 48, nearlySure: ['canC'] }, 'canC'],
    [{ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 26 }, canC: 78, nearlySure: ['topSpeed', 'canC'] }, 'topSpeed'],
  ])('says how far one target must be given up: %j, %s', (query, target) => {
    const { found } = relaxed(query);
    const one = found.find((each) => each.target === target)!;
    expect(one).toBeDefined();
    // Taking the advice leaves an answer …
    const eased: SearchQuery = { ...query };
    if (target === 'topSpeed') eased.topSpeed = { is: query.topSpeed!.is, speedMs: one.possible };
    // A shorter run ends a little otherwise: whole minutes are advised.
    else eased[target as 'canC'] = target === 'minutes' ? Math.floor(one.possible) : one.possible;
    expect(search(new SearchSpace(task(eased))).front.members.length).toBeGreaterThan(0);
  });

  it('gives up no more than it must, to a step of the front', () => {
    const { found } = relaxed({ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 12 }, canC: 60 });
    const speed = found.find((one) => one.target === 'topSpeed')!;
    const speedMs = speed.possible + BOX.speedMs;
    expect(search(new SearchSpace(task({ aim: 'speed', topSpeed: { is: 'at-least', speedMs }, canC: 60 }))).front.members).toEqual([]);
  });

  it('names no target when none alone would do', () => {
    const { found } = relaxed({ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 40 }, canC: 30, minutes: 200 });
    expect(found).toEqual([]);
  });
});

describe('contradictions', () => {
  const limits = limitsWith();
  const asked = (query: SearchQuery, change = {}) =>
    queryProblems(query, plainPlan(change), limits).map(({ target, reason, possible }) => [target, reason, possible]);

  it('finds a can cooler than the air', () => {
    expect(asked({ aim: 'speed', canC: 25 })).toEqual([['canC', 'air', 25]]);
    expect(asked({ aim: 'speed', canC: 26 })).toEqual([]);
  });

  it('finds a lap time where nothing is driven round', () => {
    expect(asked({ aim: 'speed', lapS: 20 }, { run: { profile: 'cruise', minutes: 5 } })).toEqual([['lapS', 'no-laps', NaN]]);
    expect(asked({ aim: 'speed', lapS: 20 }, { run: { profile: 'race', minutes: 5 } })).toEqual([]);
  });

  it('finds a slope and a pull beyond the grip', () => {
    const [[target, reason, possible]] = asked({ aim: 'pull', climbPct: 150 }) as [[string, string, number]];
    expect([target, reason]).toEqual(['climbPct', 'grip']);
    // µ 1.3, a tenth more on race tyres, less .035 and .03 to roll and turn the drive.
    expect(possible).toBeCloseTo(136.5, 9);
    expect(asked({ aim: 'pull', pullN: 29 })).toEqual([['pullN', 'grip', expect.closeTo(1.43 * 2 * 9.80665, 3)]]);
    expect(asked({ aim: 'pull', pullN: 28 })).toEqual([]);
  });

  it('finds a speed at which the radio is left behind', () => {
    const site = { surface: 'tarmac', ambientC: 25, radioRangeM: 80 };
    expect(asked({ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 21 } }, { site })).toEqual([['topSpeed', 'range', 20]]);
    expect(asked({ aim: 'speed', topSpeed: { is: 'at-least', speedMs: 19 } }, { site })).toEqual([]);
  });
});

describe('little to choose from', () => {
  it('an empty shelf leaves the plan itself', () => {
    const space = new SearchSpace(task({ aim: 'speed' }, { shelf: [] }));
    expect(space.counts.all).toBe(1);
    const [one] = search(space).front.members;
    expect(space.planOf(one!.choice)).toMatchObject({
      motor: space.base.motor,
      esc: space.base.esc,
      packs: space.base.packs,
      gearing: { pinion: 20, spur: 60 },
    });
  });

  it('a part that cannot be computed is named and left out', () => {
    const shelf = [{ id: 'x', part: { kind: 'pack', name: 'Bare', status: 'owned', spec: { chemistry: 'lipo', cells: 2, capacityAh: 5 } } }] as const;
    const space = new SearchSpace(task({ aim: 'speed' }, { shelf }));
    expect(space.broken).toEqual([{ name: 'Bare', message: expect.stringContaining('cRating') as string }]);
    expect(space.counts).toMatchObject({ all: 2, cells: 1 });
  });

  it('direct drive has one gearing', () => {
    const base = plainPlan({ gearing: {} });
    const space = new SearchSpace(task({ aim: 'speed' }, { base, shelf: [] }));
    expect(space.counts.gears).toBe(1);
    expect(space.planOf({ motor: 0, pack: 0, esc: 0, pinion: 0, spur: 0, gearbox: 0 }).gearing).toEqual({});
  });
});

describe('money', () => {
  const motor = {
    kind: 'motor',
    name: 'Osier',
    spec: { kind: 'brushless', form: 'inrunner', kvRpmPerV: 3000, diameterMm: 36, lengthMm: 52 },
  } as const;
  const moneyOf = (shelf: SearchTask['shelf'], twoMotors: boolean) => {
    const space = new SearchSpace(
      task(
        { aim: 'speed' },
        { shelf, scope: { motor: 'shelf', esc: 'plan', pack: 'plan', gears: 'plan', packPairs: false, twoMotors, gearbox: false } },
      ),
    );
    return Object.fromEntries(space.options.motors.map(({ key, newMoney, priceGuessed }) => [key, [newMoney, priceGuessed]]));
  };

  it('counts what is not owned, and the second of an owned one', () => {
    const owned = { id: 'a', part: { ...motor, status: 'owned', price: 40 } } as const;
    const considered = {
      id: 'b',
      part: { ...motor, spec: { ...motor.spec, kvRpmPerV: 2000 }, name: 'Lathe', status: 'considered', price: 30 },
    } as const;
    expect(moneyOf([owned, considered], true)).toMatchObject({ a: [0, false], 'a×2': [40, false], b: [30, false], 'b×2': [60, false] });
  });

  it('takes the middle price for a part without one, and says so', () => {
    const priced = [10, 30, 80].map((price, i) => ({
      id: `${i}`,
      part: { ...motor, spec: { ...motor.spec, kvRpmPerV: 2000 + i }, name: `M${i}`, status: 'considered' as const, price },
    }));
    const without = { id: 'x', part: { ...motor, spec: { ...motor.spec, kvRpmPerV: 3500 }, name: 'Bare', status: 'considered' as const } };
    expect(moneyOf([...priced, without], false)).toMatchObject({ x: [30, true] });
  });

  it('a second ESC comes with a second motor', () => {
    const esc = { id: 'e', part: { kind: 'esc', name: 'Tallow', status: 'considered', price: 50, spec: { continuousA: 80 } } } as const;
    const space = new SearchSpace(
      task(
        { aim: 'speed' },
        { shelf: [esc], scope: { motor: 'plan', esc: 'shelf', pack: 'plan', gears: 'plan', packPairs: false, twoMotors: true, gearbox: false } },
      ),
    );
    const place = space.options.escs.findIndex((one) => one.key === 'e');
    expect([0, 1].map((motorPlace) => space.escMoney(motorPlace, place))).toEqual([50, 100]);
  });
});

test('each member of a front says what it is best at, what it gives for it, and what is nearest to failing', () => {
  const query: SearchQuery = { aim: 'speed', topSpeed: { is: 'at-least', speedMs: 8 }, canC: 80 };
  const space = new SearchSpace(task(query));
  const setups = search(space).front.sorted();
  const positionOn = rankings(setups, query, 25, DEFAULT_LIMITS);
  const fastest = setups.reduce((a, b) => (b.figures.topSpeedMs > a.figures.topSpeedMs ? b : a));
  const asFast = setups.filter((one) => one.boxes.aim === fastest.boxes.aim);
  expect(positionOn(fastest).bestAt.includes('aim')).toBe(asFast.length <= 2);
  const coolest = Math.max(...setups.map((one) => one.boxes.cool));
  const asCool = setups.filter((one) => one.boxes.cool === coolest);
  // What more than two share tells none of them apart.
  for (const one of asCool) expect(positionOn(one).bestAt.includes('cool')).toBe(asCool.length <= 2);
  for (const setup of setups) {
    const { against, tightest } = positionOn(setup);
    // On a front nothing is better at everything.
    expect(against!.better.length).toBeGreaterThan(0);
    expect(against!.worse.length).toBeGreaterThan(0);
    expect(tightest!.share).toBeLessThanOrEqual(1);
  }
});
