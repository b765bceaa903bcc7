import * as server from '../api/server';
import { deleteDocuments } from './edits';
import { fetchCars } from './load';
import { noticed } from './notices-slice';
import { selectGarage } from './select-garage';
import type { AppDispatch, RootState } from './store';
import { undoable } from './undoable';

/** Puts the demo club beside the builder's own cars. */
export function bringDemo() {
  return async (dispatch: AppDispatch): Promise<void> => {
    try {
      await server.bringDemo();
      await fetchCars({ dispatch });
    } catch {
      dispatch(noticed({ text: 'The demo club could not be brought in: the server does not answer. Try again.', tone: 'stop' }));
    }
  };
}

/** Takes it out again, whatever was done with it, as one undo. */
export function removeDemo() {
  return (dispatch: AppDispatch, getState: () => RootState): void => {
    const ids = selectGarage(getState()).flatMap(({ id, bench }) => (bench.demo ? [id] : []));
    dispatch(deleteDocuments('car', ids, 'take the demo club out'));
    dispatch(undoable('The demo club is out of the garage.'));
  };
}
