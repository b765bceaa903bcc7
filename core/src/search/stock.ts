import { median } from 'd3-array';
import type { PlanFile } from '../plan/plan-file';
import type { Part, PartKind } from '../shelf/part';
import type { Option, PartSource, ShelfPart } from './options';

/** What an option costs, and whether that is known. */
export type Priced = Pick<Option<unknown>, 'newMoney' | 'owned' | 'priceGuessed' | 'isOfPlan'>;

/** The plan's own part costs nothing. */
export const KEPT: Priced = { newMoney: 0, owned: true, priceGuessed: false, isOfPlan: true };

type PartOf<K extends PartKind> = Extract<Part, { kind: K }>;

/** The parts that a search may take, and what each would cost: parts without a price count at the middle price of their kind on the shelf. */
export class Stock {
  private readonly usable: readonly ShelfPart[];
  private readonly middle: Partial<Record<PartKind, number>>;

  constructor(
    private readonly shelf: readonly ShelfPart[],
    base: PlanFile,
  ) {
    this.usable = shelf.filter(({ part }) => part.status !== 'worn-out');
    this.middle = middlePrices(this.usable);
    this.fittedMotors = base.motorCount ?? 1;
  }

  /** Motors that the plan has already. */
  readonly fittedMotors: number;

  /** Some of one part of the shelf: who owns it has one. */
  priced(part: Part, count: number): Priced {
    const toBuy = part.status === 'owned' ? count - 1 : count;
    return { newMoney: toBuy * this.each(part.kind, part), owned: toBuy === 0, priceGuessed: toBuy > 0 && part.price === undefined };
  }

  /** Some of a part that nobody has on the shelf. */
  generic(kind: PartKind, count: number): Priced {
    return { newMoney: count * this.each(kind), owned: false, priceGuessed: true };
  }

  /** The plan's own motors, and more like them where more are tried. */
  ownMotors(count: number): Priced {
    return count > this.fittedMotors ? this.generic('motor', count - this.fittedMotors) : KEPT;
  }

  /** What another of a part costs. */
  each(kind: PartKind, part?: Part): number {
    return part?.price ?? this.middle[kind] ?? 0;
  }

  /** Parts of one kind on the shelf, as far as a source goes. */
  ofKind<K extends PartKind>(kind: K, source: PartSource): { id: string; part: PartOf<K> }[] {
    if (source === 'plan') return [];
    return this.usable.filter(
      (one): one is { id: string; part: PartOf<K> } => one.part.kind === kind && (source !== 'owned' || one.part.status === 'owned'),
    );
  }

  /** The plan's own part, at no cost; nothing when the shelf already holds a part of that name. */
  own<T extends { name: string }>(kind: PartKind, source: PartSource, part: T): (Priced & { part: T })[] {
    if (source === 'plan') return [{ ...KEPT, part }];
    const twin = this.shelf.find((one) => one.part.kind === kind && one.part.name.toLowerCase() === part.name.toLowerCase());
    return twin || source === 'owned' ? [] : [{ ...this.generic(kind, 1), part }];
  }
}

export const times = ({ newMoney, ...price }: Priced, count: number): Priced => ({ ...price, newMoney: newMoney * count });

/** The middle price of each kind on the shelf. */
function middlePrices(shelf: readonly ShelfPart[]): Partial<Record<PartKind, number>> {
  const prices: Partial<Record<PartKind, number[]>> = {};
  for (const { part } of shelf) if (part.price !== undefined) (prices[part.kind] ??= []).push(part.price);
  return Object.fromEntries(Object.entries(prices).map(([kind, all]) => [kind, median(all)!]));
}
