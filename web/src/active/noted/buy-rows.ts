import type { LineNote, LineState, OwnLine, Purchase } from '@puddler/contract/shared';
import { BUY_GROUPS, needOf, type BuyGroup, type Cost, type Item, type LineNeed, type ListLine } from '@puddler/core';
import { withMember } from './with-member';

/** Where a line stands: what the builder says, or what the shelf shows. */
export type RowState = 'need' | LineState;

/** A line of the list with what is noted beside it. */
export interface BuyRow {
  id: string;
  group: BuyGroup;
  line: ListLine;
  note: LineNote;
  state: RowState;
  /** Added by the builder. */
  own: boolean;
  /** Asked for by a stage on the way, and not by the plan itself. */
  onTheWay: boolean;
  /** For one: as noted, else as the shelf offers it. */
  each: number | undefined;
  /** How many are still to be paid for. */
  missing: number;
}

export const GROUP_WORDS: Record<BuyGroup, string> = {
  power: 'Power: pack, charger, ESC',
  motor: 'Motor and mount',
  gears: 'Gears',
  wiring: 'Plugs and wires',
  radio: 'Radio',
  driveline: 'Driveline and tyres',
  cooling: 'Cooling',
  tools: 'Tools and small things',
};

export const STATE_WORDS: Record<RowState, string> = {
  need: 'need',
  have: 'have',
  ordered: 'ordered',
  arrived: 'arrived',
  'not-for-me': 'not for me',
};

/** Every state by the key that sets it. */
export const STATE_KEYS: readonly [key: string, state: RowState][] = [
  ['n', 'need'],
  ['h', 'have'],
  ['o', 'ordered'],
  ['a', 'arrived'],
  ['x', 'not-for-me'],
];

const ownLine = ({ id, what, count, group }: OwnLine): ListLine => ({ id, group, what, count, figures: '', why: 'Added by you.', have: [] });

function rowOf(line: ListLine, note: LineNote | undefined, own: boolean, onTheWay: boolean): BuyRow {
  const state = note?.state ?? (line.have.length >= line.count ? 'have' : 'need');
  const each = note?.price ?? line.offer?.price;
  const missing = state === 'need' ? Math.max(0, line.count - line.have.length) : 0;
  return { id: line.id, group: line.group, line, note: note ?? { id: line.id }, state, own, onTheWay, each, missing };
}

/** The list as it is shown: the plan’s lines, those of stages on the way, and the builder’s own, by group. */
export function buyRows(lines: readonly ListLine[], onTheWay: readonly ListLine[], purchase: Purchase): BuyRow[] {
  const notes = new Map(purchase.lines.map((note) => [note.id, note]));
  const known = new Set(lines.map((line) => line.id));
  const rows = [
    ...lines.map((line) => rowOf(line, notes.get(line.id), false, false)),
    ...onTheWay.filter((line) => !known.has(line.id)).map((line) => rowOf(line, notes.get(line.id), false, true)),
    ...purchase.own.map((line) => rowOf(ownLine(line), notes.get(line.id), true, false)),
  ];
  return rows.sort((a, b) => BUY_GROUPS.indexOf(a.group) - BUY_GROUPS.indexOf(b.group));
}

/** What is noted of a line, changed. */
export const withNote = (purchase: Purchase, id: string, change: { [K in keyof LineNote]?: LineNote[K] | undefined }): Purchase => ({
  ...purchase,
  lines: withMember(purchase.lines, id, change),
});

/** Money for some rows: each bundle once, the rest by the piece. */
export function costOfRows(rows: readonly BuyRow[], { bundles }: Purchase): Cost {
  const bought = rows.filter((row) => row.missing > 0);
  const wanted = new Set(bought.map((row) => row.note.bundle));
  const loose = bought.filter((row) => !bundles.some((bundle) => bundle.id === row.note.bundle));
  return {
    money:
      loose.reduce((sum, row) => sum + row.missing * (row.each ?? 0), 0) +
      bundles.reduce((sum, bundle) => sum + (wanted.has(bundle.id) ? bundle.price : 0), 0),
    unpriced: loose.filter((row) => row.each === undefined).length,
  };
}

/** What was paid for lines that are ordered or have arrived, as far as it is noted. */
export const paidFor = (rows: readonly BuyRow[]): number =>
  rows.reduce((sum, { state, each, line }) => sum + (state === 'ordered' || state === 'arrived' ? line.count * (each ?? 0) : 0), 0);

/** Progress as the Garage says it: how many of the list’s lines are there. */
export function partsProgress(rows: readonly BuyRow[]): { had: number; of: number } {
  const counted = rows.filter((row) => row.state !== 'not-for-me' && !row.onTheWay);
  return { had: counted.filter((row) => row.state === 'have' || row.state === 'arrived').length, of: counted.length };
}

/** Whether a line is to be bought, may lie at home, or is a tool. What the builder added is wanted, whatever it is. */
export const needOfRow = (row: BuyRow): LineNeed => (row.own ? 'must' : needOf(row));

/** What is still missing, where it is only what may lie at home and tools. */
export function toCheckAtHome(rows: readonly BuyRow[]): string[] | undefined {
  const needed = rows.filter((row) => row.state === 'need' && !row.onTheWay);
  return needed.length > 0 && needed.every((row) => needOfRow(row) !== 'must') ? needed.map(({ line }) => line.what) : undefined;
}

/** Lines and bundles that are still to be paid for, as things that an envelope buys; `holds` names the lines of each. */
export function itemsToBuy(
  rows: readonly BuyRow[],
  { bundles }: Purchase,
  periodOf: (day: string) => number,
): { items: Item[]; holds: Map<string, BuyRow[]> } {
  const holds = new Map<string, BuyRow[]>();
  for (const row of rows) {
    if (row.missing === 0) continue;
    const bundle = bundles.find((one) => one.id === row.note.bundle);
    const id = bundle ? `bundle ${bundle.id}` : row.id;
    holds.set(id, [...(holds.get(id) ?? []), row]);
  }
  const items = [...holds].map(([id, of]): Item => {
    const bundle = bundles.find((one) => `bundle ${one.id}` === id);
    const days = of.flatMap((row) => row.note.buyOn ?? []);
    return {
      id,
      price: bundle ? bundle.price : of[0]!.missing * (of[0]!.each ?? 0),
      ...(days.length > 0 ? { buyIn: Math.max(...days.map(periodOf)) } : {}),
    };
  });
  return { items, holds };
}
