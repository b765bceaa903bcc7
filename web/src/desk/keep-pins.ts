import type { PinnedSetup } from './pins-slice';
import { MOST_PINS } from './pins-slice';

const STORED_AS = 'puddler.pins.v1';

function isPin(one: unknown): one is PinnedSetup {
  const pin = one as Partial<PinnedSetup> | null;
  return typeof pin?.id === 'string' && typeof pin.name === 'string' && typeof pin.carId === 'string' && pin.file?.format === 'puddler-plan';
}

/** The pins of earlier visits; what is not one is left out. */
export function recallPins(): PinnedSetup[] {
  try {
    const stored: unknown = JSON.parse(localStorage.getItem(STORED_AS) ?? '[]');
    return Array.isArray(stored) ? stored.filter(isPin).slice(0, MOST_PINS) : [];
  } catch {
    return [];
  }
}

export function storePins(pins: readonly PinnedSetup[]): void {
  try {
    localStorage.setItem(STORED_AS, JSON.stringify(pins));
  } catch {
    // A full store only means that pins last as long as the page.
  }
}
