import { PART_FIELDS, partValue, type PartField } from '@puddler/contract/shared';
import type { Part } from '@puddler/core';
import type { SortingState } from '@tanstack/react-table';
import type { StoredPart } from '../document-store/selectors';

/** What a part has in a column; nothing where its kind has no such figure. */
export function valueIn(part: Part, field: PartField): unknown {
  return field.kinds.includes(part.kind) ? partValue(part, field.path) : undefined;
}

const byText = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Parts in the order of a column; those without the figure come last either way. */
export function sorted(parts: StoredPart[], [sort]: SortingState): StoredPart[] {
  const field = sort && PART_FIELDS.find((one) => one.path === sort.id);
  if (!sort || !field) return parts;
  const sign = sort.desc ? -1 : 1;
  const keyed = parts.map((row) => ({ row, value: valueIn(row.part, field) }));
  keyed.sort((a, b) => {
    if (a.value === undefined || b.value === undefined) return a.value === b.value ? 0 : a.value === undefined ? 1 : -1;
    return (
      sign *
      (typeof a.value === 'number' && typeof b.value === 'number'
        ? a.value - b.value
        : byText.compare(`${a.value as string}`, `${b.value as string}`))
    );
  });
  return keyed.map(({ row }) => row);
}
