import { SET_DAYS, type Day } from '@puddler/core';
import { useMemo } from 'react';
import { selectDays, type StoredDay } from '../../document-store/selectors';
import { useAppSelector } from '../../document-store/store';

/** Every practice day there is, the newest first. */
export function useDays(): StoredDay[] {
  const days = useAppSelector(selectDays);
  return useMemo(() => [...days].reverse(), [days]);
}

export const dayName = ({ set, seed }: Day): string => SET_DAYS.find((one) => one.set === set)?.name ?? `Day ${seed}`;
