/**
 * The time that all devices share, the server's: a phone whose own clock is minutes wrong would note a stop that the laptop reads minutes before or after.
 * How far this device is ahead is kept, for it may be out of reach when it is needed.
 */
const KEPT = 'puddler-clock-ahead';
/** Less than this is the way of the message [ms]. */
const LEAST_AHEAD_MS = 2000;

let aheadMs = read();

function read(): number {
  try {
    const kept = Number(localStorage.getItem(KEPT));
    return Number.isFinite(kept) ? kept : 0;
  } catch {
    return 0;
  }
}

/** Takes in what the server's clock shows [ms since 1970]; what is no time changes nothing. */
export function setServerTime(serverMs: number): void {
  if (!Number.isFinite(serverMs) || serverMs <= 0) return;
  const ahead = Date.now() - serverMs;
  const known = Math.abs(ahead) < LEAST_AHEAD_MS ? 0 : ahead;
  if (Math.abs(known - aheadMs) < LEAST_AHEAD_MS) return;
  aheadMs = known;
  try {
    if (known === 0) localStorage.removeItem(KEPT);
    else localStorage.setItem(KEPT, String(known));
  } catch {
    // It holds for as long as the page is open.
  }
}

/** The time by the server's clock, as far as it is known [ms since 1970]. */
export const nowMs = (): number => Date.now() - aheadMs;

/** The same as ISO 8601 text. */
export const nowText = (): string => new Date(nowMs()).toISOString();
