import type { Purchase } from '@puddler/contract/shared';
import {
  compact,
  bestSchedule,
  upgradePaths,
  type Change,
  type Cost,
  type Favours,
  type Goal,
  type PartialConversion,
  type ListLine,
  type Sale,
  type Schedule,
  type UpgradePath,
  type UpgradePaths,
} from '@puddler/core';
import type { BuyAnswer, PricedPartial } from '../../workers/plan-worker';
import { buyRows, costOfRows, itemsToBuy, type BuyRow } from '../../active/noted/buy-rows';
import { periodOfDay } from './envelopes';

/** All that the Buy station shows, from what the worker found and what is noted. */
export interface BuyView {
  rows: BuyRow[];
  cost: Cost;
  partials: { partial: PartialConversion; cost: Cost }[];
  paths: UpgradePaths | undefined;
  /** The order that is bought: the one chosen, or the one that the instalments favour. */
  path: UpgradePath | undefined;
  /** Undefined without an envelope, or with nothing to buy. */
  plan: { schedule: Schedule; holds: Map<string, BuyRow[]>; path: UpgradePath | undefined } | undefined;
}

/** `forSteps` are lines that only the steps up ask for. */
export function buyView({ list, partials, done }: BuyAnswer, forSteps: readonly ListLine[], purchase: Purchase): BuyView {
  // The car as bought runs without anything being paid.
  const costs = new Map<PartialConversion, Cost>(
    partials.map(({ partial, lines }) => [
      partial,
      partial.changes.length === 0 ? { money: 0, unpriced: 0 } : costOfRows(buyRows(lines, [], { ...purchase, own: [] }), purchase),
    ]),
  );
  const paths = done >= 1 && partials.length > 1 ? upgradePaths([...costs.keys()], (partial) => costs.get(partial)!) : undefined;
  const chosen = paths?.paths.find((path) => path.favours.includes(purchase.favours as Favours));
  const wayLines = linesOnTheWay(partials, chosen ?? paths?.paths[0]);
  const rows = buyRows(list.lines, [...wayLines, ...forSteps], purchase);
  const plan = instalmentsOf(rows, partials, chosen ? [chosen] : (paths?.paths ?? []), purchase);
  return {
    rows,
    cost: costOfRows(rows, purchase),
    partials: partials.map(({ partial }) => ({ partial, cost: costs.get(partial)! })),
    paths,
    path: chosen ?? plan?.path ?? paths?.paths[0],
    plan,
  };
}

/** Lines that only a stage on the way asks for. */
function linesOnTheWay(partials: readonly PricedPartial[], path: UpgradePath | undefined): ListLine[] {
  const stages = new Set(path?.stages.slice(1, -1).map((stage) => stage.partial));
  const lines = partials.filter(({ partial }) => stages.has(partial)).flatMap((one) => one.lines);
  return lines.filter((line, i) => lines.findIndex((other) => other.id === line.id) === i);
}

function instalmentsOf(
  rows: readonly BuyRow[],
  partials: readonly PricedPartial[],
  paths: readonly UpgradePath[],
  purchase: Purchase,
): BuyView['plan'] {
  const { budget, sales } = purchase;
  if (!budget) return undefined;
  const { items, holds } = itemsToBuy(rows, purchase, (day) => periodOfDay(budget, day));
  if (items.length === 0) return undefined;
  const itemOf = (line: string) => [...holds].find(([, of]) => of.some((row) => row.id === line))?.[0];
  const linesOf = new Map(partials.map(({ partial, lines }) => [partial, lines]));
  const goalId = (changes: readonly Change[]) => changes.join('+');
  const ways = paths.map((path) =>
    path.stages.slice(1).map(({ partial }): Goal => ({
      id: goalId(partial.changes),
      items: [...new Set(linesOf.get(partial)!.flatMap((line) => itemOf(line.id) ?? []))],
    })),
  );
  const every = [...new Set(ways.flat().map((goal) => goal.id))];
  const sold = sales.map((sale): Sale => ({ id: sale.id, price: sale.price, after: every.filter((goal) => goal.split('+').includes(sale.id)) }));
  const envelope = {
    amount: budget.amount,
    ...compact({ start: budget.start }),
    skipped: (budget.skipped ?? []).map((one) => periodOfDay(budget, one.day)),
  };
  const best = bestSchedule(items, ways.length > 0 ? ways : [[{ id: 'all', items: items.map((item) => item.id) }]], sold, envelope);
  return best && { schedule: best.schedule, holds, path: paths[ways.indexOf(best.way as Goal[])] };
}
