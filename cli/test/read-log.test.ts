import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { readLogVerb } from '../src/read-log';
import { hiddenSession, KINDS } from '../../core/test/learn/hidden-session';
import { running } from './run-verb';

const folder = mkdtempSync(path.join(tmpdir(), 'puddler-log-'));
const keep = (name: string, text: string) => {
  const file = path.join(folder, name);
  writeFileSync(file, text);
  return file;
};
const run = running(readLogVerb);

test('a session written as CSV is read back, and its passes are found', () => {
  const { series } = hiddenSession(31, KINDS[0]).file;
  const rows = series!.timeS.flatMap((time, i) => {
    const [volts, amps, rpm, output] = [series!.packV![i], series!.packA![i], series!.motorRpm![i], series!.outputShare![i]];
    return volts === null
      ? []
      : [`${(1000 * time).toFixed(0)};${volts!.toFixed(2)};${amps!.toFixed(1)};${rpm!.toFixed(0)};${(100 * output!).toFixed(0)}`];
  });
  const file = keep('session.csv', `# a log\nTime (ms);Voltage (V);Current (A);RPM;Output (%)\n${rows.join('\n')}\n`);
  const { code, out, err } = run(file);
  expect([code, err]).toEqual([0, '']);
  const answer = JSON.parse(out) as {
    columns: { as: string }[];
    passes: { fromS: number; settled?: { packV: number } }[];
    series: { timeS: number[] };
    coastDowns: unknown[];
  };
  expect(answer.columns.map((column) => column.as)).toEqual(['timeS', 'packV', 'packA', 'motorRpm', 'outputShare']);
  expect(answer.series.timeS).toHaveLength(rows.length);
  expect(answer.passes.length).toBeGreaterThanOrEqual(4);
});

test.each([
  [['--poles', '3.5', 'x.csv'], /--poles: a whole number from 1 to 100/],
  [['--fast', 'x.csv'], /--fast: no such option; allowed: --poles, --cells/],
  [[], /usage/],
  [[path.join(folder, 'none.csv')], /there is no such file/],
] as const)('what cannot be read is told, with exit 2', (args, says) => {
  const { code, out, err } = run(...args);
  expect([code, out]).toEqual([2, '']);
  expect(err).toMatch(says);
});

test('a file that is no log is refused with its line', () => {
  expect(run(keep('prose.csv', 'Dear diary,\ntoday it ran well.')).err).toMatch(/prose\.csv: line 1: no line names the columns/);
});
