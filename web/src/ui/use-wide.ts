import { useSyncExternalStore } from 'react';

/** From here on two panels have room side by side. */
const WIDE = '(min-width: 1600px)';

const subscribe = (listen: () => void): (() => void) => {
  const query = window.matchMedia(WIDE);
  query.addEventListener('change', listen);
  return () => query.removeEventListener('change', listen);
};

/** Whether the window has room for two panels beside each other. */
export const useWide = (): boolean => useSyncExternalStore(subscribe, () => window.matchMedia(WIDE).matches);
