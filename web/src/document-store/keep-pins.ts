import { pinsRecalled, type PinnedSetup } from './pins-slice';
import type { AppStore } from './store';

const STORED_AS = 'puddler.pins.v1';

/** Brings back the pins of earlier visits; what is not one, or cannot be computed any more, is left out. Their validator is fetched only for them. */
export async function recallPins(store: AppStore): Promise<void> {
  let stored: unknown;
  try {
    stored = JSON.parse(localStorage.getItem(STORED_AS) ?? '[]');
  } catch {
    return;
  }
  if (!Array.isArray(stored) || stored.length === 0) return;
  const { readPins } = await import('./read-pins');
  store.dispatch(pinsRecalled(readPins(stored)));
}

export function storePins(pins: readonly PinnedSetup[]): void {
  try {
    localStorage.setItem(STORED_AS, JSON.stringify(pins));
  } catch {
    // A full store only means that pins last as long as the page.
  }
}
