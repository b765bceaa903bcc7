import Papa from 'papaparse';
import { columnOf, type Column, type ReadColumn } from './columns';
import { SERIES_FIELDS, type Series, type SeriesField } from './run-file';
import { timeReading } from './read-time';

/** Something in a log that is not as it should be: where, what, and how often. */
export interface LogProblem {
  line: number;
  column?: string;
  what: string;
  count: number;
}

/** A log as read: what its columns are, what was wrong, and its runs, each in SI with time from its first sample. */
export interface LogReading {
  columns: Column[];
  problems: LogProblem[];
  /** A time that begins again, or a head in the middle, begins another run. */
  runs: Series[];
}

export type LogOutcome = { ok: true; reading: LogReading } | { ok: false; line: number; reason: string };

export interface LogOptions {
  /** Magnet poles of the motor: electrical rpm are divided by their pairs. */
  poles?: number;
  /** Cells in series: volts of a cell become the pack’s. */
  cells?: number;
}

/** Longest line, and most columns: more is no log. */
const LONGEST_LINE = 20_000;
const MOST_COLUMNS = 200;
const HEAD_WITHIN = 60;
const SAMPLED = 400;
const SEPARATORS = [';', '\t', ',', '|'] as const;
const COMMENT = /^\s*(#|\/\/|;;|\*)/;
const isNumber = (cell: string) => /^\s*[+-]?(\d+([.,]\d*)?|[.,]\d+)([eE][+-]?\d+)?\s*$/.test(cell);

/** Reads a CSV log: any separator, column order and unit; comments before the head, units below it, heads repeated, a cut last line. */
export function readLog(text: string, options: LogOptions = {}): LogOutcome {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const long = lines.findIndex((line) => line.length > LONGEST_LINE);
  if (long >= 0) return { ok: false, line: long + 1, reason: `a line of ${lines[long]!.length} characters is no log` };
  const headAt = lines.findIndex((line, i) => i < HEAD_WITHIN && !COMMENT.test(line) && isHead(line));
  if (headAt < 0) return { ok: false, line: 1, reason: 'no line names the columns: time, volts, amps, rpm and the like' };
  const separator = separatorOf(lines[headAt]!);
  const split = (line: string) => (Papa.parse<string[]>(line, { delimiter: separator }).data[0] ?? []).map((cell) => cell.trim());
  const heads = split(lines[headAt]!);
  if (heads.length > MOST_COLUMNS) return { ok: false, line: headAt + 1, reason: `${heads.length} columns; at most ${MOST_COLUMNS}` };
  const below = split(lines[headAt + 1] ?? '');
  const hasUnits =
    below.some((cell) => cell !== '') && below.every((cell) => !isNumber(cell)) && below.join() !== heads.join() && below.length <= heads.length;
  const first = headAt + (hasUnits ? 2 : 1);
  const sample = lines.slice(first, first + SAMPLED).map(split);
  const decimalComma = separator !== ',' && sample.some((row) => row.some((cell) => /^[+-]?\d+,\d+$/.test(cell)));
  const toNumber = (cell: string): number => {
    const plain = decimalComma ? cell.replace(',', '.') : cell;
    return plain === '' ? NaN : Number(plain);
  };
  // Nine of ten values are no larger: one wild value must not change the unit.
  const largest = (column: number) => {
    const sizes = sample.map((row) => Math.abs(toNumber(row[column] ?? ''))).filter((size) => size > 0);
    return sizes.sort((a, b) => a - b)[Math.floor(0.9 * (sizes.length - 1))] ?? 0;
  };
  const columns = heads.map((head, i) => columnOf(head, hasUnits ? below[i]?.replace(/[[\](){}]/g, '') : undefined, largest(i)));
  const timeAt = columns.findIndex((column) => column.as === 'timeS');
  if (timeAt < 0) return { ok: false, line: headAt + 1, reason: 'no column is the time' };
  const spelledTime =
    columns[timeAt]!.sure && /[[(_]|(^|\s)(s|ms|sec|µs|us)$/i.test(heads[timeAt]!)
      ? columns[timeAt]!.toSi(1)
      : hasUnits && below[timeAt]
        ? columns[timeAt]!.toSi(1)
        : undefined;
  const time = timeReading(
    sample.map((row) => row[timeAt] ?? ''),
    spelledTime,
    toNumber,
  );
  columns[timeAt] = { ...columns[timeAt]!, unit: time.how, sure: time.sure };
  const table = new LogTable(columns, heads, timeAt, time.read, toNumber, options);
  for (let i = first; i < lines.length; i++) {
    const line = lines[i]!;
    if (line.trim() === '' || COMMENT.test(line)) continue;
    table.row(line.includes('"') ? split(line) : line.split(separator).map((cell) => cell.trim()), i + 1, i === lines.length - 1);
  }
  return table.outcome(headAt + 1);
}

/** A line that names columns: more words than numbers, and a column that is known. */
function isHead(line: string): boolean {
  const cells = line.split(separatorOf(line)).map((cell) => cell.trim().replace(/^"|"$/g, ''));
  return (
    cells.length > 1 &&
    cells.filter((cell) => cell !== '' && !isNumber(cell)).length * 2 > cells.length &&
    cells.some((cell) => columnOf(cell, undefined, 0).as === 'timeS')
  );
}

const separatorOf = (line: string): string => SEPARATORS.reduce((best, one) => (line.split(one).length > line.split(best).length ? one : best));

/** The rows of a log, one after the other, into runs. */
class LogTable {
  private readonly problems = new Map<string, LogProblem>();
  private readonly runs: Series[] = [];
  private run: Series = { timeS: [] };
  private startS = NaN;
  private lastS = -Infinity;
  private readonly targets: { column: number; field: SeriesField; convert: (value: number) => number; range: readonly [number, number] }[];

  constructor(
    private readonly columns: readonly ReadColumn[],
    private readonly heads: readonly string[],
    private readonly timeAt: number,
    private readonly readTime: (cell: string) => number,
    private readonly toNumber: (cell: string) => number,
    { poles, cells }: LogOptions,
  ) {
    const taken = new Set<SeriesField>();
    this.targets = columns.flatMap(({ as, toSi, range, name }, column) => {
      const made = madeOf(as, poles, cells);
      if (made === undefined) {
        if (as === 'electricalRpm') this.problem(1, name, 'electrical rpm need the number of magnet poles of the motor');
        if (as === 'cellV') this.problem(1, name, 'volts of a cell need the number of cells');
        return [];
      }
      if (taken.has(made.field)) {
        this.problem(1, name, `another column is ${made.field} already`);
        return [];
      }
      taken.add(made.field);
      return [
        {
          column,
          field: made.field,
          convert: (value: number) => toSi(value) * made.factor,
          range: [range[0] * made.factor, range[1] * made.factor] as const,
        },
      ];
    });
    this.fresh();
  }

  private problem(line: number, column: string | undefined, what: string): void {
    const known = this.problems.get(`${column} ${what}`);
    if (known) known.count++;
    else this.problems.set(`${column} ${what}`, { line, ...(column === undefined ? {} : { column }), what, count: 1 });
  }

  private fresh(): void {
    if (this.run.timeS.length > 1) this.runs.push(this.run);
    this.run = { timeS: [], ...Object.fromEntries(this.targets.map(({ field }) => [field, []])) };
    this.startS = NaN;
    this.lastS = -Infinity;
  }

  row(cells: readonly string[], line: number, isLast: boolean): void {
    if (cells.length < this.heads.length && isLast) return this.problem(line, undefined, 'the last line is cut off and left out');
    if (cells.join() === this.heads.join()) {
      this.problem(line, undefined, 'the heads stand here again: another run begins');
      return this.fresh();
    }
    const at = this.readTime(cells[this.timeAt] ?? '');
    if (!Number.isFinite(at)) return this.problem(line, this.heads[this.timeAt], 'no time: the line is left out');
    if (at < this.lastS) {
      this.problem(line, this.heads[this.timeAt], 'time begins again: another run begins');
      this.fresh();
    } else if (at === this.lastS) return this.problem(line, this.heads[this.timeAt], 'the same time twice: the line is left out');
    if (Number.isNaN(this.startS)) this.startS = at;
    this.lastS = at;
    this.run.timeS.push(at - this.startS);
    for (const { column, field, convert, range } of this.targets) {
      const cell = cells[column] ?? '';
      const value = convert(this.toNumber(cell));
      const isGood = Number.isFinite(value) && value >= range[0] && value <= range[1];
      if (!isGood && cell !== '')
        this.problem(line, this.heads[column], Number.isFinite(value) ? 'a value that cannot be: left out' : 'no number: left out');
      this.run[field]!.push(isGood ? value : null);
    }
  }

  outcome(headLine: number): LogOutcome {
    this.fresh();
    if (this.runs.length === 0) return { ok: false, line: headLine, reason: 'no two lines below the heads hold a time' };
    const columns = this.columns.map(({ name, as, unit, sure }): Column => ({ name, as, unit, sure }));
    return { ok: true, reading: { columns, problems: [...this.problems.values()], runs: this.runs } };
  }
}

/** The field that a quantity fills, and by what it is made one; undefined where more must be known, or it fills none. */
function madeOf(as: Column['as'], poles: number | undefined, cells: number | undefined): { field: SeriesField; factor: number } | undefined {
  if (as === 'electricalRpm') return poles === undefined ? undefined : { field: 'motorRpm', factor: 2 / poles };
  if (as === 'cellV') return cells === undefined ? undefined : { field: 'packV', factor: cells };
  const field = SERIES_FIELDS.find((one) => one === as);
  return field && { field, factor: 1 };
}
