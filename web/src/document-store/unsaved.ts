import { schemaVersionOf, kindOf } from '@puddler/contract/shared';
import { createStore as createIdb, delMany, entries, setMany, type UseStore } from 'idb-keyval';
import { quarantined, unsavedRecalled } from './document-store-slice';
import { isUnsaved, kindOfKey, type Entry, type Key } from './entry';
import { noticed } from './notices-slice';
import type { KeptEdit, UnreadableEdit } from './read-unsaved';
import type { AppStore } from './store';
import { selectUnsettled } from './selectors';

const SETTLE_MS = 150;

const browserStore = () => createIdb('puddler', 'unsaved');
/** Edits that could not be read, kept apart until the builder has saved or thrown them away. */
const quarantineStore = () => createIdb('puddler-quarantine', 'edits');

/** Where a page that is left puts what it had no time to write: only this store takes it at once. */
const LEFT_AS = 'puddler-left';

/** Edits that were still to be kept, and those that are not unsaved any more: saved, or taken back. */
interface Left {
  edits: [Key, KeptEdit][];
  done: Key[];
}

function leftBehind(): Left {
  try {
    const left = JSON.parse(localStorage.getItem(LEFT_AS) ?? '[]') as Left | Left['edits'];
    // An earlier release left its edits alone.
    return Array.isArray(left) ? { edits: left, done: [] } : left;
  } catch {
    // A browser that keeps nothing, or half of it.
    return { edits: [], done: [] };
  }
}

/** What the page before was left with goes where the other unsaved edits are. */
async function takeOver(): Promise<void> {
  const { edits, done } = leftBehind();
  if (edits.length + done.length === 0) return;
  // What one window is done with another one may just have begun.
  const begun = new Set(edits.map(([key]) => key));
  await delMany(
    done.filter((key) => !begun.has(key)),
    browserStore(),
  );
  await setMany(edits, browserStore());
  localStorage.removeItem(LEFT_AS);
}

/** Puts into the document store what an earlier visit could not save. What cannot be read is set apart, and said. */
export async function recallUnsaved(store: AppStore): Promise<void> {
  try {
    await takeOver();
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
    store.getState().documentStore.quarantined.map(({ key }) => key),
    quarantineStore(),
  );
  store.dispatch(quarantined([]));
}

const keptEdit = (entry: Entry): KeptEdit => ({ ...entry, form: schemaVersionOf(kindOf(kindOfKey(entry.key))) });

/** Keeps unsaved documents in the browser too, so that closing the page while the server is away loses nothing. */
export function keepUnsaved(store: AppStore): void {
  /** What this page has put there: documents of other windows are theirs to clear. */
  const stored = new Map<Key, Entry>(
    selectUnsettled(store.getState())
      .filter(isUnsaved)
      .map((entry) => [entry.key, entry]),
  );
  /** Keys on their way into the store or out of it: a page that is left meanwhile cannot know what arrives. */
  const flying = new Set<Key[]>();
  let idb: UseStore | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let changedSince = false;
  let told = false;

  const unsaved = () =>
    new Map(
      selectUnsettled(store.getState())
        .filter(isUnsaved)
        .map((entry) => [entry.key, entry]),
    );
  const freshOf = (waiting: ReturnType<typeof unsaved>) => [...waiting].filter(([key, entries]) => stored.get(key) !== entries);
  const asKept = (fresh: ReturnType<typeof freshOf>) => fresh.map(([key, entries]): [Key, KeptEdit] => [key, keptEdit(entries)]);

  const write = async () => {
    changedSince = false;
    const waiting = unsaved();
    const fresh = freshOf(waiting);
    const done = [...stored.keys()].filter((key) => !waiting.has(key));
    const batch = [...fresh.map(([key]) => key), ...done];
    flying.add(batch);
    try {
      idb ??= browserStore();
      for (const [key, entries] of fresh) stored.set(key, entries);
      if (fresh.length > 0) await setMany(asKept(fresh), idb);
      for (const key of done) stored.delete(key);
      if (done.length > 0) await delMany(done, idb);
    } catch {
      for (const [key] of fresh) stored.delete(key);
      if (!told)
        store.dispatch(noticed({ text: 'This browser has no room to keep unsaved edits: leave this page open until they are saved.', tone: 'stop' }));
      told = true;
    } finally {
      flying.delete(batch);
    }
  };
  const writeSoon = () => {
    changedSince = true;
    timer ??= setTimeout(() => {
      timer = undefined;
      void write();
    }, SETTLE_MS);
  };
  store.listen({ predicate: (_action, now, before) => now.documentStore.entries !== before.documentStore.entries, effect: writeSoon });
  window.addEventListener('pagehide', () => {
    const waiting = unsaved();
    const halfway = new Set([...flying].flat());
    const fresh = asKept([...waiting].filter(([key, entries]) => stored.get(key) !== entries || halfway.has(key)));
    // An edit that was taken back in the last moment must not come back with the next page.
    const done = [...new Set([...stored.keys(), ...halfway])].filter((key) => !waiting.has(key));
    const before = leftBehind();
    try {
      if (fresh.length + done.length > 0)
        localStorage.setItem(LEFT_AS, JSON.stringify({ edits: [...before.edits, ...fresh], done: [...before.done, ...done] } satisfies Left));
    } catch {
      // There is no room for it: what was written before is all there is.
    }
  });
  window.addEventListener('pageshow', ({ persisted }) => {
    // It was only put aside, and goes on with all that it had.
    if (persisted) localStorage.removeItem(LEFT_AS);
  });
  window.addEventListener('visibilitychange', () => {
    if (changedSince) void write();
  });
}
