import type { Part, PartStatus } from '../shelf/part';
import { LONGEST_NAME, partFromLabel, type FromLabel } from './part-from-label';
import { readLabel } from './read-label';
import { splitShopLine, type ShopKind } from './shop-line';

/** One part of what a shop sells together. */
export interface KitPart extends FromLabel {
  kind: ShopKind;
  /** What cannot be on its words: contradictions. */
  problems: string[];
}

const CENTS = 100;

/**
 * The parts of a line that a shop sells as one, each with the kit's name and its share of the kit's price; the shares add up to it.
 * Undefined for the label of one part.
 */
export function readKit(line: string, price?: number, status: PartStatus = 'owned'): KitPart[] | undefined {
  const words = splitShopLine(line);
  if (!words) return undefined;
  const kit = line.replace(/\s+/g, ' ').trim().slice(0, LONGEST_NAME);
  const read = (Object.entries(words) as [ShopKind, string][]).map(([kind, text]): KitPart => {
    const reading = { ...readLabel(text, kind), price: undefined };
    return { kind, problems: reading.problems, ...partFromLabel(text, reading, {}, status) };
  });
  const count = read.flatMap(({ parts }) => parts).length;
  const cents = price === undefined ? undefined : Math.round(price * CENTS);
  let at = 0;
  const inKit = (part: Part): Part => {
    const share = cents === undefined ? {} : { price: Math.floor((cents + at++) / count) / CENTS };
    return { ...part, ...share, kit };
  };
  return read.map((one) => ({ ...one, parts: one.parts.map(inKit) }));
}
