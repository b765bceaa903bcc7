import type { Purchase } from '@puddler/contract/shared';
import { currencySymbol } from '@puddler/figures';
import { GROUP_WORDS, STATE_WORDS, type BuyRow } from '../../active/noted/buy-rows';

/** The list as a table for a file; what is bought in one place stands together. */
export function buyTable(rows: readonly BuyRow[], { bundles }: Purchase): { heads: string[]; rows: (string | number | undefined)[][] } {
  return {
    heads: ['group', 'what', 'count', 'figures', 'why', 'measure first', 'state', `price of one (${currencySymbol()})`, 'shop', 'bundle', 'buy from'],
    rows: rows.map(({ group, line, state, each, note }) => [
      GROUP_WORDS[group],
      line.what,
      line.count,
      line.figures,
      line.why,
      line.measureFirst,
      STATE_WORDS[state],
      bundles.some((one) => one.id === note.bundle) ? undefined : each,
      note.shop,
      bundles.find((one) => one.id === note.bundle)?.name,
      note.buyOn,
    ]),
  };
}
