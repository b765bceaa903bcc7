import { createStore as createIdb, delMany, setMany, values } from 'idb-keyval';
import { unsavedRecalled } from './desk-slice';
import { isUnsaved, type Held, type Key } from './held';
import { noticed } from './notices-slice';
import type { AppStore } from './store';

const SETTLE_MS = 150;

/** Puts on the desk what an earlier visit could not save. */
export async function recallUnsaved(store: AppStore): Promise<void> {
  try {
    const waiting = await values<Held>(browserStore());
    if (waiting.length > 0) store.dispatch(unsavedRecalled(waiting));
  } catch {
    // A browser that keeps nothing has nothing to recall.
  }
}

const browserStore = () => createIdb('puddler', 'unsaved');

/** Keeps unsaved documents in the browser too, so that closing the page while the server is away loses nothing. */
export function keepUnsaved(store: AppStore): void {
  /** What this page has put there: documents of other windows are theirs to clear. */
  const stored = new Map<Key, Held>(
    Object.values(store.getState().desk.held)
      .filter(isUnsaved)
      .map((held) => [held.key, held]),
  );
  let timer: ReturnType<typeof setTimeout> | undefined;
  let told = false;

  const write = async () => {
    clearTimeout(timer);
    timer = undefined;
    const waiting = new Map(
      Object.values(store.getState().desk.held)
        .filter(isUnsaved)
        .map((held) => [held.key, held]),
    );
    const fresh = [...waiting].filter(([key, held]) => stored.get(key) !== held);
    const done = [...stored.keys()].filter((key) => !waiting.has(key));
    for (const [key, held] of fresh) stored.set(key, held);
    for (const key of done) stored.delete(key);
    try {
      const idb = browserStore();
      if (fresh.length > 0) await setMany(fresh, idb);
      if (done.length > 0) await delMany(done, idb);
    } catch {
      for (const [key] of fresh) stored.delete(key);
      if (!told)
        store.dispatch(noticed({ text: 'This browser has no room to keep unsaved edits: leave this page open until they are saved.', tone: 'stop' }));
      told = true;
    }
  };
  store.listen({
    predicate: (_action, now, before) => now.desk.held !== before.desk.held,
    effect: () => {
      timer ??= setTimeout(() => void write(), SETTLE_MS);
    },
  });
  for (const leaving of ['pagehide', 'visibilitychange'] as const)
    window.addEventListener(leaving, () => {
      if (timer !== undefined) void write();
    });
}
