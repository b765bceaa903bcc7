import { useEffect } from 'react';
import { AGAIN_MS, loadLogOf } from '../document-store/load';
import { areRunsHere } from '../document-store/selectors';
import { useAppSelector, useAppStore } from '../document-store/store';

/** Whether the runs of a car are here. They are fetched when the car is looked at, and asked for again while the server is away. */
export function useRunsHere(carId: string): boolean {
  const store = useAppStore();
  const areHere = useAppSelector((state) => areRunsHere(state, carId));
  useEffect(() => {
    if (areHere) return undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isLeft = false;
    const ask = () =>
      loadLogOf(store, carId).catch(() => {
        if (!isLeft) timer = setTimeout(() => void ask(), AGAIN_MS);
      });
    void ask();
    return () => {
      isLeft = true;
      clearTimeout(timer);
    };
  }, [store, areHere, carId]);
  return areHere;
}
