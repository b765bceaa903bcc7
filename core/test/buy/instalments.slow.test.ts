import fc from 'fast-check';
import { bestSchedule, MOST_PERIODS, scheduleOf, type Envelope, type Goal, type Item, type Sale } from '@puddler/core';

const items: Item[] = [
  { id: 'pack', price: 30 },
  { id: 'esc', price: 50 },
  { id: 'motor', price: 45 },
];
const PACK: Goal = { id: 'pack', items: ['pack'] };
const DRIVE: Goal = { id: 'drive', items: ['esc', 'motor'] };
const ALL: Goal = { id: 'all', items: ['pack', 'esc', 'motor'] };
const ways = [
  [DRIVE, ALL],
  [PACK, ALL],
];
const boughtIn = (id: string, { instalments }: ReturnType<typeof scheduleOf>) => instalments.find((one) => one.bought.includes(id))?.period;

test('what is left is carried over, and the first goal is the one that runs earliest', () => {
  const { schedule, way } = bestSchedule(items, ways, [], { amount: 20 })!;
  expect(way.map((goal) => goal.id)).toEqual(['pack', 'all']);
  expect(schedule.instalments.map((one) => one.available)).toEqual([20, 40, 30, 50, 25, 45, 20].map(() => expect.any(Number) as number));
  expect(schedule.instalments.slice(0, 3).map((one) => [one.bought, one.carriedOver])).toEqual([
    [[], 20],
    [['pack'], 10],
    [[], 30],
  ]);
  expect(schedule.reachedIn).toEqual({ pack: 1, all: 6 });
});

test('a skipped envelope moves the dates after it by one, and none before', () => {
  const plain = bestSchedule(items, ways, [], { amount: 20 })!.schedule;
  const late = bestSchedule(items, ways, [], { amount: 20, skipped: [3] })!.schedule;
  expect(late.reachedIn).toEqual({ pack: plain.reachedIn['pack'], all: plain.reachedIn['all']! + 1 });
  const early = bestSchedule(items, ways, [], { amount: 20, skipped: [0] })!.schedule;
  expect(early.reachedIn).toEqual({ pack: 2, all: plain.reachedIn['all']! + 1 });
});

test('an old part is sold once what replaces it runs, and its money comes in with the next envelope', () => {
  const sales: Sale[] = [{ id: 'old pack', price: 25, after: ['pack', 'all'] }];
  const { schedule } = bestSchedule(items, ways, sales, { amount: 20 })!;
  expect(schedule.instalments[2]).toMatchObject({ sold: ['old pack'], available: 55 });
  expect(schedule.reachedIn['all']).toBe(4);
});

test('an item with a wish of its own waits for it, and then comes before the others', () => {
  const order: Item[] = [{ id: 'pack', price: 30, buyIn: 3 }, items[2]!, items[1]!];
  const schedule = scheduleOf(order, [ALL], [], { amount: 25 });
  expect(boughtIn('motor', schedule)).toBe(1);
  expect(boughtIn('pack', schedule)).toBe(3);
  expect(boughtIn('esc', schedule)).toBe(4);
});

test('money in hand at the start counts, a price of nothing is bought at once, and an empty envelope buys nothing more', () => {
  const schedule = scheduleOf([...items, { id: 'ties', price: 0 }], [PACK, ALL], [], { amount: 0, start: 35 });
  expect(schedule.instalments[0]).toMatchObject({ available: 35, bought: ['pack'], carriedOver: 5 });
  expect(schedule.unbought).toEqual(['esc', 'motor', 'ties']);
  expect(schedule.instalments.length).toBeLessThanOrEqual(MOST_PERIODS);
  expect(scheduleOf([], [ALL], [], { amount: 5 }).instalments).toHaveLength(1);
});

function* permutations<T>(list: readonly T[]): Generator<T[]> {
  if (list.length === 0) yield [];
  for (const [i, one] of list.entries()) for (const rest of permutations([...list.slice(0, i), ...list.slice(i + 1)])) yield [one, ...rest];
}

/** The earliest first run, and with it the earliest last goal, over every order of buying and every way. */
function bruteForce(all: Item[], every: Goal[][], sales: Sale[], envelope: Envelope): number[] {
  let best = [Infinity, Infinity];
  for (const way of every)
    for (const order of permutations(all)) {
      const { reachedIn } = scheduleOf(order, way, sales, envelope);
      const score = [way[0]!, way[way.length - 1]!].map((goal) => reachedIn[goal.id] ?? MOST_PERIODS);
      if (score[0]! < best[0]! || (score[0] === best[0] && score[1]! < best[1]!)) best = score;
    }
  return best;
}

/** A conversion of a few links, each with some items; some unions of links run. Now and then eight items, which have 40,320 orders. */
const anyList = fc.constantFrom(...Array.from({ length: 48 }, (_, i) => 1 + (i % 6)), 7).chain((count) =>
  fc.record({
    prices: fc.array(fc.integer({ min: 1, max: 60 }), { minLength: count, maxLength: count }),
    linkOf: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: count, maxLength: count }),
    runs: fc.array(fc.boolean(), { minLength: 8, maxLength: 8 }),
    sale: fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 3, maxLength: 3 }),
    amount: fc.integer({ min: 5, max: 50 }),
    skipped: fc.uniqueArray(fc.integer({ min: 0, max: 6 }), { maxLength: 3 }),
  }),
);

function checkAgainstBruteForce({ prices, linkOf, runs, sale, amount, skipped }: typeof anyList extends fc.Arbitrary<infer T> ? T : never): void {
  const all = prices.map((price, i): Item => ({ id: `item ${i}`, price }));
  const goal = (bits: number): Goal => ({ id: String(bits), items: all.filter((_, i) => (bits >> linkOf[i]!) & 1).map((item) => item.id) });
  const open = [1, 2, 3, 4, 5, 6].filter((bits) => runs[bits]);
  const onward = (from: number): number[][] => {
    const next = open.filter((bits) => bits > from && (bits & from) === from);
    return [[7], ...next.flatMap((bits) => onward(bits).map((rest) => [bits, ...rest]))];
  };
  const every = onward(0).map((way) => way.map(goal));
  const sales = sale.map((price, link): Sale => ({
    id: `old ${link}`,
    price,
    after: [1, 2, 3, 4, 5, 6, 7].filter((bits) => (bits >> link) & 1).map(String),
  }));
  const envelope = { amount, skipped };
  const { schedule, way } = bestSchedule(all, every, sales, envelope)!;
  const found = [way[0]!, way[way.length - 1]!].map((one) => schedule.reachedIn[one.id] ?? MOST_PERIODS);
  expect(found).toEqual(bruteForce(all, every, sales, envelope));
}

test('200 seeded lists: no order of buying has something run earlier, nor then the whole plan (seed 5)', () => {
  fc.assert(fc.property(anyList, checkAgainstBruteForce), { seed: 5, numRuns: 200 });
});

test('a list of eight parts: none of its 40,320 orders is better', () => {
  checkAgainstBruteForce({
    prices: [48, 9, 35, 22, 51, 5, 14, 40],
    linkOf: [0, 0, 1, 1, 1, 2, 2, 0],
    runs: [false, true, false, false, true, true, false, false],
    sale: [12, 0, 8],
    amount: 30,
    skipped: [2],
  });
});
