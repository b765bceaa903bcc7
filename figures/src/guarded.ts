/** Texts that a spreadsheet would take for a formula; some drop spaces in front. */
const FORMULA = /^(?:[\t\r]|\s*[=+\-@])/;

/** A text that no spreadsheet takes for a formula. */
export const guarded = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);

/** The text that was guarded. */
export const unguarded = (text: string): string => (text.startsWith("'") && FORMULA.test(text.slice(1)) ? text.slice(1) : text);
