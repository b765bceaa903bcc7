import { SET_DAYS, type Day } from '@puddler/core';
import { useMemo } from 'react';
import { selectDays, type DayOnDesk } from '../../desk/selectors';
import { useAppSelector } from '../../desk/store';

/** Every practice day there is, the newest first. */
export function useDays(): DayOnDesk[] {
  const days = useAppSelector(selectDays);
  return useMemo(() => [...days].reverse(), [days]);
}

export const dayName = ({ set, seed }: Day): string => SET_DAYS.find((one) => one.set === set)?.name ?? `Day ${seed}`;
