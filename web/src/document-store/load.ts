import { kindsOfList, LIST_NAMES, type DocList, type DocPiece, type ListName, type SetAside } from '@puddler/contract/shared';
import { request } from '../api/request';
import { garageAwaited, garageFailed, heard, received } from './document-store-slice';
import { keyOf, kindOfKey } from './entry';
import type { AppStore } from './store';

type Store = Pick<AppStore, 'dispatch'>;

const AGAIN_MS = 2_000;
/** What a page begins with is drawn at once. */
const FIRST_PIECE = 200;
/** So many documents are read and put into the document store in one go: some tens of milliseconds of a garage of ten years. */
const PIECE = 400;

const pause = (ms?: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

/** Fetches a list in pieces and hands each on, so that the page keeps its frames however long the list is. */
async function inPieces(list: ListName, take: (documents: DocList['documents'], end?: SetAside[]) => void): Promise<void> {
  const setAside: SetAside[] = [];
  let after: string | undefined;
  do {
    const piece = await request<DocPiece>(after === undefined ? `${list}?limit=${FIRST_PIECE}` : `${list}?limit=${PIECE}&after=${after}`);
    setAside.push(...piece.setAside);
    after = piece.next;
    take(piece.documents, after === undefined ? setAside : undefined);
    await pause();
  } while (after !== undefined);
}

/** Fetches a list; rejects where there is no server. */
export const fetchList = (store: Store, list: ListName): Promise<void> =>
  inPieces(list, (documents, end) => store.dispatch(received({ documents, ...(end ? { setAside: end, complete: list } : {}) })));

/** Fetches a list, and keeps asking while the server is away: what is in the document store already stays as it is. */
async function load(store: Store, list: ListName, onFailed?: () => void): Promise<void> {
  for (;;) {
    try {
      return await fetchList(store, list);
    } catch {
      onFailed?.();
      await pause(AGAIN_MS);
      if (onFailed) store.dispatch(garageAwaited());
    }
  }
}

/** The garage, and before it the car that the address names: its plan need not wait for all the others. */
export async function loadGarage(store: Store, address = ''): Promise<void> {
  store.dispatch(garageAwaited());
  const [, id] = /^\/(?:plans|cars)\/([^/]+)/.exec(address) ?? [];
  if (id !== undefined) await loadCar(store, id).catch(() => undefined);
  await load(store, 'garage', () => store.dispatch(garageFailed()));
}

export const loadShelf = (store: Store): Promise<void> => load(store, 'shelf');
export const loadLog = (store: Store): Promise<void> => load(store, 'log');

const carsUnderWay = new Map<string, Promise<void>>();

/**
 * Fetches all of a car with its plans and runs; `id` names the car or a plan. Asked by several at the same time it is fetched once. Rejects where there is
 * none, or no server.
 */
export function loadCar(store: Store, id: string): Promise<void> {
  const fetched = async () => {
    const { documents } = await request<DocList>(`whole-car/${encodeURIComponent(id)}`);
    store.dispatch(received({ documents, wholeCar: true }));
  };
  const loading = carsUnderWay.get(id) ?? fetched().finally(() => carsUnderWay.delete(id));
  carsUnderWay.set(id, loading);
  return loading;
}

/** Fetches all lists again, where too much has changed to be sent one by one. What is deleted meanwhile goes. */
export async function loadAgain(store: AppStore): Promise<void> {
  for (const list of LIST_NAMES) {
    const kinds = kindsOfList(list);
    const there = new Set<string>();
    // What comes by the feed while the list is read may be newer than its last piece.
    const before = Object.values(store.getState().documentStore.entries);
    await inPieces(list, (documents, end) => {
      for (const kind of kinds) for (const { id } of documents[kind] ?? []) there.add(keyOf(kind, id));
      store.dispatch(received({ documents, ...(end ? { setAside: end } : {}) }));
    });
    const gone = before.flatMap(({ key, remote }) =>
      remote.state === 'present' && kinds.includes(kindOfKey(key)) && !there.has(key) ? [{ key, version: remote.version + 1 }] : [],
    );
    store.dispatch(heard({ written: [], gone }));
  }
}
