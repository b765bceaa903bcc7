import { SET_DAYS, type Day } from '@puddler/core';
import { useMemo } from 'react';
import { dayOf, selectGarage } from '../../desk/selectors';
import { useAppSelector } from '../../desk/store';

/** Every practice day there is, the newest first. */
export function useDays(): { carId: string; day: Day }[] {
  const garage = useAppSelector(selectGarage);
  const desk = useAppSelector((state) => state);
  return useMemo(
    () =>
      garage
        .flatMap(({ id, bench }) => {
          const day = bench.practice ? dayOf(desk, id) : undefined;
          return day ? [{ carId: id, day }] : [];
        })
        .reverse(),
    [garage, desk],
  );
}

export const dayName = ({ set, seed }: Day): string => SET_DAYS.find((one) => one.set === set)?.name ?? `Day ${seed}`;
