import { driveSession, escLog, gpsSpeed, hiddenCar, putBack, randomStream, resolvePlan, sessionFor, thermometer, together } from '@puddler/core';
import { KINDS } from '../learn/hidden-session';

const hidden = hiddenCar(KINDS[0]!, 5, { slip: 'none' });
const session = driveSession(hidden.truth, hidden.weather, sessionFor(resolvePlan(KINDS[0]!)));
const at = (timeS: number) => session.samples.filter((sample) => sample.timeS <= timeS).at(-1)!;
const spread = (values: number[]) => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return { mean, sigma: Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length) };
};

test('the same seed gives the same car, session and log; another gives another', () => {
  const again = hiddenCar(KINDS[0]!, 5, { slip: 'none' });
  expect(again.deviations).toEqual(hidden.deviations);
  const log = (seed: number) => JSON.stringify(escLog(session.samples, 4, randomStream(seed)));
  expect(log(1)).toBe(log(1));
  expect(log(1)).not.toBe(log(2));
});

test('an ESC logs at 20 Hz, volts to two hundredths, amps to a tenth with their noise, temperature late', () => {
  const log = escLog(session.samples, 4, randomStream(3));
  const steps = log.timeS.slice(1).map((time, i) => time - log.timeS[i]!);
  expect(spread(steps).mean).toBeCloseTo(0.05, 3);
  expect(log.packV!.every((volts) => Math.abs(volts! / 0.02 - Math.round(volts! / 0.02)) < 1e-6)).toBe(true);
  const full = log.timeS.flatMap((time, i) => (log.outputShare![i]! >= 0.97 && at(time).packA > 3 ? [log.packA![i]! / at(time).packA] : []));
  expect(Math.abs(spread(full).mean - 1)).toBeLessThan(0.08);
  expect(log.escC!.every((c) => Number.isInteger(c))).toBe(true);
});

test('its gains spread from one ESC to the next by half a per cent in volts and two in amps (seeds 1 to 150)', () => {
  const steady = session.samples.filter((sample) => sample.duty >= 0.99 && sample.packA > 8).slice(-40);
  const [from, to] = [steady[0]!.timeS, steady[steady.length - 1]!.timeS];
  const mean = (values: number[]) => spread(values).mean;
  const truth = { volts: mean(steady.map((sample) => sample.busV)), amps: mean(steady.map((sample) => sample.packA)) };
  const [volts, amps]: [number[], number[]] = [[], []];
  for (let seed = 1; seed <= 150; seed++) {
    const log = escLog(session.samples, 4, randomStream(seed));
    const within = log.timeS.flatMap((time, i) => (time >= from && time <= to ? [i] : []));
    volts.push(mean(within.map((i) => log.packV![i]!)) / truth.volts);
    amps.push(mean(within.map((i) => log.packA![i]!)) / truth.amps);
  }
  expect(spread(volts).sigma).toBeGreaterThan(0.004);
  expect(spread(volts).sigma).toBeLessThan(0.0065);
  expect(spread(amps).sigma).toBeGreaterThan(0.015);
  // Half an ampere of noise stays in the mean of so few samples.
  expect(spread(amps).sigma).toBeLessThan(0.045);
});

test('its temperature comes three seconds late, to a degree', () => {
  const log = escLog(session.samples, 4, randomStream(3));
  const offs = log.timeS.flatMap((time, i) => (time > 8 ? [log.escC![i]! - at(time - 3).escC] : []));
  expect(Math.abs(spread(offs).mean)).toBeLessThan(0.6);
  expect(Math.max(...offs.map(Math.abs))).toBeLessThan(2.5);
});

test('a GPS is late and noisy by as much as it is said', () => {
  const gps = gpsSpeed(session.samples, 10, randomStream(4));
  const errors = gps.timeS.flatMap((time, i) => (time > 1 && at(time - 0.4).speedMs > 2 ? [gps.speedMs![i]! - at(time - 0.4).speedMs] : []));
  const { mean, sigma } = spread(errors);
  expect(Math.abs(mean)).toBeLessThan(0.05);
  expect(sigma).toBeGreaterThan(0.12);
  expect(sigma).toBeLessThan(0.18);
});

test('a thermometer reads a matt patch nearly right and a bare can low; a charger puts back a little more than was used', () => {
  const random = randomStream(6);
  const matt = Array.from({ length: 200 }, () => thermometer(80, 20, true, random));
  const bare = Array.from({ length: 200 }, () => thermometer(80, 20, false, random));
  expect(spread(matt).mean).toBeCloseTo(77, 0);
  expect(spread(bare).mean).toBeGreaterThan(62);
  expect(spread(bare).mean).toBeLessThan(74);
  const back = Array.from({ length: 400 }, () => putBack(2, random));
  expect(spread(back).mean).toBeCloseTo(2.04, 1);
  expect(spread(back).sigma / 2.04).toBeGreaterThan(0.015);
});

test('two sources on one clock keep every sample, with nothing where one was silent', () => {
  const both = together({ timeS: [0, 1], packV: [8, 7] }, { timeS: [0.5], speedMs: [3] });
  expect(both).toEqual({ timeS: [0, 0.5, 1], packV: [8, null, 7], speedMs: [null, 3, null] });
});

test('in one of four days there is a slip, and weather stays within what was forecast', () => {
  const days = Array.from({ length: 200 }, (_, seed) => hiddenCar(KINDS[0]!, seed));
  const slips = days.filter((day) => day.slip).length;
  expect(slips).toBeGreaterThan(35);
  expect(slips).toBeLessThan(65);
  for (const { weather } of days) {
    expect(weather.windMs).toBeLessThanOrEqual(4);
    expect(Math.abs(weather.grade)).toBeLessThanOrEqual(0.01);
    expect(Math.abs(weather.ambientC - KINDS[0]!.site.ambientC)).toBeLessThanOrEqual(2);
  }
});
