import { formOf, kindOf } from '@puddler/contract/shared';
import { createStore as createIdb, delMany, entries, setMany } from 'idb-keyval';
import { quarantined, unsavedRecalled } from './desk-slice';
import { isUnsaved, kindOfKey, type Held, type Key } from './held';
import { noticed } from './notices-slice';
import type { KeptEdit, UnreadableEdit } from './read-unsaved';
import type { AppStore } from './store';

const SETTLE_MS = 150;

const browserStore = () => createIdb('puddler', 'unsaved');
/** Edits that could not be read, kept apart until the builder has saved or thrown them away. */
const quarantineStore = () => createIdb('puddler-quarantine', 'edits');

/** Puts on the desk what an earlier visit could not save. What cannot be read is set apart, and said. */
export async function recallUnsaved(store: AppStore): Promise<void> {
  try {
    const waiting = await entries(browserStore());
    if (waiting.length > 0) {
      // Its validator is fetched only when there is something to check.
      const { readUnsaved } = await import('./read-unsaved');
      const { edits, unreadable } = readUnsaved(waiting);
      if (edits.length > 0) store.dispatch(unsavedRecalled(edits));
      if (unreadable.length > 0) {
        await setMany(
          unreadable.map((one): [string, UnreadableEdit] => [one.key, one]),
          quarantineStore(),
        );
        await delMany(
          unreadable.map(({ key }) => key),
          browserStore(),
        );
      }
    }
    const apart = await entries<string, UnreadableEdit>(quarantineStore());
    if (apart.length > 0) store.dispatch(quarantined(apart.map(([, one]) => one)));
  } catch {
    // A browser that keeps nothing has nothing to recall.
  }
}

/** Forgets the edits that could not be read. */
export async function discardQuarantined(store: Pick<AppStore, 'dispatch' | 'getState'>): Promise<void> {
  await delMany(
    store.getState().desk.quarantined.map(({ key }) => key),
    quarantineStore(),
  );
  store.dispatch(quarantined([]));
}

const keptEdit = (held: Held): KeptEdit => ({ ...held, form: formOf(kindOf(kindOfKey(held.key))) });

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
      if (fresh.length > 0)
        await setMany(
          fresh.map(([key, held]): [Key, KeptEdit] => [key, keptEdit(held)]),
          idb,
        );
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
