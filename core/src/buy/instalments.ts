/**
 * Buying in instalments: an envelope of money each week or month, what is left carried over. Periods are counted from 0, the first
 * envelope; the page puts dates to them. Parts are fitted once all of a stage are there, so the car runs as it did until then.
 */

/** Something that is still to be paid for. */
export interface Item {
  id: string;
  price: number;
  /** The period in which the builder wants to buy it; left out, as soon as it is its turn. */
  buyIn?: number;
}

/** A part of the conversion that runs: what has to be bought for it, and old parts that can be sold once it runs. */
export interface Goal {
  id: string;
  items: string[];
}

/** Money that comes in once a goal that is named, or any of them, has been reached: in the period after. */
export interface Sale {
  id: string;
  price: number;
  /** Goals of which any frees the part. */
  after: string[];
}

export interface Envelope {
  amount: number;
  /** In hand before the first envelope. */
  start?: number;
  /** Periods without an envelope. */
  skipped?: readonly number[];
}

/** One envelope: what was in hand with it, what is bought, what is carried over. */
export interface Instalment {
  period: number;
  available: number;
  bought: string[];
  sold: string[];
  carriedOver: number;
  /** Goals whose last item is bought now. */
  reached: string[];
}

export interface Schedule {
  instalments: Instalment[];
  /** The period in which each goal is reached; those that are never reached are left out. */
  reachedIn: Record<string, number>;
  /** Items that the envelopes do not reach within the longest plan. */
  unbought: string[];
}

/** Ten years of weeks: who saves longer than that wants another plan. */
export const MOST_PERIODS = 520;

/** Buys items in an order, each as soon as the money is there; one with a date of its own waits for its period, and then comes first. */
export function scheduleOf(order: readonly Item[], goals: readonly Goal[], sales: readonly Sale[], envelope: Envelope): Schedule {
  const { amount, start = 0, skipped = [] } = envelope;
  const instalments: Instalment[] = [];
  const reachedIn: Record<string, number> = {};
  const bought = new Set<string>();
  const sold = new Set<string>();
  let waiting = [...order];
  let money = start;
  const reach = (period: number): string[] => {
    const now = goals.filter((goal) => !(goal.id in reachedIn) && goal.items.every((id) => bought.has(id))).map((goal) => goal.id);
    for (const id of now) reachedIn[id] = period;
    return now;
  };
  for (let period = 0; period < MOST_PERIODS && (waiting.length > 0 || period === 0); period++) {
    const selling = sales.filter((sale) => !sold.has(sale.id) && sale.after.some((goal) => (reachedIn[goal] ?? period) < period));
    for (const sale of selling) sold.add(sale.id);
    money += (skipped.includes(period) ? 0 : amount) + selling.reduce((sum, sale) => sum + sale.price, 0);
    const available = money;
    const now: Item[] = [];
    const due = waiting.filter((item) => item.buyIn !== undefined && item.buyIn <= period);
    const turn = waiting.filter((item) => item.buyIn === undefined);
    for (const item of [...due, ...turn]) {
      if (item.price > money + CENT) break;
      money -= item.price;
      now.push(item);
      bought.add(item.id);
    }
    waiting = waiting.filter((item) => !bought.has(item.id));
    instalments.push({
      period,
      available,
      bought: now.map((item) => item.id),
      sold: selling.map((sale) => sale.id),
      carriedOver: money,
      reached: reach(period),
    });
  }
  return { instalments, reachedIn, unbought: waiting.map((item) => item.id) };
}

/** Sums of prices differ by less than this when they are the same. */
const CENT = 0.005;

/**
 * The order of buying that has something run at the earliest, and of those the one that reaches the last goal at the earliest. `ways`
 * are orders of goals that each hold the goal before; the first way wins where two are equal.
 */
export function bestSchedule(
  items: readonly Item[],
  ways: readonly (readonly Goal[])[],
  sales: readonly Sale[],
  envelope: Envelope,
): { schedule: Schedule; way: readonly Goal[]; order: string[] } | undefined {
  let best: { schedule: Schedule; way: readonly Goal[]; order: string[]; score: number[] } | undefined;
  for (const way of ways) {
    const order = orderOf(items, way);
    const schedule = scheduleOf(order, way, sales, envelope);
    const periods = way.map((goal) => schedule.reachedIn[goal.id] ?? MOST_PERIODS);
    const score = [periods[0] ?? 0, periods[periods.length - 1] ?? 0, ...periods.slice(1, -1)];
    if (!best || before(score, best.score)) best = { schedule, way, order: order.map((item) => item.id), score };
  }
  return best;
}

/** Items of the first goal, then what each next one needs beside them, the cheapest first; what no goal needs comes last. */
function orderOf(items: readonly Item[], way: readonly Goal[]): Item[] {
  const rank = (item: Item) => {
    const at = way.findIndex((goal) => goal.items.includes(item.id));
    return at < 0 ? way.length : at;
  };
  return [...items].sort((a, b) => rank(a) - rank(b) || a.price - b.price);
}

function before(a: readonly number[], b: readonly number[]): boolean {
  const i = a.findIndex((value, at) => value !== b[at]);
  return i >= 0 && a[i]! < (b[i] ?? Infinity);
}
