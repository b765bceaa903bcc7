import { amend } from '@puddler/core';

/**
 * A list of notes, each of which belongs to something by its id, with one of them changed: what is undefined is taken out of it, and a
 * note that says nothing any more is left out.
 */
export function withMember<T extends { id: string }>(list: readonly T[], id: string, change: { [K in keyof T]?: T[K] | undefined }): T[] {
  const before = list.find((note) => note.id === id) ?? { id };
  const after = amend(before as T, change);
  const others = list.filter((note) => note.id !== id);
  return Object.keys(after).length > 1 ? [...others, after] : others;
}
