import { compact } from '../compact';
import { Cells } from './cells';
import type { Column, ReadColumn } from './columns';
import type { LogOptions, LogProblem } from './log-reading';
import type { TimeReading } from './read-time';
import { SERIES_FIELDS, SERIES_WORDS, type SeriesField } from './run-file';
import { packedOf, Packed, wholeColumn, type Floats, type Samples } from './samples';

/** A line by where it stands in a text, its end left out, and by its number in the file. */
export interface Line {
  text: string;
  from: number;
  to: number;
  line: number;
}

interface Target {
  column: number;
  field: SeriesField;
  factor: number;
  offset: number;
  from: number;
  to: number;
  values: Packed<Floats>;
}

/** The rows of a log, one after the other, into runs. */
export class LogTable {
  private readonly problems = new Map<string, LogProblem>();
  private readonly runs: Samples[] = [];
  private readonly targets: Target[];
  private readonly cells: Cells;
  /** The number that was read last. */
  private readonly number = new Float64Array(1);
  private times: Packed<Float64Array>;
  private startS = NaN;
  private lastS = -Infinity;

  constructor(
    private readonly columns: readonly ReadColumn[],
    private readonly heads: readonly string[],
    private readonly timeAt: number,
    private readonly time: TimeReading,
    decimal: '.' | ',',
    { poles, cells }: Pick<LogOptions, 'poles' | 'cells'>,
    /** So many rows are expected to come. */
    rows: number,
  ) {
    this.cells = new Cells(decimal);
    this.times = new Packed(wholeColumn, rows);
    const taken = new Set<SeriesField>();
    this.targets = columns.flatMap(({ as, factor, offset, range, name }, column): Target[] => {
      const made = madeOf(as, poles, cells);
      if (made === undefined) {
        if (as === 'electricalRpm') this.problem(1, name, 'electrical rpm need the number of magnet poles of the motor');
        if (as === 'cellV') this.problem(1, name, 'volts of a cell need the number of cells');
        return [];
      }
      if (taken.has(made.field)) {
        this.problem(1, name, `another column is the ${SERIES_WORDS[made.field]} already`);
        return [];
      }
      taken.add(made.field);
      return [
        {
          column,
          field: made.field,
          factor: factor * made.factor,
          offset: offset * made.factor,
          from: range[0] * made.factor,
          to: range[1] * made.factor,
          values: packedOf(made.field, rows),
        },
      ];
    });
  }

  private problem(line: number, column: string | undefined, what: string): void {
    const known = this.problems.get(`${column} ${what}`);
    if (known) known.count++;
    else this.problems.set(`${column} ${what}`, { line, ...compact({ column }), what, count: 1 });
  }

  private fresh(): void {
    if (this.times.length > 1)
      this.runs.push({ timeS: this.times.taken(), fields: Object.fromEntries(this.targets.map(({ field, values }) => [field, values.taken()])) });
    this.times = new Packed(wholeColumn);
    for (const target of this.targets) target.values = packedOf(target.field);
    this.startS = NaN;
    this.lastS = -Infinity;
  }

  /** The heads stand in the file once more. */
  again(line: number): void {
    this.problem(line, undefined, 'the heads stand here again: another run begins');
    this.fresh();
  }

  /** Reads a line where it stands in a text. */
  row({ text, from, to, line }: Line, separator: string, isLast: boolean): void {
    this.cells.take(text, separator, from, to);
    this.readCells(line, isLast);
  }

  /** Reads a line that has been taken apart: its cells stand in quotes. */
  rowApart(cells: readonly string[], line: number, isLast: boolean): void {
    this.cells.takeApart(cells);
    this.readCells(line, isLast);
  }

  private readCells(line: number, isLast: boolean): void {
    const { cells, time } = this;
    if (cells.count < this.heads.length && isLast) return this.problem(line, undefined, 'the last line is cut off and left out');
    if (time.factor !== undefined) cells.readNumber(this.timeAt, this.number, 0);
    const at = time.factor === undefined ? time.read(cells.textAt(this.timeAt)) : time.factor * this.number[0]!;
    if (!Number.isFinite(at)) return this.problem(line, this.heads[this.timeAt], 'no time: the line is left out');
    if (at < this.lastS) {
      this.problem(line, this.heads[this.timeAt], 'time begins again: another run begins');
      this.fresh();
    } else if (at === this.lastS) return this.problem(line, this.heads[this.timeAt], 'the same time twice: the line is left out');
    if (Number.isNaN(this.startS)) this.startS = at;
    this.lastS = at;
    this.times.push(at - this.startS);
    for (const { column, factor, offset, from, to, values } of this.targets) {
      cells.readNumber(column, this.number, 0);
      const value = factor * this.number[0]! + offset;
      const isGood = value >= from && value <= to && Number.isFinite(value);
      if (!isGood && !cells.isBlank(column))
        this.problem(line, this.heads[column], Number.isFinite(value) ? 'a value that cannot be: left out' : 'no number: left out');
      values.push(isGood ? value : NaN);
    }
  }

  /** All runs of the file; nothing can be read into it afterwards. */
  runsRead(): Samples[] {
    this.fresh();
    return this.runs;
  }

  shownColumns(): Column[] {
    return this.columns.map(({ name, as, unit, sure }): Column => ({ name, as, unit, sure }));
  }

  problemsFound(): LogProblem[] {
    return [...this.problems.values()];
  }
}

/** The field that a quantity fills, and by what it is made one; undefined where more must be known, or it fills none. */
function madeOf(as: Column['as'], poles: number | undefined, cells: number | undefined): { field: SeriesField; factor: number } | undefined {
  if (as === 'electricalRpm') return poles === undefined ? undefined : { field: 'motorRpm', factor: 2 / poles };
  if (as === 'cellV') return cells === undefined ? undefined : { field: 'packV', factor: cells };
  const field = SERIES_FIELDS.find((one) => one === as);
  return field && { field, factor: 1 };
}
