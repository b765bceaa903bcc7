import { KIND_NAMES, kindsOfList, type CarPiece, type DocList, type DocPiece } from '@puddler/contract/shared';
import { errorOf, request, type Asked } from '../api/request';
import { garageAwaited, garageFailed, heard, received, unreadableFound } from './document-store-slice';
import { keyOf, kindOfKey, parentKeyOf, type Entry, type Key } from './entry';
import { isCarHere, selectGarage } from './select-garage';
import type { AppStore } from './store';

type Store = Pick<AppStore, 'dispatch'>;

/** A server that is away is asked again after this long [ms]. */
export const AGAIN_MS = 2_000;
/** So many documents are read and put into the document store in one go: some tens of milliseconds of a garage of ten years. */
const PIECE = 400;
/** The Garage draws its first cars at once; pages that ask for the shelf need all of it, which is seldom more than a piece. */
const FIRST_PIECE = { cars: 50, shelf: PIECE };

const pause = (ms?: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

/** Fetches the shelf, or all cars by name, in pieces and hands each on, so that the page keeps its frames however long the list is. */
async function inPieces<P extends DocPiece>(
  list: 'shelf' | 'cars',
  take: (piece: P, isLast: boolean) => void,
  asked: Pick<Asked, 'isFresh'> = {},
): Promise<void> {
  let after: string | undefined;
  do {
    const piece = await request<P>(after === undefined ? `${list}?limit=${FIRST_PIECE[list]}` : `${list}?limit=${PIECE}&after=${after}`, asked);
    after = piece.next;
    take(piece, after === undefined);
    await pause();
  } while (after !== undefined);
}

/** Fetches all cars with the names of their plans; rejects where there is no server. */
export const fetchCars = (store: Store): Promise<void> =>
  inPieces<CarPiece>('cars', ({ documents, plans }, isLast) =>
    store.dispatch(received({ documents, plans, ...(isLast ? { complete: 'cars' } : {}) })),
  );

/** Fetches what the server has and cannot read. */
export async function loadUnreadable(store: Store): Promise<void> {
  const { setAside } = await request<Pick<DocList, 'setAside'>>('set-aside');
  store.dispatch(unreadableFound(setAside));
}

/** Fetches, and keeps asking while the server is away: what is in the document store already stays as it is. */
async function load(store: Store, fetched: () => Promise<void>, onFailed?: () => void): Promise<void> {
  for (;;) {
    try {
      return await fetched();
    } catch {
      onFailed?.();
      await pause(AGAIN_MS);
      if (onFailed) store.dispatch(garageAwaited());
    }
  }
}

/** The garage by name, and before it all of the car that the address names: its plan need not wait for all the others. */
export async function loadGarage(store: Store, address = ''): Promise<void> {
  store.dispatch(garageAwaited());
  const [, id] = /^\/(?:plans|cars)\/([^/]+)/.exec(address) ?? [];
  if (id !== undefined) await loadCar(store, id).catch(() => undefined);
  await load(
    store,
    () => fetchCars(store),
    () => store.dispatch(garageFailed()),
  );
}

export const loadShelf = (store: Store): Promise<void> =>
  load(store, () => inPieces('shelf', ({ documents }, isLast) => store.dispatch(received({ documents, ...(isLast ? { complete: 'shelf' } : {}) }))));

const underWay = new Map<string, Promise<void>>();

/**
 * Fetches all of a car, its plans and runs and what belongs to them; `id` names the car or a plan. Asked by several at the same time it is fetched once.
 * Rejects where there is none, or no server.
 */
export function loadCar(store: Store, id: string): Promise<void> {
  const loading = underWay.get(id) ?? fetchCar(store, id).finally(() => underWay.delete(id));
  underWay.set(id, loading);
  return loading;
}

async function fetchCar(store: Store, id: string): Promise<void> {
  const { documents } = await request<DocList>(`whole-car/${encodeURIComponent(id)}`);
  store.dispatch(received({ documents, wholeCar: true }));
}

/** Fetches all of every car, the newest first, for a device that may lose the server. While the server is away it is asked again. */
export async function takeAlong(store: AppStore): Promise<void> {
  const missing = new Set<string>();
  for (;;) {
    const next = selectGarage(store.getState()).findLast(({ id }) => !missing.has(id) && !isCarHere(store.getState(), id));
    if (!next) return;
    try {
      await loadCar(store, next.id);
    } catch (cause) {
      if (isMissing(cause)) missing.add(next.id);
      else await pause(AGAIN_MS);
    }
    await pause();
  }
}

/** Whether the server answered that it has no such car. */
export const isMissing = (cause: unknown): boolean => errorOf(cause)?.code === 'no-such-document';

/** What the browser kept may be from before what was missed. */
const FRESH = { isFresh: true };

/** Fetches all that is here again, where too much has changed to be sent one by one. What is deleted meanwhile goes. Rejects where there is no server. */
export async function loadAgain(store: AppStore): Promise<void> {
  await shelfAgain(store);
  await carsAgain(store);
  await loadUnreadable(store);
}

/** What comes by the feed while a list is read may be newer than its last piece. */
async function shelfAgain(store: AppStore): Promise<void> {
  const { entries } = store.getState().documentStore;
  const there = new Set<Key>();
  const take = ({ documents }: DocPiece) => {
    addKeys(there, documents);
    store.dispatch(received({ documents }));
  };
  await inPieces('shelf', take, FRESH);
  dropGone(store, Object.values(entries), ({ key }) => kindsOfList('shelf').includes(kindOfKey(key)) && !there.has(key));
}

/** All cars by name, and whole those that were. Of the others what came by the feed stays. */
async function carsAgain(store: AppStore): Promise<void> {
  const { entries, wholeCars } = store.getState().documentStore;
  const there = new Set<Key>();
  const take = ({ documents, plans }: CarPiece) => {
    addKeys(there, documents);
    store.dispatch(received({ documents, plans }));
  };
  await inPieces('cars', take, FRESH);
  for (const carId of Object.keys(wholeCars)) {
    if (!there.has(keyOf('car', carId))) continue;
    const { documents } = await request<DocList>(`whole-car/${carId}`, FRESH);
    addKeys(there, documents);
    store.dispatch(received({ documents, wholeCar: true }));
  }
  dropGone(store, Object.values(entries), (entry) => {
    const root = rootOf(entries, entry);
    if (!root || kindOfKey(root) !== 'car' || there.has(entry.key)) return false;
    return !there.has(root) || wholeCars[entries[root]?.id ?? ''] === true;
  });
}

function addKeys(keys: Set<Key>, documents: DocList['documents']): void {
  for (const kind of KIND_NAMES) for (const { id } of documents[kind] ?? []) keys.add(keyOf(kind, id));
}

/** What the server had of some documents, and has no more. */
function dropGone(store: AppStore, entries: readonly Entry[], isGone: (entry: Entry) => boolean): void {
  const gone = entries.flatMap((entry) =>
    entry.remote.state === 'present' && isGone(entry) ? [{ key: entry.key, version: entry.remote.version + 1 }] : [],
  );
  store.dispatch(heard({ written: [], gone }));
}

/** The document that all of a car, or a part, belongs to in the end. */
function rootOf(entries: Readonly<Record<Key, Entry>>, { key, content, remote }: Entry): Key | undefined {
  const known = content ?? (remote.state === 'present' ? remote.content : undefined);
  const parent = known && parentKeyOf(known);
  if (!parent) return key;
  return entries[parent] && rootOf(entries, entries[parent]);
}
