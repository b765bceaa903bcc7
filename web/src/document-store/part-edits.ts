import { type Part } from '@puddler/core';
import { type Thunk, commit, made } from './commit';
import { contentOf, keyOf, type Content } from './entry';
import { type Step } from './history';
import { contentAt, partOf } from './selectors';
import { newId } from '@puddler/contract/shared';

/** Edits of the shelf. */

/** New parts on the shelf, as one undo; returns their ids. */
export function addParts(parts: Part[], label = parts.length === 1 ? `new part ${parts[0]!.name}` : `${parts.length} new parts`): Thunk<string[]> {
  return (dispatch) => {
    const steps = parts.map((part) => made('part', newId(), part));
    commit(dispatch, label, steps);
    return steps.map((step) => step.id);
  };
}

/**
 * Changes parts, or deletes those for which `change` gives null, as one undo. Parts that stay the same are left alone.
 * Returns what the change is called; undefined when nothing changed.
 */
export function changeParts(ids: readonly string[], change: (part: Part) => Part | null, label: string): Thunk<string | undefined> {
  return (dispatch, getState) => {
    const steps = ids.flatMap((id): Step[] => {
      const part = partOf(getState(), id);
      const after = part && change(part);
      if (!part || after === part) return [];
      const before: Content = contentAt(getState(), 'part', id)!;
      return [{ key: keyOf('part', id), id, before, after: after ? contentOf('part', { body: after }) : null }];
    });
    return steps.length > 0 ? commit(dispatch, label, steps) : undefined;
  };
}
