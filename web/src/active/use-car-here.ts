import { useEffect, useState } from 'react';
import { AGAIN_MS, isMissing, loadCar } from '../document-store/load';
import { carIdOf, isCarHere } from '../document-store/select-garage';
import { useAppSelector, useAppStore } from '../document-store/store';

/** `away` while the server does not answer; it is asked again and again. `missing` where it has no such car or plan. */
export type CarHere = 'here' | 'waiting' | 'away' | 'missing';

/** Whether all of a car is here; `id` names the car or one of its plans. It is fetched when the car is looked at. */
export function useCarHere(id: string): CarHere {
  const store = useAppStore();
  const carId = useAppSelector((state) => carIdOf(state, id));
  const isHere = useAppSelector((state) => carId !== undefined && isCarHere(state, carId));
  // Before the cars are known by name their start is under way, and fetches first what the address names.
  const start = useAppSelector(({ documentStore: { loaded, planNames } }) => (carId !== undefined && planNames[carId] ? 'ready' : loaded));
  const [failed, setFailed] = useState<{ id: string; here: 'away' | 'missing' }>();
  useEffect(() => {
    if (isHere || start !== 'ready' || id === '') return undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    let isLeft = false;
    const ask = () =>
      loadCar(store, id).catch((cause: unknown) => {
        if (isLeft) return;
        const isGone = isMissing(cause);
        setFailed({ id, here: isGone ? 'missing' : 'away' });
        if (!isGone) timer = setTimeout(() => void ask(), AGAIN_MS);
      });
    void ask();
    return () => {
      isLeft = true;
      clearTimeout(timer);
    };
  }, [store, isHere, start, id]);
  if (isHere) return 'here';
  if (start !== 'ready') return start === 'failed' ? 'away' : 'waiting';
  return failed?.id === id ? failed.here : id === '' ? 'missing' : 'waiting';
}

/** The same where nothing is to be said of why. */
export const useIsCarHere = (id: string): boolean => useCarHere(id) === 'here';
