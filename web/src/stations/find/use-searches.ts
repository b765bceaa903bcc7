import type { SavedSearch } from '@puddler/contract/shared';
import { MOST_SEARCHES } from '@puddler/contract/shared';
import { useCallback, useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { editBench } from '../../data/edits';
import { benchOf, selectShelf } from '../../data/selectors';
import { firstSearch } from './wish-text';

export interface Searches {
  all: readonly SavedSearch[];
  /** The one in hand; before the first edit it is not kept yet. */
  search: SavedSearch;
  change: (search: SavedSearch, label: string) => void;
  pick: (id: string) => void;
  add: () => void;
  remove: () => void;
  full: boolean;
}

const NONE: readonly SavedSearch[] = [];

/** The searches of a car, and the one in hand by the address; every edit is kept with the car and can be undone. */
export function useSearches(carId: string): Searches {
  const dispatch = useAppDispatch();
  const all = useAppSelector((state) => benchOf(state, carId)?.searches ?? NONE);
  const shelf = useAppSelector(selectShelf);
  const [address, setAddress] = useSearchParams();
  const [draftId] = useState(() => crypto.randomUUID());
  const draft = useMemo<SavedSearch>(() => ({ id: draftId, ...firstSearch(shelf) }), [draftId, shelf]);
  const id = address.get('wish');
  const search = all.find((one) => one.id === id) ?? all[0] ?? draft;
  const keep = useCallback(
    (next: readonly SavedSearch[], label: string) => dispatch(editBench(carId, 'searches', next.length > 0 ? [...next] : undefined, label)),
    [dispatch, carId],
  );
  const pick = (next: string) => setAddress({ wish: next }, { replace: true });
  return {
    all,
    search,
    pick,
    full: all.length >= MOST_SEARCHES,
    change: (next, label) =>
      keep(all.some((one) => one.id === next.id) ? all.map((one) => (one.id === next.id ? next : one)) : [...all, next], label),
    add: () => {
      const fresh: SavedSearch = { ...search, id: crypto.randomUUID(), name: `Wish ${Math.max(1, all.length) + 1}` };
      keep([...(all.length > 0 ? all : [search]), fresh], 'new wish');
      pick(fresh.id);
    },
    remove: () =>
      keep(
        all.filter((one) => one.id !== search.id),
        `delete ${search.name}`,
      ),
  };
}
