/** How much a document may hold. */
export const LONGEST_NAME = 120;
export const LONGEST_NOTES = 10_000;
export const MOST_PACKS = 8;
