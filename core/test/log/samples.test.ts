import { logCsv, readLog, samplesOf, seriesOf, traceOf, type Series } from '@puddler/core';
import { LogReader } from '../../src/log/read-log';
import { Packed, wholeColumn } from '../../src/log/samples';

const SERIES: Series = { timeS: [0, 0.05, 0.1], packV: [8.4, null, 8.1], latDeg: [53.2101234, 53.2101235, null] };

test('a series of a run file and the packed samples say the same', () => {
  const packed = samplesOf(SERIES);
  expect(packed.fields.packV![1]).toBeNaN();
  expect(seriesOf(packed)).toEqual(SERIES);
  expect(Object.keys(packed.fields)).toEqual(['packV', 'latDeg']);
});

test('numbers that come one after the other are packed, however many, and the last may still be said', () => {
  const packed = new Packed(wholeColumn);
  for (let i = 0; i < 5000; i++) packed.push(i / 2);
  packed.setLast(-1);
  const all = packed.taken();
  expect([all.length, all[0], all[4321], all[4999]]).toEqual([5000, 0, 2160.5, -1]);
  expect(new Packed(wholeColumn).taken()).toHaveLength(0);
});

test('a log is read the same in one piece and in pieces of any length, breaks of every kind among them', () => {
  const text = '# a log\r\ntime (s);volts (V);rpm\r\n0;8,1;100\r\n0,5;8,2;200\r\n1;8,3;x\r\n1;8,4;400\r\n2;8,5;500\r\n3;8,6';
  const whole = readLog(text);
  for (let piece = 1; piece < 30; piece++) {
    const reader = new LogReader();
    for (let i = 0; i < text.length; i += piece) reader.push(text.slice(i, i + piece));
    expect(reader.end()).toEqual(whole);
  }
  expect(whole.ok && [...whole.reading.runs[0]!.timeS]).toEqual([0, 0.5, 1, 2]);
  for (const breaks of ['\n', '\r', '\r\n']) {
    const outcome = readLog(['time (s),rpm', '0,1', '1,2'].join(breaks));
    expect(outcome.ok && [...outcome.reading.runs[0]!.fields.motorRpm!]).toEqual([1, 2]);
  }
});

test('what someone has said of a column counts before its head and its values', () => {
  const text = 'when;speed;odd\n0;10;5\n1;20;6\n2;30;7\n';
  const chosen = [
    { name: 'when', as: 'timeS', unit: 's' },
    { name: 'speed', as: 'speedMs', unit: 'mph' },
    { name: 'odd', as: 'packV', unit: 'V' },
  ] as const;
  // No head says time: only someone can.
  expect(readLog(text).ok).toBe(false);
  const named = readLog(text.replace('when', 'time (s)'), { chosen: chosen.slice(1) });
  if (!named.ok) throw new Error(named.reason);
  const [run] = named.reading.runs;
  expect(run!.fields.speedMs![1]).toBeCloseTo(8.94, 2);
  expect([...run!.fields.packV!]).toEqual([5, 6, 7]);
  expect(named.reading.columns.every((one) => one.sure)).toBe(true);
  const left = readLog(text.replace('when', 'time (s)'), { chosen: [{ name: 'speed', as: 'none', unit: '' }] });
  expect(left.ok && left.reading.columns[1]!.as).toBeUndefined();
  expect(left.ok && left.reading.first[1]).toEqual(['10', '20', '30']);
});

test('a CSV of a log keeps what the trace is made of', () => {
  const log = samplesOf({
    timeS: Array.from({ length: 200 }, (_, i) => i / 20),
    motorRpm: Array.from({ length: 200 }, (_, i) => 100 * i),
    packV: Array.from({ length: 200 }, () => 8.25),
  });
  const back = readLog(logCsv(log));
  if (!back.ok) throw new Error(back.reason);
  const [a, b] = [traceOf(log), traceOf(back.reading.runs[0]!)];
  expect(b.count).toBe(a.count);
  for (let i = 0; i < a.count; i += 17) expect(b.fields.motorRpm![i]).toBeCloseTo(a.fields.motorRpm![i]!, 6);
});
