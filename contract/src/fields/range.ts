/** The sane range of a number. Wide on purpose: it is there to catch a slipped digit or a wrong unit, not to judge a build. */
export interface Range {
  min: number;
  max: number;
  /** As printed behind the figure; empty for a plain number. */
  unit: string;
  integer?: true;
}

/** Amounts in the builder's own currency. */
export const MONEY = 'money';

/** “5 to 200 mm”, for messages. */
export function rangeText(range: Range): string {
  return `${range.integer ? 'a whole number from ' : ''}${range.min} to ${range.max}${range.unit && range.unit !== MONEY ? ` ${range.unit}` : ''}`;
}
