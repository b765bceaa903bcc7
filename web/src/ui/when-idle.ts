/** Soon, where a browser cannot say that it has nothing to do. */
const SOON_MS = 300;

/** Does something once the page has nothing better to do. */
export function whenIdle(work: () => void): void {
  if (typeof requestIdleCallback === 'function') requestIdleCallback(work);
  else setTimeout(work, SOON_MS);
}
