import { compact } from '@puddler/core';
import { type BodyOf, type KindName } from '@puddler/contract/shared';
import { nanoid } from '@reduxjs/toolkit';
import { changed } from './document-store-slice';
import { contentOf, keyOf } from './entry';
import { type Step } from './history';
import { currentPress } from './press';
import { contentAt } from './selectors';
import { type AppDispatch, type RootState } from './store';

/** What every edit is made of: each is one undoable change; saving follows by itself. */

export type Thunk<T = void> = (dispatch: AppDispatch, getState: () => RootState) => T;

/** Makes one change; returns what it is called, for a notice that offers to undo it. */
export function commit(dispatch: AppDispatch, label: string, steps: Step[], joins?: string): string {
  const id = nanoid();
  dispatch(changed({ id, label, joins, steps, at: Date.now(), press: currentPress() }));
  return id;
}

/** A step that gives a document another body; one that is not there is made, under `parentId` where its kind needs one. */
export function stepTo<K extends KindName>(state: RootState, kind: K, id: string, body: BodyOf<K>, parentId?: string): Step {
  const before = contentAt(state, kind, id) ?? null;
  const parent = before?.parentId ?? parentId;
  return { key: keyOf(kind, id), id, before, after: contentOf(kind, { body, ...compact({ parentId: parent }) }) };
}

export function made<K extends KindName>(kind: K, id: string, body: BodyOf<K>, parentId?: string): Step {
  return { key: keyOf(kind, id), id, before: null, after: contentOf(kind, { body, ...compact({ parentId }) }) };
}

/** Puts a whole body in the place of a document’s old one. Does nothing when there is no such document. */
export function replace<K extends KindName>(kind: K, id: string, body: (before: BodyOf<K>) => BodyOf<K>, label: string, joins?: string): Thunk {
  return (dispatch, getState) => {
    const before = contentAt(getState(), kind, id) as { body: BodyOf<K> } | undefined;
    if (before) commit(dispatch, label, [stepTo(getState(), kind, id, body(before.body))], joins);
  };
}

/** What is noted of a plan in a document of its own, which has the plan’s id; made by the first edit. */
export function editNoted<K extends 'purchase' | 'fitting' | 'ladder'>(
  kind: K,
  none: BodyOf<K>,
  planId: string,
  change: (noted: BodyOf<K>) => BodyOf<K>,
  label: string,
  joins?: string,
): Thunk {
  return (dispatch, getState) => {
    const state = getState();
    const entry = contentAt(state, kind, planId) as { body: BodyOf<K> } | undefined;
    const before = entry?.body ?? none;
    const after = change(before);
    if (after !== before) commit(dispatch, label, [stepTo(state, kind, planId, after, planId)], joins && `${kind} ${planId} ${joins}`);
  };
}
