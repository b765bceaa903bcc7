import { KIND_NAMES, kindOf, withReferences, type BodyOf, type KindName } from '@puddler/contract/shared';
import { commit, made, type Thunk } from './commit';
import { copyName } from './edits';
import { keyOf, parentKeyOf, type Content, type Key } from './entry';
import { loadCar } from './load';
import { noticed } from './notices-slice';
import { isCarHere } from './select-garage';
import { contentAt } from './selectors';
import type { RootState } from './store';
import { newId } from '@puddler/contract/shared';

/**
 * A copy of a car with all that belongs to it, whatever its kind, and what referred to one another does so among the copies: each kind
 * says what it belongs to and what it refers to.
 */
export function duplicateCar(id: string): Thunk<Promise<void>> {
  return async (dispatch, getState) => {
    try {
      if (!isCarHere(getState(), id)) await loadCar({ dispatch }, id);
    } catch {
      dispatch(noticed({ text: 'The server is away, and not all of the car is here to be copied.', tone: 'stop' }));
      return;
    }
    const state = getState();
    const car = contentAt(state, 'car', id)?.body.car;
    if (!car) return;
    const root = keyOf('car', id);
    const tree = treeOf(state, root);
    const ids = copyIds(tree);
    const steps = [...tree].map(([key, { id: old, content }]) => {
      const body = withReferences(
        content.kind,
        content.body,
        (kind, of, isOptional) => ids.get(keyOf(kind, of)) ?? (isOptional ? undefined : ids.fresh(kind, of)),
      );
      // Lists know a document by its body: a copy has a body of its own.
      const named = { ...body, ...(key === root ? { car: { ...car, name: copyName(car.name) } } : {}) };
      const parent = parentKeyOf(content);
      return made(content.kind, ids.get(keyOf(content.kind, old))!, named as BodyOf<KindName>, parent && ids.get(parent));
    });
    commit(dispatch, `copy of ${car.name}`, steps);
  };
}

type Tree = ReadonlyMap<Key, { id: string; content: Content }>;

/** A document and all that belong to it, parents before their children. */
function treeOf({ documentStore }: RootState, root: Key): Tree {
  const tree = new Map<Key, { id: string; content: Content }>();
  for (const kind of KIND_NAMES)
    for (const key of documentStore.keys) {
      const { id, content } = documentStore.entries[key]!;
      if (content?.kind !== kind) continue;
      const parent = parentKeyOf(content);
      if (key === root || (parent && tree.has(parent))) tree.set(key, { id, content });
    }
  return tree;
}

/** The id of each copy. What is referred to and is not there gets an id that stands for nothing either, so that it is not the original’s. */
function copyIds(tree: Tree) {
  const ids = new Map<Key, string>();
  for (const [key, { content }] of tree) {
    const parent = parentKeyOf(content);
    ids.set(key, (kindOf(content.kind).hasIdOfParent && parent && ids.get(parent)) || newId());
  }
  const gone = new Map<Key, string>();
  return {
    get: (key: Key) => ids.get(key),
    fresh: (kind: KindName, of: string): string => {
      const key = keyOf(kind, of);
      if (!gone.has(key)) gone.set(key, newId());
      return gone.get(key)!;
    },
  };
}
