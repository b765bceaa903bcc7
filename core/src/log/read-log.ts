import Papa from 'papaparse';
import { cellNumber } from './cells';
import { chosenColumn, columnOf } from './columns';
import type { LogOptions, LogOutcome } from './log-reading';
import { LogTable } from './log-table';
import { timeReading } from './read-time';

/** Longest line, and most columns: more is no log. */
const LONGEST_LINE = 20_000;
const MOST_COLUMNS = 200;
const HEAD_WITHIN = 60;
const SAMPLED = 400;
const SHOWN = 5;
const SEPARATORS = [';', '\t', ',', '|'] as const;
const COMMENT = /^\s*(#|\/\/|;;|\*)/;
const isNumber = (cell: string) => /^\s*[+-]?(\d+([.,]\d*)?|[.,]\d+)([eE][+-]?\d+)?\s*$/.test(cell);

/** Reads a CSV log: any separator, column order and unit; comments before the head, units below it, heads repeated, a cut last line. */
export function readLog(text: string, options: LogOptions = {}): LogOutcome {
  const reader = new LogReader(options);
  reader.push(text);
  return reader.end();
}

/** Reads a log that comes in pieces: what has been read is packed, and of the text no more than a line is kept. */
export class LogReader {
  private rest = '';
  private lineNumber = 0;
  /** The head with the lines around it, until there are enough to tell what the columns are. */
  private opening: { text: string; line: number }[] | undefined = [];
  private table: LogTable | undefined;
  private head = '';
  private headLine = 0;
  private separator = ',';
  private first: string[][] = [];
  private failed: { line: number; reason: string } | undefined;
  /** The last whole line, held back: it may be cut. */
  private held: { text: string; line: number } | undefined;

  constructor(private readonly options: LogOptions = {}) {}

  push(chunk: string): void {
    if (this.failed) return;
    const text = this.lineNumber === 0 && this.rest === '' ? chunk.replace(/^\uFEFF/, '') : this.rest + chunk;
    // A \r at the end may be the half of a \r\n.
    const whole = text.endsWith('\r') ? text.slice(0, -1) : text;
    const nextBreak = whole.includes('\r') ? anyBreak : feed;
    let from = 0;
    for (let at = nextBreak(whole, 0); at >= 0 && !this.failed; at = nextBreak(whole, from)) {
      this.line(whole.slice(from, at));
      from = at + (whole[at] === '\r' && whole[at + 1] === '\n' ? 2 : 1);
    }
    this.rest = text.slice(from);
    if (this.rest.length > LONGEST_LINE) this.tooLong(this.lineNumber + 1, this.rest.length);
  }

  end(): LogOutcome {
    if (!this.failed && this.rest !== '') this.line(this.rest.replace(/\r$/, ''));
    if (this.opening && !this.failed) this.open();
    if (this.failed || !this.table) return { ok: false, ...(this.failed ?? { line: 1, reason: NO_HEAD }) };
    if (this.held) this.row(this.held.text, this.held.line, true);
    const runs = this.table.runsRead();
    if (runs.length === 0) return { ok: false, line: this.headLine, reason: 'no two lines below the heads hold a time' };
    return { ok: true, reading: { columns: this.table.shownColumns(), first: this.first, problems: this.table.problemsFound(), runs } };
  }

  private tooLong(line: number, length: number): void {
    this.failed = { line, reason: `a line of ${length} characters is no log` };
  }

  private line(text: string): void {
    const line = ++this.lineNumber;
    if (text.length > LONGEST_LINE) return this.tooLong(line, text.length);
    if (!this.opening) return this.data(text, line);
    this.opening.push({ text, line });
    if (this.opening.length >= HEAD_WITHIN + SAMPLED) this.open();
  }

  private data(text: string, line: number): void {
    if (this.held) this.row(this.held.text, this.held.line, false);
    // Most lines begin with a figure, and need no second look.
    const isFigure = text.charCodeAt(0) >= 48 && text.charCodeAt(0) <= 57;
    this.held = !isFigure && (text.trim() === '' || COMMENT.test(text)) ? undefined : { text, line };
  }

  private row(text: string, line: number, isLast: boolean): void {
    if (text === this.head) this.table!.again(line);
    else this.table!.row(text.includes('"') ? this.split(text) : text, this.separator, line, isLast);
  }

  private split(line: string): string[] {
    return (Papa.parse<string[]>(line, { delimiter: this.separator }).data[0] ?? []).map((cell) => cell.trim());
  }

  /** Finds the head and what its columns are, and reads the lines that have been waiting for it. */
  private open(): void {
    const lines = this.opening!;
    this.opening = undefined;
    const headAt = lines.findIndex(({ text }, i) => i < HEAD_WITHIN && !COMMENT.test(text) && isHead(text));
    if (headAt < 0) {
      this.failed = { line: 1, reason: NO_HEAD };
      return;
    }
    const { text: head, line } = lines[headAt]!;
    [this.head, this.headLine, this.separator] = [head, line, separatorOf(head)];
    const heads = this.split(head);
    if (heads.length > MOST_COLUMNS) {
      this.failed = { line, reason: `${heads.length} columns; at most ${MOST_COLUMNS}` };
      return;
    }
    const below = this.split(lines[headAt + 1]?.text ?? '');
    const hasUnits =
      below.some((cell) => cell !== '') && below.every((cell) => !isNumber(cell)) && below.join() !== heads.join() && below.length <= heads.length;
    const data = lines.slice(headAt + (hasUnits ? 2 : 1));
    const sample = data.slice(0, SAMPLED).map(({ text }) => this.split(text));
    this.first = heads.map((_, column) => sample.slice(0, SHOWN).map((row) => row[column] ?? ''));
    this.table = this.tableOf(heads, hasUnits ? below : undefined, sample);
    if (this.table) for (const one of data) this.data(one.text, one.line);
  }

  private tableOf(heads: readonly string[], below: readonly string[] | undefined, sample: readonly string[][]): LogTable | undefined {
    const decimalComma = this.separator !== ',' && sample.some((row) => row.some((cell) => /^[+-]?\d+,\d+$/.test(cell)));
    const decimal = decimalComma ? ',' : '.';
    const toNumber = (cell: string) => cellNumber(cell, decimal);
    // Nine of ten values are no larger: one wild value must not change the unit.
    const largest = (column: number) => {
      const sizes = sample.map((row) => Math.abs(toNumber(row[column] ?? ''))).filter((size) => size > 0);
      return sizes.sort((a, b) => a - b)[Math.floor(0.9 * (sizes.length - 1))] ?? 0;
    };
    const columns = heads.map((head, i) => {
      const said = this.options.chosen?.find((one) => one.name === head);
      return said ? chosenColumn(said) : columnOf(head, below?.[i]?.replace(/[[\](){}]/g, ''), largest(i));
    });
    const timeAt = columns.findIndex((column) => column.as === 'timeS');
    if (timeAt < 0) {
      this.failed = { line: this.headLine, reason: 'no column is the time' };
      return undefined;
    }
    const { sure, toSi } = columns[timeAt]!;
    const isSpelled =
      this.options.chosen?.some((one) => one.name === heads[timeAt]) === true ||
      (sure && /[[(_]|(^|\s)(s|ms|sec|µs|us)$/i.test(heads[timeAt]!)) ||
      (below?.[timeAt] ?? '') !== '';
    const time = timeReading(
      sample.map((row) => row[timeAt] ?? ''),
      isSpelled ? toSi(1) : undefined,
      toNumber,
    );
    columns[timeAt] = { ...columns[timeAt]!, unit: time.how, sure: time.sure };
    return new LogTable(columns, heads, timeAt, time, decimal, this.options);
  }
}

const NO_HEAD = 'no line names the columns: time, volts, amps, rpm and the like';

const feed = (text: string, from: number): number => text.indexOf('\n', from);

const anyBreak = (text: string, from: number): number => {
  const end = feed(text, from);
  // Lines that end by \r alone are old, but they are lines.
  const back = text.slice(from, end < 0 ? undefined : end).indexOf('\r');
  return back >= 0 ? from + back : end;
};

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
