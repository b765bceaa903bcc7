import type { PlanFile } from '../plan/plan-file';

/** A day that is the same for everybody: a car, a target, a seed. */
export interface SetDay {
  set: 1 | 2 | 3;
  name: string;
  /** What is asked, in a sentence. */
  task: string;
  seed: number;
  base: PlanFile;
}

const HACK: PlanFile['car'] = {
  name: 'Quarry hack',
  massKg: 1.7,
  drive: '4wd-shaft',
  tyre: { diameterMm: 68 },
  internalRatio: 2.6,
  body: 'saloon',
  widthMm: 190,
  heightMm: 120,
  wheelbaseMm: 257,
  cgHeightMm: 38,
  frontWeightPct: 48,
};

const BUGGY: PlanFile['car'] = {
  name: 'Loan buggy',
  massKg: 2.3,
  drive: '4wd-shaft',
  tyre: { diameterMm: 84 },
  internalRatio: 2.9,
  body: 'truggy',
  widthMm: 245,
  heightMm: 150,
  wheelbaseMm: 270,
  cgHeightMm: 42,
  frontWeightPct: 47,
};

const plan = (car: PlanFile['car'], rest: Omit<PlanFile, 'format' | 'version' | 'car'>): PlanFile => ({
  format: 'puddler-plan',
  version: 1,
  car,
  ...rest,
});
/** A short race: long enough to burn what is overgeared. */
const raceOf = (minutes: number): NonNullable<PlanFile['run']> => ({ profile: 'race', minutes });

/** Three days of rising difficulty. */
export const SET_DAYS: readonly SetDay[] = [
  {
    set: 1,
    name: 'First light',
    task: 'A mild morning and a car that is as its papers say. Gear it up to its target.',
    seed: 11,
    base: plan(HACK, {
      name: 'First light',
      motor: { name: '3650 loan motor', kind: 'brushless', form: 'inrunner', kvRpmPerV: 3000, diameterMm: 36, lengthMm: 50, poles: 4 },
      esc: { name: '60 A loan ESC', continuousA: 60, burstA: 300 },
      packs: [{ name: '2S 4000 loan pack', chemistry: 'lipo', cells: 2, capacityAh: 4, cRating: 50 }],
      gearing: { pinion: 22, spur: 58, moduleMm: 0.8 },
      site: { surface: 'tarmac', ambientC: 15 },
      run: raceOf(5),
    }),
  },
  {
    set: 2,
    name: 'Crosswind',
    task: 'Wind along the strip, and somebody noted a figure of this car wrongly. Find out what, and reach the target.',
    seed: 4,
    base: plan(BUGGY, {
      name: 'Crosswind',
      motor: { name: '3660 loan motor', kind: 'brushless', form: 'inrunner', kvRpmPerV: 2600, diameterMm: 36, lengthMm: 60, poles: 4 },
      esc: { name: '90 A loan ESC', continuousA: 90, burstA: 400 },
      packs: [{ name: '3S 5000 loan pack', chemistry: 'lipo', cells: 3, capacityAh: 5, cRating: 50 }],
      gearing: { pinion: 20, spur: 54, moduleMm: 1 },
      site: { surface: 'packed-dirt', ambientC: 23 },
      run: raceOf(3),
    }),
  },
  {
    set: 3,
    name: 'Heat haze',
    task: 'A hot afternoon and a target that somebody bet on. Go as far as the car can stand, and know when to leave it.',
    seed: 10,
    base: plan(HACK, {
      name: 'Heat haze',
      motor: { name: '3650 loan motor, fast wind', kind: 'brushless', form: 'inrunner', kvRpmPerV: 3600, diameterMm: 36, lengthMm: 50, poles: 4 },
      esc: { name: '80 A loan ESC', continuousA: 80, burstA: 380 },
      packs: [{ name: '3S 4000 loan pack', chemistry: 'lipo', cells: 3, capacityAh: 4, cRating: 50 }],
      gearing: { pinion: 24, spur: 54, moduleMm: 0.8 },
      site: { surface: 'tarmac', ambientC: 29 },
      run: raceOf(3),
    }),
  },
];
