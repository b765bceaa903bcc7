/** How one document stands on the desk: put, received, taken back, answered. */
import type { Doc, KindName, SetAside } from '@puddler/contract/shared';
import { original } from '@reduxjs/toolkit';
import { contentOf, isUnsaved, keyOf, parentKeyOf, type Content, type Held, type Key, type Remote } from './held';
import { turned, type Change } from './history';
import type { UnreadableEdit } from './read-unsaved';

/** `failing` with the reason that the server or its disk gives. */
export type SyncState = { state: 'idle' | 'saving' | 'offline' } | { state: 'failing'; message: string };

/** @public Named in the types of the store. */
export interface DeskState {
  loaded: 'loading' | 'ready' | 'failed';
  /** The shelf comes after the garage. */
  shelfLoaded: boolean;
  /** And the log after that. */
  logLoaded: boolean;
  /** In the order they are shown. */
  keys: Key[];
  held: Record<Key, Held>;
  /** Documents that the server has and cannot read. */
  setAside: SetAside[];
  /** Edits that this browser kept and this release cannot read. */
  quarantined: UnreadableEdit[];
  past: Change[];
  future: Change[];
  sync: SyncState;
  /** Photos and logs that wait for the server. */
  filesWaiting: number;
}

export function put(desk: DeskState, key: Key, id: string, content: Content | null, at: string): void {
  const held = desk.held[key];
  if (held) {
    held.content = content;
    held.updatedAt = at;
    delete held.refused;
  } else {
    desk.keys.push(key);
    desk.held[key] = { key, id, content, remote: { state: 'absent' }, updatedAt: at };
  }
}

export function fromServer(desk: DeskState, kind: KindName, doc: Doc): void {
  const key = keyOf(kind, doc.id);
  const content = contentOf(kind, doc);
  const remote: Remote = { state: 'present', version: doc.version, content };
  const held = desk.held[key];
  if (!held) {
    desk.keys.push(key);
    desk.held[key] = { key, id: doc.id, content: isOrphan(desk, content) ? null : content, remote, updatedAt: doc.updatedAt };
    return;
  }
  // What was typed and not yet saved stays; the next write finds out whether it conflicts.
  const known = original(held) ?? held;
  const isKnown = known.remote.state !== 'absent' && known.remote.version >= doc.version;
  if (isKnown || isUnsaved(known)) return;
  held.content = isOrphan(desk, content) ? null : content;
  held.updatedAt = doc.updatedAt;
  held.remote = remote;
}

/** What a document belongs to was deleted here, before the server handed the document out. */
function isOrphan(desk: DeskState, content: Content): boolean {
  const parent = parentKeyOf(content);
  return parent !== undefined && desk.held[parent]?.content === null;
}

/** Takes a change back, or makes it again. */
export function turn(desk: DeskState, change: Change, way: 'back' | 'forth', at: number): void {
  const when = new Date(at).toISOString();
  // Whether a document is still as the change left it is detected by identity, which drafts do not have.
  const { held } = original(desk);
  for (const { key, id, before, after } of change.steps) {
    const now = held[key]?.content ?? null;
    put(desk, key, id, way === 'back' ? turned(now, after, before) : turned(now, before, after), when);
  }
}

export function childrenOf(desk: DeskState, key: Key): Held[] {
  return Object.values(desk.held).filter((held) => {
    const content = held.content ?? (held.remote.state === 'present' ? held.remote.content : undefined);
    return content !== undefined && parentKeyOf(content) === key;
  });
}

export const gone = (held: Held, version: number): Remote => ({
  state: 'deleted',
  version,
  was: held.remote.state === 'present' ? held.remote.content : held.remote.state === 'deleted' ? held.remote.was : undefined,
});

/** What became of a document that was sent is known. */
export function answered(held: Held): Held {
  delete held.sent;
  return held;
}
