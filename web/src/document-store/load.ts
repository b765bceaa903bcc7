import { kindsOfList, LIST_NAMES, type DocList, type DocPiece, type ListName } from '@puddler/contract/shared';
import { request } from '../api/request';
import { garageAwaited, garageFailed, heard, received, unreadableFound } from './document-store-slice';
import { keyOf, kindOfKey } from './entry';
import type { AppStore } from './store';

type Store = Pick<AppStore, 'dispatch'>;

/** A server that is away is asked again after this long [ms]. */
export const AGAIN_MS = 2_000;
/** What a page begins with is drawn at once. */
const FIRST_PIECE = 200;
/** So many documents are read and put into the document store in one go: some tens of milliseconds of a garage of ten years. */
const PIECE = 400;

const pause = (ms?: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

type Take = (documents: DocList['documents'], isLast: boolean) => void;

/** Fetches a list in pieces and hands each on, so that the page keeps its frames however long the list is. */
async function inPieces(list: ListName, take: Take): Promise<void> {
  let after: string | undefined;
  do {
    const piece = await request<DocPiece>(after === undefined ? `${list}?limit=${FIRST_PIECE}` : `${list}?limit=${PIECE}&after=${after}`);
    after = piece.next;
    take(piece.documents, after === undefined);
    await pause();
  } while (after !== undefined);
}

/** Fetches a list; rejects where there is no server. */
export const fetchList = (store: Store, list: ListName): Promise<void> =>
  inPieces(list, (documents, isLast) => store.dispatch(received({ documents, ...(isLast ? { complete: list } : {}) })));

/** Fetches what the server has and cannot read. */
export async function loadUnreadable(store: Store): Promise<void> {
  const { setAside } = await request<Pick<DocList, 'setAside'>>('set-aside');
  store.dispatch(unreadableFound(setAside));
}

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
const logsUnderWay = new Map<string, Promise<void>>();

/** Fetches the log of a car. Asked by several at the same time it is fetched once. Rejects where there is no server. */
export const loadLogOf = (store: Store, carId: string): Promise<void> =>
  onlyOnce(logsUnderWay, carId, async () => {
    store.dispatch(received({ documents: await logDocuments(carId), logOf: carId }));
  });

const logDocuments = async (carId: string): Promise<DocList['documents']> => (await request<DocList>(`log/${encodeURIComponent(carId)}`)).documents;

/**
 * Fetches all of a car with its plans and runs; `id` names the car or a plan. Asked by several at the same time it is fetched once. Rejects where there is
 * none, or no server.
 */
function loadCar(store: Store, id: string): Promise<void> {
  return onlyOnce(carsUnderWay, id, async () => {
    const { documents } = await request<DocList>(`whole-car/${encodeURIComponent(id)}`);
    store.dispatch(received({ documents, wholeCar: true }));
  });
}

function onlyOnce(underWay: Map<string, Promise<void>>, id: string, fetched: () => Promise<void>): Promise<void> {
  const loading = underWay.get(id) ?? fetched().finally(() => underWay.delete(id));
  underWay.set(id, loading);
  return loading;
}

/** Fetches all that is here again, where too much has changed to be sent one by one. What is deleted meanwhile goes. */
export async function loadAgain(store: AppStore): Promise<void> {
  for (const list of LIST_NAMES) {
    // What comes by the feed while the list is read may be newer than its last piece.
    const { entries, logLoaded, carsWithLog } = store.getState().documentStore;
    const there = new Set<string>();
    const take = (documents: DocList['documents']) => {
      for (const kind of kindsOfList(list)) for (const { id } of documents[kind] ?? []) there.add(keyOf(kind, id));
      store.dispatch(received({ documents }));
    };
    const isWhole = list !== 'log' || logLoaded;
    if (isWhole) await inPieces(list, take);
    else for (const carId of Object.keys(carsWithLog)) take(await logDocuments(carId));
    const gone = Object.values(entries).flatMap(({ key, remote }) => {
      if (remote.state !== 'present' || there.has(key) || !kindsOfList(list).includes(kindOfKey(key))) return [];
      return isWhole || carsWithLog[remote.content.parentId ?? ''] ? [{ key, version: remote.version + 1 }] : [];
    });
    store.dispatch(heard({ written: [], gone }));
  }
  await loadUnreadable(store);
}
