import { PART_FIELDS, partValue } from '@puddler/contract/shared';
import type { Part } from '@puddler/core';
import Papa from 'papaparse';
import { guarded } from '../guarded';
import { toShown, unitOf } from '../units';
import { headFor } from './csv-columns';

/** Parts as CSV with units in the heads; columns that no part fills are left out. Reads back in as it stands. */
export function writeCsv(parts: readonly Part[]): string {
  const fields = PART_FIELDS.filter(({ path, kinds }) => parts.some((part) => kinds.includes(part.kind) && partValue(part, path) !== undefined));
  const rows = parts.map((part) =>
    fields.map(({ path, kinds, range }) => {
      const value = kinds.includes(part.kind) ? partValue(part, path) : undefined;
      if (value === undefined) return '';
      if (typeof value === 'boolean') return value ? 'yes' : 'no';
      if (typeof value === 'number') return Number(toShown(value, unitOf(range!.unit, 'metric')).toPrecision(9));
      return guarded(value as string);
    }),
  );
  return Papa.unparse({ fields: fields.map(headFor), data: rows });
}
