import { readdirSync, readFileSync } from 'node:fs';
import { gearRun, whyCooler, type Motor, type PlanFile, type Surface } from '@puddler/core';
import { plainPlan } from '../helpers';

// On the ground where most people drive, a bigger pinion warms the can.

const GROUNDS: Surface[] = ['packed-dirt', 'loose-dirt', 'grass', 'gravel'];
/** From half to double the gearing. */
const STEPS = [0.5, 0.6, 0.7, 0.8, 0.9, 1, 1.12, 1.26, 1.41, 1.6, 1.8, 2];
const BURNT_C = 200;

const demo = (name: string) => JSON.parse(readFileSync(`demo/plans/${name}`, 'utf8')) as PlanFile;
const DEMO = readdirSync('demo/plans').filter((name) => name.endsWith('.json'));

interface Kind {
  massKg: number;
  drive: PlanFile['car']['drive'];
  body: PlanFile['car']['body'];
  tyreMm: number;
  widthMm: number;
  heightMm: number;
  wheelbaseMm: number;
  cgHeightMm: number;
  ratio: number;
  stock: Motor;
  tenTurn: Motor;
  cells: number;
  esc: number;
}
const brushed = (sizeClass: '130' | '180' | '370' | '540' | '550' | '775', turns: number): Motor => ({
  name: `${sizeClass} ${turns}T`,
  kind: 'brushed',
  sizeClass,
  turns,
});
const can = (diameterMm: number, lengthMm: number, kvRpmPerV: number): Motor => ({
  name: 'can',
  kind: 'brushless',
  form: 'inrunner',
  kvRpmPerV,
  diameterMm,
  lengthMm,
});

/** Eight kinds of car from 1/18 to 1/5, each with the motor that it is bought with and a hot one. */
const KINDS: Record<string, Kind> = {
  'eighteenth buggy': {
    massKg: 0.85,
    drive: '4wd-shaft',
    body: 'buggy',
    tyreMm: 64,
    widthMm: 190,
    heightMm: 90,
    wheelbaseMm: 175,
    cgHeightMm: 32,
    ratio: 8.5,
    stock: brushed('370', 35),
    tenTurn: can(28, 35, 4300),
    cells: 2,
    esc: 30,
  },
  'sixteenth truck': {
    massKg: 1.4,
    drive: '4wd-shaft',
    body: 'truggy',
    tyreMm: 86,
    widthMm: 240,
    heightMm: 120,
    wheelbaseMm: 215,
    cgHeightMm: 42,
    ratio: 10,
    stock: brushed('540', 27),
    tenTurn: can(36, 50, 3600),
    cells: 2,
    esc: 50,
  },
  'tenth touring': {
    massKg: 1.6,
    drive: '4wd-shaft',
    body: 'saloon',
    tyreMm: 66,
    widthMm: 190,
    heightMm: 120,
    wheelbaseMm: 257,
    cgHeightMm: 38,
    ratio: 7.5,
    stock: brushed('540', 27),
    tenTurn: can(36, 52, 3500),
    cells: 2,
    esc: 60,
  },
  'tenth buggy': {
    massKg: 1.7,
    drive: 'rwd',
    body: 'buggy',
    tyreMm: 85,
    widthMm: 250,
    heightMm: 130,
    wheelbaseMm: 280,
    cgHeightMm: 45,
    ratio: 11,
    stock: brushed('540', 27),
    tenTurn: can(36, 52, 3500),
    cells: 2,
    esc: 60,
  },
  'tenth short course': {
    massKg: 2.1,
    drive: 'rwd',
    body: 'short-course',
    tyreMm: 110,
    widthMm: 296,
    heightMm: 190,
    wheelbaseMm: 328,
    cgHeightMm: 55,
    ratio: 12,
    stock: brushed('550', 14),
    tenTurn: can(36, 52, 3500),
    cells: 2,
    esc: 60,
  },
  'tenth monster': {
    massKg: 2.8,
    drive: '4wd-shaft',
    body: 'monster',
    tyreMm: 135,
    widthMm: 330,
    heightMm: 200,
    wheelbaseMm: 280,
    cgHeightMm: 75,
    ratio: 18,
    stock: brushed('550', 14),
    tenTurn: can(36, 60, 3000),
    cells: 3,
    esc: 80,
  },
  'eighth buggy': {
    massKg: 3.6,
    drive: '4wd-shaft',
    body: 'buggy',
    tyreMm: 112,
    widthMm: 310,
    heightMm: 160,
    wheelbaseMm: 325,
    cgHeightMm: 50,
    ratio: 11,
    stock: can(42, 68, 2000),
    tenTurn: can(42, 68, 2400),
    cells: 4,
    esc: 150,
  },
  'fifth truck': {
    massKg: 13,
    drive: '4wd-shaft',
    body: 'short-course',
    tyreMm: 190,
    widthMm: 480,
    heightMm: 290,
    wheelbaseMm: 520,
    cgHeightMm: 85,
    ratio: 14,
    stock: can(56, 110, 700),
    tenTurn: can(56, 110, 850),
    cells: 8,
    esc: 200,
  },
};

function carOf(kind: Kind, motor: Motor): PlanFile {
  return plainPlan({
    car: {
      name: 'Car',
      massKg: kind.massKg,
      drive: kind.drive,
      internalRatio: kind.ratio,
      tyre: { diameterMm: kind.tyreMm },
      body: kind.body,
      widthMm: kind.widthMm,
      heightMm: kind.heightMm,
      wheelbaseMm: kind.wheelbaseMm,
      cgHeightMm: kind.cgHeightMm,
      ...(kind.drive === 'rwd' ? { frontWeightPct: 40 } : {}),
    },
    motor,
    esc: { name: 'ESC', continuousA: kind.esc },
    packs: [{ name: 'Pack', chemistry: 'lipo', cells: kind.cells, capacityAh: 5, cRating: 50 }],
    gearing: {},
    run: { profile: 'bash', minutes: 8 },
  });
}

/** Steps from half to double the gearing at which the can grows cooler for no reason that Plan gives. */
function unexplained(plan: PlanFile, surface: Surface): string[] {
  const runs = STEPS.map((step) =>
    gearRun({ ...plan, site: { ...plan.site, surface }, car: { ...plan.car, internalRatio: plan.car.internalRatio / step } }),
  );
  return runs.flatMap((run, i) => {
    const before = runs[i - 1];
    // Past burning a motor is no motor.
    if (!before || before.maxCanC > BURNT_C || whyCooler(before, run) !== 'pace') return [];
    return [`${surface} ×${STEPS[i]!}: ${before.maxCanC.toFixed(1)} to ${run.maxCanC.toFixed(1)} °C`];
  });
}

test.each(DEMO)('%s', (name) => {
  expect(GROUNDS.flatMap((surface) => unexplained(demo(name), surface))).toEqual([]);
});

test.each(Object.entries(KINDS))('%s, with its own motor and a hot one', (_name, kind) => {
  expect([kind.stock, kind.tenTurn].flatMap((motor) => GROUNDS.flatMap((surface) => unexplained(carOf(kind, motor), surface)))).toEqual([]);
});

test('most cars grow hotter without a word: where the motor has work to do', () => {
  const all = Object.values(KINDS).flatMap((kind) =>
    GROUNDS.flatMap((surface) => {
      const plan = { ...carOf(kind, kind.stock), site: { surface, ambientC: 25 } };
      const [at, more] = [1, 1.1].map((step) => gearRun({ ...plan, car: { ...plan.car, internalRatio: plan.car.internalRatio / step } }));
      return [more!.maxCanC - at!.maxCanC];
    }),
  );
  expect(all.filter((rise) => rise > 0).length).toBeGreaterThanOrEqual(28);
});
