import { checkPart } from '@puddler/contract';
import { PART_FIELDS, partFields, type PartField, type Problem } from '@puddler/contract/shared';
import { PART_KINDS, withUsualRating, wordFor, type Pack, type Part } from '@puddler/core';

import { unguarded } from '../guarded';
import { parseFigure } from '../parse';
import type { ColumnMatch } from './csv-columns';
import type { CsvTable } from './csv-text';

/** One thing wrong in a file: where, and what is allowed. */
export interface CsvProblem {
  line: number;
  column: string;
  message: string;
}

export interface CsvParts {
  parts: Part[];
  problems: CsvProblem[];
}

const FIELDS = new Map(PART_FIELDS.map((field) => [field.path, field]));
const YES = new Set(['yes', 'y', 'true', '1', 'x']);
const NO = new Set(['no', 'n', 'false', '0']);

/** Equal for parts of one kind, name and figures, whatever they cost and wherever they are. */
export function partKey({ kind, name, spec }: Part): string {
  const figures = Object.entries(spec).filter(([, value]) => value !== undefined);
  return JSON.stringify([kind, name.toLowerCase(), figures.sort(([a], [b]) => (a < b ? -1 : 1))]);
}

/** Makes parts of a table's rows. Every row that is not a good part is reported by line and column. */
export function readParts(table: CsvTable, matches: readonly (ColumnMatch | undefined)[]): CsvParts {
  const parts: Part[] = [];
  const problems: CsvProblem[] = [];
  const columnOf = (path: string) => table.heads[matches.findIndex((match) => match?.path === path)] ?? FIELDS.get(path)?.label ?? path;
  if (!matches.some((match) => match?.path === 'kind'))
    return { parts, problems: [{ line: 1, column: 'kind', message: 'no column says what kind of part a row is; choose one for “kind”' }] };
  const columns = columnsOf(matches);
  const seen = new Map<string, number>();
  for (const { line, cells } of table.rows) {
    const report = (column: string, message: string) => problems.push({ line, column, message });
    if (cells.length > table.heads.length)
      report(table.heads[table.heads.length - 1]!, `the line has ${cells.length} columns, the first line ${table.heads.length}`);
    const before = problems.length;
    const draft = readRow(cells, columns, (path, message) => report(columnOf(path), message));
    if (problems.length > before) continue;
    const checked = checkPart(draft);
    if (!checked.ok) {
      for (const { path, value, allowed } of checked.problems.map(inWords))
        report(columnOf(path), value === undefined ? allowed : `“${typeof value === 'string' ? value : JSON.stringify(value)}”; allowed: ${allowed}`);
      continue;
    }
    const key = partKey(checked.value);
    const first = seen.get(key);
    if (first !== undefined) report(columnOf('name'), `the same part stands on line ${first}`);
    else seen.set(key, line);
    parts.push(checked.value);
  }
  return { parts, problems };
}

/** One column that fills a field. Cells repeat a great deal, so each is read once for a kind, which has ranges of its own. */
interface Column {
  index: number;
  field: PartField;
  match: ColumnMatch;
  ofKind: Map<string, { field: PartField | undefined; known: Map<string, Cell> }>;
}

function columnsOf(matches: readonly (ColumnMatch | undefined)[]): Column[] {
  return matches.flatMap((match, index) => {
    const field = match && FIELDS.get(match.path);
    if (!field) return [];
    const ofKind = new Map(
      PART_KINDS.map((kind) => [kind, { field: partFields(kind).find(({ path }) => path === field.path), known: new Map<string, Cell>() }]),
    );
    return [{ index, field, match, ofKind }];
  });
}

function readRow(cells: string[], columns: readonly Column[], report: (path: string, message: string) => void): Record<string, unknown> {
  const kindColumn = columns.find(({ field }) => field.path === 'kind')!;
  const kindCell = cells[kindColumn.index]?.trim() ?? '';
  const kind = choiceOf(kindColumn.field, kindCell);
  if (kind === undefined) {
    report('kind', `“${kindCell}” is no kind of part; allowed: ${PART_KINDS.join(', ')}`);
    return {};
  }
  const spec: Record<string, unknown> = {};
  const draft: Record<string, unknown> = { kind, name: '', status: 'owned', spec };
  for (const { index, field: shown, match, ofKind } of columns) {
    const cell = cells[index]?.trim() ?? '';
    if (cell === '' || shown.path === 'kind') continue;
    const { field, known } = ofKind.get(kind)!;
    if (!field) {
      report(shown.path, `“${cell}”: a part of kind ${kind} has no ${shown.label}`);
      continue;
    }
    let read = known.get(cell);
    if (!read) known.set(cell, (read = readCell(field, cell, match)));
    if (!read.ok) report(field.path, read.message);
    else if (field.path.startsWith('spec.')) spec[field.path.slice('spec.'.length)] = read.value;
    else draft[field.path] = read.value;
  }
  if (kind === 'motor') nameMotor(spec);
  return kind === 'pack' ? { ...draft, spec: withUsualRating(spec as unknown as Pack) } : draft;
}

/** A motor's kind and form follow from its other figures where no column says them. */
function nameMotor(spec: Record<string, unknown>): void {
  spec['kind'] ??= spec['turns'] !== undefined || spec['sizeClass'] !== undefined ? 'brushed' : 'brushless';
  if (spec['kind'] === 'brushless') spec['form'] ??= spec['statorDiameterMm'] !== undefined ? 'outrunner' : 'inrunner';
  else spec['sizeClass'] ??= '540';
}

/** A rule over several figures names fields of the part: their heads instead. */
function inWords(problem: Problem): Problem {
  if (problem.path !== 'spec') return problem;
  const [first] = PART_FIELDS.filter(({ path }) => problem.allowed.includes(path.replace('spec.', '')) && path !== 'spec.kind');
  const allowed = PART_FIELDS.reduce(
    (text, { path, label }) => (path.startsWith('spec.') && path.length > 9 ? text.replaceAll(path.slice(5), label) : text),
    problem.allowed,
  );
  return { ...problem, path: first?.path ?? problem.path, value: undefined, allowed };
}

type Cell = { ok: true; value: unknown } | { ok: false; message: string };

function readCell(field: PartField, cell: string, match: ColumnMatch): Cell {
  switch (field.type) {
    case 'text':
      return { ok: true, value: unguarded(cell) };
    case 'flag': {
      const word = cell.toLowerCase();
      return YES.has(word) || NO.has(word) ? { ok: true, value: YES.has(word) } : { ok: false, message: `“${cell}”; allowed: yes or no` };
    }
    case 'choice': {
      const value = choiceOf(field, cell);
      return value === undefined ? { ok: false, message: `“${cell}”; allowed: ${field.options!.join(', ')}` } : { ok: true, value };
    }
    case 'number': {
      const bare = /^[+\-−]?[\d.,]+$/.test(cell);
      return parseFigure(bare && match.unit?.symbol ? `${cell} ${match.unit.symbol}` : cell, field.range!, 'metric', '.');
    }
  }
}

function choiceOf(field: PartField, cell: string): string | undefined {
  const wanted = cell.toLowerCase();
  return field.options!.find((option) => option === wanted || wordFor(option).toLowerCase() === wanted || `${option}s` === wanted);
}
