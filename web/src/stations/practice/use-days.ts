import { SET_DAYS, type Day } from '@puddler/core';
import { useMemo } from 'react';
import { selectDays, type StoredDay } from '../../document-store/selectors';
import { isCarHere, selectGarage } from '../../document-store/select-garage';
import { useCarHere } from '../../active/use-car-here';
import { useAppSelector } from '../../document-store/store';

/** Every practice day that is here, the newest first; those that are not are fetched car by car. */
export function useDays(): StoredDay[] {
  useCarHere(useAppSelector((state) => selectGarage(state).find(({ id, bench }) => bench.practice && !isCarHere(state, id))?.id ?? ''));
  const days = useAppSelector(selectDays);
  return useMemo(() => [...days].reverse(), [days]);
}

export const dayName = ({ set, seed }: Day): string => SET_DAYS.find((one) => one.set === set)?.name ?? `Day ${seed}`;
