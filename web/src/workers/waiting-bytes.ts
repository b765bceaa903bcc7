import { createStore, del, entries, get, set } from 'idb-keyval';

/** A photo or a log that the server does not have yet, in the browser's own store under its SHA-256. */
export interface WaitingBytes {
  as: 'photo' | 'log';
  bytes: Blob;
  /** Those that wait longest are sent first [ms since 1970]. */
  at: number;
}

let opened: ReturnType<typeof createStore> | undefined;
const store = () => (opened ??= createStore('puddler-waiting', 'files'));

/** Throws where the browser's store is full, or there is none. */
export const putWaiting = (hash: string, waiting: WaitingBytes): Promise<void> => set(hash, waiting, store());

export const dropWaiting = (hash: string): Promise<void> => del(hash, store());

/** Undefined where it does not wait, or the browser has no store. */
export async function waitingBytes(hash: string): Promise<WaitingBytes | undefined> {
  try {
    return await get<WaitingBytes>(hash, store());
  } catch {
    return undefined;
  }
}

/** All of them, those that wait longest first; none where the browser has no store. */
export async function allWaiting(): Promise<[hash: string, waiting: WaitingBytes][]> {
  try {
    const all = await entries<string, WaitingBytes>(store());
    return all.filter(([, one]) => one.bytes instanceof Blob).sort(([, a], [, b]) => a.at - b.at);
  } catch {
    return [];
  }
}
