import { readFileSync } from 'node:fs';
import path from 'node:path';
import Ajv2020 from 'ajv/dist/2020';
import fc from 'fast-check';
import {
  checkBody,
  checkPart,
  checkPlanBody,
  checkPlanFile,
  checkRunFile,
  joiProblems,
  planFileOf,
  planFileSchema,
  RANGES,
  rangeOf,
  splitPlanFile,
  NO_PROGRESS,
  NO_FITTING,
  NO_PURCHASE,
} from '@puddler/contract';
import { setField, type Motor, type PlanFile } from '@puddler/core';
import { anyPlan } from '../../core/test/any-plan';
import { CASES, plainPlan } from '../../core/test/helpers';

const schema = JSON.parse(readFileSync(path.join(__dirname, '../plan-file.schema.json'), 'utf8')) as object;
const ajv = new Ajv2020({ strict: false });
const publishedAccepts = ajv.compile(schema);
ajv.addSchema(schema, 'plan-file.schema.json');
const publishedAcceptsRun = ajv.compile(JSON.parse(readFileSync(path.join(__dirname, '../run-file.schema.json'), 'utf8')) as object);
/** What Joi says of a run file, where the published schema says the same. */
const runFileIsGood = (doc: unknown) => {
  const { ok } = checkRunFile(doc);
  expect(publishedAcceptsRun(doc)).toBe(ok);
  return ok;
};

type Json = Record<string, unknown>;

/** Sets (or with undefined removes) the value at a path like `packs.0.cells`. */
function bent(path: string, value: unknown): unknown {
  const plan = JSON.parse(JSON.stringify(plainPlan())) as Json;
  const parts = path.split('.');
  const last = parts.pop()!;
  const group = parts.reduce<Json>((at, part) => (at[part] ??= {}) as Json, plan);
  if (value === undefined) delete group[last];
  else group[last] = value;
  return plan;
}

const problemsOf = (plan: unknown) => {
  const checked = checkPlanFile(plan);
  return checked.ok ? [] : checked.problems;
};

describe('good plans', () => {
  test.each(CASES)('$name passes Joi and the published schema', ({ plan }) => {
    expect(problemsOf(plan)).toEqual([]);
    expect(publishedAccepts(plan)).toBe(true);
  });

  test('300 random plans pass both (seed 9)', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const text = JSON.parse(JSON.stringify(plan)) as unknown;
        expect(joiProblems(planFileSchema, text)).toEqual([]);
        expect(publishedAccepts(text)).toBe(true);
      }),
      { seed: 9, numRuns: 300 },
    );
  });

  test('a file taken apart and joined again is the same', () => {
    for (const { plan } of CASES) {
      const { car, plan: body } = splitPlanFile(plan);
      expect(planFileOf(car, body)).toEqual(plan);
      expect(checkPlanBody(body, car).ok).toBe(true);
    }
  });

  test('a pack may say that its rating is only usual, where it has one', () => {
    const withPack = (more: object) => bent('packs', [{ name: 'P', chemistry: 'lipo', cells: 2, capacityAh: 5, ...more }]);
    for (const [more, ok] of [
      [{ cRating: 40, typical: ['cRating'] }, true],
      [{ cellResistanceOhm: 0.003, typical: ['cRating'] }, false],
      [{ cRating: 40, typical: ['cells'] }, false],
      [{ cRating: 40, typical: [] }, false],
    ] as const) {
      expect([more, checkPlanFile(withPack(more)).ok]).toEqual([more, ok]);
      expect([more, publishedAccepts(withPack(more))]).toEqual([more, ok]);
    }
  });

  test('a plan may have figures of its own of what a conversion changes, and be without what a car may be without', () => {
    const { car, plan } = splitPlanFile(plainPlan({ car: { ...plainPlan().car, airflow: 'open' } }));
    const converted = { ...plan, conversion: { tyre: { diameterMm: 90 }, airflow: null } };
    expect(checkPlanBody(converted, car)).toMatchObject({ ok: true });
    const file = planFileOf(car, converted, { ...plan });
    expect(checkPlanFile(file)).toMatchObject({ ok: true });
    expect(publishedAccepts(JSON.parse(JSON.stringify(file)))).toBe(true);
    for (const wrong of [{}, { wheelbaseMm: 260 }, { drive: null }, { tyre: { diameterMm: 6800 } }])
      expect(checkPlanBody({ ...plan, conversion: wrong }, car)).toMatchObject({ ok: false });
  });
});

describe('bad plans: Joi and the published schema refuse alike, and the problem names the field', () => {
  test.each<[string, unknown, string, string]>([
    ['format', 'other', 'format', 'puddler-plan'],
    ['version', 2, 'version', '1'],
    ['name', '', 'name', '1 to 120'],
    ['name', undefined, 'name', 'must be there'],
    ['extra', 1, 'extra', 'no such field'],
    ['car.colour', 'red', 'car.colour', 'no such field'],
    ['car.massKg', '2', 'car.massKg', '0.05 to 200 kg'],
    ['car.massKg', -1, 'car.massKg', '0.05 to 200 kg'],
    ['car.drive', 'hover', 'car.drive', '4wd-shaft'],
    ['car.tyre', undefined, 'car.tyre', 'must be there'],
    ['car.tyre.diameterMm', 6800, 'car.tyre.diameterMm', '10 to 600 mm'],
    ['car.gearboxRatios', [], 'car.gearboxRatios', 'list'],
    ['converted', { figures: ['tyre'] }, 'converted.from', 'must be there'],
    ['converted', { from: plainPlan().car, figures: ['bay'] }, 'converted.figures[0]', 'massKg'],
    ['car.bay', { motorDiameterMm: 'big' }, 'car.bay.motorDiameterMm', '5 to 200 mm'],
    ['motor.kind', 'steam', 'motor.kind', 'brushed'],
    ['motor.turns', 27, 'motor.turns', 'no such field'],
    ['motor.statorDiameterMm', 28, 'motor.statorDiameterMm', 'no such field'],
    ['motor.diameterMm', undefined, 'motor.diameterMm', 'must be there'],
    ['motor.poles', 3, 'motor.poles', 'even'],
    ['motor.noLoadCurrentA', 2, 'motor', 'together'],
    ['motorCount', 1.5, 'motorCount', 'whole number'],
    ['esc.continuousA', null, 'esc.continuousA', '0.5 to 2000 A'],
    ['esc.sensored', 'yes', 'esc.sensored', 'true or false'],
    ['packs', [], 'packs', 'list of 1 to 8'],
    ['packs', {}, 'packs', 'list of 1 to 8'],
    ['packs', [{ name: 'P', chemistry: 'lipo', cells: 2, capacityAh: 5 }], 'packs[0]', 'cRating'],
    ['packs', [{ name: 'P', chemistry: 'lipo', cells: 2.5, capacityAh: 5, cRating: 30 }], 'packs[0].cells', 'whole number'],
    ['packWiring', 'both', 'packWiring', 'series'],
    ['gearing', { pinion: 20 }, 'gearing', 'spur'],
    ['gearing', undefined, 'gearing', 'must be there'],
    ['cooling', { motorFans: 3 }, 'cooling.motorFans', '0, 1, 2'],
    ['tow', {}, 'tow.massKg', 'must be there'],
    ['site.surface', 'ice', 'site.surface', 'tarmac'],
    ['site.ambientC', 100, 'site.ambientC', '-40 to 60 °C'],
    ['startCharge', 1.2, 'startCharge', '0 to 1'],
    ['run', { profile: 'race' }, 'run.minutes', 'must be there'],
    ['run.course', { legs: [] }, 'run.course.legs', 'a list'],
    ['run.course', { legs: [{ fullM: 10, cornerS: 1 }] }, 'run.course.legs[0]', 'radiusM, cornerMs'],
    ['run.course', { legs: [{ fullM: 10, cornerS: 1, radiusM: 2, cornerMs: 4 }] }, 'run.course.legs[0]', 'one of radiusM, cornerMs'],
    ['run.course', { legs: Array(17).fill({ fullM: 10, cornerS: 1, radiusM: 2 }) }, 'run.course.legs', 'at most 16'],
    ['run', { profile: 'cruise', minutes: 5, course: { legs: [{ fullM: 10, cornerS: 1, radiusM: 2 }] } }, 'run.course', 'only with race or bash'],
    ['run', { profile: 'sprint', minutes: 3 }, 'run.profile', 'race'],
  ])('%s = %j', (at, value, path, allowed) => {
    const plan = bent(at, value);
    expect(publishedAccepts(plan)).toBe(false);
    const found = problemsOf(plan).find((problem) => problem.path === path);
    expect(found).toBeDefined();
    expect(found!.allowed).toContain(allowed);
    expect(found!.message).toContain(path);
  });

  describe('every number holds to its range at both ends', () => {
    const plan = plainPlan({
      car: { ...plainPlan().car, gearboxRatios: [{ name: 'low', ratio: 2 }] },
      tow: { massKg: 1 },
      run: { profile: 'race', minutes: 5 },
    });
    const { diameterMm: _d, lengthMm: _l, ...inrunner } = plan.motor as Motor & { kind: 'brushless'; form: 'inrunner' };
    const noLoad = { noLoadCurrentA: 2, noLoadVoltageV: 7 };
    /** Plans that between them have room for every figure that a plan can hold. */
    const plans: PlanFile[] = [
      { ...plan, motor: { ...plan.motor, ...noLoad } },
      { ...plan, motor: { ...inrunner, ...noLoad, form: 'outrunner', statorDiameterMm: 28, statorHeightMm: 12 } },
      { ...plan, motor: { name: 'M', kind: 'brushed', sizeClass: '540', turns: 27, ...noLoad } },
      { ...plan, run: { profile: 'race', minutes: 5, course: { legs: [{ fullM: 20, cornerS: 1, radiusM: 3 }] } } },
      { ...plan, run: { profile: 'bash', minutes: 5, course: { legs: [{ fullM: 20, cornerS: 1, cornerMs: 3 }] } } },
    ];
    const wish = { name: 'W', wish: { aim: 'speed', topSpeed: { is: 'about', speedMs: 10 } }, scope: {} };
    const scope = { motor: 'shelf', esc: 'shelf', pack: 'shelf', gears: 'shelf', packPairs: false, twoMotors: false, gearbox: false };
    const part = (kind: string, spec: object) => ({ kind, name: 'P', status: 'owned', spec });
    const runFile = {
      format: 'puddler-run',
      version: 1,
      at: '2027-01-09',
      plan,
      passes: [{ speedMs: 9 }],
      readings: [{ of: 'can', c: 50 }],
      current: {},
      launch: {},
      logs: [{ hash: 'ab'.repeat(32), name: 'a.csv', kind: 'esc' }],
    };
    const keptLog = { hash: 'ab'.repeat(32), name: 'a.csv', kind: 'esc', type: 'text/plain', bytes: 9 };
    const budget = { amount: 40, every: 'week', from: '2026-05-31' };
    const purchaseIsGood = (doc: unknown) => checkBody('purchase')(doc, undefined).ok;
    const fittingIsGood = (doc: unknown) => checkBody('fitting')(doc, undefined).ok;
    /** Where the figures stand that are no plan’s: the document, the path in it, its check. */
    const elsewhere: Record<string, [doc: unknown, path: string, check: (doc: unknown) => boolean]> = {
      ...Object.fromEntries(
        Object.keys(RANGES)
          .filter((path) => path.startsWith('wish.'))
          .map((path) => [path, [{ ...wish, scope }, path, (doc: unknown) => checkBody('wish')(doc, undefined).ok]]),
      ),
      'today.topSpeedMs': [
        { car: plan.car, bench: { today: { topSpeedMs: 9 } } },
        'bench.today.topSpeedMs',
        (doc) => checkBody('car')(doc, undefined).ok,
      ],
      'today.canC': [{ car: plan.car, bench: { today: { topSpeedMs: 9 } } }, 'bench.today.canC', (doc) => checkBody('car')(doc, undefined).ok],
      'lines.price': [{ ...NO_PURCHASE, lines: [{ id: 'esc' }] }, 'lines[0].price', purchaseIsGood],
      'own.count': [{ ...NO_PURCHASE, own: [{ id: 'o', what: 'O', count: 1, group: 'tools' }] }, 'own[0].count', purchaseIsGood],
      'bundles.price': [{ ...NO_PURCHASE, bundles: [{ id: 'b', name: 'B', price: 1 }] }, 'bundles[0].price', purchaseIsGood],
      'sales.price': [{ ...NO_PURCHASE, sales: [{ id: 'motor', price: 1 }] }, 'sales[0].price', purchaseIsGood],
      'budget.amount': [{ ...NO_PURCHASE, budget }, 'budget.amount', purchaseIsGood],
      'budget.start': [{ ...NO_PURCHASE, budget }, 'budget.start', purchaseIsGood],
      'budget.wish': [{ ...NO_PURCHASE, budget }, 'budget.wish', purchaseIsGood],
      'steps.reading': [{ ...NO_FITTING, steps: [{ id: 'mesh' }] }, 'steps[0].reading', fittingIsGood],
      'ladder.readyC': [NO_PROGRESS, 'readyC', (doc) => checkBody('ladder')(doc, undefined).ok],
      'choices.plateMm': [NO_FITTING, 'choices.plateMm', fittingIsGood],
      ...Object.fromEntries(
        [
          'passes.speedMs',
          'readings.c',
          'readings.afterStopS',
          'current.settledA',
          'current.peakA',
          'current.minPackV',
          'capShare',
          'usedAh',
          'launch.to18m3S',
          'launch.to40m2S',
          'launch.peakG',
          'logs.shiftS',
        ].map((path) => [path, [runFile, path.replace(/^(readings|passes|logs)\./, '$1[0].'), runFileIsGood]]),
      ),
      'logs.place': [{ at: '2027-01-09', plan, logs: [keptLog] }, 'logs[0].place', (doc) => checkBody('run')(doc, undefined).ok],
      'part.price': [part('fan', {}), 'price', (doc) => checkPart(doc).ok],
      'part.massG': [part('tyre', { diameterMm: 80 }), 'spec.massG', (doc) => checkPart(doc).ok],
      'part.fanSizeMm': [part('fan', {}), 'spec.sizeMm', (doc) => checkPart(doc).ok],
    };

    test.each(Object.entries(RANGES))('%s', (path, range) => {
      const beyond = [range.min - 1, range.max + 1];
      const at = path
        .replace(/^packs\./, 'packs[0].')
        .replace(/gearboxRatios\./, 'gearboxRatios[0].')
        .replace(/legs\./, 'legs[0].');
      if (path in elsewhere) {
        const [doc, place, good] = elsewhere[path]!;
        expect([range.min, range.max].map((value) => good(setField(doc, place, value)))).toEqual([true, true]);
        expect(beyond.map((value) => good(setField(doc, place, value)))).toEqual([false, false]);
        return;
      }
      const verdicts = (value: number) =>
        plans.map((one) => {
          const bentPlan = setField(one, at, value);
          const joi = joiProblems(planFileSchema, bentPlan).length === 0;
          expect([path, value, publishedAccepts(bentPlan)]).toEqual([path, value, joi]);
          return joi;
        });
      // Some figures belong to one kind of motor: the others refuse them whatever they are.
      for (const value of [range.min, range.max]) expect(verdicts(value)).toContain(true);
      for (const value of beyond) expect(verdicts(value)).not.toContain(true);
    });
  });

  test.each([null, 5, 'plan', [], true])('%j is not a plan', (input) => {
    expect(problemsOf(input).length).toBeGreaterThan(0);
    expect(publishedAccepts(input)).toBe(false);
  });
});

describe('rules that need arithmetic', () => {
  const pack = { name: 'P', chemistry: 'lipo', cells: 2, capacityAh: 5, cRating: 30 };
  test('unlike packs in parallel', () => {
    const [problem] = problemsOf(plainPlan({ packs: [pack, { ...pack, cells: 3 }] as never, packWiring: 'parallel' }));
    expect(problem).toMatchObject({ path: 'packs', value: '2S lipo, 3S lipo' });
  });
  test('a no-load point that cannot turn', () => {
    const plan = plainPlan();
    plan.motor = { ...plan.motor, noLoadCurrentA: 90, noLoadVoltageV: 0.6 };
    expect(problemsOf(plan)[0]).toMatchObject({ path: 'motor.noLoadVoltageV', value: 0.6 });
  });
});

test('a field’s range is found with its indices', () => {
  expect(rangeOf('packs[3].cells')).toMatchObject({ min: 1, max: 30 });
  expect(rangeOf('packs[0].name')).toBeUndefined();
  expect(rangeOf('toString')).toBeUndefined();
});

test('a long value is cut in the message, not in the problem', () => {
  const long = 'x'.repeat(500);
  const [problem] = problemsOf(bent('site.surface', long));
  expect(problem!.value).toBe(long);
  expect(problem!.message.length).toBeLessThan(250);
});
