import { api } from '../data/api';
import { garageAwaited, garageFailed, garageLoaded } from '../data/desk-slice';
import type { AppStore } from './store';

const AGAIN_MS = 2_000;

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
