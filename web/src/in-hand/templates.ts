import type { Car, PlannedRun } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';

/** A usual car of its kind: a starting point whose every figure can be changed. */
export interface Template {
  id: string;
  title: string;
  car: Omit<Car, 'name'>;
  plan: Omit<PlanBody, 'name'>;
}

const inrunner = (diameterMm: number, lengthMm: number, kvRpmPerV: number): PlanBody['motor'] => ({
  name: `${diameterMm}${lengthMm} ${kvRpmPerV} kv`,
  kind: 'brushless',
  form: 'inrunner',
  kvRpmPerV,
  diameterMm,
  lengthMm,
  poles: 4,
});
/** Sensored, as slow cars want them. */
const outrunner = (statorDiameterMm: number, statorHeightMm: number, kvRpmPerV: number): PlanBody['motor'] => ({
  name: `${statorDiameterMm}${statorHeightMm} ${kvRpmPerV} kv`,
  kind: 'brushless',
  form: 'outrunner',
  kvRpmPerV,
  statorDiameterMm,
  statorHeightMm,
  poles: 14,
  sensored: true,
});
const lipo = (cells: number, capacityAh: number, cRating: number): PlanBody['packs'] => [
  { name: `${cells}S ${1000 * capacityAh}`, chemistry: 'lipo', cells, capacityAh, cRating },
];
const amps = (continuousA: number): PlanBody['esc'] => ({ name: `${continuousA} A`, continuousA });
const gears = (pinion: number, spur: number, moduleMm: number): PlanBody['gearing'] => ({ pinion, spur, moduleMm });
const driven = (surface: PlanBody['site']['surface'], profile: PlannedRun['profile'], minutes: number) => ({
  site: { surface, ambientC: 20 },
  run: { profile, minutes },
});

const TOURING: Template = {
  id: 'touring',
  title: '1/10 on-road or rally, four driven',
  car: {
    massKg: 1.6,
    drive: '4wd-shaft',
    tyre: { diameterMm: 66 },
    internalRatio: 2.6,
    body: 'saloon',
    widthMm: 190,
    heightMm: 120,
    wheelbaseMm: 257,
    cgHeightMm: 38,
  },
  plan: { motor: inrunner(36, 52, 3300), esc: amps(60), packs: lipo(2, 5, 40), gearing: gears(20, 58, 0.8), ...driven('tarmac', 'race', 6) },
};

export const TEMPLATES: readonly Template[] = [
  TOURING,
  {
    id: 'buggy',
    title: '1/10 buggy, rear driven',
    car: {
      massKg: 1.7,
      drive: 'rwd',
      tyre: { diameterMm: 85, growthPctAt100KmH: 4 },
      internalRatio: 2.6,
      body: 'buggy',
      widthMm: 250,
      heightMm: 130,
      wheelbaseMm: 280,
      cgHeightMm: 45,
      frontWeightPct: 40,
    },
    plan: { motor: inrunner(36, 52, 3300), esc: amps(60), packs: lipo(2, 5, 40), gearing: gears(18, 80, 0.6), ...driven('loose-dirt', 'race', 6) },
  },
  {
    id: 'short-course',
    title: '1/10 short course, rear driven',
    car: {
      massKg: 2.1,
      drive: 'rwd',
      tyre: { diameterMm: 110, growthPctAt100KmH: 3 },
      internalRatio: 2.72,
      body: 'short-course',
      widthMm: 296,
      heightMm: 190,
      wheelbaseMm: 328,
      cgHeightMm: 55,
      frontWeightPct: 40,
    },
    plan: { motor: inrunner(36, 52, 3300), esc: amps(60), packs: lipo(2, 5, 40), gearing: gears(18, 78, 0.6), ...driven('packed-dirt', 'bash', 10) },
  },
  {
    id: 'monster',
    title: '1/10 monster truck, four driven',
    car: {
      massKg: 2.8,
      drive: '4wd-shaft',
      tyre: { diameterMm: 135, growthPctAt100KmH: 8 },
      internalRatio: 2.9,
      body: 'monster',
      widthMm: 330,
      heightMm: 200,
      wheelbaseMm: 280,
      cgHeightMm: 75,
    },
    plan: { motor: inrunner(36, 60, 2800), esc: amps(80), packs: lipo(2, 5, 40), gearing: gears(14, 58, 0.8), ...driven('grass', 'bash', 10) },
  },
  {
    id: 'eighth',
    title: '1/8 buggy, four driven',
    car: {
      massKg: 3.6,
      drive: '4wd-shaft',
      tyre: { diameterMm: 112, growthPctAt100KmH: 5 },
      internalRatio: 3.3,
      body: 'buggy',
      widthMm: 300,
      heightMm: 170,
      wheelbaseMm: 325,
      cgHeightMm: 55,
    },
    plan: { motor: inrunner(40, 68, 2000), esc: amps(150), packs: lipo(4, 5, 50), gearing: gears(15, 46, 1), ...driven('loose-dirt', 'race', 10) },
  },
  {
    id: 'eighth-street',
    title: '1/8 street car, four driven',
    car: {
      massKg: 3.9,
      drive: '4wd-shaft',
      tyre: { diameterMm: 100, growthPctAt100KmH: 1 },
      internalRatio: 2.85,
      body: 'saloon',
      widthMm: 308,
      heightMm: 135,
      wheelbaseMm: 360,
      cgHeightMm: 42,
    },
    plan: {
      motor: inrunner(42, 74, 1800),
      esc: amps(150),
      packs: lipo(4, 5, 50),
      gearing: gears(14, 46, 1),
      cooling: { motorFans: 1 },
      ...driven('tarmac', 'race', 8),
    },
  },
  {
    id: 'eighteenth',
    title: '1/18 buggy or truck, four driven',
    car: {
      massKg: 0.85,
      drive: '4wd-shaft',
      tyre: { diameterMm: 64, growthPctAt100KmH: 3 },
      internalRatio: 2.9,
      body: 'buggy',
      widthMm: 185,
      heightMm: 95,
      wheelbaseMm: 172,
      cgHeightMm: 32,
    },
    plan: { motor: inrunner(28, 45, 3100), esc: amps(45), packs: lipo(2, 2.2, 40), gearing: gears(15, 55, 0.5), ...driven('packed-dirt', 'race', 6) },
  },
  {
    id: 'sixteenth',
    title: '1/16 buggy or truck, four driven',
    car: {
      massKg: 1.05,
      drive: '4wd-shaft',
      tyre: { diameterMm: 74, growthPctAt100KmH: 3 },
      internalRatio: 3,
      body: 'buggy',
      widthMm: 210,
      heightMm: 105,
      wheelbaseMm: 196,
      cgHeightMm: 35,
    },
    plan: { motor: inrunner(28, 45, 3600), esc: amps(45), packs: lipo(2, 2.6, 40), gearing: gears(15, 56, 0.5), ...driven('packed-dirt', 'bash', 8) },
  },
  {
    id: 'seventh-street',
    title: '1/7 street or speed car, four driven',
    car: {
      massKg: 5.2,
      drive: '4wd-shaft',
      tyre: { diameterMm: 103, growthPctAt100KmH: 1 },
      internalRatio: 2.9,
      body: 'saloon',
      widthMm: 330,
      heightMm: 140,
      wheelbaseMm: 395,
      cgHeightMm: 42,
    },
    plan: {
      motor: inrunner(42, 80, 1650),
      esc: amps(200),
      packs: lipo(4, 6.5, 60),
      gearing: gears(14, 46, 1),
      cooling: { motorFans: 2 },
      ...driven('tarmac', 'race', 8),
    },
  },
  {
    id: 'fifth',
    title: '1/5 buggy or truck, four driven',
    car: {
      massKg: 11,
      drive: '4wd-shaft',
      tyre: { diameterMm: 180, growthPctAt100KmH: 4 },
      internalRatio: 3.6,
      body: 'truggy',
      widthMm: 460,
      heightMm: 260,
      wheelbaseMm: 500,
      cgHeightMm: 90,
    },
    plan: {
      motor: inrunner(58, 113, 780),
      esc: amps(200),
      packs: lipo(6, 8, 50),
      gearing: gears(18, 50, 1.5),
      cooling: { motorFans: 1 },
      ...driven('grass', 'bash', 15),
    },
  },
  {
    id: 'crawler',
    title: '1/10 crawler or trail truck',
    car: {
      massKg: 2.4,
      drive: '4wd-shaft',
      tyre: { diameterMm: 108 },
      internalRatio: 11,
      body: 'trail',
      widthMm: 200,
      heightMm: 220,
      wheelbaseMm: 313,
      cgHeightMm: 70,
      frontWeightPct: 55,
    },
    plan: { motor: outrunner(28, 12, 1100), esc: amps(60), packs: lipo(3, 3, 40), gearing: gears(14, 54, 0.8), ...driven('rock', 'crawl', 30) },
  },
  {
    id: 'twelfth-trail',
    title: '1/12 trail truck',
    car: {
      massKg: 1.3,
      drive: '4wd-shaft',
      tyre: { diameterMm: 88 },
      internalRatio: 12,
      body: 'trail',
      widthMm: 165,
      heightMm: 165,
      wheelbaseMm: 242,
      cgHeightMm: 55,
      frontWeightPct: 54,
    },
    plan: { motor: outrunner(22, 12, 1500), esc: amps(40), packs: lipo(2, 2.2, 35), gearing: gears(15, 45, 0.6), ...driven('rock', 'trail', 20) },
  },
  {
    id: 'twentyfourth-trail',
    title: '1/24 trail truck',
    car: {
      massKg: 0.26,
      drive: '4wd-shaft',
      tyre: { diameterMm: 54 },
      internalRatio: 16,
      body: 'trail',
      widthMm: 96,
      heightMm: 98,
      wheelbaseMm: 133,
      cgHeightMm: 34,
      frontWeightPct: 54,
    },
    plan: { motor: outrunner(13, 6, 3200), esc: amps(15), packs: lipo(2, 0.45, 30), gearing: gears(14, 40, 0.4), ...driven('rock', 'trail', 15) },
  },
  {
    id: 'tracked',
    title: 'Tracked, a motor a track: plough, digger, hauler',
    car: {
      massKg: 5.5,
      drive: 'tracked',
      tyre: { diameterMm: 72 },
      internalRatio: 11.5,
      body: 'tracked',
      widthMm: 300,
      heightMm: 220,
      wheelbaseMm: 300,
      cgHeightMm: 80,
      airflow: 'closed',
    },
    plan: {
      motor: outrunner(28, 12, 900),
      motorCount: 2,
      esc: amps(40),
      packs: lipo(3, 5, 40),
      gearing: gears(14, 40, 0.6),
      ...driven('grass', 'pull', 20),
    },
  },
  {
    id: 'tracked-one',
    title: 'Tracked, one motor',
    car: {
      massKg: 4,
      drive: 'tracked',
      tyre: { diameterMm: 72 },
      internalRatio: 11.5,
      body: 'tracked',
      widthMm: 300,
      heightMm: 220,
      wheelbaseMm: 300,
      cgHeightMm: 80,
      airflow: 'closed',
    },
    plan: {
      motor: outrunner(28, 12, 900),
      esc: amps(40),
      packs: lipo(3, 5, 40),
      gearing: gears(14, 40, 0.6),
      ...driven('grass', 'pull', 20),
    },
  },
  { ...TOURING, id: 'another', title: 'Another: as an on-road car, to be measured' },
];

/** Places in a car that hold a number. */
function figuresIn(group: object, before = ''): string[] {
  return Object.entries(group).flatMap(([key, value]: [string, unknown]) =>
    typeof value === 'number' ? [`${before}${key}`] : typeof value === 'object' && value !== null ? figuresIn(value, `${before}${key}.`) : [],
  );
}

/** A car of a kind: all its figures are typical of it, until they are measured on the car itself. */
export const carOf = (template: Template, name: string): Car => ({ name, ...template.car, typical: figuresIn(template.car) });

/** A plan for a car that has none: as the first template's. */
export function firstPlan(name: string): PlanBody {
  return { name, ...TOURING.plan };
}
