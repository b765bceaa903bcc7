import { setCurrency } from '@puddler/figures';
import type { AppStore } from './store';

/** Writes money with the currency that was chosen; before any view hears of a change, so that it draws with the new one. */
export function keepCurrency(store: AppStore): void {
  const keep = () => setCurrency(store.getState().prefs.currency);
  keep();
  store.subscribe(keep);
}
