/** How one document stands on the desk: put, received, taken back, answered. */
import { KIND_NAMES, type Doc, type DocList, type KindName, type ListName, type SetAside } from '@puddler/contract/shared';
import { freeze, original } from '@reduxjs/toolkit';
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
  /** Cars of which everything is here, before all the others are. */
  wholeCars: Record<string, true>;
  /** What came ahead of its list. */
  early: Record<Key, true>;
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
  /** The server’s disk was full when it started: it saves nothing before it is started again. */
  isReadOnly: boolean;
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

/** What a document is on the desk once the server has said how it has it: the same object where that changes nothing. */
function asOfServer(known: Held | undefined, doc: Doc, content: Content, orphan: boolean): Held {
  const shown = orphan ? null : content;
  const remote: Remote = { state: 'present', version: doc.version, content };
  if (!known) return { key: keyOf(content.kind, doc.id), id: doc.id, content: shown, remote, updatedAt: doc.updatedAt };
  // What was typed and not yet saved stays; the next write finds out whether it conflicts.
  const isKnown = known.remote.state !== 'absent' && known.remote.version >= doc.version;
  return isKnown || isUnsaved(known) ? known : { ...known, content: shown, remote, updatedAt: doc.updatedAt };
}

export function fromServer(desk: DeskState, kind: KindName, doc: Doc): void {
  const key = keyOf(kind, doc.id);
  const content = contentOf(kind, doc);
  const held = desk.held[key];
  const known = held && (original(held) ?? held);
  const next = asOfServer(known, doc, content, isOrphan(desk.held, content));
  if (next === known) return;
  if (!known) desk.keys.push(key);
  desk.held[key] = next;
}

/** What a document belongs to was deleted here, before the server handed the document out. */
function isOrphan(held: DeskState['held'], content: Content): boolean {
  const parent = parentKeyOf(content);
  return parent !== undefined && held[parent]?.content === null;
}

export type Received = Pick<DocList, 'documents'> & { setAside?: SetAside[]; complete?: ListName; wholeCar?: true };

/**
 * The desk with documents as the server has them: a piece of a list, the last with what is set aside of all its kinds, or all of a car ahead of the lists.
 * It makes no drafts: of a desk with thousands of documents they would take longer than all the rest.
 */
export function withReceived(desk: DeskState, { documents, setAside, complete, wholeCar }: Received): DeskState {
  const held = { ...desk.held };
  const early = { ...desk.early };
  const moved = new Set<Key>();
  const placed: Key[] = [];
  // Parents before what belongs to them.
  for (const kind of KIND_NAMES)
    for (const doc of documents[kind] ?? []) {
      const key = keyOf(kind, doc.id);
      const content = contentOf(kind, doc);
      if (!held[key]) {
        placed.push(key);
        if (wholeCar) early[key] = true;
      } else if (early[key] && !wholeCar) {
        // What came ahead of its list takes the place that it has in there.
        moved.add(key);
        placed.push(key);
        delete early[key];
      }
      // What is frozen is not gone through by the drafts of later edits.
      held[key] = freeze(asOfServer(held[key], doc, content, isOrphan(held, content)), true);
    }
  return {
    ...desk,
    held,
    early,
    wholeCars: { ...desk.wholeCars, ...(wholeCar ? Object.fromEntries((documents.car ?? []).map(({ id }) => [id, true as const])) : {}) },
    keys: [...(moved.size > 0 ? desk.keys.filter((key) => !moved.has(key)) : desk.keys), ...placed],
    setAside: setAside ? [...desk.setAside.filter(({ kind }) => !(kind in documents)), ...setAside] : desk.setAside,
    loaded: complete === 'garage' ? 'ready' : desk.loaded,
    shelfLoaded: desk.shelfLoaded || complete === 'shelf',
    logLoaded: desk.logLoaded || complete === 'log',
  };
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
