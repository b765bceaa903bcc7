import type { PartField } from '@puddler/contract/shared';
import type { Part } from '@puddler/core';
import type { CSSProperties } from 'react';
import { useAppSelector } from '../document-store/store';
import { fieldText, summary } from '../active/part-text';

/** A column that is shown: a field of parts, or the summary of their figures, which is no field. */
export interface ShownField {
  path: string;
  field: PartField | undefined;
}

interface Props {
  part: Part;
  fields: readonly ShownField[];
  selected: boolean;
  /** Its place among all rows, also those out of sight. */
  index: number;
  style: CSSProperties;
  onToggle: () => void;
  onOpen: () => void;
}

/** A part as a row of the shelf. */
export function PartsTableRow({ part, fields, selected, index, style, onToggle, onOpen }: Props) {
  const system = useAppSelector((state) => state.prefs.units);
  return (
    <div
      role="row"
      aria-rowindex={index + 2}
      aria-selected={selected}
      className={`absolute inset-x-0 grid items-center border-b border-rule text-body hover:bg-wash/60 ${selected ? 'bg-wash' : ''} ${part.status === 'worn-out' ? 'text-soft' : ''}`}
      style={style}
    >
      <span role="cell" className="flex justify-center">
        <input type="checkbox" className="size-4" aria-label={`Select ${part.name}`} checked={selected} onChange={onToggle} />
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
              onClick={onOpen}
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
}
