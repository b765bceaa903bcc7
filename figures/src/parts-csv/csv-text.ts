import Papa from 'papaparse';

/** A table as it stands in a file: heads, and rows with the line each begins on. */
export interface CsvTable {
  heads: string[];
  rows: { line: number; cells: string[] }[];
}

export type CsvText = { ok: true; table: CsvTable } | { ok: false; message: string };

/** A shelf of 20,000 parts with every column is smaller. */
export const MOST_CSV_BYTES = 8 * 1024 * 1024;

/** Decodes a file's bytes. UTF-8 and UTF-16 with their marks; anything else is named and refused. */
export function decode(bytes: Uint8Array): { ok: true; text: string } | { ok: false; message: string } {
  if (bytes.length === 0) return { ok: false, message: 'The file is empty.' };
  const utf16 = bytes[0] === 0xff && bytes[1] === 0xfe ? 'utf-16le' : bytes[0] === 0xfe && bytes[1] === 0xff ? 'utf-16be' : undefined;
  try {
    const text = new TextDecoder(utf16 ?? 'utf-8', { fatal: true }).decode(bytes);
    if (text.includes('\u0000')) return { ok: false, message: 'The file is not text: it holds binary data. Save the table as CSV and choose that.' };
    return { ok: true, text };
  } catch {
    return { ok: false, message: 'The file is not text in UTF-8. Save the table as “CSV UTF-8” and choose that.' };
  }
}

/** Takes a CSV text apart: comma, semicolon or tab, found by itself. Quotes that do not close are reported with their line. */
export function readCsvText(text: string): CsvText {
  if (text.trim() === '') return { ok: false, message: 'The file is empty.' };
  const records: CsvTable['rows'] = [];
  const lines = new LineCounter(text);
  let torn: number | undefined;
  Papa.parse<string[]>(text, {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t', '|'],
    step: ({ data, errors, meta }) => {
      const quote = errors.find((error) => error.type === 'Quotes');
      if (quote) torn ??= lines.at(quote.index ?? meta.cursor);
      records.push({ line: lines.record(meta.cursor), cells: data });
    },
  });
  if (torn !== undefined) return { ok: false, message: `Line ${torn}: a quotation mark opens and does not close as it should.` };
  const [heads, ...rows] = records;
  if (!heads || heads.cells.length < 2)
    return { ok: false, message: 'Only one column was found. Part the columns with commas, semicolons or tabs, with their names in the first line.' };
  if (rows.length === 0) return { ok: false, message: 'There is only one line. The first line names the columns; parts follow below it.' };
  return { ok: true, table: { heads: heads.cells.map((head) => head.trim()), rows } };
}

/** Lines that the reader passes over because nothing stands in them. */
const BLANK = /^[\s,;|"]*$/;

/** Tracks the line on which each record begins, from where it ends: quoted fields may span lines, and empty lines are skipped. */
class LineCounter {
  private from = 0;
  private line = 1;

  constructor(private readonly text: string) {}

  /** The line of a place at or after the last record. */
  at(place: number): number {
    return this.line + breaks(this.text.slice(this.from, place));
  }

  /** The line that the next record begins on, which ends at `end`. */
  record(end: number): number {
    for (let next = this.text.indexOf('\n', this.from); next >= 0 && next < end; next = this.text.indexOf('\n', this.from)) {
      if (!BLANK.test(this.text.slice(this.from, next))) break;
      this.from = next + 1;
      this.line++;
    }
    const begun = this.line;
    this.line += breaks(this.text.slice(this.from, end));
    this.from = end;
    return begun;
  }
}

const breaks = (text: string): number => text.split('\n').length - 1;
