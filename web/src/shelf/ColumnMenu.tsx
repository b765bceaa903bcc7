import { PART_FIELDS } from '@puddler/contract/shared';
import type { PartKind } from '@puddler/core';
import { Columns3 } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { possibleColumns, usualColumns } from './use-columns';

interface Props {
  kind: PartKind | '';
  shown: readonly string[];
  onChange: (shown: string[]) => void;
}

const ITEM = 'flex cursor-pointer items-center gap-2 rounded-sm px-3 py-1 text-body outline-none data-[highlighted]:bg-wash max-sm:py-2';

/** Which columns the table shows. */
export function ColumnMenu({ kind, shown, onChange }: Props) {
  const possible = possibleColumns(kind);
  const toggle = (path: string) => onChange(possible.filter((one) => (one === path ? !shown.includes(path) : shown.includes(one))));
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="flex h-8 items-center gap-1.5 rounded-sm border border-rule bg-paper px-2 text-body hover:bg-wash max-sm:h-thumb">
        <Columns3 size={14} /> Columns
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" className="z-40 max-h-[60vh] min-w-48 overflow-y-auto rounded-md border border-edge bg-sheet p-1 shadow-lg">
          <DropdownMenu.Item className={`${ITEM} text-soft`} onSelect={() => onChange(usualColumns(kind))}>
            The usual ones
          </DropdownMenu.Item>
          {possible
            .filter((path) => path !== 'name')
            .map((path) => (
              <DropdownMenu.CheckboxItem
                key={path}
                className={ITEM}
                checked={shown.includes(path)}
                onCheckedChange={() => toggle(path)}
                onSelect={(event) => event.preventDefault()}
              >
                <span aria-hidden="true" className="w-3">
                  <DropdownMenu.ItemIndicator>✓</DropdownMenu.ItemIndicator>
                </span>
                {path === 'figures' ? 'figures in words' : PART_FIELDS.find((field) => field.path === path)?.label}
              </DropdownMenu.CheckboxItem>
            ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
