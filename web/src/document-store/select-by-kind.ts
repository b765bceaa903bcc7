/** What selectors are made of: documents by kind, and the same object for what has not changed. */
import type { KindName } from '@puddler/contract/shared';
import { createSelector } from '@reduxjs/toolkit';
import { group } from 'd3-array';
import type { Content, ContentOf, Entry, Key } from './entry';
import type { RootState } from './store';

const seen = new WeakMap<object, unknown>();

/** The same object for the same content, so that a component that shows it is drawn again only when it changed. */
export function remembered<T>(content: object, make: () => T): T {
  if (!seen.has(content)) seen.set(content, make());
  return seen.get(content) as T;
}

export type Shown = Entry & { content: Content };
export const sameMembers = <T>(a: readonly T[], b: readonly T[]) => a.length === b.length && a.every((one, i) => one === b[i]);

/** What is not deleted, by kind, oldest first; the same list as before while nothing of that kind changed. One pass through the document store for all who ask. */
export const selectByKind = (() => {
  let last: { keys: readonly Key[]; entries: RootState['documentStore']['entries']; byKind: Partial<Record<KindName, readonly Shown[]>> } | undefined;
  return ({ documentStore: { keys, entries } }: RootState) => {
    if (last?.keys === keys && last.entries === entries) return last.byKind;
    const byKind: Partial<Record<KindName, Shown[]>> = {};
    for (const key of keys) {
      const one = entries[key]!;
      if (one.content) (byKind[one.content.kind] ??= []).push(one as Shown);
    }
    const same = last?.byKind ?? {};
    last = {
      keys,
      entries,
      byKind: Object.fromEntries(
        Object.entries(byKind).map(([kind, list]) => {
          const before = same[kind as KindName];
          return [kind, before && sameMembers(before, list) ? before : list];
        }),
      ),
    };
    return last.byKind;
  };
})();
export const NONE: readonly Shown[] = [];

/** The documents of one kind, oldest first. The same list as before while none of them changed, whatever else did. */
export function listOf<K extends KindName, T>(kind: K, show: (id: string, content: ContentOf<K>) => T) {
  return createSelector(
    (state: RootState) => selectByKind(state)[kind] ?? NONE,
    (shown): T[] => shown.map(({ id, content }) => remembered(content.body, () => show(id, content as ContentOf<K>))),
    { memoizeOptions: { resultEqualityCheck: sameMembers } },
  );
}

/** What is selected, grouped by car and put in order; the same list as before while nothing of a car changed. */
export function groupedByCar<T extends { carId: string }>(select: (state: RootState) => readonly T[], inOrder = (list: readonly T[]) => list) {
  let last: ReadonlyMap<string, readonly T[]> = new Map();
  return createSelector(select, (all): ReadonlyMap<string, readonly T[]> => {
    const byCar = new Map<string, readonly T[]>(group(all, ({ carId }) => carId));
    for (const [carId, list] of byCar) {
      const ordered = inOrder(list);
      const before = last.get(carId);
      byCar.set(carId, before && sameMembers(before, ordered) ? before : ordered);
    }
    last = byCar;
    return byCar;
  });
}
