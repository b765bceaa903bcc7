import { readLabel, type BuyGroup } from '@puddler/core';
import { BUY_GROUPS } from '@puddler/core';
import { LONGEST_NAME } from '@puddler/contract/shared';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { foreignCurrencyText, moneyText, priceIn } from '@puddler/figures';
import { GROUP_WORDS } from '../../active/noted/buy-rows';
import type { Buying } from './use-buy';
import { Input } from '../../ui/Input';
import { Select } from '../../ui/Select';

/** Where a part of a kind is bought. */
const GROUP_OF: Partial<Record<string, BuyGroup>> = {
  motor: 'motor',
  esc: 'power',
  pack: 'power',
  pinion: 'gears',
  spur: 'gears',
  gears: 'gears',
  tyre: 'driveline',
};

/** “2 × 60A two-pin plug, €4.50”: how many, what, and the price of one. */
function read(text: string): { what: string; count: number; price: number | undefined; foreign: string | undefined; group: BuyGroup } {
  const { price, rest, foreign } = priceIn(text);
  const plain = rest
    .replace(/\s+/g, ' ')
    .replace(/[\s,;·]+$/, '')
    .trim();
  const counted = /^(\d{1,2})\s*[×x]\s+(.+)$/i.exec(plain);
  const what = counted ? counted[2]! : plain;
  const { kind } = readLabel(what);
  return { what, count: counted ? Math.max(1, Number(counted[1])) : 1, price, foreign, group: (kind && GROUP_OF[kind]) ?? 'tools' };
}

/** A line that no rule asks for, typed as it is printed. */
export function NewLine({ buying }: { buying: Buying }) {
  const [text, setText] = useState('');
  const [group, setGroup] = useState<BuyGroup | ''>('');
  const line = read(text);
  const add = () => {
    if (line.what === '' || line.foreign !== undefined || buying.isFull) return;
    buying.add(line.what.slice(0, LONGEST_NAME), group === '' ? line.group : group, line.count, line.price);
    setText('');
    setGroup('');
  };
  return (
    <form
      className="flex flex-wrap gap-2 print:hidden"
      onSubmit={(event) => {
        event.preventDefault();
        add();
      }}
    >
      <Input
        aria-label="A line of your own"
        placeholder="A line of your own: 2 × 60A two-pin plug, €4.50"
        className="flex-1 basis-60"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <Select aria-label="Group of the line" className="max-w-44" value={group} onChange={(event) => setGroup(event.target.value as BuyGroup | '')}>
        <option value="">{line.what === '' ? 'group: as read' : `${GROUP_WORDS[line.group]} (read)`}</option>
        {BUY_GROUPS.map((one) => (
          <option key={one} value={one}>
            {GROUP_WORDS[one]}
          </option>
        ))}
      </Select>
      <Button type="submit" disabled={line.what === '' || line.foreign !== undefined || buying.isFull}>
        Add
      </Button>
      {line.foreign !== undefined && (
        <p className="basis-full text-small text-stop" role="alert">
          Price: {foreignCurrencyText(line.foreign)}.
        </p>
      )}
      {line.what !== '' && (line.count > 1 || line.price !== undefined) && (
        <p className="basis-full text-small text-soft" role="status">
          Read: {line.count} × {line.what}
          {line.price !== undefined && `, ${moneyText(line.price)} each`}
        </p>
      )}
    </form>
  );
}
