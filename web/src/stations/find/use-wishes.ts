import { MOST_WISHES, newId, type PlanBody, type Wish } from '@puddler/contract/shared';
import { compact } from '@puddler/core';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { deleteDocument, keepWishes } from '../../document-store/edits';
import { selectShelf, selectWishes, type StoredWish } from '../../document-store/selectors';
import { useAppDispatch, useAppSelector } from '../../document-store/store';
import { firstWish } from './wish-text';

export interface Wishes {
  all: readonly StoredWish[];
  /** The active one; before the first edit it is not kept yet. */
  active: StoredWish;
  change: (wish: StoredWish, label: string) => void;
  pick: (id: string) => void;
  add: () => void;
  remove: () => void;
  full: boolean;
}

const bodyOf = ({ id, carId: _carId, ...wish }: StoredWish): { id: string; wish: Wish } => ({ id, wish });

/** The wishes of a car, and the active one by the address; every edit is kept and can be undone. The first goes by what is known of the plan and how it is driven. */
export function useWishes(carId: string, { usualParts, run }: Pick<PlanBody, 'usualParts' | 'run'>): Wishes {
  const dispatch = useAppDispatch();
  const everyCars = useAppSelector(selectWishes);
  const all = useMemo(() => everyCars.filter((wish) => wish.carId === carId), [everyCars, carId]);
  const shelf = useAppSelector(selectShelf);
  const [address, setAddress] = useSearchParams();
  const [draftId] = useState(() => newId());
  const draft = useMemo<StoredWish>(
    () => ({ id: draftId, carId, ...firstWish(shelf, compact({ usualParts, run })) }),
    [draftId, carId, shelf, usualParts, run],
  );
  const id = address.get('wish');
  const active = all.find((one) => one.id === id) ?? all[0] ?? draft;
  const pick = (next: string) => setAddress({ wish: next }, { replace: true });
  return {
    all,
    active,
    pick,
    full: all.length >= MOST_WISHES,
    change: (next, label) => dispatch(keepWishes(carId, [bodyOf(next)], label)),
    add: () => {
      const fresh = { ...active, id: newId(), name: `Wish ${Math.max(1, all.length) + 1}` };
      dispatch(keepWishes(carId, [...(all.length > 0 ? [] : [active]), fresh].map(bodyOf), 'new wish'));
      pick(fresh.id);
    },
    remove: () => void dispatch(deleteDocument('wish', active.id)),
  };
}
