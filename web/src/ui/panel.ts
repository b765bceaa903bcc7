/** A frame of a page that is made of a few. */
export const PANEL = 'border border-rule bg-sheet p-4';
