import { readFileSync } from 'node:fs';
import { readLog, stretchesOf, traceOf, seriesOf } from '@puddler/core';
import { FileProblems, orProblems } from './files';

const USAGE = `usage: npm run -s puddler -- read-log file.csv [--poles 4] [--cells 3]
Reads a CSV log and prints as JSON: what each column is and whether that is sure, what was wrong, the longest run in it as a series in SI,
and the passes and roll-outs found in it.
--poles number  magnet poles of the motor, where rpm are electrical
--cells number  cells in series, where volts are those of a cell
`;
const MOST_BYTES = 200 * 1024 * 1024;

function readText(file: string): string {
  try {
    const bytes = readFileSync(file);
    if (bytes.length > MOST_BYTES) throw new FileProblems([`${file}: ${bytes.length} bytes; at most ${MOST_BYTES}`]);
    return bytes.toString('utf8');
  } catch (error) {
    if (error instanceof FileProblems) throw error;
    const code = (error as NodeJS.ErrnoException).code;
    throw new FileProblems([code === 'ENOENT' ? `${file}: there is no such file` : `${file}: cannot be read (${code ?? String(error)})`]);
  }
}

/** Prints a log as read; returns the exit code: 0, or 2 when the file or an option was refused, with its line and the reason. */
export const readLogVerb = (args: string[], out: (text: string) => void, err: (text: string) => void): number =>
  orProblems(err, () => {
    const files: string[] = [];
    const figures: { poles?: number; cells?: number } = {};
    for (let i = 0; i < args.length; i++) {
      const [, name, value] = /^--(poles|cells)(?:=(.*))?$/.exec(args[i]!) ?? [];
      if (name) {
        const figure = Number(value ?? args[++i]);
        if (!Number.isInteger(figure) || figure < 1 || figure > 100) throw new FileProblems([`--${name}: a whole number from 1 to 100`]);
        figures[name as 'poles' | 'cells'] = figure;
      } else if (args[i]!.startsWith('--')) throw new FileProblems([`${args[i]}: no such option; allowed: --poles, --cells`]);
      else files.push(args[i]!);
    }
    const [file, more] = files;
    if (file === undefined || more !== undefined) {
      err(USAGE);
      return 2;
    }
    const outcome = readLog(readText(file), figures);
    if (!outcome.ok) throw new FileProblems([`${file}: line ${outcome.line}: ${outcome.reason}`]);
    const { columns, problems, runs } = outcome.reading;
    const longest = runs.reduce((a, b) => (b.timeS.length > a.timeS.length ? b : a));
    const trace = traceOf(longest);
    const { passes, coastDowns } = stretchesOf(trace);
    const seconds = ({ from, to }: { from: number; to: number }) => ({ fromS: from * trace.dtS, toS: to * trace.dtS });
    const answer = {
      columns,
      problems,
      runs: runs.length,
      series: seriesOf(longest),
      passes: passes.map(({ from, to, settled, ...pass }) => {
        const { from: a, to: b, ...means } = settled ?? { from: 0, to: 0 };
        return { ...seconds({ from, to }), ...pass, ...(settled ? { settled: { ...seconds({ from: a, to: b }), ...means } } : {}) };
      }),
      coastDowns: coastDowns.map(seconds),
    };
    out(`${JSON.stringify(answer)}\n`);
    return 0;
  });
