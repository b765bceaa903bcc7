import Papa from 'papaparse';
import { cellNumber } from './cells';
import { chosenColumn, columnOf } from './columns';
import type { LogOptions, LogOutcome } from './log-reading';
import { LogTable, type Line } from './log-table';
import { timeReading } from './read-time';

/** Longest line, and most columns: more is no log. */
const LONGEST_LINE = 20_000;
const MOST_COLUMNS = 200;
const HEAD_WITHIN = 60;
const SAMPLED = 400;
const SHOWN = 5;
/** Later lines may be shorter than the first. */
const SPARE = 1.05;
const MOST_EXPECTED = 4_000_000;
const SEPARATORS = [';', '\t', ',', '|'] as const;
/** A line that says nothing: empty, or a comment. */
const NOTHING = /^\s*($|#|\/\/|;;|\*)/;
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
  /** The last whole line, held back: it may be cut. One object for all of them: a million lines leave nothing behind. */
  private readonly held: Line = { text: '', from: 0, to: 0, line: 0 };
  private isHeld = false;
  /** Where the next quote stands in the text that is being read. */
  private quote = { text: '', at: -1 };

  /** `length`: of the whole text, where it is known, in characters; it makes room, and nothing is believed of it. */
  constructor(
    private readonly options: LogOptions = {},
    private readonly length = 0,
  ) {}

  push(chunk: string): void {
    if (this.failed) return;
    const text = this.lineNumber === 0 && this.rest === '' ? chunk.replace(/^\uFEFF/, '') : chunk;
    // Only the line that was cut is joined with its end: a long text that was put together is slow to read.
    const breaks = text.indexOf('\n');
    const isCut = this.rest !== '' && breaks >= 0 && !this.rest.endsWith('\r');
    if (isCut) this.lines(this.rest + text.slice(0, breaks + 1), 0);
    if (isCut) this.lines(text, breaks + 1);
    else this.lines(this.rest + text, 0);
    if (this.rest.length > LONGEST_LINE) this.tooLong(this.lineNumber + 1, this.rest.length);
  }

  /** Reads the whole lines of a text from a place on; what is left of it waits. */
  private lines(text: string, begin: number): void {
    // A \r at the end may be the half of a \r\n.
    const end = text.endsWith('\r') ? text.length - 1 : text.length;
    const nextBreak = text.includes('\r') ? anyBreak : feed;
    let from = begin;
    for (let at = nextBreak(text, from); at >= 0 && at < end && !this.failed; at = nextBreak(text, from)) {
      this.line(text, from, at);
      from = at + (text[at] === '\r' && text[at + 1] === '\n' ? 2 : 1);
    }
    this.rest = text.slice(from);
  }

  end(): LogOutcome {
    if (!this.failed && this.rest !== '') this.line(this.rest, 0, this.rest.length - (this.rest.endsWith('\r') ? 1 : 0));
    if (this.opening && !this.failed) this.open();
    if (this.failed || !this.table) return { ok: false, ...(this.failed ?? { line: 1, reason: NO_HEAD }) };
    if (this.isHeld) this.row(true);
    const runs = this.table.runsRead();
    if (runs.length === 0) return { ok: false, line: this.headLine, reason: 'no two lines below the heads hold a time' };
    return { ok: true, reading: { columns: this.table.shownColumns(), first: this.first, problems: this.table.problemsFound(), runs } };
  }

  private tooLong(line: number, length: number): void {
    this.failed = { line, reason: `a line of ${length} characters is no log` };
  }

  private line(text: string, from: number, to: number): void {
    const line = ++this.lineNumber;
    if (to - from > LONGEST_LINE) return this.tooLong(line, to - from);
    if (!this.opening) return this.data(text, from, to, line);
    this.opening.push({ text: text.slice(from, to), line });
    if (this.opening.length >= HEAD_WITHIN + SAMPLED) this.open();
  }

  private data(text: string, from: number, to: number, line: number): void {
    if (this.isHeld) this.row(false);
    // Most lines begin with a figure, and need no second look.
    const first = text.charCodeAt(from);
    this.isHeld = from < to && ((first >= 48 && first <= 57) || !NOTHING.test(text.slice(from, to)));
    if (!this.isHeld) return;
    this.held.text = text;
    this.held.from = from;
    this.held.to = to;
    this.held.line = line;
  }

  /** Reads the line that was held back. */
  private row(isLast: boolean): void {
    const { text, from, to, line } = this.held;
    if (to - from === this.head.length && text.startsWith(this.head, from)) this.table!.again(line);
    else if (this.hasQuote(text, from, to)) this.table!.rowApart(this.split(text.slice(from, to)), line, isLast);
    else this.table!.row(this.held, this.separator, isLast);
  }

  private hasQuote(text: string, from: number, to: number): boolean {
    const { quote } = this;
    if (quote.text !== text) this.quote = { text, at: text.indexOf('"', from) };
    else if (quote.at >= 0 && quote.at < from) quote.at = text.indexOf('"', from);
    return this.quote.at >= 0 && this.quote.at < to;
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
    this.table = this.tableOf(heads, hasUnits ? below : undefined, sample, this.rowsExpected(lines));
    if (this.table) for (const { text, line: at } of data) this.data(text, 0, text.length, at);
  }

  /** Rows by the length of the text and of its first lines. */
  private rowsExpected(lines: readonly { text: string }[]): number {
    const characters = lines.reduce((sum, { text }) => sum + text.length + 1, 0);
    return Math.min(MOST_EXPECTED, Math.ceil((SPARE * this.length * lines.length) / characters));
  }

  private tableOf(heads: readonly string[], below: readonly string[] | undefined, sample: readonly string[][], rows: number): LogTable | undefined {
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
    const { sure, factor } = columns[timeAt]!;
    const isSpelled =
      this.options.chosen?.some((one) => one.name === heads[timeAt]) === true ||
      (sure && /[[(_]|(^|\s)(s|ms|sec|µs|us)$/i.test(heads[timeAt]!)) ||
      (below?.[timeAt] ?? '') !== '';
    const time = timeReading(
      sample.map((row) => row[timeAt] ?? ''),
      isSpelled ? factor : undefined,
      toNumber,
    );
    columns[timeAt] = { ...columns[timeAt]!, unit: time.how, sure: time.sure };
    return new LogTable(columns, heads, timeAt, time, decimal, this.options, rows);
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
