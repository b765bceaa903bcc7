import type { BuyGroup, Change } from '@puddler/core';
import type { Kind } from '../kind';

/** Where a line of the list stands, as far as the builder says; what is on the shelf as owned is had without being said. */
export const LINE_STATES = ['have', 'ordered', 'arrived', 'not-for-me'] as const;
export type LineState = (typeof LINE_STATES)[number];

/** What is noted beside a line of the list: the list itself is made from the plan. */
export interface LineNote {
  /** Of the line: a rule's, or an own line's. */
  id: string;
  state?: LineState;
  /** For one. */
  price?: number;
  /** Where it is bought, or any other note. */
  shop?: string;
  /** The bundle that it comes in: the bundle's price counts, and no price of its own. */
  bundle?: string;
  /** The day from which it may be bought; left out, as soon as it is its turn. */
  buyOn?: string;
}

/** A line that no rule asks for. */
export interface OwnLine {
  id: string;
  what: string;
  count: number;
  group: BuyGroup;
}

/** Several lines bought as one. */
export interface Bundle {
  id: string;
  name: string;
  price: number;
}

/** An old part that is sold once what replaces it runs. */
export interface OldPart {
  /** The link that it belongs to: one old part each. */
  id: Change;
  price: number;
}

export const ENVELOPE_EVERY = ['week', 'month'] as const;

export interface Budget {
  amount: number;
  every: (typeof ENVELOPE_EVERY)[number];
  /** The day of the first envelope, as 2026-05-31. */
  from: string;
  /** In hand before it. */
  start?: number;
  /** What the whole may cost. */
  wish?: number;
  /** Days whose envelope is left out. */
  skipped?: { day: string }[];
}

/** What is noted of buying for a plan. It has the id of its plan, so that there is one. */
export interface Purchase {
  lines: LineNote[];
  own: OwnLine[];
  bundles: Bundle[];
  sales: OldPart[];
  budget?: Budget;
  /** Which order of upgrades is bought, where the builder chose one. */
  favours?: 'money' | 'speed' | 'heat';
}

export const MOST_LINES = 200;
export const NO_PURCHASE: Purchase = { lines: [], own: [], bundles: [], sales: [] };

export const PURCHASE: Kind<Purchase> = {
  path: 'purchases',
  noun: 'parts list',
  list: 'garage',
  parent: 'plan',
  nameOf: () => 'The parts list',
  memberIds: { lines: 'id', own: 'id', bundles: 'id', sales: 'id', 'budget.skipped': 'day' },
  hasIdOfParent: true,
  migrations: [],
};
