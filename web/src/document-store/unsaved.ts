import { schemaVersionOf, kindOf } from '@puddler/contract/shared';
import { createStore as createIdb, delMany, entries, setMany, type UseStore } from 'idb-keyval';
import { PAGE } from '../api/request';
import { quarantined, unsavedRecalled } from './document-store-slice';
import { isUnsaved, kindOfKey, type Entry, type Key } from './entry';
import { noticed } from './notices-slice';
import type { KeptAt } from './join-kept';
import type { KeptEdit, UnreadableEdit } from './read-unsaved';
import type { AppStore } from './store';
import { selectUnsettled } from './selectors';

const SETTLE_MS = 150;

const browserStore = () => createIdb('puddler', 'unsaved');
/** Edits that could not be read, kept apart until the builder has saved or thrown them away. */
const quarantineStore = () => createIdb('puddler-quarantine', 'edits');

/** Where a page that is left puts what it had no time to write: only this store takes it at once. */
const LEFT_AS = 'puddler-left';

/** Under which this window keeps its edit of a document: another one of this browser may have one of its own. */
const placeOf = (key: Key): string => `${PAGE} ${key}`;

/** Edits that were still to be kept, and places of those that are not unsaved any more: saved, or taken back. */
interface Left {
  edits: [place: string, KeptEdit][];
  done: string[];
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
  await delMany(done, browserStore());
  await setMany(edits, browserStore());
  localStorage.removeItem(LEFT_AS);
}

/** Puts into the document store what earlier visits and other windows could not save, and returns it. What cannot be read is set apart, and said. */
export async function recallUnsaved(store: AppStore): Promise<readonly KeptAt[]> {
  let recalled: readonly KeptAt[] = [];
  try {
    await takeOver();
    const waiting = await entries(browserStore());
    if (waiting.length > 0) {
      // Its validator is fetched only when there is something to check.
      const { readUnsaved } = await import('./read-unsaved');
      const { edits, joined, unreadable } = readUnsaved(waiting);
      if (edits.length > 0) store.dispatch(unsavedRecalled(edits));
      recalled = joined;
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
  return recalled;
}

/** Forgets the edits that could not be read. */
export async function discardQuarantined(store: Pick<AppStore, 'dispatch' | 'getState'>): Promise<void> {
  await delMany(
    store.getState().documentStore.quarantined.map(({ key }) => key),
    quarantineStore(),
  );
  store.dispatch(quarantined([]));
}

/** Places of edits that are as they were recalled: a window that is open may have gone on. */
async function unchanged(recalled: readonly KeptAt[]): Promise<string[]> {
  if (recalled.length === 0) return [];
  const now = new Map(await entries<string, Partial<KeptEdit> | undefined>(browserStore()));
  return recalled.flatMap(([place, { updatedAt }]) => (now.get(place)?.updatedAt === updatedAt ? [place] : []));
}

const asKept = (entry: Entry): [string, KeptEdit] => [placeOf(entry.key), { ...entry, form: schemaVersionOf(kindOf(kindOfKey(entry.key))) }];

/**
 * Keeps unsaved documents in the browser too, so that closing the page while the server is away loses nothing. What was `recalled` stays where it is until
 * this page keeps more of the same document, or is done with it: the window that kept it may be open still, and go on.
 */
export function keepUnsaved(store: AppStore, recalled: readonly KeptAt[] = []): void {
  const recalledOf = (keys: readonly Key[]) => recalled.filter(([, { key }]) => keys.includes(key));
  /** What this page has put there, or found there. */
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
      if (fresh.length > 0)
        await setMany(
          fresh.map(([, entry]) => asKept(entry)),
          idb,
        );
      for (const key of done) stored.delete(key);
      // What this page has of a document now holds what it recalled of it, or has gone on from there.
      const over = [...done.map(placeOf), ...(await unchanged(recalledOf(batch)))];
      if (over.length > 0) await delMany(over, idb);
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
    const fresh = [...waiting.values()].filter((entry) => stored.get(entry.key) !== entry || halfway.has(entry.key));
    // An edit that was taken back in the last moment must not come back with the next page.
    const over = [...new Set([...stored.keys(), ...halfway])].filter((key) => !waiting.has(key));
    const superseded = recalledOf([...over, ...fresh.map(({ key }) => key)]);
    const done = [...over.map(placeOf), ...superseded.map(([place]) => place)];
    const before = leftBehind();
    try {
      if (fresh.length + done.length > 0)
        localStorage.setItem(
          LEFT_AS,
          JSON.stringify({ edits: [...before.edits, ...fresh.map(asKept)], done: [...before.done, ...done] } satisfies Left),
        );
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
