import type { Part } from '../shelf/part';

/** Where a line stands on the list; what is bought in one place stands together. */
export const BUY_GROUPS = ['power', 'motor', 'gears', 'wiring', 'radio', 'driveline', 'cooling', 'tools'] as const;
export type BuyGroup = (typeof BUY_GROUPS)[number];

/** One thing to have for a plan: what, how many, the figures it must have, and why. */
export interface ListLine {
  /** Stable, so that a price or a tick stays with it while the plan changes. */
  id: string;
  group: BuyGroup;
  what: string;
  count: number;
  /** Figures that it must have, in words; empty where any will do. */
  figures: string;
  why: string;
  /** What has to be measured before it can be bought rightly. */
  measureFirst?: string;
  /** Owned parts of the shelf that serve, by name. */
  have: string[];
}

/** A line before the shelf is looked at. */
export type Wanted = Omit<ListLine, 'have'> & {
  /** The part of the shelf that would serve. */
  serves?: (part: Part) => boolean;
};
