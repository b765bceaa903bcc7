import type { Change, Cost, Favours, UpgradePath } from '@puddler/core';
import { moneyText } from '@puddler/figures';

export const CHANGE_WORDS: Record<Change, string> = {
  pack: 'pack',
  esc: 'ESC',
  motor: 'motor',
  gears: 'gears',
  cooling: 'cooling',
  chassis: 'tyres and chassis',
};

const FAVOUR_WORDS: Record<Favours, string> = { money: 'spends least early', speed: 'is fastest at once', heat: 'stays coolest' };

/** “spends least early of what is priced and stays coolest”. */
export function favoursText({ favours, stages }: UpgradePath): string {
  const isPartly = (stages.at(-1)?.cost.unpriced ?? 0) > 0;
  return favours.map((one) => `${FAVOUR_WORDS[one]}${one === 'money' && isPartly ? ' of what is priced' : ''}`).join(' and ');
}

/** “pack, then motor and ESC”. */
export const orderText = ({ stages }: UpgradePath): string =>
  stages
    .slice(1)
    .map((stage) => stage.added.map((change) => CHANGE_WORDS[change]).join(' and '))
    .join(', then ');

/** “58.40 €”, and how many lines have no price yet. */
export function costText({ money, unpriced }: Cost): string {
  if (unpriced === 0) return moneyText(money);
  return money === 0 ? `${unpriced} unpriced` : `${moneyText(money)} + ${unpriced} unpriced`;
}
