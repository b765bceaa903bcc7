import { ArrowDown, ArrowUp } from 'lucide-react';

interface Props {
  name: string;
  unit: string;
  sorted: false | 'asc' | 'desc';
  right: boolean;
  onSort: () => void;
  /** For tests and styles: which column it heads. */
  column?: string;
}

/** The head of a column that sorts: name, unit, and which way. */
export function SortHead({ name, unit, sorted, right, onSort, column }: Props) {
  return (
    <span
      role="columnheader"
      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
      className={right ? 'text-right' : ''}
    >
      <button
        type="button"
        data-column={column}
        className="inline-flex max-w-full items-center gap-1 truncate px-2 py-2 text-small max-sm:min-h-thumb font-medium text-soft hover:text-ink"
        onClick={onSort}
      >
        {name}
        {unit && <span className="font-normal">{unit}</span>}
        {sorted === 'asc' && <ArrowUp size={12} />}
        {sorted === 'desc' && <ArrowDown size={12} />}
      </button>
    </span>
  );
}
