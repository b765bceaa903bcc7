import { PART_FIELDS, partValue, type PartField } from '@puddler/contract/shared';
import {
  columnVisibilityFeature,
  createSortedRowModel,
  rowSelectionFeature,
  rowSortingFeature,
  sortFns,
  tableFeatures,
  useTable,
  type ColumnDef,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useMemo, useRef } from 'react';
import { useAppSelector } from '../app/store';
import type { PartOnDesk } from '../data/selectors';
import { fieldText, headOf, summary } from './part-text';

const features = tableFeatures({ rowSortingFeature, columnVisibilityFeature, rowSelectionFeature, sortedRowModel: createSortedRowModel(), sortFns });
type Features = typeof features;

const ROW_PX = 34;
const OVERSCAN = 12;

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
    accessorFn: ({ part }) => (field.kinds.includes(part.kind) ? partValue(part, field.path) : undefined),
    sortFn: field.type === 'number' ? 'basic' : 'alphanumeric',
    sortUndefined: 'last',
    sortDescFirst: false,
  })),
  { id: 'figures', accessorFn: ({ part }) => part.kind, enableSorting: false },
];

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
  const table = useTable({
    features,
    columns,
    data: parts,
    getRowId: (row) => row.id,
    enableSortingRemoval: true,
    state: { columnVisibility, rowSelection: selected },
    onRowSelectionChange: (next) => onSelect(typeof next === 'function' ? next(selected) : next),
  });
  const { rows } = table.getRowModel();
  const virtual = useVirtualizer({ count: rows.length, getScrollElement: () => scroller.current, estimateSize: () => ROW_PX, overscan: OVERSCAN });
  const fields = shown.map((path) => ({ path, field: PART_FIELDS.find((one) => one.path === path) }));
  const grid = { gridTemplateColumns: `36px ${shown.map((path) => WIDTHS[path] ?? '104px').join(' ')}` };
  const all = rows.length > 0 && rows.every((row) => selected[row.id]);
  const some = !all && rows.some((row) => selected[row.id]);

  return (
    <div
      ref={scroller}
      role="table"
      aria-label="Parts on the shelf"
      aria-rowcount={rows.length + 1}
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
                onChange={() => onSelect(all ? {} : Object.fromEntries(rows.map((row) => [row.id, true])))}
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
          {virtual.getVirtualItems().map((item) => {
            const row = rows[item.index]!;
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
  return (
    <span
      role="columnheader"
      aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
      className={field.type === 'number' ? 'text-right' : ''}
    >
      <button
        type="button"
        data-column={path}
        className="inline-flex max-w-full items-center gap-1 truncate px-2 py-2 text-[12px] font-medium text-soft hover:text-ink"
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
