import { BUY_GROUPS } from '@puddler/core';
import { useRef, type KeyboardEvent } from 'react';
import { GROUP_WORDS, STATE_KEYS, type BuyRow } from '../../in-hand/noted/buy-rows';
import { BuyLine } from './BuyLine';
import { NewLine } from './NewLine';
import { StepsNote } from './StepsNote';
import type { Buying } from './use-buy';

/** Everything to have, by where it is bought. Arrows go from line to line, and one key sets where a line stands. */
export function BuyList({ planId, buying }: { planId: string; buying: Buying }) {
  const { view, setState } = buying;
  const list = useRef<HTMLDivElement>(null);
  const rows = view?.rows ?? [];
  const onKey = (event: KeyboardEvent<HTMLElement>, row: BuyRow) => {
    if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey || event.altKey) return;
    const state = STATE_KEYS.find(([key]) => key === event.key.toLowerCase())?.[1];
    if (state) {
      event.preventDefault();
      setState(row, state);
      return;
    }
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    const lines = [...(list.current?.querySelectorAll<HTMLElement>('[data-line]') ?? [])];
    lines[lines.indexOf(event.currentTarget) + by]?.focus();
  };
  return (
    <section aria-label="Parts list" aria-busy={buying.asked.state === 'waiting' && buying.asked.sofar === undefined}>
      <p className="mb-1 text-[12px] text-soft max-sm:hidden print:hidden">
        On a line: {STATE_KEYS.map(([key, state]) => `${key} ${state === 'not-for-me' ? 'not for me' : state}`).join(' · ')}. Arrows go from line to
        line.
      </p>
      <div ref={list}>
        {BUY_GROUPS.map((group) => {
          const of = rows.filter((row) => row.group === group);
          if (of.length === 0) return null;
          return (
            <section key={group} aria-label={GROUP_WORDS[group]} className="mb-3 print:mb-0.5">
              <h2 className="eyebrow border-b border-ink pb-0.5 text-soft">{GROUP_WORDS[group]}</h2>
              <ul>
                {of.map((row) => (
                  <BuyLine key={row.id} row={row} buying={buying} onKey={(event) => onKey(event, row)} />
                ))}
              </ul>
              {group === 'gears' && <StepsNote planId={planId} buying={buying} />}
            </section>
          );
        })}
      </div>
      <NewLine buying={buying} />
    </section>
  );
}
