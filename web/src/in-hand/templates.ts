import type { Car } from '@puddler/core';
import type { PlanBody } from '@puddler/contract/shared';

/** A usual car of its kind: a starting point whose every figure can be changed. */
export interface Template {
  id: string;
  title: string;
  hint: string;
  car: Omit<Car, 'name'>;
  plan: Omit<PlanBody, 'name'>;
}

const brushless3652: PlanBody['motor'] = {
  name: '3652 3300 kv',
  kind: 'brushless',
  form: 'inrunner',
  kvRpmPerV: 3300,
  diameterMm: 36,
  lengthMm: 52,
  poles: 4,
};
const pack2s: PlanBody['packs'][number] = { name: '2S 5000', chemistry: 'lipo', cells: 2, capacityAh: 5, cRating: 40 };
const esc60: PlanBody['esc'] = { name: '60 A', continuousA: 60 };
const level = (surface: PlanBody['site']['surface']): PlanBody['site'] => ({ surface, ambientC: 20 });

export const TEMPLATES: readonly Template[] = [
  {
    id: 'touring',
    title: '1/10 on-road or rally, four driven',
    hint: 'about 1.6 kg, 190 mm wide, 66 mm tyres',
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
      wheelMassG: 45,
    },
    plan: {
      motor: brushless3652,
      esc: esc60,
      packs: [pack2s],
      gearing: { pinion: 20, spur: 58, moduleMm: 0.8 },
      site: level('tarmac'),
      run: { profile: 'race', minutes: 6 },
    },
  },
  {
    id: 'buggy',
    title: '1/10 buggy or short course, rear driven',
    hint: 'about 1.7 kg, 250 mm wide, 85 mm tyres',
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
      wheelMassG: 60,
    },
    plan: {
      motor: brushless3652,
      esc: esc60,
      packs: [pack2s],
      gearing: { pinion: 18, spur: 80, moduleMm: 0.6 },
      site: level('loose-dirt'),
      run: { profile: 'race', minutes: 6 },
    },
  },
  {
    id: 'monster',
    title: '1/10 monster truck, four driven',
    hint: 'about 2.8 kg, 330 mm wide, 135 mm tyres',
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
      wheelMassG: 140,
    },
    plan: {
      motor: { ...brushless3652, name: '3660 2800 kv', kvRpmPerV: 2800, lengthMm: 60 },
      esc: { name: '80 A', continuousA: 80 },
      packs: [pack2s],
      gearing: { pinion: 14, spur: 58, moduleMm: 0.8 },
      site: level('grass'),
      run: { profile: 'bash', minutes: 10 },
    },
  },
  {
    id: 'eighth',
    title: '1/8 buggy, four driven',
    hint: 'about 3.6 kg, 300 mm wide, 112 mm tyres',
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
      wheelMassG: 110,
    },
    plan: {
      motor: { name: '4068 2000 kv', kind: 'brushless', form: 'inrunner', kvRpmPerV: 2000, diameterMm: 40, lengthMm: 68, poles: 4 },
      esc: { name: '150 A', continuousA: 150 },
      packs: [{ name: '4S 5000', chemistry: 'lipo', cells: 4, capacityAh: 5, cRating: 50 }],
      gearing: { pinion: 15, spur: 46, moduleMm: 1 },
      site: level('loose-dirt'),
      run: { profile: 'race', minutes: 10 },
    },
  },
  {
    id: 'crawler',
    title: '1/10 crawler or trail truck',
    hint: 'about 2.4 kg, 200 mm wide, 108 mm tyres',
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
      wheelMassG: 120,
    },
    plan: {
      motor: {
        name: '2812 1100 kv',
        kind: 'brushless',
        form: 'outrunner',
        kvRpmPerV: 1100,
        statorDiameterMm: 28,
        statorHeightMm: 12,
        poles: 14,
        sensored: true,
      },
      esc: esc60,
      packs: [{ ...pack2s, name: '3S 3000', cells: 3, capacityAh: 3 }],
      gearing: { pinion: 14, spur: 54, moduleMm: 0.8 },
      site: level('rock'),
      run: { profile: 'crawl', minutes: 30 },
    },
  },
];

/** A plan for a car that has none: as the first template's. */
export function firstPlan(name: string): PlanBody {
  return { name, ...TEMPLATES[0]!.plan };
}
