import { kindsOfList, LIST_NAMES, type DocList, type ListName } from '@puddler/contract/shared';
import { api } from './api';
import { garageAwaited, garageFailed, heard, received } from './desk-slice';
import { keyOf, kindOfKey } from './held';
import type { AppStore } from './store';

const AGAIN_MS = 2_000;
/** Parts put on the desk in one go: some milliseconds. */
const PARTS_A_PIECE = 400;

const pause = (ms?: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

const fetchList = (store: AppStore, list: ListName): Promise<DocList> =>
  store.dispatch(api.endpoints.list.initiate(list, { forceRefetch: true, subscribe: false })).unwrap();

/** Fetches all lists again, where too much has changed to be sent one by one. What is deleted meanwhile goes. */
export async function loadAgain(store: AppStore): Promise<void> {
  for (const list of LIST_NAMES) {
    const { documents, setAside } = await fetchList(store, list);
    const kinds = kindsOfList(list);
    const there = new Set(kinds.flatMap((kind) => (documents[kind] ?? []).map(({ id }) => keyOf(kind, id))));
    const gone = Object.values(store.getState().desk.held).flatMap(({ key, remote }) =>
      remote.state === 'present' && kinds.includes(kindOfKey(key)) && !there.has(key) ? [{ key, version: remote.version + 1 }] : [],
    );
    store.dispatch(received({ documents, setAside }));
    store.dispatch(heard({ written: [], gone }));
  }
}

/** Fetches the garage, and keeps asking while the server is away. */
export async function loadGarage(store: AppStore): Promise<void> {
  for (;;) {
    store.dispatch(garageAwaited());
    try {
      store.dispatch(received({ ...(await fetchList(store, 'garage')), complete: 'garage' }));
      return;
    } catch {
      store.dispatch(garageFailed());
      await pause(AGAIN_MS);
    }
  }
}

/** Fetches the shelf after the garage, and puts it on the desk in pieces that leave the page its frames. */
export async function loadShelf(store: AppStore): Promise<void> {
  for (;;) {
    try {
      const { documents, setAside } = await fetchList(store, 'shelf');
      const parts = documents.part ?? [];
      for (let at = 0; at === 0 || at < parts.length; at += PARTS_A_PIECE) {
        const isLast = at + PARTS_A_PIECE >= parts.length;
        store.dispatch(
          received({ documents: { part: parts.slice(at, at + PARTS_A_PIECE) }, setAside, ...(isLast ? { complete: 'shelf' as const } : {}) }),
        );
        await pause();
      }
      return;
    } catch {
      await pause(AGAIN_MS);
    }
  }
}

/** Fetches the runs of all cars after that. */
export async function loadLog(store: AppStore): Promise<void> {
  for (;;) {
    try {
      store.dispatch(received({ ...(await fetchList(store, 'log')), complete: 'log' }));
      return;
    } catch {
      await pause(AGAIN_MS);
    }
  }
}
