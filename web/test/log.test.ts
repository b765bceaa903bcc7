import { checkBody } from '@puddler/contract';
import type { CarRun } from '@puddler/contract/shared';
import type { TraceFacts } from '../src/workers/log-drawing';
import { figureCount, heldByRun, typedPass, typedReading, withoutEmpty, withPass, withReading } from '../src/active/run-entry';
import { changesBetween, gearingText, insideOf, runName, verdictOf } from '../src/stations/log/log-text';
import { lacksBands, measuredIn } from '../src/document-store/run-figures';
import { passOverlay } from '../src/stations/log/pass-overlay';
import { runOfFile } from '../src/stations/log/run-file';
import { bandsOf, foundIn, layTrace, panned, readAt, withinLog, zoomed, type View } from '../src/stations/log/trace-layout';
import { newRun } from '../src/stations/log/use-log';
import { plainPlan } from '../../core/test/helpers';

const RUN: CarRun = { at: '2027-01-09T10:00:00Z', plan: plainPlan() };

test('passes are typed by way, each in the place of the one before; taken out, nothing is left of the list', () => {
  const both = withPass(withPass(withPass(RUN, 'back', 14), 'out', 15), 'out', 15.5);
  expect(both.passes).toEqual([
    { speedMs: 15.5, direction: 'out' },
    { speedMs: 14, direction: 'back' },
  ]);
  expect([typedPass(both, 'out'), typedPass(both, 'back')]).toEqual([15.5, 14]);
  expect(withPass(withPass(both, 'out', undefined), 'back', undefined)).toEqual(RUN);
});

test('a reading keeps its seconds when its temperature changes, and goes with it', () => {
  const read = withReading(withReading(RUN, 'can', { c: 61 }), 'can', { afterStopS: 30 });
  expect(withReading(read, 'can', { c: 64 }).readings).toEqual([{ of: 'can', c: 64, afterStopS: 30 }]);
  expect(typedReading(withReading(read, 'esc', { c: 44 }), 'can')).toEqual({ of: 'can', c: 61, afterStopS: 30 });
  expect(withReading(read, 'can', { c: undefined })).toEqual(RUN);
  expect(withoutEmpty({ ...RUN, current: {}, logs: [], usedAh: 1 })).toEqual({ ...RUN, usedAh: 1 });
});

test('of what a log says, a run takes what it can hold: no pass of a wheel that spun free, no volts of a pack that was not plugged in yet', () => {
  const said = {
    passes: [
      { speedMs: 181.8, source: 'log', direction: 'out' },
      { speedMs: 17, source: 'log', direction: 'back' },
    ],
    readings: [{ of: 'can', c: 850, afterStopS: 0 }],
    current: { peakA: 179, minPackV: 0 },
    launch: { to18m3S: 0.01, peakG: 1.2 },
    minutes: 0.28,
  } satisfies Partial<CarRun>;
  const isTaken = (figures: object) => checkBody('run')({ ...RUN, ...figures }, undefined).ok;
  expect(isTaken(said)).toBe(false);
  const held = heldByRun(said);
  expect(held).toEqual({ passes: [said.passes[1]], readings: [], current: { peakA: 179 }, launch: { peakG: 1.2 }, minutes: 0.28 });
  expect(isTaken(held)).toBe(true);
  expect(figureCount(said) - figureCount(held)).toBe(4);
});

test('a run is held against the bands that are kept with it; those that are missing are told', () => {
  const typed = withPass(RUN, 'out', 15);
  expect(measuredIn(typed).topSpeedMs).toBeCloseTo(15, 9);
  expect(lacksBands(RUN)).toBe(false);
  expect(lacksBands(typed)).toBe(true);
  const entry = { ...typed, predicted: { topSpeedMs: { p10: 13, p50: 14, p90: 14.5 } } };
  expect(lacksBands(entry)).toBe(false);
  expect(insideOf(entry)).toEqual({ inside: 0, of: 1 });
  expect([12, 14, 15].map((value) => verdictOf(value, entry.predicted.topSpeedMs))).toEqual(['below', 'in', 'above']);
});

test('a run is called by its name or its moment; what changed between two is said in a few words', () => {
  expect(runName({ ...RUN, name: 'First' })).toBe('First');
  expect(runName(RUN)).toMatch(/9 Jan 2027/);
  expect(gearingText({ plan: { ...RUN.plan, gearing: {} } })).toBe('direct, 2.5');
  const after: CarRun = {
    ...RUN,
    plan: {
      ...RUN.plan,
      gearing: { pinion: 22, spur: 60 },
      site: { ...RUN.plan.site, surface: 'grass' },
      motor: { ...RUN.plan.motor, name: 'Another' },
    },
  };
  expect(changesBetween(RUN, after)).toEqual(['22/60', 'Another', 'grass']);
  expect(changesBetween(RUN, RUN)).toEqual([]);
});

test('a new run takes over ground, air and kind of driving of the last one, and the plan as it stands', () => {
  const last: CarRun = { ...RUN, drivenAs: 'bash', plan: { ...RUN.plan, site: { ...RUN.plan.site, surface: 'grass', ambientC: 7 } } };
  const run = newRun('p', plainPlan({ name: 'Now' }), last);
  expect(run).toMatchObject({ planId: 'p', drivenAs: 'bash', plan: { name: 'Now', site: { surface: 'grass', ambientC: 7 } } });
  expect(newRun('p', plainPlan(), undefined).plan.site).toEqual(plainPlan().site);
  expect(runOfFile({ format: 'puddler-run', version: 1, ...RUN, photos: ['x'], series: { timeS: [0, 1] } }, 'p')).toEqual({ ...RUN, planId: 'p' });
});

test('a window stays within its log, zooms about a moment and moves by shares', () => {
  expect(withinLog({ fromS: -5, toS: 5 }, 100)).toEqual({ fromS: 0, toS: 10 });
  expect(withinLog({ fromS: 95, toS: 115 }, 100)).toEqual({ fromS: 80, toS: 100 });
  expect(zoomed({ fromS: 0, toS: 100 }, 25, 0.5, 100)).toEqual({ fromS: 12.5, toS: 62.5 });
  expect(zoomed({ fromS: 40, toS: 60 }, 50, 100, 100)).toEqual({ fromS: 0, toS: 100 });
  expect(panned({ fromS: 10, toS: 20 }, 0.5, 100)).toEqual({ fromS: 15, toS: 25 });
});

test('lanes share one axis; each draws its least and most, and reads back what is under the pointer', () => {
  const view: View = {
    packV: Float32Array.from([7, 8, NaN, NaN, 7.5, 7.5]),
    speedMs: Float32Array.from([0, 0, 5, 5, 10, 10]),
    outputShare: Float32Array.from([0, 1, 1, 1, 0, 0]),
  };
  const lanes = layTrace(view, 'metric', 44);
  expect(lanes.map((lane) => `${lane.name} ${lane.symbol}`)).toEqual(['output %', 'speed km/h', 'volts V']);
  const [output, speed, volts] = lanes;
  // A pixel with a range is a stroke down, one with a single value a point.
  expect(output!.curves[0]!.path).toMatch(/^M44 [\d.]+L44 [\d.]+L45 /);
  expect(volts!.curves[0]!.path).not.toContain('NaN');
  // What stands still has a scale all the same.
  const [still] = layTrace({ canC: Float32Array.from([19, 19, 19, 19]) }, 'metric', 44);
  expect(new Set(still!.ticks.map((tick) => tick.toFixed(1))).size).toBe(still!.ticks.length);
  expect(still!.y.domain()[1]! - still!.y.domain()[0]!).toBeGreaterThanOrEqual(4);
  expect(readAt(view, speed!, 2, 'metric')).toEqual([{ field: 'speedMs', value: 36 }]);
  expect(readAt(view, volts!, 1, 'metric')).toEqual([{ field: 'packV', value: 7.5 }]);
  expect(readAt(view, speed!, 2, 'imperial')[0]!.value).toBeCloseTo(22.37, 2);
});

test('what was found is counted in words; of thousands only what a pixel can show is drawn', () => {
  const stretches: TraceFacts['stretches'] = {
    passes: [],
    launches: [],
    coastDowns: [{ from: 50, to: 100 }],
    cutOffs: [],
    stalls: [],
    wheelspin: [
      { from: 0, to: 5 },
      { from: 10, to: 15 },
    ],
  };
  expect(foundIn({ stretches, dtS: 0.02 }).map(({ word, at }) => [word, at.length])).toEqual([
    ['1 roll-out', 1],
    ['2 stretches of wheelspin', 2],
  ]);
  const many = Array.from({ length: 5000 }, (_, i) => ({ fromS: i, toS: i + 0.5 }));
  const seen = bandsOf(many, (timeS) => timeS / 10, [0, 400], [2, 2]).match(/M/g)!;
  expect(seen.length).toBeLessThanOrEqual(101);
  expect(seen.length).toBeGreaterThan(80);
  const one = (window: { fromS: number; toS: number }) => bandsOf([window], (timeS) => 10 * timeS, [0, 400], [2, 3]);
  expect(one({ fromS: 1, toS: 3 })).toBe('M10.0 2h20.0v3H10.0Z');
  // However short, it can be seen; what lies outside is not drawn.
  expect(one({ fromS: 1, toS: 1.01 })).toBe('M10.0 2h1.5v3H10.0Z');
  expect(one({ fromS: -3, toS: -1 })).toBe('');
  expect(one({ fromS: 41, toS: 42 })).toBe('');
});

test('passes lie over each other from full throttle on, and end where they end', () => {
  const pass = (seconds: number, topMs: number): TraceFacts['passes'][number] => ({
    fromS: 0,
    toS: seconds,
    speedMs: topMs,
    settled: true,
    settledA: undefined,
    settledV: undefined,
    peakA: undefined,
    sagV: undefined,
    timeS: [-0.5, 0, seconds],
    lines: { speedMs: [0, 0, topMs] },
  });
  const { x, panes } = passOverlay(
    [
      { name: '1', pass: pass(2, 10) },
      { name: '2', pass: pass(4, 20) },
    ],
    'metric',
  );
  expect([x[0], x[x.length - 1]!.toFixed(2)]).toEqual([-0.5, '4.00']);
  expect(panes.map((pane) => [pane.label, pane.over])).toEqual([
    ['speed 1', undefined],
    ['speed 2', true],
  ]);
  const at = (seconds: number) => x.findIndex((time) => Math.abs(time - seconds) < 0.01);
  expect(panes[0]!.y[at(1)]).toBeCloseTo(18, 6);
  expect(panes[0]!.y[at(3)]).toBeNaN();
  expect(panes[1]!.y[at(3)]).toBeCloseTo(54, 6);

  // What a plan gives is drawn broken, and no longer than what was measured.
  const over = passOverlay(
    [
      { name: '1', pass: pass(2, 10) },
      { name: 'a plan', pass: pass(30, 20), predicted: true },
    ],
    'metric',
  );
  expect(over.x[over.x.length - 1]!.toFixed(2)).toBe('2.00');
  expect(over.panes.map((pane) => pane.broken)).toEqual([undefined, true]);
});
