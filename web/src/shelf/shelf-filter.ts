import type { PartKind, PartStatus } from '@puddler/core';
import type { StoredPart } from '../document-store/selectors';
import { searchText } from '../active/part-text';

/** What of the shelf is looked at; empty means everything. */
export interface ShelfFilter {
  kind: PartKind | '';
  status: PartStatus | '';
  /** Words that all must occur in a part, in any order. */
  text: string;
}

export const WHOLE_SHELF: ShelfFilter = { kind: '', status: '', text: '' };

/** The parts that pass a filter, in the order of the shelf. */
export function filtered(shelf: StoredPart[], { kind, status, text: sought }: ShelfFilter): StoredPart[] {
  const words = sought.trim().toLowerCase().split(/\s+/).filter(Boolean);
  return shelf.filter(({ part }) => {
    if ((kind !== '' && part.kind !== kind) || (status !== '' && part.status !== status)) return false;
    if (words.length === 0) return true;
    const text = searchText(part);
    return words.every((word) => text.includes(word));
  });
}

/** How many parts of each kind there are. */
export function countKinds(shelf: StoredPart[]): Partial<Record<PartKind, number>> {
  const counts: Partial<Record<PartKind, number>> = {};
  for (const { part } of shelf) counts[part.kind] = (counts[part.kind] ?? 0) + 1;
  return counts;
}
