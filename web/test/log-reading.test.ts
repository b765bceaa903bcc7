/** @jest-environment node */
import { carOfSeed, loggedSession, logGpx, resolvePlan, stretchesOf, metresPerRpm, groundSpeed, type PlanFile } from '@puddler/core';
import type { CarRun, KeptLog } from '@puddler/contract/shared';
import { drawAlone, lanesOf, passLines } from '../src/workers/log-drawing';
import { adopt, joinedTrace, loggedRunOf, readOnce, samplesOfPart, type TracePart } from '../src/workers/log-reading';
import { plainPlan } from '../../core/test/helpers';

const plan: PlanFile = plainPlan();
const session = loggedSession(carOfSeed(plan, 5), plan, plan, { seed: 5, daySeed: 5, readAfterS: 30 });
const fileOf = (name: string, ...content: BlobPart[]) => new File(content, name, { lastModified: 1 });
const esc: TracePart = { source: { file: fileOf('esc.csv', session.escCsv) }, log: { kind: 'esc', poles: 4 } };
const gps: TracePart = {
  source: {
    file: fileOf(
      'phone.gpx',
      logGpx(session.track, (timeS) => new Date(1e12 + 1000 * timeS).toISOString())!,
    ),
  },
  log: { kind: 'gps' },
};

test('a log that is dropped is read in pieces, tells how far it is, and is read once for the same options', async () => {
  const shares: number[] = [];
  const first = readOnce(esc.source, { poles: 4 }, (share) => shares.push(share));
  expect(readOnce(esc.source, { poles: 4 })).toBe(first);
  expect(readOnce(esc.source, { poles: 2 })).not.toBe(first);
  const { outcome, form } = await first;
  expect([outcome.ok, form]).toEqual([true, 'csv']);
  expect(shares[shares.length - 1]).toBeCloseTo(1, 6);
});

test('text of two bytes a letter is read as what it is', async () => {
  const text = 'time (s),rpm\n0,100\n1,200\n';
  const wide = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]);
  const { outcome } = await readOnce({ file: fileOf('wide.csv', wide) }, {});
  expect(outcome.ok && [...outcome.reading.runs[0]!.fields.motorRpm!]).toEqual([100, 200]);
});

test('of several runs in a file the longest is taken, or the one that was chosen', async () => {
  const file = fileOf('two.csv', 'time (s),rpm\n0,1\n1,1\n0,2\n1,2\n2,2\n');
  const rpmOf = async (place?: number) => [
    ...(await samplesOfPart({ source: { file }, log: { kind: 'esc', ...(place === undefined ? {} : { place }) } }, plan)).fields.motorRpm!,
  ];
  expect(await rpmOf()).toEqual([2, 2, 2]);
  expect(await rpmOf(0)).toEqual([1, 1]);
});

test('two sources are joined once while they are looked at; a shift that is given makes another trace', async () => {
  const [first, second] = await Promise.all([joinedTrace([esc, gps], plan), joinedTrace([esc, gps], plan)]);
  expect(second).toBe(first);
  const { trace, shifts } = first;
  expect(Object.keys(trace.fields)).toEqual(expect.arrayContaining(['packV', 'speedMs', 'latDeg']));
  expect(Math.abs(shifts[1]!.shiftS)).toBeLessThan(1);
  const given = await joinedTrace([esc, { ...gps, log: { ...gps.log, shiftS: 3 } }], plan);
  expect(given.shifts[1]).toMatchObject({ shiftS: 3, isGiven: true });
});

test('what was dropped need not be fetched again once it is kept under a hash', async () => {
  const log: KeptLog = { hash: 'ab'.repeat(32), type: 'text/plain', bytes: 9, name: 'esc.csv', kind: 'esc', poles: 4 };
  const before = await joinedTrace([esc], plan);
  adopt((esc.source as { file: File }).file, { poles: 4, cells: resolvePlan(plan).pack.cells }, log, plan);
  const run: CarRun = { at: '2027-01-09T10:00:00Z', plan, logs: [log], planId: 'x', aside: true };
  const logged = await loggedRunOf(run);
  // Nor is it laid out again.
  expect(logged.trace).toBe(before.trace);
  expect(logged.trace!.fields.motorRpm!.length).toBeGreaterThan(1000);
  expect(Object.keys(logged)).not.toEqual(expect.arrayContaining(['planId', 'logs', 'aside']));
  expect(await loggedRunOf({ at: run.at, plan })).toEqual({ at: run.at, plan });
});

test('a file that is gone says so, and may be asked for again', async () => {
  const fetched = jest.spyOn(globalThis, 'fetch').mockResolvedValue(new Response(null, { status: 404 }));
  const part: TracePart = { source: { hash: 'cd'.repeat(32) }, log: { kind: 'esc' } };
  await expect(samplesOfPart(part, plan)).rejects.toThrow(/not in the data folder/);
  fetched.mockResolvedValue(new Response('time (s),rpm\n0,1\n1,2\n'));
  expect([...(await samplesOfPart(part, plan)).timeS]).toEqual([0, 1]);
  fetched.mockRestore();
});

test('a file that is no log says its line', async () => {
  const part: TracePart = { source: { file: fileOf('words.txt', 'just words\nand more\n') }, log: { kind: 'esc' } };
  await expect(samplesOfPart(part, plan)).rejects.toThrow(/^line 1: no line names the columns/);
});

test('one log alone can be drawn at once; the first source that tells a field draws it', async () => {
  const samples = await samplesOfPart(esc, plan);
  const { facts, lanes } = drawAlone(samples);
  expect(facts).toMatchObject({ whole: false, passes: [] });
  expect(facts.durationS).toBeCloseTo(samples.timeS[samples.timeS.length - 1]!, 1);
  expect(facts.fields).toEqual([...lanes.keys()]);
  const timeS = Float64Array.from([0, 1]);
  const both = lanesOf([
    { samples: { timeS, fields: { packV: Float64Array.from([8, 8]) } }, byS: 0 },
    { samples: { timeS, fields: { packV: Float64Array.from([1, 1]), speedMs: Float64Array.from([3, 3]) } }, byS: 5 },
  ]);
  expect([...both.get('packV')!.over(0, 2, 1)]).toEqual([8, 8]);
  expect([...both.get('speedMs')!.over(0, 2, 1)]).toEqual([NaN, NaN]);
  expect([...both.get('speedMs')!.over(5, 7, 1)]).toEqual([3, 3]);
});

test('each pass has its figures, and a line from just before full throttle', async () => {
  const { trace } = await joinedTrace([esc, gps], plan);
  const perRpm = metresPerRpm(resolvePlan(plan));
  const found = stretchesOf(trace, perRpm);
  const lines = passLines(trace, found, groundSpeed(trace, perRpm));
  expect(lines).toHaveLength(found.passes.length);
  for (const line of lines) {
    expect(line.toS).toBeGreaterThan(line.fromS);
    expect(line.timeS[0]).toBeGreaterThanOrEqual(-0.5 - 1e-9);
    expect(line.lines.packA!).toHaveLength(line.timeS.length);
    if (line.settled) expect(line.sagV).toBeGreaterThan(0);
  }
  expect(lines.some((line) => line.settled)).toBe(true);
});

test('the last few logs are kept as read; the oldest are let go of, and read again when they are asked for', async () => {
  const small = (name: string) => ({ file: fileOf(name, 'time (s),rpm\n0,1\n1,2\n') });
  const first = readOnce(small('first.csv'), {});
  const later = Array.from({ length: 12 }, (_, i) => readOnce(small(`later ${i}.csv`), {}));
  await Promise.all([first, ...later]);
  // Letting go waits until it is known how large each is.
  await new Promise((resolve) => setImmediate(resolve));
  expect(readOnce(small('later 11.csv'), {})).toBe(later[11]);
  const again = readOnce(small('first.csv'), {});
  expect(again).not.toBe(first);
  expect((await again).outcome.ok).toBe(true);
});
