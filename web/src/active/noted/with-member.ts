import { amend } from '@puddler/core';

/**
 * Returns the list with the note of `id` changed, or added. Properties that the change sets to undefined are removed, and a note that is left with nothing but
 * its id is removed from the list.
 */
export function withMember<T extends { id: string }>(list: readonly T[], id: string, change: { [K in keyof T]?: T[K] | undefined }): T[] {
  const before = list.find((note) => note.id === id) ?? { id };
  const after = amend(before as T, change);
  const others = list.filter((note) => note.id !== id);
  return Object.keys(after).length > 1 ? [...others, after] : others;
}
