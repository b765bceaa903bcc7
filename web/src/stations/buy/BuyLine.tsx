import { LONGEST_NAME } from '@puddler/contract/shared';
import { MoreHorizontal } from 'lucide-react';
import { useState, type KeyboardEvent } from 'react';
import { FigureField } from '../../active/FigureField';
import { Menu } from '../../ui/Menu';
import { moneyText } from '@puddler/figures';
import { STATE_KEYS, STATE_WORDS, withNote, type BuyRow, type RowState } from '../../active/noted/buy-rows';
import { BuyLineMore } from './BuyLineMore';
import { StateMark } from './StateMark';
import type { Buying } from './use-buy';
import { Said } from '../../active/Said';
import { Select } from '../../ui/Select';
import { Input } from '../../ui/Input';

interface Props {
  row: BuyRow;
  buying: Buying;
  onKey: (event: KeyboardEvent<HTMLElement>) => void;
}

/** One line: what, how many, its figures and why; where it stands, what it costs and where it is bought. */
export function BuyLine({ row, buying, onKey }: Props) {
  const { line, note, state, each, own } = row;
  const [more, setMore] = useState(false);
  const bundle = buying.purchase.bundles.find((one) => one.id === note.bundle);
  // Of what is there, or not wanted, only what was noted is of interest; the rest comes with “Shop, date and bundle”.
  const isSettled = state !== 'need' && state !== 'ordered';
  return (
    <li
      tabIndex={0}
      data-line={row.id}
      aria-label={`${line.what}, ${STATE_WORDS[state]}`}
      onKeyDown={onKey}
      className={`border-b border-rule py-1.5 print:break-inside-avoid print:py-px print:leading-tight ${state === 'not-for-me' ? 'text-soft' : ''}`}
    >
      <div className="grid grid-cols-[7.2rem_minmax(0,1fr)_auto] items-start gap-x-2 max-sm:grid-cols-[minmax(0,1fr)_auto]">
        <LineState row={row} buying={buying} />
        <LineWords row={row} isSettled={isSettled} />
        <div className="flex items-start gap-1">
          {bundle ? (
            <span className="h-7 pt-1 text-small text-soft">in {bundle.name}</span>
          ) : isSettled && each === undefined && !more ? null : (
            <FigureField
              label={`Price of ${line.what}`}
              path="lines.price"
              value={each}
              placeholder="price"
              className="w-14"
              onSet={(price) => buying.note(row, { price }, `price of ${line.what}`)}
            />
          )}
          {(note.shop !== undefined || more) && <LineShop row={row} buying={buying} />}
          <span className="print:hidden">
            <Menu
              label={`More for ${line.what}`}
              icon={<MoreHorizontal size={14} />}
              items={[
                { label: more ? 'Hide shop, date and bundle' : 'Shop, date and bundle', act: () => setMore(!more) },
                ...(own ? [{ label: 'Remove this line', tone: 'stop' as const, act: () => removeLine(row, buying) }] : []),
              ]}
            />
          </span>
        </div>
      </div>
      {line.count > 1 && row.missing > 1 && each !== undefined && !bundle && (
        <p className="text-right text-fine text-soft">
          {row.missing} × {moneyText(each)} = {moneyText(row.missing * each)}
        </p>
      )}
      {more && <BuyLineMore row={row} buying={buying} />}
    </li>
  );
}

/** Takes a line of one's own off the list, with all that was noted of it. */
function removeLine({ id, line }: BuyRow, buying: Buying): void {
  buying.change(
    (noted) => ({
      ...withNote(noted, id, { state: undefined, price: undefined, shop: undefined, bundle: undefined, buyOn: undefined }),
      own: noted.own.filter((one) => one.id !== id),
    }),
    `remove ${line.what}`,
  );
}

function LineState({ row, buying }: Pick<Props, 'row' | 'buying'>) {
  const { line, state } = row;
  return (
    <label className="flex h-7 items-center gap-1.5 max-sm:order-2 max-sm:col-span-2 print:h-auto">
      <StateMark state={state} />
      <span className="sr-only">State of {line.what}</span>
      <Select
        size="small"
        bare
        className="w-[5.6rem] text-small print:hidden"
        value={state}
        onChange={(event) => buying.setState(row, event.target.value as RowState)}
      >
        {STATE_KEYS.map(([, one]) => (
          <option key={one} value={one}>
            {STATE_WORDS[one]}
          </option>
        ))}
      </Select>
      <span className="hidden print:inline">{STATE_WORDS[state]}</span>
    </label>
  );
}

/** What it is, and why it is on the list; of what is settled only what was noted. */
function LineWords({ row: { line, state, onTheWay }, isSettled }: { row: BuyRow; isSettled: boolean }) {
  return (
    <div className="min-w-0 leading-snug">
      <p>
        {line.count > 1 && <span className="text-soft">{line.count} × </span>}
        <strong className={`font-semibold ${state === 'not-for-me' ? 'line-through' : ''}`}>{line.what}</strong>
        {line.figures && (
          <span className="text-small text-soft">
            {' '}
            <Said>{line.figures}</Said>
          </span>
        )}
        {onTheWay && <span className="ml-1.5 rounded-sm border border-rule px-1 text-fine text-soft">only on the way</span>}
      </p>
      <p className="text-small text-soft">
        {!isSettled && <Said>{line.why}</Said>}
        {line.have.length > 0 && <span className="text-good"> On the shelf: {line.have.join(', ')}.</span>}
        {line.offer && line.have.length < line.count && ` Considered: ${line.offer.name}.`}
      </p>
      {line.measureFirst && state === 'need' && (
        <p className="text-small text-caution">
          Measure first: <Said>{line.measureFirst}</Said>.
        </p>
      )}
    </div>
  );
}

function LineShop({ row, buying }: Pick<Props, 'row' | 'buying'>) {
  const { line, note } = row;
  return (
    <Input
      aria-label={`Shop or note for ${line.what}`}
      placeholder="shop"
      maxLength={LONGEST_NAME}
      key={note.shop}
      defaultValue={note.shop ?? ''}
      size="small"
      bare
      className="w-20 text-small max-sm:hidden"
      onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      onBlur={(event) => {
        const text = event.target.value.trim();
        if (text !== (note.shop ?? '')) buying.note(row, { shop: text === '' ? undefined : text }, `shop for ${line.what}`);
      }}
    />
  );
}
