import type { Work } from './serve';

/** Work goes on in pieces of about this long, so that what the page says meanwhile is heard. */
const PIECE_MS = 25;

/** Lets messages from the page in. */
export const yieldToEventLoop = () => new Promise<void>((resolve) => setTimeout(resolve));

/** Calls `step` until it returns true, in pieces; gives up between two of them when nobody waits for the answer any more. */
export async function inPieces({ isWanted }: Pick<Work, 'isWanted'>, step: () => boolean): Promise<void> {
  for (;;) {
    await yieldToEventLoop();
    if (!isWanted()) return;
    const start = performance.now();
    do {
      if (step()) return;
    } while (performance.now() - start < PIECE_MS);
  }
}
