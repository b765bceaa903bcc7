import { AppError } from '../http/app-error';

interface Kept {
  version: number;
  deletedAt: number | null;
}

/**
 * The row, when it is there and still the version that a write was based on. Throws `gone` for one that is
 * unknown or deleted, and `stale` with the newer document for one that has moved on.
 */
export function expectVersion<Row extends Kept>(
  row: Row | undefined,
  base: number,
  gone: 'no-such-car' | 'no-such-plan',
  documentOf: (row: Row) => unknown,
): Row {
  if (!row || row.deletedAt !== null) throw new AppError(gone);
  if (row.version !== base) throw new AppError('stale', { current: documentOf(row) });
  return row;
}
