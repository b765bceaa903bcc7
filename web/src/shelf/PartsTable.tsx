import { PART_FIELDS, partValue, type PartField } from '@puddler/contract/shared';
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
import type { Part } from '@puddler/core';
import { useMemo, useRef, useState } from 'react';
import { useAppSelector } from '../desk/store';
import type { PartOnDesk } from '../desk/selectors';
import { SortHead } from '../ui/SortHead';
import { fieldText, headOf, summary } from '../in-hand/part-text';

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

const columns: ColumnDef<Features, PartOnDesk>[] = [
  ...PART_FIELDS.map((field): ColumnDef<Features, PartOnDesk> => ({
    id: field.path,
    accessorFn: ({ part }) => valueIn(part, field),
    sortDescFirst: false,
  })),
  { id: 'figures', accessorFn: ({ part }) => part.kind, enableSorting: false },
];

function valueIn(part: Part, field: PartField): unknown {
  return field.kinds.includes(part.kind) ? partValue(part, field.path) : undefined;
}

const byText = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

/** Parts in the order of a column; those without the figure come last either way. */
function sorted(parts: PartOnDesk[], [sort]: SortingState): PartOnDesk[] {
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

interface Props {
  parts: PartOnDesk[];
  shown: readonly string[];
  selected: Record<string, true>;
  onSelect: (selected: Record<string, true>) => void;
  onOpen: (id: string) => void;
}

/** The shelf as a table that stays quick with thousands of rows: only those in sight are drawn. */
export function PartsTable({ parts, shown, selected, onSelect, onOpen }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
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
  const all = parts.length > 0 && parts.every((row) => selected[row.id]);
  const some = !all && parts.some((row) => selected[row.id]);

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
        <div role="rowgroup" className="sticky top-0 z-10 border-b border-rule bg-paper">
          <div role="row" aria-rowindex={1} className="grid items-center" style={grid}>
            <span role="columnheader" className="flex justify-center">
              <input
                type="checkbox"
                className="size-4 accent-(--steel)"
                aria-label="Select all that are shown"
                checked={all}
                ref={(box) => {
                  if (box) box.indeterminate = some;
                }}
                onChange={() => onSelect(all ? {} : Object.fromEntries(parts.map((row) => [row.id, true])))}
              />
            </span>
            {fields.map(({ path, field }) => (
              <Head
                key={path}
                path={path}
                field={field}
                sorted={table.getColumn(path)?.getIsSorted() ?? false}
                onSort={() => table.getColumn(path)?.toggleSorting()}
              />
            ))}
          </div>
        </div>
        <div role="rowgroup" className="relative" style={{ height: virtual.getTotalSize() }}>
          {items.map((item) => {
            const row = rows[item.index - from];
            if (!row) return null;
            const { id, part } = row.original;
            return (
              <div
                key={id}
                role="row"
                aria-rowindex={item.index + 2}
                aria-selected={selected[id] ?? false}
                className={`absolute inset-x-0 grid items-center border-b border-rule text-[13.5px] hover:bg-wash/60 ${selected[id] ? 'bg-wash' : ''} ${part.status === 'worn-out' ? 'text-soft' : ''}`}
                style={{ ...grid, height: ROW_PX, transform: `translateY(${item.start}px)` }}
              >
                <span role="cell" className="flex justify-center">
                  <input
                    type="checkbox"
                    className="size-4 accent-(--steel)"
                    aria-label={`Select ${part.name}`}
                    checked={selected[id] ?? false}
                    onChange={() => row.toggleSelected()}
                  />
                </span>
                {fields.map(({ path, field }) => (
                  <span
                    key={path}
                    role="cell"
                    className={`truncate px-2 ${field?.type === 'number' ? 'text-right' : ''} ${path === 'figures' ? 'text-soft' : ''}`}
                  >
                    {path === 'name' ? (
                      <button
                        type="button"
                        className="max-w-full truncate py-1 text-left font-medium decoration-edge underline-offset-4 hover:underline"
                        onClick={() => onOpen(id)}
                      >
                        {part.name}
                      </button>
                    ) : field ? (
                      fieldText(part, field, system)
                    ) : (
                      summary(part, system)
                    )}
                  </span>
                ))}
              </div>
            );
          })}
        </div>
      </div>
    </div>
  );
}

function Head({ path, field, sorted, onSort }: { path: string; field: PartField | undefined; sorted: false | 'asc' | 'desc'; onSort: () => void }) {
  const system = useAppSelector((state) => state.prefs.units);
  if (!field)
    return (
      <span role="columnheader" className="px-2 text-[12px] font-medium text-soft">
        Figures
      </span>
    );
  const { name, unit } = headOf(field, system);
  return <SortHead column={path} name={name} unit={unit} sorted={sorted} right={field.type === 'number'} onSort={onSort} />;
}
