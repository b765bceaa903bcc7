import type { Esc, Motor, Pack } from '../plan/plan-file';
import type { Part } from '../shelf/part';

/** Where the parts of one kind come from: the plan's own, what is owned, all on the shelf, or the shelf and generic sizes. */
export const PART_SOURCES = ['plan', 'owned', 'shelf', 'classes'] as const;
export type PartSource = (typeof PART_SOURCES)[number];

/** What a search may vary. */
export interface SearchScope {
  motor: PartSource;
  esc: PartSource;
  pack: PartSource;
  gears: PartSource;
  /** Two of the same pack in series or in parallel. Unlike packs are never joined: the weaker is run flat. */
  packPairs: boolean;
  twoMotors: boolean;
  /** Every ratio of the car's gearbox. */
  gearbox: boolean;
}

/** A part on the shelf with what it is known by. */
export interface ShelfPart {
  id: string;
  part: Part;
}

/** One choice for one link. Keys are stable: they name the part and how often it is taken. */
export interface Option<T> {
  key: string;
  name: string;
  /** Money for what is not owned yet. */
  newMoney: number;
  /** All of it is owned, or in the plan as it is. */
  owned: boolean;
  /** It is in the plan as it is: nobody says that it is owned. */
  isOfPlan?: true;
  /** The price is the middle of its kind's on the shelf, or nothing where there is none. */
  priceGuessed: boolean;
  fields: T;
}

export type MotorOption = Option<{ motor: Motor; count: number }>;
/** Each motor has an ESC of its own: `eachMoney` is what another of the same costs. */
export type EscOption = Option<{ esc: Esc; eachMoney: number; eachGuessed: boolean }>;
export type PackOption = Option<{ packs: Pack[]; wiring: 'series' | 'parallel' | undefined }>;
/** A generic pinion is bought with the bore of the motor's shaft. */
export type PinionOption = Option<{ teeth: number; moduleMm: number | undefined; boreMm: number | 'of the shaft' | undefined }>;
export type SpurOption = Option<{ teeth: number; moduleMm: number | undefined }>;

export interface SearchOptions {
  motors: MotorOption[];
  escs: EscOption[];
  packs: PackOption[];
  /** Empty, with `spurs`, when the plan drives directly. */
  pinions: PinionOption[];
  spurs: SpurOption[];
  /** Ratios of the gearbox to try; undefined is the plan's own. */
  gearbox: { name: string; ratio: number | undefined }[];
}

/** Fields that make no difference to what a setup does. */
const NO_DIFFERENCE: readonly string[] = ['name', 'eachMoney', 'eachGuessed'];

/** Merges options that differ only in name and price: the cheapest is kept, and of two at one price an owned one. */
export function distinct<T>(options: readonly Option<T>[]): Option<T>[] {
  const best = new Map<string, Option<T>>();
  for (const option of options) {
    const key = JSON.stringify(option.fields, (field, value: unknown) => (NO_DIFFERENCE.includes(field) ? undefined : value));
    const before = best.get(key);
    if (!before || option.newMoney < before.newMoney || (option.newMoney === before.newMoney && option.owned && !before.owned)) best.set(key, option);
  }
  return [...best.values()];
}
