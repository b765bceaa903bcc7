import { PART_STATUSES, type Part, type PartStatus } from '@puddler/core';
import { RANGES } from '@puddler/contract/shared';
import { useState } from 'react';
import { noticed } from '../document-store/notices-slice';
import { undoable } from '../document-store/undoable';
import { useAppDispatch, useAppSelector } from '../document-store/store';
import { copyName } from '../document-store/edits';
import { addParts, changeParts } from '../document-store/part-edits';
import { partOf } from '../document-store/selectors';
import { Button } from '../ui/Button';
import { wordFor } from '../ui/words';
import { parseFigure } from '@puddler/figures';
import { Input } from '../ui/Input';
import { Select } from '../ui/Select';

/** What can be done with all selected parts at once; each is one undo. */
export function BulkBar({ ids, onDone }: { ids: string[]; onDone: () => void }) {
  const dispatch = useAppDispatch();
  const [problem, setProblem] = useState<string>();
  const parts = useAppSelector((state) => (ids.length === 1 ? partOf(state, ids[0]!) : undefined));
  const what = `${ids.length} ${ids.length === 1 ? 'part' : 'parts'}`;

  const change = (act: (part: Part) => Part | null, label: string, said: string) => {
    // Parts that are so already make no change, and then there is none to offer back.
    const changed = dispatch(changeParts(ids, act, label)) !== undefined;
    dispatch(changed ? undoable(said) : noticed({ text: said, tone: 'plain' }));
  };

  return (
    <div role="group" aria-label="Selected parts" className="flex flex-wrap items-center gap-2 bg-wash px-3 py-1.5">
      <span className="font-medium">{what} selected</span>
      <StatusPicker
        onPick={(status) =>
          change((part) => (part.status === status ? part : { ...part, status }), `${what}: ${wordFor(status)}`, `${what}: ${wordFor(status)}.`)
        }
      />
      <PriceForm
        invalid={problem !== undefined}
        onPrice={(text) => {
          const read = parseFigure(text, RANGES['part.price'], 'metric');
          setProblem(read.ok ? undefined : read.message);
          if (read.ok) change((part) => ({ ...part, price: read.value }), `price of ${what}`, `${what}: price ${read.value}.`);
          return read.ok;
        }}
      />
      {parts && <Button onClick={() => dispatch(addParts([{ ...parts, name: copyName(parts.name) }]))}>Duplicate</Button>}
      <Button
        onClick={() => {
          change(() => null, `delete ${what}`, `${what} off the shelf.`);
          onDone();
        }}
      >
        Delete
      </Button>
      <Button tone="quiet" onClick={onDone}>
        Select none
      </Button>
      {problem && (
        <span role="alert" className="text-small text-stop">
          {problem}
        </span>
      )}
    </div>
  );
}

function StatusPicker({ onPick }: { onPick: (status: PartStatus) => void }) {
  return (
    <Select
      aria-label="Set the status of all selected"

      value=""
      onChange={(event) => onPick(event.target.value as PartStatus)}
    >
      <option value="" disabled>
        Set status …
      </option>
      {PART_STATUSES.map((status) => (
        <option key={status} value={status}>
          {wordFor(status)}
        </option>
      ))}
    </Select>
  );
}

/** A price typed for all; `onPrice` says whether it was understood, and what was not stays to be corrected. */
function PriceForm({ invalid, onPrice }: { invalid: boolean; onPrice: (text: string) => boolean }) {
  const [price, setPrice] = useState('');
  return (
    <form
      className="flex gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (onPrice(price)) setPrice('');
      }}
    >
      <Input
        aria-label="Price for all selected"
        invalid={invalid}
        className="w-24"
        placeholder="Price"
        inputMode="decimal"
        value={price}
        onChange={(event) => setPrice(event.target.value)}
      />
      <Button type="submit" disabled={price === ''}>
        Set
      </Button>
    </form>
  );
}
