/** Names of all that was built; vite.config.ts writes it. */
const PIECES = '/pieces.json';

/**
 * Fetches the code of all views and workers into the browser's cache, one piece after the other, so that they open without the server. Unlike importing
 * them it costs the page no time of its own. What cannot be fetched now is fetched when it is shown.
 */
export async function cacheAhead(): Promise<void> {
  const pieces: unknown = await (await fetch(PIECES)).json();
  if (!Array.isArray(pieces)) return;
  for (const piece of pieces.filter((one) => typeof one === 'string'))
    await fetch(piece, { priority: 'low' })
      .then((answer) => answer.arrayBuffer())
      .catch(() => undefined);
}
