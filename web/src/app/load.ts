import { api } from '../data/api';
import { garageAwaited, garageFailed, garageLoaded, shelfLoaded } from '../data/desk-slice';
import type { AppStore } from './store';

const AGAIN_MS = 2_000;
/** Parts put on the desk in one go: some milliseconds. */
const PARTS_A_PIECE = 400;

/** Fetches the garage, and keeps asking while the server is away. */
export async function loadGarage(store: AppStore): Promise<void> {
  for (;;) {
    store.dispatch(garageAwaited());
    try {
      store.dispatch(garageLoaded(await store.dispatch(api.endpoints.garage.initiate(undefined, { forceRefetch: true, subscribe: false })).unwrap()));
      return;
    } catch {
      store.dispatch(garageFailed());
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
  }
}

/** Fetches the shelf after the garage, and puts it on the desk in pieces that leave the page its frames. */
export async function loadShelf(store: AppStore): Promise<void> {
  for (;;) {
    try {
      const { parts } = await store.dispatch(api.endpoints.shelf.initiate(undefined, { forceRefetch: true, subscribe: false })).unwrap();
      for (let at = 0; at === 0 || at < parts.length; at += PARTS_A_PIECE) {
        store.dispatch(shelfLoaded({ parts: parts.slice(at, at + PARTS_A_PIECE), last: at + PARTS_A_PIECE >= parts.length }));
        await new Promise((resolve) => setTimeout(resolve));
      }
      return;
    } catch {
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS));
    }
  }
}
