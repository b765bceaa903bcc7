import type { AppStore } from '../app/store';
import { isUnsaved, unsavedRecalled, type Held } from './desk-slice';

const STORED_AS = 'puddler.unsaved.v1';
const SETTLE_MS = 150;

/** Keeps unsaved documents in the browser too, so that closing the page while the server is away loses nothing. */
export function keepUnsaved(store: AppStore): void {
  const stored = localStorage.getItem(STORED_AS);
  if (stored) {
    try {
      store.dispatch(unsavedRecalled(JSON.parse(stored) as Held[]));
    } catch {
      localStorage.removeItem(STORED_AS);
    }
  }
  let held = store.getState().desk.held;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const write = () => {
    clearTimeout(timer);
    timer = undefined;
    const waiting = Object.values(store.getState().desk.held).filter(isUnsaved);
    if (waiting.length === 0) localStorage.removeItem(STORED_AS);
    else localStorage.setItem(STORED_AS, JSON.stringify(waiting));
  };
  store.subscribe(() => {
    if (store.getState().desk.held === held) return;
    held = store.getState().desk.held;
    timer ??= setTimeout(write, SETTLE_MS);
  });
  window.addEventListener('pagehide', () => {
    if (timer !== undefined) write();
  });
}
