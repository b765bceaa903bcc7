import { PART_FIELDS } from '@puddler/contract/shared';
import {
  columnVisibilityFeature,
  rowSelectionFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
  type ColumnDef,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import type { StoredPart } from '../document-store/selectors';
import { sorted, valueIn } from './order-parts';
import { PartsTableHead } from './PartsTableHead';
import { PartsTableRow } from './PartsTableRow';

const features = tableFeatures({ rowSortingFeature, columnVisibilityFeature, rowSelectionFeature });
type Features = typeof features;

const ROW_PX = 34;
const OVERSCAN = 6;

/** Widths that suit what stands in a column; the name takes what is left. */
const WIDTHS: Record<string, string> = {
  name: 'minmax(170px,2fr)',
  figures: 'minmax(190px,2fr)',
  kind: '84px',
  status: '100px',
  price: '84px',
  notes: '160px',
};

const columns: ColumnDef<Features, StoredPart>[] = [
  ...PART_FIELDS.map((field): ColumnDef<Features, StoredPart> => ({
    id: field.path,
    accessorFn: ({ part }) => valueIn(part, field),
    sortDescFirst: false,
  })),
  { id: 'figures', accessorFn: ({ part }) => part.kind, enableSorting: false },
];

interface Props {
  parts: StoredPart[];
  shown: readonly string[];
  selected: Record<string, true>;
  onSelect: (selected: Record<string, true>) => void;
  onOpen: (id: string) => void;
}

/** The shelf as a table that stays quick with thousands of rows: only those in sight are drawn. */
export function PartsTable({ parts, shown, selected, onSelect, onOpen }: Props) {
  const scroller = useRef<HTMLDivElement>(null);
  const columnVisibility = useMemo(() => Object.fromEntries(columns.map((column) => [column.id!, shown.includes(column.id!)])), [shown]);
  const [sorting, setSorting] = useState<SortingState>([]);
  const ordered = useMemo(() => sorted(parts, sorting), [parts, sorting]);
  const virtual = useVirtualizer({ count: ordered.length, getScrollElement: () => scroller.current, estimateSize: () => ROW_PX, overscan: OVERSCAN });
  const items = virtual.getVirtualItems();
  const [from, to] = [items[0]?.index ?? 0, (items[items.length - 1]?.index ?? -1) + 1];
  // The table gets the rows in sight only: building its model of thousands would cost a frame at every change.
  const window = useMemo(() => ordered.slice(from, to), [ordered, from, to]);
  const table = useTable({
    features,
    columns,
    data: window,
    getRowId: (row) => row.id,
    manualSorting: true,
    enableSortingRemoval: true,
    state: { columnVisibility, rowSelection: selected, sorting },
    onSortingChange: setSorting,
    onRowSelectionChange: (next) => onSelect(typeof next === 'function' ? next(selected) : next),
  });
  const { rows } = table.getRowModel();
  const fields = shown.map((path) => ({ path, field: PART_FIELDS.find((one) => one.path === path) }));
  const grid = { gridTemplateColumns: `36px ${shown.map((path) => WIDTHS[path] ?? '104px').join(' ')}` };

  return (
    <div
      ref={scroller}
      role="table"
      aria-label="Parts on the shelf"
      aria-rowcount={parts.length + 1}
      tabIndex={0}
      className="min-h-40 flex-1 overflow-auto border-t border-rule"
    >
      <div className="min-w-max">
        <PartsTableHead
          fields={fields}
          parts={parts}
          selected={selected}
          style={grid}
          sortedAs={(path) => table.getColumn(path)?.getIsSorted() ?? false}
          onSort={(path) => table.getColumn(path)?.toggleSorting()}
          onSelect={onSelect}
        />
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {items.map((item) => {
            const row = rows[item.index - from];
            if (!row) return null;
            const { id, part } = row.original;
            return (
              <PartsTableRow
                key={id}
                part={part}
                fields={fields}
                selected={selected[id] ?? false}
                index={item.index}
                style={{ ...grid, height: ROW_PX, transform: `translateY(${item.start}px)` }}
                onToggle={() => row.toggleSelected()}
                onOpen={() => onOpen(id)}
              />
            );
          })}
        </div>
      </div>
    </div>
  );
}
