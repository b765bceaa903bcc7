import { decimalMark } from './decimal-mark';

/** A number as it was typed: what it may mean, the likelier first. Two when a comma or a point may be a decimal's or a thousand's. */
export type TypedNumber = readonly number[];

const SPACES = /[\s\u2009\u00a0\u202f'’]/g;
const SIGN = /^[+\-−]/;
/** 1,234.5 and 1.234,5: two signs, of which the last is the decimal's. */
const BOTH = /^(\d{1,3}(?:([.,])\d{3})(?:\2\d{3})*)([.,])(\d+)$/;
const SEVERAL = /^\d{1,3}(?:([.,])\d{3})(?:\1\d{3})+$/;
const ONE_GROUP = /^([1-9]\d{0,2})([.,])(\d{3})$/;
const PLAIN = /^(?:\d+(?:[.,]\d*)?|[.,]\d+)$/;

/**
 * Reads a number in the ways people write one: “4 000”, “4,000”, “4.000”, “1,75”, “1,234.5”. Spaces group, wherever
 * they stand: a digit put into a grouped figure leaves them where they were.
 * Empty when it is none.
 */
export function typedNumber(text: string, mark = decimalMark()): TypedNumber {
  const bare = text.replace(SPACES, '');
  // Fewer digits than a thousand has are not grouped: “1 2” is two numbers.
  if (/\d\D*\s+\D*\d/.test(text.trim()) && (bare.match(/\d/g) ?? []).length < 4) return [];
  const sign = SIGN.test(bare) && !bare.startsWith('+') ? -1 : 1;
  const digits = bare.replace(SIGN, '');
  const both = BOTH.exec(digits);
  if (both && both[2] !== both[3]) return [sign * Number(`${both[1]!.replace(/[.,]/g, '')}.${both[4]!}`)];
  if (SEVERAL.test(digits)) return [sign * Number(digits.replace(/[.,]/g, ''))];
  const decimal = () => sign * Number(digits.replace(',', '.'));
  const group = ONE_GROUP.exec(digits);
  // The reader's own sign is a decimal's unless that cannot be; the other before three digits may be either.
  if (group) {
    const thousands = sign * Number(`${group[1]}${group[3]}`);
    return group[2] === mark ? [decimal(), thousands] : [thousands, decimal()];
  }
  return PLAIN.test(digits) ? [decimal()] : [];
}

/** Whether the two readings of a number differ by the sign that is not the reader's own, and so must be asked about. */
export const mayBeGroup = (text: string, mark = decimalMark()): boolean => {
  const group = ONE_GROUP.exec(text.replace(SPACES, '').replace(SIGN, ''));
  return group !== null && group[2] !== mark;
};
