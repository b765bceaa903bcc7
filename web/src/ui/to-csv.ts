import { guarded } from '@puddler/figures';

/** A table as CSV, RFC 4180; numbers as they are, to nine figures. */
export async function toCsv(heads: readonly string[], rows: readonly (readonly (string | number | undefined)[])[]): Promise<string> {
  const { default: papa } = await import('papaparse');
  return papa.unparse({
    fields: [...heads],
    data: rows.map((row) => row.map((cell) => (cell === undefined ? '' : typeof cell === 'number' ? Number(cell.toPrecision(9)) : guarded(cell)))),
  });
}
