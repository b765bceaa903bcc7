import { MOST_PARTS, newId, PART_FIELDS, type Doc } from '@puddler/contract/shared';
import type { Part } from '@puddler/core';
import { setCurrency } from '@puddler/figures';
import { decode, matchHeads, partKey, readCsvText, readParts, unitFor, type CsvProblem, type CsvTable } from '@puddler/figures/parts-csv';
import { RequestFailed } from '../api/request';
import { writeDocuments } from '../api/server';
import { serve } from './serve';

/** What a file's columns mean: the path of a field and the spelled unit; null leaves a column out. */
export type Mapping = ({ path: string; unit: string | undefined } | null)[];

export type Opened = { ok: true; heads: string[]; samples: string[][]; rows: number; mapping: Mapping } | { ok: false; message: string };

export interface OpenQuestion {
  bytes: ArrayBuffer;
  /** What prices are in. */
  currency: string;
  shelf: Part[];
}

export interface CheckedRows {
  good: number;
  /** How many of them the shelf has already, with the same name and figures. */
  known: number;
  problemCount: number;
  problems: CsvProblem[];
}

const PROBLEMS_SHOWN = 100;
const SAMPLES = 3;

let table: CsvTable | undefined;
let ready: Doc<'part'>[] = [];
let onShelf = new Set<string>();

const isOnShelf = ({ body }: Doc<'part'>): boolean => onShelf.has(partKey(body));

const tasks = {
  /** Reads a file and guesses what its columns mean. */
  open({ bytes, currency, shelf }: OpenQuestion): Opened {
    setCurrency(currency);
    onShelf = new Set(shelf.map(partKey));
    const decoded = decode(new Uint8Array(bytes));
    if (!decoded.ok) return decoded;
    const read = readCsvText(decoded.text);
    if (!read.ok) return read;
    const { heads, rows } = read.table;
    if (rows.length > MOST_PARTS) return { ok: false, message: `The file has ${rows.length} rows; ${MOST_PARTS} go in at once. Split it.` };
    const matches = matchHeads(heads);
    if (!matches.some(Boolean))
      return { ok: false, message: 'The first line names no column that is known. It must hold the heads: kind, name, price, kv and so on.' };
    table = read.table;
    return {
      ok: true,
      heads,
      rows: rows.length,
      samples: heads.map((_, i) => rows.slice(0, SAMPLES).map(({ cells }) => cells[i] ?? '')),
      mapping: matches.map((match) => (match ? { path: match.path, unit: match.unit?.symbol } : null)),
    };
  },

  /** Checks every row under a mapping. */
  check(mapping: Mapping): CheckedRows {
    const matches = mapping.map((column) => {
      const field = column && PART_FIELDS.find((one) => one.path === column.path);
      return field ? { path: field.path, unit: unitFor(field, column.unit) } : undefined;
    });
    // A worker that had to be started again has not read the file.
    if (!table) throw new Error('The file has to be read again.');
    const { parts, problems } = readParts(table, matches);
    ready = problems.length > 0 ? [] : parts.map((body) => ({ id: newId(), version: 1, createdAt: '', updatedAt: '', body }));
    return { good: parts.length, known: ready.filter(isOnShelf).length, problemCount: problems.length, problems: problems.slice(0, PROBLEMS_SHOWN) };
  },

  /** Sends all parts in one request, in the name of a page, which the server takes whole or not at all. Returns what went wrong. */
  async send({ knownToo, page }: { knownToo: boolean; page: string }): Promise<{ ok: true; count: number } | { ok: false; message: string }> {
    const all = ready;
    if (!knownToo) ready = ready.filter((part) => !isOnShelf(part));
    try {
      const writes = ready.map(({ id, body }) => ({ id, base: 0, body }));
      const { results } = await writeDocuments('part', writes, page);
      for (const [i, result] of results.entries()) {
        const doc = ready[i]!;
        if (result.state === 'written') ready[i] = { ...doc, version: result.version, createdAt: result.updatedAt, updatedAt: result.updatedAt };
      }
      return { ok: true, count: ready.length };
    } catch (cause) {
      ready = all;
      return { ok: false, message: cause instanceof RequestFailed ? cause.message : 'The server does not answer. Nothing was taken in; try again.' };
    }
  },

  /** Some of the parts that were sent, for putting into the document store piece by piece. */
  taken({ from, count }: { from: number; count: number }): Doc<'part'>[] {
    return ready.slice(from, from + count);
  },
};

export type CsvTasks = typeof tasks;

serve(tasks);
