import { setImmediate as yieldToEventLoop } from 'node:timers/promises';

/** Long work goes on in pieces of about this long, so that requests are answered in between. */
const PIECE_MS = 20;

/** Called after each small part of long work: lets others have their turn once a piece is over. */
export function inPieces(): () => Promise<void> {
  let since = performance.now();
  return async () => {
    if (performance.now() - since < PIECE_MS) return;
    await yieldToEventLoop();
    since = performance.now();
  };
}

export { yieldToEventLoop };
