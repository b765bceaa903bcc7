import { PART_STATUSES, type Part, type PartStatus } from '@puddler/core';
import { RANGES } from '@puddler/contract/shared';
import { useState } from 'react';
import { noticed } from '../desk/notices-slice';
import { undoable } from '../desk/undoable';
import { useAppDispatch, useAppSelector } from '../desk/store';
import { addParts, changeParts, copyName } from '../desk/edits';
import { partOf } from '../desk/selectors';
import { Button } from '../ui/Button';
import { wordFor } from '../ui/words';
import { parseFigure } from '../units/parse';

/** What can be done with all selected parts at once; each is one undo. */
export function BulkBar({ ids, onDone }: { ids: string[]; onDone: () => void }) {
  const dispatch = useAppDispatch();
  const [price, setPrice] = useState('');
  const [problem, setProblem] = useState<string>();
  const parts = useAppSelector((state) => (ids.length === 1 ? partOf(state, ids[0]!) : undefined));
  const what = `${ids.length} ${ids.length === 1 ? 'part' : 'parts'}`;

  const change = (act: (part: Part) => Part | null, label: string, said: string) => {
    // Parts that are so already make no change, and then there is none to offer back.
    const changed = dispatch(changeParts(ids, act, label)) !== undefined;
    dispatch(changed ? undoable(said) : noticed({ text: said, tone: 'plain' }));
  };
  const setAllPrices = () => {
    const read = parseFigure(price, RANGES['part.price'], 'metric');
    if (!read.ok) {
      setProblem(read.message);
      return;
    }
    setProblem(undefined);
    change((part) => ({ ...part, price: read.value }), `price of ${what}`, `${what}: price ${read.value}.`);
    setPrice('');
  };

  return (
    <div role="group" aria-label="Selected parts" className="flex flex-wrap items-center gap-2 bg-wash px-3 py-1.5">
      <span className="font-medium">{what} selected</span>
      <select
        aria-label="Set the status of all selected"
        className="h-8 rounded-sm border border-edge bg-paper px-2 max-sm:h-10"
        value=""
        onChange={(event) => {
          const status = event.target.value as PartStatus;
          change((part) => (part.status === status ? part : { ...part, status }), `${what}: ${wordFor(status)}`, `${what}: ${wordFor(status)}.`);
        }}
      >
        <option value="" disabled>
          Set status …
        </option>
        {PART_STATUSES.map((status) => (
          <option key={status} value={status}>
            {wordFor(status)}
          </option>
        ))}
      </select>
      <form
        className="flex gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          setAllPrices();
        }}
      >
        <input
          aria-label="Price for all selected"
          aria-invalid={problem !== undefined}
          className={`h-8 w-24 rounded-sm border bg-paper px-2 max-sm:h-10 ${problem ? 'border-stop' : 'border-edge'}`}
          placeholder="Price"
          inputMode="decimal"
          value={price}
          onChange={(event) => setPrice(event.target.value)}
        />
        <Button type="submit" disabled={price === ''}>
          Set
        </Button>
      </form>
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
        <span role="alert" className="text-[12.5px] text-stop">
          {problem}
        </span>
      )}
    </div>
  );
}
