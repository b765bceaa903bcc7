/** How one document stands in the document store: put, received, taken back, answered. */
import { KIND_NAMES, type Doc, type DocList, type KindName, type PlanName, type SetAside } from '@puddler/contract/shared';
import { freeze, original } from '@reduxjs/toolkit';
import { contentOf, idOfKey, isUnsaved, keyOf, kindOfKey, parentKeyOf, type Content, type Entry, type Key, type Remote } from './entry';
import { catchUp, comeBack, forgetDeletion, gone } from './settled';
import { reverted, type Change } from './history';
import type { UnreadableEdit } from './read-unsaved';

/** `failing` with the reason that the server or its disk gives. */
export type SyncState = { state: 'idle' | 'saving' | 'offline' } | { state: 'failing'; message: string };

/** @public Named in the types of the store. */
export interface DocumentStoreState {
  loaded: 'loading' | 'ready' | 'failed';
  /** The shelf comes after the garage. */
  shelfLoaded: boolean;
  /** Cars of which all is here, whatever belongs to them. */
  wholeCars: Record<string, true>;
  /** Plans by car, of cars that came by name. */
  planNames: Record<string, PlanName[]>;
  /** Cars that came ahead of the list. */
  early: Record<Key, true>;
  /** In the order they are shown. */
  keys: Key[];
  entries: Record<Key, Entry>;
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

export function put(state: DocumentStoreState, key: Key, id: string, content: Content | null, at: string): void {
  const entry = state.entries[key];
  if (entry) {
    entry.content = content;
    entry.updatedAt = at;
    delete entry.refused;
    catchUp(entry, content, (original(entry) ?? entry).remote);
  } else {
    state.keys.push(key);
    state.entries[key] = { key, id, content, remote: { state: 'absent' }, updatedAt: at };
    // Of a car that is made here nothing is elsewhere.
    if (content?.kind === 'car') state.wholeCars[id] = true;
  }
}

/** What a document is in the document store once the server has said how it has it: the same object where that changes nothing. */
function asOfServer(known: Entry | undefined, doc: Doc, content: Content, orphan: boolean): Entry {
  const shown = orphan ? null : content;
  const remote: Remote = { state: 'present', version: doc.version, content };
  if (!known) return { key: keyOf(content.kind, doc.id), id: doc.id, content: shown, remote, updatedAt: doc.updatedAt };
  // What was typed and not yet saved stays; the next write finds out whether it conflicts.
  if (known.remote.state !== 'absent' && known.remote.version >= doc.version) return known;
  if (!isUnsaved(known)) return { ...known, content: shown, remote, updatedAt: doc.updatedAt };
  return (known.newer?.version ?? 0) >= doc.version ? known : { ...known, newer: { version: doc.version, content } };
}

function fromServer(state: DocumentStoreState, kind: KindName, doc: Doc): void {
  const key = keyOf(kind, doc.id);
  const content = contentOf(kind, doc);
  const entry = state.entries[key];
  const known = entry && (original(entry) ?? entry);
  const orphan = isOrphan(state.entries, content);
  if (orphan && !known) {
    markIncomplete(state, content);
    return;
  }
  const next = asOfServer(known, doc, content, orphan);
  if (next !== known) {
    if (!known) state.keys.push(key);
    state.entries[key] = next;
  }
  forgetDeletion(state.entries[key]!, doc.version);
}

/** Not all of its car is here any more: it is fetched again should an undo bring the car back. */
function markIncomplete(state: DocumentStoreState, content: Content): void {
  const parent = parentKeyOf(content);
  const above = parent && state.entries[parent];
  if (!above) return;
  if (kindOfKey(above.key) === 'car') {
    delete state.wholeCars[above.id];
    state.planNames[above.id] ??= [];
  } else if (above.remote.state === 'deleted' && above.remote.was) markIncomplete(state, above.remote.was);
  else if (above.remote.state === 'present') markIncomplete(state, above.remote.content);
}

/** What a document belongs to was deleted here, before the server handed the document out. It goes with that, and comes back with it. */
function isOrphan(entries: DocumentStoreState['entries'], content: Content): boolean {
  const parent = parentKeyOf(content);
  return parent !== undefined && entries[parent]?.content === null;
}

export type Received = Pick<DocList, 'documents'> & {
  /** The shelf, or all cars by name, of which this is the last piece. */
  complete?: 'shelf' | 'cars';
  plans?: Record<string, PlanName[]>;
  wholeCar?: true;
};

/**
 * The document store with documents as the server has them: a piece of a list, or all of a car.
 * It makes no drafts: of a store with thousands of documents they would take longer than all the rest.
 */
export function withReceived(state: DocumentStoreState, { documents, complete, plans, wholeCar }: Received): DocumentStoreState {
  const isDeletedHere = (doc: Doc<'car'>) => asOfServer(state.entries[keyOf('car', doc.id)], doc, contentOf('car', doc), false).content === null;
  // An undo brings the car back by name, and it is fetched again when it is looked at.
  if (wholeCar && documents.car?.some(isDeletedHere)) return state;
  const entries = { ...state.entries };
  const early = { ...state.early };
  const wholeCars = { ...state.wholeCars };
  const moved = new Set<Key>();
  const placed: Key[] = [];
  // Parents before what belongs to them.
  for (const kind of KIND_NAMES)
    for (const doc of documents[kind] ?? []) {
      const key = keyOf(kind, doc.id);
      const content = contentOf(kind, doc);
      const orphan = isOrphan(entries, content);
      if (!entries[key]) {
        if (orphan) continue;
        placed.push(key);
        if (wholeCar && kind === 'car' && state.loaded !== 'ready') early[key] = true;
      } else if (early[key] && !wholeCar) {
        // What came ahead of its list takes the place that it has in there.
        moved.add(key);
        placed.push(key);
        delete early[key];
      }
      // Made here, and there since an answer that got lost: others may have put more into it.
      if (kind === 'car' && entries[key]?.remote.state === 'absent') delete wholeCars[doc.id];
      // What is frozen is not gone through by the drafts of later edits.
      entries[key] = freeze(asOfServer(entries[key], doc, content, orphan), true);
    }
  if (wholeCar) for (const { id } of documents.car ?? []) wholeCars[id] = true;
  return {
    ...state,
    entries,
    early,
    wholeCars,
    planNames: { ...state.planNames, ...plans },
    keys: [...(moved.size > 0 ? state.keys.filter((key) => !moved.has(key)) : state.keys), ...placed],
    loaded: complete === 'cars' ? 'ready' : state.loaded,
    shelfLoaded: state.shelfLoaded || complete === 'shelf',
  };
}

/** Documents as the server has them now, and those that it has no more. */
export interface Heard {
  written: { kind: KindName; doc: Doc }[];
  gone: { key: Key; version: number }[];
  /** Documents that came back with what they belong to. */
  back?: { key: Key; version: number }[];
}

/**
 * Takes in what another window or device wrote. What is being changed here stays, with what it belongs to: its next write finds out what was written,
 * and of what was deleted the builder is asked at once.
 */
export function takeHeard(state: DocumentStoreState, { written, gone: deleted, back = [] }: Heard): void {
  const isChangedHere = (entry: Entry): boolean => isUnsaved(original(entry) ?? entry) || childrenOf(state, entry.key).some(isChangedHere);
  for (const { kind, doc } of written) fromServer(state, kind, doc);
  for (const { key, version } of deleted) {
    const entry = state.entries[key];
    if (!entry) markGone(state, key, version);
    else if (entry.remote.state !== 'absent' && entry.remote.version >= version) continue;
    else if (entry.remote.state !== 'present') {
      // It arrived, and was deleted before the answer came.
      if (entry.sent && entry.content) entry.conflict = { deleted: true, version };
    } else if (!isChangedHere(entry)) {
      entry.remote = { ...gone(entry, version), byOthers: true };
      entry.content = null;
    } else if (entry.content) {
      delete entry.newer;
      entry.conflict = { deleted: true, version };
    }
  }
  for (const { key, version } of back) comeBack(state.entries[key], version, (entry) => !isChangedHere(entry));
}

/** What is not here, or by its name only, is deleted: an answer that is on its way from before brings nothing back. */
function markGone(state: DocumentStoreState, key: Key, version: number): void {
  state.keys.push(key);
  state.entries[key] = { key, id: idOfKey(key), content: null, remote: { state: 'deleted', version }, updatedAt: '' };
  for (const [carId, names] of Object.entries(state.planNames)) {
    const left = names.filter(({ id }) => keyOf('plan', id) !== key);
    if (left.length < names.length) state.planNames[carId] = left;
  }
}

/** Takes a change back, or makes it again. */
export function turn(state: DocumentStoreState, change: Change, way: 'back' | 'forth', at: number): void {
  const when = new Date(at).toISOString();
  // Whether a document is still as the change left it is detected by identity, which drafts do not have.
  const { entries } = original(state);
  for (const { key, id, before, after } of change.steps) {
    const now = entries[key]?.content ?? null;
    put(state, key, id, way === 'back' ? reverted(now, after, before) : reverted(now, before, after), when);
  }
}

export function childrenOf(state: DocumentStoreState, key: Key): Entry[] {
  return Object.values(state.entries).filter((entry) => {
    const content = entry.content ?? (entry.remote.state === 'present' ? entry.remote.content : undefined);
    return content !== undefined && parentKeyOf(content) === key;
  });
}
