import { capitalized } from '@puddler/core';
import { undone } from './document-store-slice';
import { sameContent } from './entry';
import { noticed } from './notices-slice';
import type { AppDispatch, RootState } from './store';

/** Says what the change just made has done, and offers to take back that one, whatever is done after it. */
export function undoable(text: string) {
  return (dispatch: AppDispatch, getState: () => RootState): void => {
    const change = getState().documentStore.past.at(-1);
    dispatch(noticed({ text, tone: 'plain', ...(change ? { undo: change.id } : {}) }));
  };
}

/** Takes back the last change, or the one named. Where all of it was changed again since, in another window perhaps, that stays and is said. */
export function takeBack(id?: string) {
  return (dispatch: AppDispatch, getState: () => RootState): void => {
    const { past, entries: before } = getState().documentStore;
    const change = id === undefined ? past.at(-1) : past.find((one) => one.id === id);
    if (!change) return;
    dispatch(undone({ at: Date.now(), change: change.id }));
    const { entries } = getState().documentStore;
    if (change.steps.every(({ key }) => sameContent(entries[key]?.content ?? null, before[key]?.content ?? null)))
      dispatch(noticed({ text: `${capitalized(change.label)} was changed again since: that stays as it is.`, tone: 'plain' }));
  };
}
