import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex } from '@noble/hashes/utils';
import type { FileRef } from '@puddler/contract/shared';
import { allWaiting, dropWaiting, putWaiting, type WaitingBytes } from '../workers/waiting-bytes';
import { errorOf } from '../api/request';
import { keepLog, keepPhoto } from '../api/server';
import { filesWait } from './document-store-slice';
import { noticed } from './notices-slice';
import type { AppStore } from './store';

/** Digested in pieces, so that the page keeps its frames. */
const PIECE_BYTES = 2 * 1024 * 1024;
/** What waits leaves this share of the browser's store to what is typed. */
const MOST_USED = 0.9;
const TYPES = { photo: 'image/jpeg', log: 'text/plain' };

/** Addresses of files that wait, for as long as the page lives. */
const addresses = new Map<string, string>();

/** Where a kept file is shown from: the browser's own store while it waits. */
export const fileAddress = ({ hash }: Pick<FileRef, 'hash'>): string => addresses.get(hash) ?? `/api/files/${hash}`;

/** Browsers have SHA-256 themselves, but only where they trust the connection. */
async function hashOf(bytes: Blob): Promise<string> {
  const digest = sha256.create();
  for (let at = 0; at < bytes.size; at += PIECE_BYTES) digest.update(new Uint8Array(await bytes.slice(at, at + PIECE_BYTES).arrayBuffer()));
  return bytesToHex(digest.digest());
}

const send = ({ as, bytes }: Pick<WaitingBytes, 'as' | 'bytes'>): Promise<FileRef> => (as === 'photo' ? keepPhoto(bytes) : keepLog(bytes));

/** Whether to send it again later: the server was out of reach or failed, and did not refuse the file. */
const isAway = (cause: unknown): boolean => {
  const error = errorOf(cause);
  return !error || error.status >= 500;
};

/**
 * Keeps a photo or a log: on the server, or, while that is out of reach, in the browser until it is back. Throws what the server refuses, and an error with
 * words where the browser has no room left.
 */
export async function keepFile(store: AppStore, as: WaitingBytes['as'], bytes: Blob): Promise<FileRef> {
  if (store.getState().documentStore.sync.state !== 'offline') {
    try {
      return await send({ as, bytes });
    } catch (cause) {
      if (!isAway(cause)) throw cause;
    }
  }
  const hash = await hashOf(bytes);
  const isKept =
    (await hasRoom(bytes.size)) &&
    (await putWaiting(hash, { as, bytes, at: Date.now() }).then(
      () => true,
      () => false,
    ));
  if (!isKept) throw new Error('this browser has no room for it until what waits is sent.');
  addresses.set(hash, URL.createObjectURL(bytes));
  await count(store);
  return { hash, type: TYPES[as], bytes: bytes.size };
}

async function count(store: AppStore): Promise<void> {
  store.dispatch(filesWait((await allWaiting()).length));
}

/** Why a file could not be kept, in words. */
export function whyNotKept(cause: unknown): string {
  const error = errorOf(cause);
  return error ? `${error.message} ${error.mend}` : cause instanceof Error ? cause.message : 'it could not be kept.';
}

/** A browser that does not say how full its store is is tried. */
async function hasRoom(bytes: number): Promise<boolean> {
  const storage = (navigator as { storage?: StorageManager }).storage;
  const { usage = 0, quota } = (await storage?.estimate?.().catch(() => undefined)) ?? {};
  return quota === undefined || usage + bytes < MOST_USED * quota;
}

/** Shows what an earlier visit left waiting. */
export async function recallFiles(store: AppStore): Promise<void> {
  const all = await allWaiting();
  for (const [hash, { as, bytes }] of all) if (as === 'photo' && !addresses.has(hash)) addresses.set(hash, URL.createObjectURL(bytes));
  if (all.length > 0) store.dispatch(filesWait(all.length));
}

/** Sends what waits, one after the other. Throws what says that the server is still out of reach. */
export async function sendFiles(store: AppStore): Promise<void> {
  if (store.getState().documentStore.filesWaiting === 0) return;
  for (const [hash, waiting] of await allWaiting()) {
    try {
      await send(waiting);
    } catch (cause) {
      if (isAway(cause)) throw cause;
      const { message, mend } = errorOf(cause)!;
      store.dispatch(noticed({ text: `A ${waiting.as} that waited was not taken. ${message} ${mend}`, tone: 'stop' }));
    }
    await dropWaiting(hash);
    // Pictures that are shown keep their address of here for as long as they are; the next one is the server's.
    addresses.delete(hash);
    await count(store);
  }
  // Another window may have sent them, or the browser thrown them away.
  await count(store);
}
