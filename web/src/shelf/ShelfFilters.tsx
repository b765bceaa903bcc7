import { PART_KINDS, PART_STATUSES, type PartStatus } from '@puddler/core';
import { useMemo, type ReactNode } from 'react';
import type { StoredPart } from '../document-store/selectors';
import { Choice } from '../ui/Choice';
import { wordFor } from '../ui/words';
import { countKinds, type ShelfFilter } from './shelf-filter';
import { Input } from '../ui/Input';
import { Select } from '../ui/Select';

interface Props {
  shelf: StoredPart[];
  filter: ShelfFilter;
  onFilter: (filter: ShelfFilter) => void;
  /** What else stands at the end of the line. */
  children: ReactNode;
}

/** Which parts of the shelf are looked at: by kind, by status, by words. */
export function ShelfFilters({ shelf, filter, onFilter, children }: Props) {
  const counts = useMemo(() => countKinds(shelf), [shelf]);
  return (
    <div className="mt-3 flex flex-wrap items-center gap-x-1 gap-y-2" role="group" aria-label="Filters">
      {(['', ...PART_KINDS] as const).map((one) => (
        <Choice key={one} size="large" on={filter.kind === one} onClick={() => onFilter({ ...filter, kind: one })}>
          {one === '' ? 'all' : wordFor(one)} {one === '' ? shelf.length : (counts[one] ?? 0)}
        </Choice>
      ))}
      <span className="ml-auto flex flex-wrap gap-2">
        <Select
          aria-label="Status"

          value={filter.status}
          onChange={(event) => onFilter({ ...filter, status: event.target.value as PartStatus | '' })}
        >
          <option value="">any status</option>
          {PART_STATUSES.map((one) => (
            <option key={one} value={one}>
              {wordFor(one)}
            </option>
          ))}
        </Select>
        <Input
          type="search"
          aria-label="Find on the shelf"
          placeholder="Find"
          className="w-40"
          value={filter.text}
          onChange={(event) => onFilter({ ...filter, text: event.target.value })}
        />
        {children}
      </span>
    </div>
  );
}
