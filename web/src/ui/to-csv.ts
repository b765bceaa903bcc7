/** Characters with which a spreadsheet would take a text for a formula. */
const FORMULA = /^[=+\-@\t\r]/;

/** A text that no spreadsheet takes for a formula. */
export const guarded = (text: string) => (FORMULA.test(text) ? `'${text}` : text);

/** A table as CSV, RFC 4180; numbers as they are, to nine figures. */
export async function toCsv(heads: readonly string[], rows: readonly (readonly (string | number | undefined)[])[]): Promise<string> {
  const { default: papa } = await import('papaparse');
  return papa.unparse({
    fields: [...heads],
    data: rows.map((row) => row.map((cell) => (cell === undefined ? '' : typeof cell === 'number' ? Number(cell.toPrecision(9)) : guarded(cell)))),
  });
}
