import type { PartField } from '@puddler/contract/shared';
import type { CSSProperties } from 'react';
import { useAppSelector } from '../document-store/store';
import type { StoredPart } from '../document-store/selectors';
import { headOf } from '../active/part-text';
import { SortHead } from '../ui/SortHead';
import type { ShownField } from './PartsTableRow';

interface Props {
  fields: readonly ShownField[];
  parts: StoredPart[];
  selected: Record<string, true>;
  style: CSSProperties;
  sortedAs: (path: string) => false | 'asc' | 'desc';
  onSort: (path: string) => void;
  onSelect: (selected: Record<string, true>) => void;
}

/** The heads of the shelf's table, with a box that selects every part shown. */
export function PartsTableHead({ fields, parts, selected, style, sortedAs, onSort, onSelect }: Props) {
  const all = parts.length > 0 && parts.every((row) => selected[row.id]);
  const some = !all && parts.some((row) => selected[row.id]);
  return (
    <div role="rowgroup" className="sticky top-0 z-10 border-b border-rule bg-paper">
      <div role="row" aria-rowindex={1} className="grid items-center" style={style}>
        <span role="columnheader" className="flex justify-center">
          <input
            type="checkbox"
            className="size-4"
            aria-label="Select all that are shown"
            checked={all}
            ref={(box) => {
              if (box) box.indeterminate = some;
            }}
            onChange={() => onSelect(all ? {} : Object.fromEntries(parts.map((row) => [row.id, true])))}
          />
        </span>
        {fields.map(({ path, field }) => (
          <Head key={path} path={path} field={field} sorted={sortedAs(path)} onSort={() => onSort(path)} />
        ))}
      </div>
    </div>
  );
}

function Head({ path, field, sorted, onSort }: { path: string; field: PartField | undefined; sorted: false | 'asc' | 'desc'; onSort: () => void }) {
  const system = useAppSelector((state) => state.prefs.units);
  if (!field)
    return (
      <span role="columnheader" className="px-2 text-small font-medium text-soft">
        Figures
      </span>
    );
  const { name, unit } = headOf(field, system);
  return <SortHead column={path} name={name} unit={unit} sorted={sorted} right={field.type === 'number'} onSort={onSort} />;
}
