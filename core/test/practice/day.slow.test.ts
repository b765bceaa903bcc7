import {
  DEFAULT_LIMITS,
  asReading,
  byMerit,
  carOfDay,
  Devices,
  driveHidden,
  isPracticable,
  limitsWith,
  nowOf,
  wornOf,
  predictSteady,
  readAnyLog,
  reckoningOf,
  refitted,
  resolvePlan,
  SET_DAYS,
  type Day,
  type Drive,
  type DriveRequest,
  type PlanFile,
  type Reckoning,
} from '@puddler/core';
import { lostOf, wornBy } from '../../src/practice/wear';
import { asFitted, hiddenCar } from '../../src/practice/hidden-car';
import { plainPlan } from '../helpers';

const base = SET_DAYS[0]!.base;
const fresh = (plan: PlanFile, seed: number, set?: 1 | 2 | 3): Day => ({
  base: plan,
  seed,
  stoodS: 0,
  waitedS: 0,
  drives: [],
  ...(set ? { set } : {}),
});

/** The day after one more drive. */
function after(day: Day, wish: DriveRequest): { day: Day; drive: Drive } {
  const hidden = carOfDay(day);
  const { capShare } = wish;
  const drive: Drive = {
    id: `d${day.drives.length}`,
    at: '2027-01-09T10:00:00.000Z',
    runId: 'r',
    seed: 7 + day.drives.length,
    plan: wish.plan,
    how: wish.how,
    ...(capShare === undefined ? {} : { capShare }),
    ...driveHidden(hidden, wish, nowOf(day, hidden), wornOf(day)).outcome,
  };
  return { day: { ...day, drives: [...day.drives, drive], waitedS: day.waitedS + day.stoodS, stoodS: 0 }, drive };
}

test('a day’s car is warm after a drive, cools while it stands, and begins the next as warm as it is then', () => {
  const first = after(fresh(base, 3, 1), { plan: base, how: 'race' });
  const hidden = carOfDay(first.day);
  expect(nowOf(first.day, hidden).canC).toBeCloseTo(first.drive.stopped.canC, 6);
  const stood = { ...first.day, stoodS: 600 };
  expect(nowOf(stood, hidden).canC).toBeLessThan(first.drive.stopped.canC - 3);
  const second = after(stood, { plan: base, how: 'passes' });
  expect(second.drive.from).toEqual(nowOf(stood, hidden));
  expect(second.day.waitedS).toBe(600);
});

test('passes, the whole run and gently differ as they should; held back is slower', () => {
  const day = fresh(base, 3, 1);
  const [passes, race, gentle, held] = ([{ how: 'passes' }, { how: 'race' }, { how: 'gentle' }, { how: 'passes', capShare: 0.6 }] as const).map(
    (wish) => after(day, { plan: base, ...wish }).drive,
  );
  expect(race!.windingC).toBeGreaterThan(passes!.windingC);
  expect(gentle!.topSpeedMs).toBeLessThan(0.5 * passes!.topSpeedMs);
  expect(held!.topSpeedMs / passes!.topSpeedMs).toBeGreaterThan(0.5);
  expect(held!.topSpeedMs / passes!.topSpeedMs).toBeLessThan(0.75);
  expect(gentle!.seconds).toBeCloseTo(180, 0);
});

test('an overgeared motor is lost on the whole run, the drive ends there, and the day says so', () => {
  const hot = plainPlan({ gearing: { pinion: 40, spur: 50 }, run: { profile: 'race', minutes: 10 }, site: { surface: 'tarmac', ambientC: 35 } });
  const { day, drive } = after(fresh(hot, 2), { plan: hot, how: 'race' });
  expect(drive.lost).toBe('motor');
  expect(drive.windingC).toBeGreaterThan(DEFAULT_LIMITS['winding-temperature'].stop);
  expect(Math.max(drive.worn!.windingC, drive.worn!.canC)).toBeCloseTo(1, 1);
  expect(drive.seconds).toBeLessThan(600);
  expect(reckoningOf(day, limitsWith())).toMatchObject({ lost: 'motor', targetIsSafe: false });
});

test('a pack that is far too small is lost before the motor', () => {
  const small = plainPlan({
    packs: [{ name: 'Tiny', chemistry: 'lipo', cells: 2, capacityAh: 6, cellResistanceOhm: 0.016 }],
    gearing: { pinion: 36, spur: 50 },
    run: { profile: 'race', minutes: 20 },
    site: { surface: 'tarmac', ambientC: 38, packC: 60 },
  });
  const day = fresh(small, 2);
  const hidden = carOfDay(day);
  const { outcome } = driveHidden(hidden, { plan: small, how: 'race' }, { ...nowOf(day, hidden), packC: 78 });
  expect(outcome.lost).toBe('pack');
});

test('heat over a limit wears, the longer and the hotter the more; under it nothing does', () => {
  const cool = { windingC: 140, canC: 80, escC: 90, packC: 55 };
  const unworn = { windingC: 0, canC: 0, escC: 0, packC: 0 };
  expect(wornBy(unworn, cool, 100_000)).toEqual(unworn);
  const at = (canC: number, seconds: number) => wornBy(unworn, { ...cool, canC }, seconds);
  expect(at(95, 60).canC).toBeGreaterThan(0);
  expect(at(95, 120).canC / at(95, 60).canC).toBeCloseTo(2, 9);
  expect(at(105, 60).canC / at(95, 60).canC).toBeCloseTo(2, 9);
  expect(at(95, 60)).toMatchObject({ windingC: 0, escC: 0, packC: 0 });
  expect(lostOf(at(95, 60))).toBeUndefined();
  expect([lostOf(at(95, 3600)), lostOf({ ...unworn, escC: 1 }), lostOf({ ...unworn, packC: 1.2 })]).toEqual(['motor', 'esc', 'pack']);
});

test('what was worn in one drive stays for the next: the motor turns faster, the devices know, and the day says how much', () => {
  const warm = plainPlan({ gearing: { pinion: 30, spur: 50 }, run: { profile: 'race', minutes: 8 }, site: { surface: 'tarmac', ambientC: 36 } });
  const first = after(fresh(warm, 2), { plan: warm, how: 'race' });
  expect(first.drive.lost).toBeUndefined();
  expect(first.drive.worn!.canC).toBeGreaterThan(0.05);
  expect(reckoningOf(first.day, limitsWith()).worn).toEqual(first.drive.worn);
  const stood = { ...first.day, stoodS: 36_000 };
  const [fresh_, worn] = [undefined, first.drive.worn].map(
    (before) => driveHidden(carOfDay(stood), { plan: warm, how: 'passes' }, nowOf(stood, carOfDay(stood)), before).outcome,
  );
  expect(worn!.topSpeedMs).toBeGreaterThan(fresh_!.topSpeedMs);
  expect(worn!.wornBefore).toEqual(first.drive.worn);
});

test.each(['pinion', 'spur'] as const)('a %s that was counted wrong stays so while it is fitted, and another one is what it says', (slip) => {
  const hidden = hiddenCar(base, 21, { slip });
  const believed = predictSteady(refitted(hidden, base)).topSpeedMs;
  expect(predictSteady(asFitted(hidden, base)).topSpeedMs).not.toBeCloseTo(believed, 1);
  const other: PlanFile = { ...base, gearing: { ...base.gearing, pinion: base.gearing.pinion! - 3, spur: base.gearing.spur! + 4 } };
  expect(asFitted(hidden, other)).toEqual(refitted(hidden, other));
});

test('on the first set day nothing was noted wrongly; on the second a tooth was, and the third has a target that burns', () => {
  const told = SET_DAYS.map(({ base: plan, seed, set }) => reckoningOf(fresh(plan, seed, set), limitsWith()));
  expect(told.map((one) => [one.slip, one.targetIsSafe])).toEqual([
    [undefined, true],
    ['pinion', true],
    [undefined, false],
  ]);
  for (const { base: plan } of SET_DAYS) expect(isPracticable(plan)).toBe(true);
});

describe('the devices after a drive', () => {
  const { day, drive } = after(fresh(base, 9, 1), { plan: base, how: 'passes' });
  const devices = () => new Devices({ day, drive });
  const clock = (afterS: number) => new Date(Date.parse(drive.at) + 1000 * afterS).toISOString();

  test('write the same files to the byte for the same drive, whatever else was asked before', () => {
    const [one, other] = [devices(), devices()];
    other.thermometerC({ of: 'can', distanceM: 0.2, matt: true }, 20);
    other.putBackAh();
    expect(other.escCsv()).toBe(one.escCsv());
    for (const form of ['gpx', 'nmea'] as const) expect(other.trackFile(form, 10, clock)).toBe(one.trackFile(form, 10, clock));
    expect(new Devices({ day, drive: { ...drive, seed: 8 } }).escCsv()).not.toBe(one.escCsv());
  });

  test('write files that are read like any others', () => {
    const esc = readAnyLog(devices().escCsv()!, { poles: 4 });
    const gpx = readAnyLog(devices().trackFile('gpx', 1, clock), {});
    const nmea = readAnyLog(devices().trackFile('nmea', 10, clock), {});
    for (const one of [esc, gpx, nmea]) expect(one.ok && one.reading.problems).toEqual([]);
    const fastest = (outcome: typeof gpx) => (outcome.ok ? Math.max(...outcome.reading.runs[0]!.fields.speedMs!) : NaN);
    expect(Math.abs(fastest(nmea) / drive.topSpeedMs - 1)).toBeLessThan(0.06);
  });

  test('a thermometer reads low at the bare can and from afar, and the same when asked the same', () => {
    const hot = after(fresh(base, 9, 1), { plan: base, how: 'race' });
    const at = new Devices({ day: hot.day, drive: hot.drive });
    const mean = (aim: { distanceM: number; matt: boolean }) =>
      Array.from({ length: 40 }, (_, i) => at.thermometerC({ of: 'can', ...aim }, 20 + i / 10)).reduce((sum, c) => sum + c, 0) / 40;
    const right = mean({ distanceM: 0.15, matt: true });
    expect(mean({ distanceM: 0.15, matt: false })).toBeLessThan(right - 1);
    expect(mean({ distanceM: 0.9, matt: true })).toBeLessThan(right - 5);
    expect(at.thermometerC({ of: 'esc', distanceM: 0.15, matt: true }, 30)).toBe(at.thermometerC({ of: 'esc', distanceM: 0.15, matt: true }, 30));
    expect(asReading({ of: 'can', distanceM: 0.15, matt: true }, 61.4, 20.2)).toEqual({ of: 'can', c: 61, afterStopS: 20 });
  });

  test('scale and calliper are as fine as they are said to be (seeds 1 to 200)', () => {
    const off = { massKg: [] as number[], tyreMm: [] as number[] };
    const truth = asFitted(carOfDay(day), base).car;
    for (let seed = 1; seed <= 200; seed++) {
      const one = new Devices({ day, drive: { ...drive, seed, how: 'gentle', plan: { ...base, run: { profile: 'race', minutes: 0.1 } } } });
      off.massKg.push(1000 * (one.massKg() - truth.massKg));
      off.tyreMm.push(one.tyreMm() - 1000 * truth.tyreDiameterM);
      if (seed === 1) expect(one.seconds).toBeGreaterThan(100);
      if (seed > 24) break;
    }
    const sigma = (values: number[]) => Math.sqrt(values.reduce((sum, value) => sum + value * value, 0) / values.length);
    expect(sigma(off.massKg)).toBeGreaterThan(2.5);
    expect(sigma(off.massKg)).toBeLessThan(8);
    expect(sigma(off.tyreMm)).toBeGreaterThan(0.02);
    expect(sigma(off.tyreMm)).toBeLessThan(0.09);
  });

  test('a brushed ESC keeps no log', () => {
    const brushed: PlanFile = { ...base, motor: { name: 'Old 21T', kind: 'brushed', sizeClass: '540', turns: 21 } };
    const one = after(fresh(brushed, 4), { plan: brushed, how: 'passes' });
    expect(new Devices({ day: one.day, drive: one.drive }).escCsv()).toBeUndefined();
  });
});

test('days are ranked: nothing lost and rightly done first, then the fewest runs, then the coolest, then the nearest', () => {
  const told: Reckoning = reckoningOf(fresh(base, 3, 1), limitsWith());
  const one = (change: Partial<Reckoning>): Reckoning => ({
    ...told,
    reached: true,
    targetIsSafe: true,
    lost: undefined,
    runs: 5,
    windingC: 60,
    fastestMs: told.targetMs,
    ...change,
  });
  const days = [
    one({ lost: 'motor' }),
    one({ runs: 6 }),
    one({ reached: false, runs: 2 }),
    one({ windingC: 70 }),
    one({}),
    one({ fastestMs: 0.98 * told.targetMs }),
  ];
  expect([...days].sort(byMerit)).toEqual([days[4], days[5], days[3], days[1], days[2], days[0]]);
  const hot = one({ targetIsSafe: false, reached: false, runs: 3 });
  expect(byMerit(hot, one({ targetIsSafe: false, reached: true, runs: 2 }))).toBeLessThan(0);
});

test('what was believed and what is true are told for the figures that differ most for how unsure they were', () => {
  const { figures, weather, minutes } = reckoningOf({ ...fresh(base, 3, 1), waitedS: 120, stoodS: 60 }, limitsWith());
  expect(minutes).toBeCloseTo(3, 6);
  const weights = figures.map(({ differs, sigma }) => Math.abs(differs) / sigma);
  expect(weights).toEqual([...weights].sort((a, b) => b - a));
  expect(Math.abs(weather.windMs)).toBeLessThanOrEqual(4);
  expect(resolvePlan(base).site.ambientC).toBe(base.site.ambientC);
});
