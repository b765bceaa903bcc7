import { LABEL_KINDS, type LabelKind, type PartStatus } from '@puddler/core';
import { useState } from 'react';
import { undoable } from '../document-store/undoable';
import { useAppDispatch } from '../document-store/store';
import { addParts } from '../document-store/part-edits';
import { LabelField } from '../active/labels/LabelField';
import { useLabel } from '../active/labels/use-label';
import { Button } from '../ui/Button';
import { wordFor } from '../ui/words';
import { Select } from '../ui/Select';

/** Worn out is what a part becomes. */
const NEW_STATUSES = ['owned', 'considered'] as const satisfies readonly PartStatus[];

/** One line that makes a part, or those of a kit: what is printed on it, and a price if there is one. */
export function QuickAdd() {
  const dispatch = useAppDispatch();
  const [kind, setKind] = useState<LabelKind | ''>('');
  const [status, setStatus] = useState<PartStatus>('owned');
  const field = useLabel(kind === '' ? undefined : kind, { status });

  const add = () => {
    if (field.parts.length === 0) return;
    const count = field.kit ? 1 : (field.reading?.count ?? 1);
    dispatch(addParts(Array.from({ length: count }, () => field.parts).flat()));
    dispatch(undoable(`${count > 1 ? `${count} × ` : ''}${field.parts.map((part) => part.name).join(' and ')} on the shelf.`));
    field.setText('');
  };

  return (
    <LabelField
      label="Put a part on the shelf"
      hint="Type what is printed on it; a price with its sign is understood."
      placeholder="3652 4000KV sensorless · 2S 5000 mAh 50C · 60A 2-3S BEC 6V/3A · 23T M0.6 · €24.90"
      field={field}
      onEnter={add}
      action={
        <>
          <Select aria-label="Kind of part" size="large" value={kind} onChange={(event) => setKind(event.target.value as LabelKind | '')}>
            <option value="">{field.kit ? 'sold as one' : field.reading?.kind ? `${wordFor(field.reading.kind)} (read)` : 'any kind'}</option>
            {LABEL_KINDS.map((one) => (
              <option key={one} value={one}>
                {wordFor(one)}
              </option>
            ))}
          </Select>
          <Select aria-label="Owned or considered" size="large" value={status} onChange={(event) => setStatus(event.target.value as PartStatus)}>
            {NEW_STATUSES.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </Select>
          <Button tone="action" className="h-9" disabled={field.parts.length === 0} onClick={add}>
            Add
          </Button>
        </>
      }
    />
  );
}
