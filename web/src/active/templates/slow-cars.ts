import { amps, driven, gears, lipo, outrunner, type Template } from './template';

const TRACKED: Template = {
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
};

const { motorCount: _two, ...ONE_MOTOR } = TRACKED.plan;

/** Cars that climb, trail and pull. */
export const SLOW_CARS: readonly Template[] = [
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
  TRACKED,
  { id: 'tracked-one', title: 'Tracked, one motor', car: { ...TRACKED.car, massKg: 4 }, plan: ONE_MOTOR },
];
