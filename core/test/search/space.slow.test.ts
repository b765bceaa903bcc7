import {
  allFindings,
  limitsWith,
  predictSteady,
  resolvePlan,
  Search,
  SearchSpace,
  searchRun,
  simulateRun,
  solveTopSpeed,
  type Choice,
  type SearchScope,
  type SearchTask,
  type ShelfPart,
} from '@puddler/core';
import { seededShelf } from '../../../bench/src/seeded-shelf';
import { examine, noCounts } from '../../src/search/examine';
import { BOUGHT, CASES, plainPlan } from '../helpers';

const SHELF: SearchScope = { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false };

const spaceOf = (change: Partial<SearchTask> = {}) =>
  new SearchSpace({
    base: plainPlan(),
    shelf: seededShelf(3, { motors: 6, escs: 4, packs: 4, pinions: 4, spurs: 3 }),
    scope: SHELF,
    query: { aim: 'speed' },
    limits: limitsWith(),
    ...change,
  });

/** Every combination whose parts go together. */
function choicesOf(space: SearchSpace): Choice[] {
  return space.groups.flatMap(({ motor, pack, escs }) =>
    escs.flatMap((esc) => space.gearsOf(motor).map(({ pinion, spur, gearbox }) => ({ motor, pack, esc, pinion, spur, gearbox }))),
  );
}

describe('a combination', () => {
  const space = spaceOf({ scope: { ...SHELF, packPairs: true, twoMotors: true } });
  const choices = choicesOf(space);

  it('resolves to what its plan file resolves to', () => {
    expect(choices.length).toBeGreaterThan(200);
    for (const choice of choices.filter((_, i) => i % 17 === 0)) {
      const { provenance: _whole, ...whole } = resolvePlan(space.planOf(choice));
      const { provenance: _short, ...short } = space.resolvedOf(choice, whole.ratio);
      expect(short).toEqual(whole);
    }
  });

  it('is solved in place as `solveTopSpeed` solves its plan', () => {
    const { groups } = space;
    for (const group of groups.filter((_, i) => i % 5 === 0)) {
      const found = group.escs.flatMap((one) =>
        examine(space, group, one, space.gearRowsOf(group.motor), limitsWith({ 'motor-load': { stop: 9 } }), noCounts(), false),
      );
      for (const { esc, gear, topSpeedMs, pullN } of found) {
        const solved = solveTopSpeed(resolvePlan(space.planOf({ ...group, esc, pinion: gear.pinion, spur: gear.spur, gearbox: gear.gearbox })));
        expect(topSpeedMs).toBe(solved.topSpeedMs);
        solved.at.throttle(0, 1);
        expect(pullN).toBe(solved.at.forceN);
      }
    }
  });

  it('has a key and a price of its own', () => {
    const keys = new Set(choices.map((choice) => space.keyOf(choice)));
    expect(keys.size).toBe(choices.length);
    for (const choice of choices.filter((_, i) => i % 50 === 0)) {
      const parts = space.partsOf(choice);
      const others = parts.filter((part) => part !== space.options.escs[choice.esc]).reduce((sum, part) => sum + part.newMoney, 0);
      expect(space.newMoney(choice)).toBeCloseTo(others + space.escMoney(choice.motor, choice.esc), 9);
    }
  });

  it('keeps what was measured of the parts that stay, and drops the rest', () => {
    const base = plainPlan({ measured: ['motor.resistanceOhm', 'packs[0].cellResistanceOhm', 'car.massKg', 'gearing.pinion'] });
    const own = new SearchSpace({ base, shelf: [], scope: SHELF, query: { aim: 'speed' }, limits: limitsWith() });
    const [motor, pack] = [own.options.motors.findIndex((one) => one.key === 'plan'), 0];
    expect(own.planOf({ motor, pack, esc: 0, pinion: 0, spur: 0, gearbox: 0 }).measured).toEqual([
      'motor.resistanceOhm',
      'packs[0].cellResistanceOhm',
      'car.massKg',
    ]);
    const swapped = new SearchSpace({
      base,
      shelf: seededShelf(3, { motors: 1, escs: 0, packs: 0, pinions: 0, spurs: 0 }),
      scope: SHELF,
      query: { aim: 'speed' },
      limits: limitsWith(),
    });
    const other = swapped.options.motors.findIndex((one) => one.key !== 'plan');
    expect(swapped.planOf({ motor: other, pack: 0, esc: 0, pinion: 0, spur: 0, gearbox: 0 }).measured).toEqual([
      'packs[0].cellResistanceOhm',
      'car.massKg',
    ]);
  });
});

describe('rules on parts', () => {
  const bay = {
    motorDiameterMm: 37,
    motorLengthMm: 55,
    moduleMm: 0.8,
    pinionBoreMm: 3.17,
    meshMinMm: 26,
    meshMaxMm: 33,
    spurMin: 50,
    spurMax: 60,
    nearestPartMm: 28,
  };
  const base = plainPlan({ car: { ...plainPlan().car, bay }, gearing: { pinion: 17, spur: 54, moduleMm: 0.8 } });

  it('leave just what the findings of whole plans leave', () => {
    const space = spaceOf({ base });
    const left = new Set(choicesOf(space).map((choice) => space.keyOf(choice)));
    const { motors, packs, escs, pinions, spurs } = space.options;
    const rules = [
      'esc-cells',
      'motor-cells',
      'fit-diameter',
      'fit-length',
      'fit-esc',
      'fit-pack',
      'shaft-bore',
      'module',
      'mount-pattern',
      'mesh-distance',
      'spur-clearance',
      'screw-depth',
      'bec-voltage',
      'overdrive',
      'pinion-bore',
      'bec-current',
      'capacitor',
    ];
    let [kept, dropped] = [0, 0];
    for (let i = 0; i < space.counts.all; i += 7) {
      let place = i;
      const digit = (size: number) => {
        const at = place % size;
        place = Math.floor(place / size);
        return at;
      };
      const choice: Choice = {
        spur: digit(spurs.length),
        pinion: digit(pinions.length),
        esc: digit(escs.length),
        pack: digit(packs.length),
        motor: digit(motors.length),
        gearbox: 0,
      };
      const plan = space.planOf(choice);
      const resolved = resolvePlan(plan);
      const steady = predictSteady(resolved);
      const run = { ...searchRun(resolvePlan({ ...plan, run: { profile: 'pull', minutes: 0.2 } })) };
      const stops = allFindings({ plan, resolved, steady, run, limits: limitsWith() }).filter(
        (one) => one.level === 'stop' && rules.includes(one.id),
      );
      const spur = spurs[choice.spur]!;
      const inRange = spur.key === 'plan' || (spur.fields.teeth >= bay.spurMin && spur.fields.teeth <= bay.spurMax);
      const turns = escs[choice.esc]!.key !== 'plan' || plan.motor.kind === space.base.motor.kind;
      const fits = stops.length === 0 && inRange && turns;
      expect([space.keyOf(choice), left.has(space.keyOf(choice))]).toEqual([space.keyOf(choice), fits]);
      if (fits) kept++;
      else dropped++;
    }
    expect(kept).toBeGreaterThan(3);
    expect(dropped).toBeGreaterThan(50);
  });

  it.each([
    ['as bought', BOUGHT, undefined],
    ['a plan that keeps the old ESC for a new motor', { ...plainPlan(), esc: BOUGHT.esc }, BOUGHT],
  ])('let the old ESC of a brushed car turn no brushless motor: %s', (_what, base, stock) => {
    const space = spaceOf({ base, stock, scope: { ...SHELF, esc: 'classes' } });
    const pairs = choicesOf(space).map((choice) => space.planOf(choice));
    expect(pairs.filter(({ esc, motor }) => esc.name === BOUGHT.esc.name && motor.kind === 'brushless')).toEqual([]);
    expect(pairs.some(({ esc, motor }) => esc.name !== BOUGHT.esc.name && motor.kind === 'brushless')).toBe(true);
  });

  it('leave out worn-out parts, and the plan’s own where the shelf has one of its name', () => {
    const motor = { kind: 'motor', status: 'worn-out', spec: { kind: 'brushed', sizeClass: '540', turns: 27 } } as const;
    const shelf: ShelfPart[] = [
      { id: 'old', part: { ...motor, name: 'Old' } },
      { id: 'twin', part: { ...motor, name: base.motor.name.toUpperCase(), status: 'owned' } },
    ];
    expect(spaceOf({ base, shelf }).options.motors.map((one) => one.key)).toEqual(['twin']);
  });

  it.each([
    ['plan', ['plan']],
    ['owned', ['o']],
    ['shelf', ['plan', 'o', 'c']],
  ] as const)('take motors from %s', (source, keys) => {
    const motor = { kind: 'motor', spec: { kind: 'brushed', sizeClass: '540', turns: 27 } } as const;
    const shelf: ShelfPart[] = [
      { id: 'o', part: { ...motor, name: 'O', status: 'owned' } },
      { id: 'c', part: { ...motor, spec: { ...motor.spec, turns: 21 }, name: 'C', status: 'considered', price: 20 } },
    ];
    const { motors } = spaceOf({ base, shelf, scope: { ...SHELF, motor: source } }).options;
    expect(motors.map((one) => one.key)).toEqual(keys);
    expect(motors.find((one) => one.key === 'plan')?.newMoney ?? 0).toBe(source === 'shelf' ? 20 : 0);
  });

  it('are asked once of parts that differ in nothing but name and price: the cheapest stands for them', () => {
    const motor = { kind: 'motor', spec: { kind: 'brushed', sizeClass: '540', turns: 27 } } as const;
    const shelf: ShelfPart[] = [
      { id: 'dear', part: { ...motor, name: 'D', status: 'considered', price: 30 } },
      { id: 'mine', part: { ...motor, name: 'M', status: 'owned', price: 40 } },
      { id: 'cheap', part: { ...motor, name: 'C', status: 'considered', price: 20 } },
    ];
    expect(spaceOf({ base, shelf }).options.motors.map((one) => one.key)).toEqual(['plan', 'mine']);
    expect(spaceOf({ base, shelf: [shelf[0]!, shelf[2]!] }).options.motors.map((one) => one.key)).toEqual(['plan', 'cheap']);
  });

  it('take every size of gear that the bay notes, with the bore of the motor’s shaft', () => {
    const space = spaceOf({ base: { ...base, motor: { ...base.motor, shaftMm: 5 } }, shelf: [], scope: { ...SHELF, gears: 'classes' } });
    expect(space.options.spurs.map((one) => one.fields.teeth).sort((a, b) => a - b)).toEqual([50, 51, 52, 53, 54, 55, 56, 57, 58, 59, 60]);
    const gears = space.gearsOf(0);
    // The plan's own pinion has a 3.17 bore.
    expect(gears.some((gear) => space.options.pinions[gear.pinion]!.key === 'plan')).toBe(false);
    expect(space.planOf({ motor: 0, pack: 0, esc: 0, pinion: gears[0]!.pinion, spur: gears[0]!.spur, gearbox: 0 }).gearing).toMatchObject({
      pinionBoreMm: 5,
      moduleMm: 0.8,
    });
  });

  it('try each gear of a gearbox, and pairs of one pack in series and in parallel', () => {
    const car = {
      ...plainPlan().car,
      gearboxRatios: [
        { name: 'low', ratio: 2.5 },
        { name: 'high', ratio: 1.2 },
      ],
    };
    const shelf = seededShelf(3, { motors: 0, escs: 0, packs: 1, pinions: 0, spurs: 0 }).map((one) => ({
      ...one,
      part: { ...one.part, status: 'owned' as const },
    }));
    const space = spaceOf({ base: plainPlan({ car }), shelf, scope: { ...SHELF, gearbox: true, packPairs: true, pack: 'owned' } });
    expect(space.options.gearbox.map((one) => one.name)).toEqual(['low', 'high']);
    expect(space.options.packs.map((one) => one.fields.wiring)).toEqual([undefined, 'series', 'parallel']);
    const plans = choicesOf(space).map((choice) => space.planOf(choice));
    expect(new Set(plans.map((plan) => plan.gearing.gearboxRatio))).toEqual(new Set([2.5, 1.2]));
    expect(plans.some((plan) => plan.packWiring === 'parallel' && plan.packs.length === 2)).toBe(true);
  });

  it('judge a run of the minutes wished', () => {
    expect(spaceOf({ query: { aim: 'speed', minutes: 33 } }).base.run).toEqual({ profile: 'race', minutes: 33 });
    const { run: _run, ...without } = plainPlan();
    expect(spaceOf({ base: without }).base.run).toEqual({ profile: 'race', minutes: 10 });
  });
});

describe('the run that a search compares by', () => {
  it.each(CASES.map((one) => [one.name, one.plan] as const))('is within 1.5 K and 2 %% of a plan’s: %s', (_name, plan) => {
    const resolved = resolvePlan(plan);
    const [rough, fine] = [searchRun(resolved), simulateRun(resolved)];
    for (const store of ['maxCanC', 'maxWindingC', 'maxEscC', 'maxPackC'] as const) {
      expect(Math.abs(rough[store] - fine[store])).toBeLessThan(1.5 + 0.02 * Math.abs(fine[store] - plan.site.ambientC));
    }
    for (const figure of ['peakMotorCurrentA', 'peakPackCurrentA', 'rmsPackCurrentA', 'usedAh'] as const)
      expect(rough[figure] / fine[figure]).toBeCloseTo(1, 1);
  });

  it('ends where it is hopeless', () => {
    const resolved = resolvePlan(plainPlan({ run: { profile: 'race', minutes: 30 } }));
    const whole = searchRun(resolved);
    const cut = searchRun(resolved, (sofar) => sofar.maxCanC > 30);
    expect(cut.endS).toBeLessThan(whole.endS / 3);
    expect(cut.maxCanC).toBeGreaterThan(30);
  });
});

test('rules are counted by why they take out', () => {
  const space = spaceOf({ base: plainPlan({ site: { surface: 'tarmac', ambientC: 25, radioRangeM: 45 } }) });
  const search = new Search(space);
  while (search.step());
  const { counts } = search.progress();
  expect(counts.speed - counts.drive).toBe(counts.still + counts.overRpm + counts.overloaded + counts.outOfRange + counts.overDriveline);
  expect(counts.outOfRange).toBeGreaterThan(0);
});
