import { LONGEST_NAME } from '@puddler/contract/shared';
import { useState } from 'react';
import { FigureField } from '../../active/FigureField';
import { withNote, type BuyRow } from '../../active/noted/buy-rows';
import { isDay } from './envelopes';
import type { Buying } from './use-buy';
import { newId } from '@puddler/contract/shared';
import { Input } from '../../ui/Input';
import { Select } from '../../ui/Select';

const NEW = 'new';

/** When a line may be bought, and which bundle it comes in. */
export function BuyLineMore({ row, buying }: { row: BuyRow; buying: Buying }) {
  const { line, note } = row;
  const { purchase, change } = buying;
  const [naming, setNaming] = useState(false);
  const bundle = purchase.bundles.find((one) => one.id === note.bundle);
  const into = (id: string | undefined) => change((noted) => withNote(noted, row.id, { bundle: id }), `bundle of ${line.what}`);
  const make = (name: string) => {
    setNaming(false);
    if (name === '') return;
    const id = newId();
    change(
      (noted) => withNote({ ...noted, bundles: [...noted.bundles, { id, name, price: row.each ?? 0 }] }, row.id, { bundle: id }),
      `new bundle ${name}`,
    );
  };
  return (
    <div className="mt-1 flex flex-wrap items-start gap-x-4 gap-y-1 pl-[7.7rem] text-small max-sm:pl-0 print:hidden">
      <label className="flex items-center gap-1.5">
        Buy from
        <Input
          type="date"
          size="small"
          className="text-small"
          key={note.buyOn}
          defaultValue={note.buyOn ?? ''}
          onBlur={(event) => {
            const day = event.target.value;
            if (day === (note.buyOn ?? '')) return;
            if (day === '' || isDay(day)) buying.note(row, { buyOn: day === '' ? undefined : day }, `date of ${line.what}`);
          }}
        />
      </label>
      {naming ? (
        <Input
          autoFocus
          aria-label="Name of the new bundle"
          placeholder="name of the bundle"
          maxLength={LONGEST_NAME}
          size="small"
          className="text-small"
          onKeyDown={(event) => {
            if (event.key === 'Enter') event.currentTarget.blur();
            if (event.key === 'Escape') setNaming(false);
          }}
          onBlur={(event) => make(event.target.value.trim())}
        />
      ) : (
        <label className="flex items-center gap-1.5">
          Bundle
          <Select
            size="small"
            className="text-small"
            value={note.bundle ?? ''}
            onChange={({ target: { value } }) => (value === NEW ? setNaming(true) : into(value || undefined))}
          >
            <option value="">none</option>
            {purchase.bundles.map((one) => (
              <option key={one.id} value={one.id}>
                {one.name}
              </option>
            ))}
            <option value={NEW}>a new one …</option>
          </Select>
        </label>
      )}
      {bundle && (
        <FigureField
          named
          label={`Price of ${bundle.name}`}
          path="bundles.price"
          value={bundle.price}
          onSet={(price) =>
            change(
              (noted) => ({ ...noted, bundles: noted.bundles.map((one) => (one.id === bundle.id ? { ...one, price: price ?? 0 } : one)) }),
              `price of ${bundle.name}`,
            )
          }
        />
      )}
    </div>
  );
}
