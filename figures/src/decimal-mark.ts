import type { DecimalMark } from '@puddler/contract/shared';

let mark: DecimalMark = '.';

export const decimalMark = (): DecimalMark => mark;

/** Takes the sign that figures are written with from now on. */
export function setDecimalMark(usual: DecimalMark): void {
  mark = usual;
}

/** A figure that was written with a point, with the reader's sign. */
export const withMark = (text: string): string => (mark === '.' ? text : text.replaceAll(/(\d)\.(?=\d)/g, `$1${mark}`));
