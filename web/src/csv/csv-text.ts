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
  const parsed = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy', delimitersToGuess: [',', ';', '\t', '|'] });
  const quote = parsed.errors.find((error) => error.type === 'Quotes');
  if (quote) {
    const line = text.slice(0, quote.index ?? 0).split('\n').length;
    return { ok: false, message: `Line ${line}: a quotation mark opens and does not close as it should.` };
  }
  const [heads, ...rows] = parsed.data;
  if (!heads || heads.length < 2)
    return { ok: false, message: 'Only one column was found. Part the columns with commas, semicolons or tabs, with their names in the first line.' };
  if (rows.length === 0) return { ok: false, message: 'There is only one line. The first line names the columns; parts follow below it.' };
  const lines = lineNumbers(text, parsed.data.length);
  return { ok: true, table: { heads: heads.map((head) => head.trim()), rows: rows.map((cells, i) => ({ line: lines[i + 1]!, cells })) } };
}

/** The line each record begins on: quoted fields may span lines, and empty lines are passed over. */
function lineNumbers(text: string, records: number): number[] {
  const starts: number[] = [];
  let line = 1;
  let quoted = false;
  let filled = false;
  let recordLine = 1;
  for (const char of text) {
    if (char === '"') quoted = !quoted;
    if (char === '\n') {
      line++;
      if (!quoted) {
        if (filled) starts.push(recordLine);
        filled = false;
        recordLine = line;
      }
    } else if (!filled && !/[\s,;|"]/.test(char)) filled = true;
  }
  if (filled) starts.push(recordLine);
  while (starts.length < records) starts.push(line);
  return starts;
}
