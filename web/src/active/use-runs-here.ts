import { useEffect } from 'react';
import { loadCar } from '../document-store/load';
import { areRunsHere } from '../document-store/selectors';
import { useAppSelector, useAppStore } from '../document-store/store';

/** Whether the runs of a car are here. The log comes last: of a car that is looked at before that, all is fetched ahead. */
export function useRunsHere(carId: string): boolean {
  const store = useAppStore();
  const areHere = useAppSelector((state) => areRunsHere(state, carId));
  useEffect(() => {
    // Without a server the log is asked for again and again: it comes with that.
    if (!areHere) loadCar(store, carId).catch(() => undefined);
  }, [store, areHere, carId]);
  return areHere;
}
