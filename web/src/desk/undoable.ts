import { noticed } from './notices-slice';
import type { AppDispatch, RootState } from './store';

/** Says what the change just made has done, and offers to take back that one, whatever is done after it. */
export function undoable(text: string) {
  return (dispatch: AppDispatch, getState: () => RootState): void => {
    const change = getState().desk.past.at(-1);
    dispatch(noticed({ text, tone: 'plain', ...(change ? { undo: change.id } : {}) }));
  };
}
