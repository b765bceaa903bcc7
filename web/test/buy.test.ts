import { NO_PURCHASE, type Purchase } from '@puddler/contract/shared';
import { partialConversions, limitsWith, partsList, type ListLine } from '@puddler/core';
import { plainPlan } from '../../core/test/helpers';
import { buyRows, costOfRows, itemsToBuy, paidFor, partsProgress, withNote } from '../src/active/noted/buy-rows';
import { buyTable } from '../src/stations/buy/buy-table';
import { buyView } from '../src/stations/buy/buy-view';
import { dayOfPeriod, isDay, periodOfDay } from '../src/stations/buy/envelopes';

const lineOf = (id: string, change: Partial<ListLine> = {}): ListLine => ({
  id,
  group: 'tools',
  what: id,
  count: 1,
  figures: '',
  why: 'So.',
  have: [],
  ...change,
});
const LINES = [
  lineOf('esc', { group: 'power', offer: { id: 'p', name: 'Offered', price: 50 } }),
  lineOf('screws', { group: 'motor', count: 4 }),
  lineOf('pinion', { group: 'gears', have: ['17T'] }),
  lineOf('plugs', { group: 'wiring', count: 2 }),
  lineOf('shrink', { group: 'wiring' }),
];
const rowsOf = (purchase: Partial<Purchase>) => buyRows(LINES, [], { ...NO_PURCHASE, ...purchase });
const row = (purchase: Partial<Purchase>, id: string) => rowsOf(purchase).find((one) => one.id === id)!;

test('a line stands as it was said, else as the shelf shows; a price that was typed goes before the shelf’s', () => {
  expect(row({}, 'esc')).toMatchObject({ state: 'need', each: 50, missing: 1 });
  expect(row({}, 'pinion')).toMatchObject({ state: 'have', missing: 0 });
  expect(row({ lines: [{ id: 'esc', price: 44 }] }, 'esc').each).toBe(44);
  for (const state of ['ordered', 'arrived', 'have', 'not-for-me'] as const)
    expect(row({ lines: [{ id: 'esc', state }] }, 'esc')).toMatchObject({ state, missing: 0 });
});

test('cost counts a bundle once, what is missing by the piece, and says what has no price', () => {
  const purchase = {
    ...NO_PURCHASE,
    bundles: [{ id: 'b', name: 'plug set', price: 9 }],
    lines: [
      { id: 'plugs', bundle: 'b', price: 3 },
      { id: 'shrink', bundle: 'b' },
      { id: 'screws', price: 0.5 },
    ],
  };
  expect(costOfRows(rowsOf(purchase), purchase)).toEqual({ money: 50 + 9 + 2, unpriced: 0 });
  expect(costOfRows(rowsOf({}), NO_PURCHASE)).toEqual({ money: 50, unpriced: 3 });
  const arrived = { ...purchase, lines: purchase.lines.map((one) => (one.bundle ? { ...one, state: 'arrived' as const } : one)) };
  expect(costOfRows(rowsOf(arrived), arrived).money).toBe(52);
  expect(paidFor(rowsOf({ lines: [{ id: 'screws', state: 'ordered', price: 0.5 }] }))).toBe(2);
});

test('progress leaves out what is not for me, and counts what is there', () => {
  const rows = rowsOf({
    lines: [
      { id: 'esc', state: 'arrived' },
      { id: 'shrink', state: 'not-for-me' },
      { id: 'plugs', state: 'ordered' },
    ],
  });
  expect(partsProgress(rows)).toEqual({ had: 2, of: 4 });
});

test('a note that says nothing any more is left out, and the others stay as they were', () => {
  const noted = withNote({ ...NO_PURCHASE, lines: [{ id: 'plugs', price: 3 }] }, 'esc', { state: 'ordered', shop: 'hut' });
  expect(noted.lines).toEqual([
    { id: 'plugs', price: 3 },
    { id: 'esc', state: 'ordered', shop: 'hut' },
  ]);
  expect(withNote(noted, 'esc', { state: undefined, shop: undefined }).lines).toEqual([{ id: 'plugs', price: 3 }]);
});

test('what an envelope buys: bundles as one, lines with a day in its period, and nothing that is had', () => {
  const purchase: Purchase = {
    ...NO_PURCHASE,
    bundles: [{ id: 'b', name: 'plug set', price: 9 }],
    lines: [
      { id: 'plugs', bundle: 'b', buyOn: '2027-02-20' },
      { id: 'shrink', bundle: 'b' },
      { id: 'screws', state: 'have' },
    ],
  };
  const { items, holds } = itemsToBuy(buyRows(LINES, [], purchase), purchase, (day) => (day === '2027-02-20' ? 3 : 0));
  expect(items).toEqual([
    { id: 'esc', price: 50 },
    { id: 'bundle b', price: 9, buyIn: 3 },
  ]);
  expect(holds.get('bundle b')!.map((one) => one.id)).toEqual(['plugs', 'shrink']);
});

test.each([
  ['week', '2027-01-08', 3, '2027-01-29'],
  ['month', '2027-01-31', 1, '2027-02-28'],
  ['month', '2027-01-31', 2, '2027-03-31'],
] as const)('an envelope each %s from %s: number %i is on %s, and back', (every, from, period, day) => {
  expect(dayOfPeriod({ every, from }, period)).toBe(day);
  expect(periodOfDay({ every, from }, day)).toBe(period);
  expect(periodOfDay({ every, from }, '2020-01-01')).toBe(0);
});

test('days are those of the calendar', () => {
  expect(['2027-02-28', '2027-02-30', '28.2.2027', ''].map(isDay)).toEqual([true, false, false, false]);
});

const limits = limitsWith();
const stock = plainPlan({
  motor: { name: 'Stock 27T', kind: 'brushed', sizeClass: '540', turns: 27 },
  esc: { name: 'Stock box', continuousA: 60 },
  packs: [{ name: 'Six cells', chemistry: 'nimh', cells: 6, capacityAh: 3 }],
});
const plan = plainPlan({ run: { profile: 'race', minutes: 1 } });
const answer = {
  list: partsList(plan, { stock, limits }),
  partials: partialConversions(stock, plan, limits).map((partial) => ({
    partial,
    lines: partial.figures ? partsList(partial.plan, { stock, limits }).lines : [],
  })),
  done: 1,
};

test('the car as bought costs nothing; a stage on the way shows the lines that only it asks for', () => {
  const view = buyView(answer, [], NO_PURCHASE);
  expect(view.partials[0]!.cost).toEqual({ money: 0, unpriced: 0 });
  expect(view.paths!.stopsShort).toBeUndefined();
  const way = view.path!.stages.slice(1, -1).map((stage) => stage.added.join());
  const extra = view.rows.filter((one) => one.onTheWay).map((one) => one.id);
  // The pack by itself leaves the old ESC, which knows no cut-off for lithium.
  if (way.includes('pack')) expect(extra).toContain('cut-off');
  for (const one of view.rows) if (one.onTheWay) expect(answer.list.lines.some((line) => line.id === one.id)).toBe(false);
  expect(view.plan).toBeUndefined();
});

test('instalments follow the order that was chosen, and reach the whole plan', () => {
  const budget = { amount: 30, every: 'week' as const, from: '2027-01-08' };
  const lines = answer.list.lines.map((line) => ({ id: line.id, price: 10 }));
  for (const favours of ['money', 'speed', 'heat'] as const) {
    const view = buyView(answer, [], { ...NO_PURCHASE, lines, budget, favours });
    expect(view.path!.favours).toContain(favours);
    expect(view.plan!.path).toBe(view.path);
    const { instalments, unbought } = view.plan!.schedule;
    expect(unbought).toEqual([]);
    expect(instalments.flatMap((one) => one.bought)).toHaveLength(new Set(instalments.flatMap((one) => one.bought)).size);
  }
});

test('the table for a file has a row for each line, with the sign of the money in its head', () => {
  const { heads, rows } = buyTable(rowsOf({ lines: [{ id: 'esc', shop: 'hut' }] }), NO_PURCHASE);
  expect(heads).toContain('price of one (€)');
  expect(rows).toHaveLength(LINES.length);
  expect(rows[0]).toEqual(expect.arrayContaining(['Power: pack, charger, ESC', 'esc', 1, 'need', 50, 'hut']));
});
