import { MOST_WISHES, type Wish } from '@puddler/contract/shared';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { deleteDocument, keepWishes } from '../../desk/edits';
import { selectShelf, selectWishes, type WishOnDesk } from '../../desk/selectors';
import { useAppDispatch, useAppSelector } from '../../desk/store';
import { firstWish } from './wish-text';
import { newId } from '@puddler/contract/shared';

export interface Wishes {
  all: readonly WishOnDesk[];
  /** The one in hand; before the first edit it is not kept yet. */
  inHand: WishOnDesk;
  change: (wish: WishOnDesk, label: string) => void;
  pick: (id: string) => void;
  add: () => void;
  remove: () => void;
  full: boolean;
}

const bodyOf = ({ id, carId: _carId, ...wish }: WishOnDesk): { id: string; wish: Wish } => ({ id, wish });

/** The wishes of a car, and the one in hand by the address; every edit is kept and can be undone. */
export function useWishes(carId: string): Wishes {
  const dispatch = useAppDispatch();
  const everyCars = useAppSelector(selectWishes);
  const all = useMemo(() => everyCars.filter((wish) => wish.carId === carId), [everyCars, carId]);
  const shelf = useAppSelector(selectShelf);
  const [address, setAddress] = useSearchParams();
  const [draftId] = useState(() => newId());
  const draft = useMemo<WishOnDesk>(() => ({ id: draftId, carId, ...firstWish(shelf) }), [draftId, carId, shelf]);
  const id = address.get('wish');
  const inHand = all.find((one) => one.id === id) ?? all[0] ?? draft;
  const pick = (next: string) => setAddress({ wish: next }, { replace: true });
  return {
    all,
    inHand,
    pick,
    full: all.length >= MOST_WISHES,
    change: (next, label) => dispatch(keepWishes(carId, [bodyOf(next)], label)),
    add: () => {
      const fresh = { ...inHand, id: newId(), name: `Wish ${Math.max(1, all.length) + 1}` };
      dispatch(keepWishes(carId, [...(all.length > 0 ? [] : [inHand]), fresh].map(bodyOf), 'new wish'));
      pick(fresh.id);
    },
    remove: () => void dispatch(deleteDocument('wish', inHand.id)),
  };
}
