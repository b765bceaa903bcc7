/** The sign between whole and decimals where the reader lives; what goes out as a file keeps the point. */
export type DecimalMark = '.' | ',';

let mark: DecimalMark = '.';

export const decimalMark = (): DecimalMark => mark;

/** Takes the sign that is usual in a language (`de-AT`); a language nobody knows has the point. */
export function setDecimalMark(language: string): void {
  const [known] = Intl.NumberFormat.supportedLocalesOf([language]);
  const parts = known === undefined ? [] : new Intl.NumberFormat(known, { numberingSystem: 'latn' }).formatToParts(0.5);
  mark = parts.some(({ type, value }) => type === 'decimal' && value === ',') ? ',' : '.';
}

/** A figure that was written with a point, with the reader's sign. */
export const withMark = (text: string): string => (mark === '.' ? text : text.replaceAll(/(\d)\.(?=\d)/g, `$1${mark}`));
