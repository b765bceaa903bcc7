/** Characters with which a spreadsheet would take a text for a formula. */
const FORMULA = /^[=+\-@\t\r]/;

/** A text that no spreadsheet takes for a formula. */
export const guarded = (text: string): string => (FORMULA.test(text) ? `'${text}` : text);
