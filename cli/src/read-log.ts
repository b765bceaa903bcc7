import { MOST_LOG_BYTES } from '@puddler/contract';
import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { AnyLogReader, seriesOf, stretchesOf, traceOf, type LogOptions, type LogOutcome } from '@puddler/core';
import { FileProblems, orProblems } from './files';

const USAGE = `usage: npm run -s puddler -- read-log file [--poles 4] [--cells 3]
Reads a log as CSV, GPX or NMEA and prints as JSON: what each column is and whether that is sure, what was wrong, the longest run in it as a series in SI,
and the passes and roll-outs found in it.
--poles number  magnet poles of the motor, where rpm are electrical
--cells number  cells in series, where volts are those of a cell
`;

const PIECE_BYTES = 256 * 1024;

/** Reads a log piece by piece: a large one is never in memory as text. */
function readFile(file: string, options: LogOptions): LogOutcome {
  let handle: number;
  try {
    handle = openSync(file, 'r');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code;
    throw new FileProblems([code === 'ENOENT' ? `${file}: there is no such file` : `${file}: cannot be read (${code ?? String(error)})`]);
  }
  try {
    const { size } = fstatSync(handle);
    if (size > MOST_LOG_BYTES) throw new FileProblems([`${file}: ${size} bytes; at most ${MOST_LOG_BYTES}`]);
    const reader = new AnyLogReader(options, size);
    const decoder = new TextDecoder();
    const piece = Buffer.alloc(PIECE_BYTES);
    for (let bytes = readSync(handle, piece); bytes > 0; bytes = readSync(handle, piece))
      reader.push(decoder.decode(piece.subarray(0, bytes), { stream: true }));
    reader.push(decoder.decode());
    return reader.end();
  } catch (error) {
    if (error instanceof FileProblems) throw error;
    throw new FileProblems([`${file}: cannot be read (${(error as NodeJS.ErrnoException).code ?? String(error)})`]);
  } finally {
    closeSync(handle);
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
    const outcome = readFile(file, figures);
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
