import { BUY_GROUPS, type LineNeed } from '@puddler/core';
import { useRef, type KeyboardEvent } from 'react';
import { GROUP_WORDS, needOfRow, STATE_KEYS, type BuyRow } from '../../active/noted/buy-rows';
import { BuyLine } from './BuyLine';
import { NewLine } from './NewLine';
import { StepsNote } from './StepsNote';
import type { Buying } from './use-buy';
import { FoldedLines } from './FoldedLines';

type Fold = LineNeed | 'on-the-way';
const FOLDED: readonly [fold: Fold, word: string][] = [
  ['on-the-way', 'Only on the way'],
  ['check', 'Check whether you have it'],
  ['tool', 'Tools'],
];

const foldOf = (row: BuyRow): Fold => (row.onTheWay && !row.own ? 'on-the-way' : needOfRow(row));

/** Everything to have: what must be bought, by where it is, then what the way there asks for, what may lie at home and the tools, each behind a line. Arrows go from line to line, and one key sets where a line stands. */
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
    const lines = [...(list.current?.querySelectorAll<HTMLElement>('[data-line]') ?? [])].filter((one) => one.checkVisibility());
    lines[lines.indexOf(event.currentTarget) + by]?.focus();
  };
  const line = (row: BuyRow) => <BuyLine key={row.id} row={row} buying={buying} onKey={(event) => onKey(event, row)} />;
  const inFold = (fold: Fold) => rows.filter((row) => foldOf(row) === fold);
  const must = inFold('must');
  const grouped = BUY_GROUPS.map((group) => ({ group, of: must.filter((row) => row.group === group) })).filter(({ of }) => of.length > 0);
  return (
    <section aria-label="Parts list" aria-busy={buying.asked.state === 'waiting' && buying.asked.sofar === undefined}>
      <p className="mb-1 text-small text-soft max-sm:hidden print:hidden">
        On a line: {STATE_KEYS.map(([key, state]) => `${key} ${state === 'not-for-me' ? 'not for me' : state}`).join(' · ')}. Arrows go from line to
        line.
      </p>
      <div ref={list}>
        {grouped.map(({ group, of }) => (
          <section key={group} aria-label={GROUP_WORDS[group]} className="mb-3 print:mb-0">
            <h2 className="eyebrow border-b border-ink pb-0.5 text-soft print:pb-0 print:leading-tight">{GROUP_WORDS[group]}</h2>
            <ul>{of.map(line)}</ul>
          </section>
        ))}
        <StepsNote planId={planId} buying={buying} />
        {FOLDED.map(([fold, word]) => (
          <FoldedLines key={fold} word={word} rows={inFold(fold)} onHaveAll={fold === 'on-the-way' ? undefined : buying.haveAll}>
            {inFold(fold).map(line)}
          </FoldedLines>
        ))}
      </div>
      <NewLine buying={buying} />
    </section>
  );
}
