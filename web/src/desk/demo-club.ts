import type { ListName } from '@puddler/contract/shared';
import { api } from './api';
import { received } from './desk-slice';
import { deleteDocuments } from './edits';
import { noticed } from './notices-slice';
import { selectGarage } from './selectors';
import type { AppDispatch, RootState } from './store';
import { undoable } from './undoable';

/** Puts the demo club beside the builder's own cars. */
export function bringDemo() {
  return async (dispatch: AppDispatch): Promise<void> => {
    const fetched = async (list: ListName) =>
      dispatch(
        received({ ...(await dispatch(api.endpoints.list.initiate(list, { forceRefetch: true, subscribe: false })).unwrap()), complete: list }),
      );
    try {
      await dispatch(api.endpoints.bringDemo.initiate()).unwrap();
      await fetched('garage');
      await fetched('log');
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
