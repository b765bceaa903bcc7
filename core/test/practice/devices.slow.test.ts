import {
  carOfSeed,
  driveSession,
  escLog,
  escLogCsv,
  gpsTrack,
  hiddenCar,
  loggedSession,
  logGpx,
  metresOf,
  predictSteady,
  randomStream,
  readAnyLog,
  refitted,
  resolvePlan,
  rmcSentence,
  sessionFor,
  trackNmea,
  typedSession,
  type LogReading,
  type PlanFile,
} from '@puddler/core';
import { plainPlan } from '../helpers';

const plan: PlanFile = plainPlan();
const car = carOfSeed(plan, 12);
const { samples } = driveSession(car.truth, car.weather, sessionFor(resolvePlan(plan)));
const reading = (text: string, poles?: number): LogReading => {
  const outcome = readAnyLog(text, poles === undefined ? {} : { poles });
  if (!outcome.ok) throw new Error(outcome.reason);
  return outcome.reading;
};
const clock = (timeS: number) => new Date(Date.UTC(2027, 0, 9, 23, 59, 30) + 1000 * timeS).toISOString();
const truthAt = (timeS: number) => samples.findLast((sample) => sample.timeS <= timeS)!;

test('a phone tells speed with 0.15 m/s of noise and 0.4 s late, ten times a second or once', () => {
  for (const hz of [1, 10]) {
    const { timeS, fields } = gpsTrack(samples, hz, randomStream(4));
    const offs = [...fields.speedMs!].flatMap((speed, i) => {
      const then = truthAt(Math.max(0, timeS[i]! - 0.4)).speedMs;
      // At rest the noise is cut at nothing.
      return then > 2 ? [speed - then] : [];
    });
    const mean = offs.reduce((sum, one) => sum + one, 0) / offs.length;
    const sigma = Math.sqrt(offs.reduce((sum, one) => sum + (one - mean) ** 2, 0) / offs.length);
    expect(Math.abs(mean)).toBeLessThan(0.06);
    expect(sigma).toBeGreaterThan(0.1);
    expect(sigma).toBeLessThan(0.22);
    const steps = [...timeS].slice(1).map((time, i) => time - timeS[i]!);
    expect(Math.min(...steps)).toBeCloseTo(1 / hz, 6);
  }
});

test('its places wander by metres, go out and come back, and stay on one line', () => {
  const track = gpsTrack(samples, 10, randomStream(6));
  const { east, north } = metresOf(track.fields)!;
  // The strip lies 0.6 rad east of north.
  const along = [...east].map((value, i) => value * Math.sin(0.6) + north[i]! * Math.cos(0.6));
  const across = [...east].map((value, i) => value * Math.cos(0.6) - north[i]! * Math.sin(0.6));
  expect(Math.max(...along)).toBeGreaterThan(40);
  expect(Math.abs(along[along.length - 1]!)).toBeLessThan(0.25 * Math.max(...along));
  const spread = Math.max(...across) - Math.min(...across);
  expect(spread).toBeGreaterThan(0.5);
  expect(spread).toBeLessThan(20);
});

test('now and then a phone is silent for one to three seconds (seeds 1 to 60)', () => {
  let gaps = 0;
  for (let seed = 1; seed <= 60; seed++) {
    const { timeS } = gpsTrack(samples, 10, randomStream(seed));
    for (let i = 1; i < timeS.length; i++) {
      const gap = timeS[i]! - timeS[i - 1]!;
      if (gap < 0.2) continue;
      gaps++;
      expect(gap).toBeGreaterThan(0.9);
      expect(gap).toBeLessThan(3.3);
    }
  }
  const minutes = (60 * samples[samples.length - 1]!.timeS) / 60;
  expect(gaps / minutes).toBeGreaterThan(0.4);
  expect(gaps / minutes).toBeLessThan(2);
});

test('what the devices write reads back: the ESC’s log with its poles, the track as GPX and as NMEA over midnight', () => {
  const log = escLog(samples, 4, randomStream(2));
  const esc = reading(escLogCsv(log, 4), 4);
  expect(esc.problems).toEqual([]);
  expect(esc.columns.every((one) => one.sure)).toBe(true);
  const { fields, timeS } = esc.runs[0]!;
  const at = timeS.findIndex((time) => time > 6);
  expect(Math.abs(fields.motorRpm![at]! - log.motorRpm![at]!)).toBeLessThan(6);
  expect(fields.packV![at]).toBeCloseTo(log.packV![at]!, 6);
  const track = gpsTrack(samples, 10, randomStream(3));
  for (const text of [logGpx(track, clock)!, trackNmea(track, clock)]) {
    const back = reading(text);
    expect(back.problems).toEqual([]);
    expect(back.runs[0]!.timeS).toHaveLength(track.timeS.length);
    expect(back.runs[0]!.fields.latDeg![50]).toBeCloseTo(track.fields.latDeg![50]!, 5);
    expect(back.runs[0]!.fields.speedMs![50]).toBeCloseTo(track.fields.speedMs![50]!, 1);
  }
});

test('a sentence says south and west by letters, minutes to a hundred-thousandth, and its checksum', () => {
  expect(rmcSentence('2027-01-09T10:00:00.500Z', -33.5, -4.42, 5.14444)).toMatch(
    /^\$GPRMC,100000\.500,A,3330\.00000,S,00425\.20000,W,10\.00,,090127,,\*[0-9A-F]{2}$/,
  );
});

test('a session is the same for the same seeds, another on another day, and the car stays the same', () => {
  const wish = { seed: 12, daySeed: 3, readAfterS: 30 };
  const one = loggedSession(car, plan, plan, wish);
  expect(loggedSession(carOfSeed(plan, 12), plan, plan, wish)).toEqual(one);
  const other = loggedSession(car, plan, plan, { ...wish, daySeed: 4 });
  expect(other.escCsv).not.toBe(one.escCsv);
  expect(Math.abs(other.figures.passes![0]!.speedMs / one.figures.passes![0]!.speedMs - 1)).toBeLessThan(0.02);
  expect(one.readings.map((reading_) => reading_.of)).toEqual(['can', 'esc', 'pack']);
});

test('gears that were noted wrongly show in the log, not in the plan', () => {
  const really = { ...plan, gearing: { ...plan.gearing, pinion: plan.gearing.pinion! + 2 } };
  const [noted, wrong] = [plan, really].map((fitted) => loggedSession(car, plan, fitted, { seed: 12, daySeed: 9, readAfterS: 30 }));
  expect(wrong!.figures.passes![0]!.speedMs).toBeGreaterThan(1.02 * noted!.figures.passes![0]!.speedMs);
});

test('a typed session is the truth within what a speed meter and a thermometer tell', () => {
  const { passes, readings, usedAh } = typedSession(car, plan, { seed: 12, daySeed: 5, readAfterS: 20 });
  const { topSpeedMs } = predictSteady(refitted(car, plan));
  for (const pass of passes) expect(Math.abs(pass.speedMs / topSpeedMs - 1)).toBeLessThan(0.01);
  expect(passes.map((pass) => pass.direction)).toEqual(['out', 'back']);
  expect(readings.every((one) => one.afterStopS === 20)).toBe(true);
  expect(usedAh).toBeGreaterThan(0);
});

test('what anyone has learned of a car does not change what it is', () => {
  const learned = { from: ['R'], figures: [{ key: 'car.massKg', ln: 0.3, before: 0.03 }], covariance: [1e-4] };
  const taught = { ...plan, learned };
  expect(refitted(car, taught)).toEqual(refitted(car, plan));
  expect(hiddenCar(taught, 12, { slip: 'none' }).truth).toEqual(hiddenCar(plan, 12, { slip: 'none' }).truth);
});
