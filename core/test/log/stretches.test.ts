import { LAUNCH_MARKS_M, samplesOf, stretchesOf, traceFigures, traceOf, type Series } from '@puddler/core';

const traced = (series: Series) => traceOf(samplesOf(series));
/** A log at 50 Hz of a few seconds, made of what each moment is. */
const logOf = (seconds: number, at: (t: number) => Partial<Record<keyof Omit<Series, 'timeS'>, number | null>>): Series => {
  const timeS = Array.from({ length: Math.round(seconds * 50) + 1 }, (_, i) => i / 50);
  const fields = Object.keys(at(0)) as (keyof Omit<Series, 'timeS'>)[];
  return { timeS, ...Object.fromEntries(fields.map((field) => [field, timeS.map((t) => at(t)[field] ?? null)])) };
};
const METRES_PER_RPM_S = 0.0005;
/** Two seconds of standing, a pass that settles at 15 m/s, rolling out, then brakes. */
const speedAt = (t: number) =>
  t < 2 ? 0 : t < 8 ? 15 * (1 - Math.exp(-(t - 2) / 0.8)) : t < 12 ? 15 * Math.exp(-(t - 8) / 8) : Math.max(0, 9 - 5 * (t - 12));
const pass = logOf(16, (t) => ({
  outputShare: t >= 2 && t < 8 ? 1 : 0,
  motorRpm: speedAt(t) / METRES_PER_RPM_S,
  packA: t >= 2 && t < 8 ? 20 + 30 * Math.exp(-(t - 2)) : 0,
  packV: t >= 2 && t < 8 ? 10.5 : 11.4,
}));

test('a trace is even, with the mean of what falls into a slot, and bridges short gaps only', () => {
  const trace = traced({ timeS: [0, 0.005, 0.04, 2, 2.02], packV: [10, 12, 8, 7, 7] });
  expect(trace.count).toBe(102);
  const volts = trace.fields.packV!;
  expect(volts[0]).toBe(11);
  expect(volts[1]).toBeCloseTo(9.5, 9);
  expect(Number.isNaN(volts[50]!)).toBe(true);
  expect(volts[101]).toBe(7);
});

test('a pass is found, with what it settled at and the peak when the output reached full', () => {
  const { passes } = stretchesOf(traced(pass), METRES_PER_RPM_S);
  expect(passes).toHaveLength(1);
  expect(passes[0]!.settled!.speedMs).toBeCloseTo(15, 1);
  expect(passes[0]!.settled!.packA).toBeCloseTo(20, 0);
  expect(passes[0]!.peakA).toBeCloseTo(50, 0);
});

test('a pass that still gains has no settled figures; a blip under a second is none', () => {
  const short = logOf(6, (t) => ({ outputShare: t >= 2 && t < 4.2 ? 1 : 0, motorRpm: speedAt(t) / METRES_PER_RPM_S }));
  const { passes } = stretchesOf(traced(short), METRES_PER_RPM_S);
  expect(passes).toHaveLength(1);
  expect(passes[0]!.settled).toBeUndefined();
  const blip = logOf(4, (t) => ({ outputShare: t >= 2 && t < 2.8 ? 1 : 0, motorRpm: 0 }));
  expect(stretchesOf(traced(blip), METRES_PER_RPM_S).passes).toEqual([]);
});

test('a short lift joins two halves of a pass, a longer one parts them', () => {
  const lift = (gapS: number) => logOf(9, (t) => ({ outputShare: t >= 1 && t < 8 && !(t >= 4 && t < 4 + gapS) ? 1 : 0, motorRpm: 20_000 }));
  expect(stretchesOf(traced(lift(0.1)), METRES_PER_RPM_S).passes).toHaveLength(1);
  expect(stretchesOf(traced(lift(0.5)), METRES_PER_RPM_S).passes).toHaveLength(2);
});

test('rolling out ends where the brakes begin', () => {
  const { coastDowns } = stretchesOf(traced(pass), METRES_PER_RPM_S);
  expect(coastDowns).toHaveLength(1);
  const [{ from, to }] = coastDowns as [{ from: number; to: number }];
  expect(from / 50).toBeCloseTo(8, 1);
  expect(to / 50).toBeGreaterThan(11);
  expect(to / 50).toBeLessThan(12.1);
});

test('a launch is timed to the marks of a strip from the first movement', () => {
  const { launches } = stretchesOf(traced(pass), METRES_PER_RPM_S);
  expect(launches).toHaveLength(1);
  expect(launches[0]!.toMarksS.map((mark) => mark.metres)).toEqual([...LAUNCH_MARKS_M]);
  // x(t) = 15·(t − 0.8·(1 − e^(−t/0.8))), solved for 18.3 m.
  expect(launches[0]!.toMarksS[0]!.seconds).toBeCloseTo(1.92, 1);
});

test('wheelspin, cut-offs and stalls are told', () => {
  const odd = logOf(6, (t) => ({
    throttleShare: t >= 1 ? 1 : 0,
    outputShare: t >= 1 && t < 4 ? 1 : t >= 4 && t < 5 ? 0.5 : 1,
    motorRpm: t < 1.6 ? 0 : 40_000,
    speedMs: t < 3 ? 8 : 20,
  }));
  const found = stretchesOf(traced(odd), METRES_PER_RPM_S);
  expect(found.cutOffs).toHaveLength(1);
  expect(found.stalls).toHaveLength(1);
  expect(found.wheelspin).toHaveLength(1);
  expect(found.wheelspin[0]!.to / 50).toBeCloseTo(3, 1);
});

test('what was not measured finds nothing, and never throws', () => {
  for (const series of [{ timeS: [] }, { timeS: [0] }, { timeS: [0, 1], packV: [1, null] }, { timeS: [0, 1], outputShare: [null, null] }] as Series[])
    expect(stretchesOf(traced(series), METRES_PER_RPM_S)).toMatchObject({ passes: [], coastDowns: [] });
});

test('a GPS that speaks once a second still tells the speed of a settled pass', () => {
  const slow = logOf(9, (t) => ({
    outputShare: t >= 1 && t < 8 ? 1 : 0,
    motorRpm: t < 1 ? 0 : 30_000,
    speedMs: Math.abs(t - Math.round(t)) < 0.005 ? 14.8 : null,
  }));
  const [found] = stretchesOf(traced(slow), METRES_PER_RPM_S).passes;
  expect(found!.settled!.gpsMs).toBeCloseTo(14.8, 6);
});

test('what a trace says of a run is noted as a builder would type it, the GPS before the rpm', () => {
  const both = logOf(40, (t) => ({
    outputShare: (t >= 2 && t < 8) || (t >= 20 && t < 26) ? 1 : 0,
    motorRpm: speedAt(t % 18) / METRES_PER_RPM_S,
    speedMs: 0.98 * speedAt(t % 18),
    packA: t % 18 >= 2 && t % 18 < 8 ? 20 + 30 * Math.exp(-((t % 18) - 2)) : 0,
    packV: t % 18 >= 2 && t % 18 < 8 ? 10.5 : 11.4,
    canC: t < 26 ? 30 + t : 60,
  }));
  const trace = traced(both);
  const { passes, readings, current, launch, minutes } = traceFigures(trace, stretchesOf(trace, METRES_PER_RPM_S));
  expect(passes!.map((one) => [one.direction, one.source])).toEqual([
    ['out', 'gps'],
    ['back', 'gps'],
  ]);
  expect(passes![0]!.speedMs).toBeCloseTo(0.98 * 15, 0);
  expect(current!.peakA).toBeGreaterThan(40);
  expect(current!.minPackV).toBeCloseTo(10.5, 6);
  expect(launch!.to18m3S).toBeGreaterThan(1);
  expect(minutes).toBeCloseTo(0.2, 2);
  // The can as the car stopped, not as the log ended.
  expect(readings).toEqual([{ of: 'can', c: expect.closeTo(56, 0), afterStopS: 0 }]);
  expect(traceFigures(traced({ timeS: [0, 1] }), stretchesOf(traced({ timeS: [0, 1] })))).toEqual({});
});
