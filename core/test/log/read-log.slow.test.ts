import fc from 'fast-check';
import { readLog, seriesOf, type LogOptions, type SeriesField } from '@puddler/core';
import { LogReader } from '../../src/log/read-log';

const reading = (text: string, options?: LogOptions) => {
  const outcome = readLog(text, options);
  if (!outcome.ok) throw new Error(`line ${outcome.line}: ${outcome.reason}`);
  return { ...outcome.reading, runs: outcome.reading.runs.map(seriesOf) };
};
const rows = (count: number, of: (i: number) => string) => Array.from({ length: count }, (_, i) => of(i)).join('\n');

/** A column beside the time, by its head and values as written, and what it must become. */
test.each<[head: string, value: string, as: SeriesField, si: number, sure: boolean]>([
  ['Voltage (V)', '11.1', 'packV', 11.1, true],
  ['voltage [mV]', '11100', 'packV', 11.1, true],
  ['Vbat', '11.1', 'packV', 11.1, true],
  ['battery_v', '11.1', 'packV', 11.1, true],
  ['U', '11.1', 'packV', 11.1, true],
  ['Spannung [V]', '11.1', 'packV', 11.1, true],
  ['VOLT', '11100', 'packV', 11.1, true],
  ['Current (A)', '42.5', 'packA', 42.5, true],
  ['current', '42.5', 'packA', 42.5, true],
  ['Strom (A)', '42.5', 'packA', 42.5, true],
  ['amps', '42.5', 'packA', 42.5, true],
  ['I_bat', '42.5', 'packA', 42.5, true],
  ['Current (mA)', '42500', 'packA', 42.5, true],
  ['RPM', '31000', 'motorRpm', 31000, true],
  ['Motor RPM', '31000', 'motorRpm', 31000, true],
  ['rpm (x1000)', '31', 'motorRpm', 31000, true],
  ['Drehzahl (U/min)', '31000', 'motorRpm', 31000, true],
  ['motor speed [Hz]', '500', 'motorRpm', 30000, true],
  ['Throttle (%)', '55', 'throttleShare', 0.55, true],
  ['throttle', '0.55', 'throttleShare', 0.55, true],
  ['thr', '55', 'throttleShare', 0.55, true],
  ['Throttle (us)', '1750', 'throttleShare', 0.5, true],
  ['Trigger', '55', 'throttleShare', 0.55, true],
  ['Output %', '97', 'outputShare', 0.97, true],
  ['duty', '97', 'outputShare', 0.97, true],
  ['Duty cycle [%]', '97', 'outputShare', 0.97, true],
  ['ESC Temp (C)', '61', 'escC', 61, true],
  ['esc_temp', '61', 'escC', 61, true],
  ['FET temperature °C', '61', 'escC', 61, true],
  ['Temp (°F)', '142', 'escC', 61.11, true],
  ['temperature', '142', 'escC', 61.11, false],
  ['Motor Temp (C)', '71', 'canC', 71, true],
  ['motor temperature [°F]', '160', 'canC', 71.11, true],
  ['GPS Speed (km/h)', '54', 'speedMs', 15, true],
  ['Speed (m/s)', '15', 'speedMs', 15, true],
  ['speed (mph)', '33.55', 'speedMs', 15, true],
  ['speed (knots)', '29.16', 'speedMs', 15, true],
  ['speed', '54', 'speedMs', 15, false],
  ['kmh', '54', 'speedMs', 15, false],
  ['Geschwindigkeit (km/h)', '54', 'speedMs', 15, true],
  ['Latitude', '53.2', 'latDeg', 53.2, true],
  ['lon', '-4.1', 'lonDeg', -4.1, true],
  ['Altitude (ft)', '800', 'elevationM', 243.84, true],
])('“%s” with %s is %s', (head, value, as, si, sure) => {
  const { columns, runs } = reading(`time (s);${head}\n${rows(4, (i) => `${i * 0.1};${value}`)}`);
  expect(columns[1]).toMatchObject({ as, sure });
  expect(runs[0]![as]![2]).toBeCloseTo(si, 2);
});

/** A time column by its head and cells, and the steps that it must become. */
test.each<[head: string, cells: string[], steps: number[]]>([
  ['Time (s)', ['0', '0.05', '0.1'], [0, 0.05, 0.1]],
  ['time [ms]', ['0', '50', '100'], [0, 0.05, 0.1]],
  ['timestamp', ['1000', '1050', '1100'], [0, 0.05, 0.1]],
  ['t', ['12.5', '12.55', '12.6'], [0, 0.05, 0.1]],
  ['Elapsed Time', ['00:00:01.50', '00:00:01.55', '00:00:01.60'], [0, 0.05, 0.1]],
  ['clock', ['59:59.9', '1:00:00.0', '1:00:00.1'], [0, 0.1, 0.2]],
  ['Date Time', ['2027-01-09 10:00:00.0', '2027-01-09 10:00:00.5', '2027-01-09T10:00:01.0'], [0, 0.5, 1]],
  ['UTC', ['2027-02-28T23:59:59Z', '2027-03-01T00:00:00Z', '2027-03-01T00:00:01Z'], [0, 1, 2]],
  ['time (µs)', ['0', '50000', '100000'], [0, 0.05, 0.1]],
])('time “%s” as %j', (head, cells, steps) => {
  const { runs } = reading(`${head},rpm\n${cells.map((cell) => `${cell},1000`).join('\n')}`);
  expect(runs[0]!.timeS.map((value) => Number(value.toFixed(4)))).toEqual(steps);
});

const PLAIN = `time (s),rpm,current (A)\n${rows(6, (i) => `${i / 10},${1000 * i},${i}`)}`;

test.each<[string, string, (found: ReturnType<typeof reading>) => void]>([
  ['a byte order mark', `\uFEFF${PLAIN}`, ({ runs }) => expect(runs[0]!.timeS).toHaveLength(6)],
  ['lines that end as on other systems', PLAIN.replaceAll('\n', '\r\n'), ({ runs }) => expect(runs[0]!.timeS).toHaveLength(6)],
  ['comments before the head', `# logger 4\n// car: Ridgeback\n\n${PLAIN}`, ({ runs }) => expect(runs[0]!.timeS).toHaveLength(6)],
  ['quotes', PLAIN.replaceAll(/([^,\n]+)/g, '"$1"'), ({ runs }) => expect(runs[0]!.motorRpm![2]).toBe(2000)],
  ['tabs', PLAIN.replaceAll(',', '\t'), ({ runs }) => expect(runs[0]!.motorRpm![2]).toBe(2000)],
  ['decimal commas', `time (s);volt\n${rows(5, (i) => `0,${i};11,${i}`)}`, ({ runs }) => expect(runs[0]!.packV![3]).toBeCloseTo(11.3, 9)],
  [
    'a row of units below the heads',
    `time;speed;temp\n[ms];[km/h];[°F]\n${rows(5, (i) => `${i * 50};36;212`)}`,
    ({ runs }) => expect([runs[0]!.timeS[1], runs[0]!.speedMs![1], runs[0]!.escC![1]]).toEqual([0.05, 10, expect.closeTo(100, 6)]),
  ],
  ['heads in the middle, where the logger was switched off and on', `${PLAIN}\n${PLAIN}`, ({ runs }) => expect(runs).toHaveLength(2)],
  [
    'a time that begins again',
    `${PLAIN}\n${rows(4, (i) => `${i / 10},5,5`)}`,
    ({ runs, problems }) => {
      expect(runs.map((run) => run.timeS.length)).toEqual([6, 4]);
      expect(problems[0]!.what).toContain('time begins again');
    },
  ],
  [
    'a cut last line',
    `${PLAIN}\n0.6,70`,
    ({ runs, problems }) => {
      expect(runs[0]!.timeS).toHaveLength(6);
      expect(problems).toMatchObject([{ line: 8, what: 'the last line is cut off and left out' }]);
    },
  ],
  [
    'values that are none, and that cannot be',
    `time (s),rpm,volt\n0,1000,11\n0.1,NaN,11\n0.2,1000,900\n0.3,1000,11`,
    ({ runs, problems }) => {
      expect(runs[0]!.motorRpm).toEqual([1000, null, 1000, 1000]);
      expect(runs[0]!.packV).toEqual([11, 11, null, 11]);
      expect(problems.map((one) => [one.line, one.what])).toEqual([
        [3, 'no number: left out'],
        [4, 'a value that cannot be: left out'],
      ]);
    },
  ],
  ['the same time twice', `time (s),rpm\n0,1\n0,2\n1,3`, ({ runs }) => expect(runs[0]!.motorRpm).toEqual([1, 3])],
  [
    'a column that nobody knows',
    `time (s),rpm,mood\n0,1,good\n1,2,bad`,
    ({ columns }) => expect(columns[2]).toMatchObject({ name: 'mood', as: undefined }),
  ],
  [
    'two columns of one kind',
    `time (s),rpm,motor rpm\n0,1,9\n1,2,9`,
    ({ runs, problems }) => {
      expect(runs[0]!.motorRpm).toEqual([1, 2]);
      expect(problems[0]).toMatchObject({ column: 'motor rpm', what: 'another column is the motor rpm already' });
    },
  ],
])('%s is understood', (_what, text, check) => check(reading(text)));

test('electrical rpm and volts of a cell ask for poles and cells, and are the motor’s and the pack’s with them', () => {
  const text = `time (s),eRPM,cell voltage (V)\n0,60000,3.7\n1,60000,3.7`;
  expect(reading(text).problems.map((one) => one.what)).toEqual([
    'electrical rpm need the number of magnet poles of the motor',
    'volts of a cell need the number of cells',
  ]);
  expect(reading(text, { poles: 4, cells: 3 }).runs[0]).toMatchObject({
    motorRpm: [30000, 30000],
    packV: [expect.closeTo(11.1, 9), expect.closeTo(11.1, 9)],
  });
});

test.each<[string, string, number, RegExp]>([
  ['nothing', '', 1, /no line names the columns/],
  ['no heads', '1,2,3\n4,5,6', 1, /no line names the columns/],
  ['no time', 'rpm,volt\n1,2\n3,4', 1, /no line names the columns/],
  ['no rows', 'time (s),rpm', 1, /no two lines/],
  ['one row', 'time (s),rpm\n0,1', 1, /no two lines/],
  ['an endless line', `time (s),rpm\n${'9'.repeat(30_000)}`, 2, /30000 characters/],
])('%s is refused with its line', (_what, text, line, reason) => {
  expect(readLog(text)).toEqual({ ok: false, line, reason: expect.stringMatching(reason) as string });
});

test('2,000 mutated logs neither throw nor take long (seed 12)', () => {
  const began = performance.now();
  fc.assert(
    fc.property(fc.nat(PLAIN.length), fc.nat(12), fc.string({ unit: 'binary', maxLength: 12 }), (at, cut, put) => {
      const outcome = readLog(PLAIN.slice(0, at) + put + PLAIN.slice(at + cut));
      if (!outcome.ok) return expect(outcome.reason).not.toBe('');
      for (const run of outcome.reading.runs) for (const values of Object.values(run.fields)) expect(values).toHaveLength(run.timeS.length);
    }),
    { seed: 12, numRuns: 2000 },
  );
  expect(performance.now() - began).toBeLessThan(60_000);
});

test('room that is made for what a file is said to hold changes nothing that is read: too little, too much, or as it is', () => {
  const text = `time (s),rpm,volts\n${Array.from({ length: 3000 }, (_, i) => `${i / 10},${i},${(8 - i / 1000).toFixed(3)}`).join('\n')}\n`;
  const by = (length: number) => {
    const reader = new LogReader({}, length);
    for (let at = 0; at < text.length; at += 777) reader.push(text.slice(at, at + 777));
    const outcome = reader.end();
    return outcome.ok ? outcome.reading.runs : [];
  };
  const plain = by(0);
  expect(plain[0]!.timeS).toHaveLength(3000);
  for (const length of [10, text.length / 2, text.length, 1e12]) expect(by(length)).toEqual(plain);
});

test('a line that is cut between two pieces is one line, wherever it is cut and however it ends', () => {
  for (const end of ['\n', '\r\n', '\r']) {
    const text = ['time (s),rpm,"note, long"', ...Array.from({ length: 700 }, (_, i) => `${i},${10 * i},"a, ${i}"`)].join(end) + end;
    const whole = readLog(text);
    for (const size of [1, 2, 3, 7, 64, 1000]) {
      const reader = new LogReader();
      for (let at = 0; at < text.length; at += size) reader.push(text.slice(at, at + size));
      expect(reader.end()).toEqual(whole);
    }
    expect(whole.ok && whole.reading.runs[0]!.timeS.length).toBe(700);
  }
});
