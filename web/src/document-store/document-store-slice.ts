import { kindOf, merge, type BodyOf, type Doc, type KindName, type SetAside } from '@puddler/contract/shared';
import { createAction, createSlice, original, type PayloadAction, type UnknownAction } from '@reduxjs/toolkit';
import { contentOf, keyOf, type Conflict, type Content, type Entry, type Key, type Refusal } from './entry';
import { childrenOf, takeHeard, put, turn, withReceived, type DocumentStoreState, type Heard, type Received, type SyncState } from './document-state';
import { answered, comeBack, gone, settled } from './settled';
import type { UnreadableEdit } from './read-unsaved';
import { joined, joinsTo, type Change, type Step } from './history';

const MOST_CHANGES = 200;
/** While the server is away every edit is sent in vain; so many of them are remembered as perhaps arrived. */
const MOST_SENT = 8;

const initialState: DocumentStoreState = {
  loaded: 'loading',
  shelfLoaded: false,
  wholeCars: {},
  planNames: {},
  early: {},
  keys: [],
  entries: {},
  setAside: [],
  quarantined: [],
  past: [],
  future: [],
  sync: { state: 'idle' },
  filesWaiting: 0,
  isReadOnly: false,
};

const slice = createSlice({
  name: 'documentStore',
  initialState,
  reducers: {
    garageFailed(state) {
      if (state.loaded !== 'ready') state.loaded = 'failed';
    },
    garageAwaited(state) {
      if (state.loaded === 'failed') state.loaded = 'loading';
    },
    /** Puts back what an earlier visit could not save. */
    unsavedRecalled(state, action: PayloadAction<Entry[]>) {
      for (const entry of action.payload) {
        if (!state.entries[entry.key]) state.keys.push(entry.key);
        state.entries[entry.key] = entry;
        if (entry.content?.kind === 'car' && entry.remote.state === 'absent') state.wholeCars[entry.id] = true;
      }
    },
    unreadableFound(state, action: PayloadAction<SetAside[]>) {
      state.setAside = action.payload;
    },
    quarantined(state, action: PayloadAction<UnreadableEdit[]>) {
      state.quarantined = action.payload;
    },
    changed(state, action: PayloadAction<Change>) {
      const change = action.payload;
      const at = new Date(change.at).toISOString();
      for (const step of change.steps) put(state, step.key, step.id, step.after, at);
      const last = state.past[state.past.length - 1];
      if (last && joinsTo(last, change) && state.future.length === 0) state.past[state.past.length - 1] = joined(last, change);
      else state.past.push(change);
      if (state.past.length > MOST_CHANGES) state.past.shift();
      state.future = [];
    },
    /**
     * The server took documents in (a plan file, a CSV): they are in the document store, saved, and can be undone like any edit.
     * A long list comes in pieces; those with the same `batch` are one undo.
     */
    imported(state, action: PayloadAction<{ id: string; at: number; label: string; batch?: string; documents: { kind: KindName; doc: Doc }[] }>) {
      const { id: changeId, at, label, batch, documents } = action.payload;
      const steps = documents.flatMap(({ kind, doc }): Step[] => {
        const key = keyOf(kind, doc.id);
        if (state.entries[key]?.content) return [];
        const content = contentOf(kind, doc);
        put(state, key, doc.id, content, new Date(at).toISOString());
        state.entries[key]!.remote = { state: 'present', version: doc.version, content };
        return [{ key, id: doc.id, before: null, after: content }];
      });
      const last = state.past[state.past.length - 1];
      if (batch !== undefined && last?.joins === batch) last.steps.push(...steps);
      else if (steps.length > 0) state.past.push({ id: changeId, label, joins: batch, at, steps });
      state.future = [];
    },
    /** Something computed goes into a document beside what was typed: it is no edit of its own, and nothing to undo. */
    amended(state, action: PayloadAction<{ key: Key; content: Content; at: number }>) {
      const entry = state.entries[action.payload.key];
      if (!entry?.content) return;
      entry.content = action.payload.content;
      entry.updatedAt = new Date(action.payload.at).toISOString();
    },
    /** Takes back the last change, or the one named, wherever it stands. */
    undone(state, action: PayloadAction<{ at: number; change?: string }>) {
      const { at, change: id } = action.payload;
      const { past } = original(state);
      const place = id === undefined ? past.length - 1 : past.findIndex((one) => one.id === id);
      const change = past[place];
      if (!change) return;
      state.past.splice(place, 1);
      turn(state, change, 'back', at);
      state.future.push(change);
    },
    redone(state, action: PayloadAction<{ at: number }>) {
      const change = original(state).future.at(-1);
      if (!change) return;
      state.future.pop();
      turn(state, change, 'forth', action.payload.at);
      state.past.push({ ...change, joins: undefined });
    },
    /** Documents go to the server, each as it stands. */
    sending(state, action: PayloadAction<{ key: Key; content: Content | null }[]>) {
      for (const { key, content } of action.payload) {
        const entry = state.entries[key];
        if (!entry) continue;
        const before = original(entry)?.sent ?? [];
        if (!before.includes(content)) entry.sent = [...before, content].slice(-MOST_SENT);
      }
    },
    /** The server took documents, each as a version. */
    saved(state, action: PayloadAction<{ key: Key; version: number; content: Content }[]>) {
      for (const { key, version, content } of action.payload) {
        const entry = state.entries[key];
        if (entry) settled(entry, { state: 'present', version, content });
      }
    },
    /** Documents that are deleted on the server now. */
    remoteGone(state, action: PayloadAction<{ key: Key; version: number }[]>) {
      for (const { key, version } of action.payload) {
        const entry = state.entries[key];
        if (entry) settled(entry, gone(entry, version));
      }
    },
    /** What another window or device saved or deleted. What is being changed here stays, and its next write finds out. */
    heard(state, action: PayloadAction<Heard>) {
      takeHeard(state, action.payload);
    },
    /** Documents that came back on the server with their parent, which was brought back here. */
    remoteBack(state, action: PayloadAction<{ key: Key; version: number }[]>) {
      for (const { key, version } of action.payload)
        comeBack(state.entries[key], version, ({ content, remote }) => content === null && remote.state === 'deleted' && remote.byOthers === true);
    },
    /** The server has never heard of it, or has lost it. */
    remoteUnknown(state, action: PayloadAction<{ key: Key }>) {
      const entry = state.entries[action.payload.key];
      if (entry) answered(entry).remote = { state: 'absent' };
    },
    /** Both sides changed it and nothing of it twice: what both did stands, and goes to the server as one. */
    merged(state, action: PayloadAction<{ key: Key; version: number; theirs: Content; mine: Content }>) {
      const { key, version, theirs, mine } = action.payload;
      const entry = state.entries[key];
      if (!entry) return;
      answered(entry).remote = { state: 'present', version, content: theirs };
      entry.content = mine;
    },
    conflicted(state, action: PayloadAction<{ key: Key; conflict: Conflict }>) {
      const entry = state.entries[action.payload.key];
      if (entry) answered(entry).conflict = action.payload.conflict;
    },
    /** Ends a conflict between two edits: `theirs` names the figures that are to be as the newer document has them. */
    conflictSettled(state, action: PayloadAction<{ key: Key; theirs: string[] }>) {
      const entry = state.entries[action.payload.key];
      const conflict = entry?.conflict;
      if (!entry || !conflict || conflict.deleted || !entry.content) return;
      const base = entry.remote.state === 'present' ? entry.remote.content.body : undefined;
      const { body } = merge(base, entry.content.body, conflict.content.body, kindOf(entry.content.kind), new Set(action.payload.theirs));
      entry.remote = { state: 'present', version: conflict.version, content: conflict.content };
      entry.content = { ...entry.content, body: body as BodyOf<KindName> } as Content;
      delete entry.conflict;
    },
    /** Ends a conflict between keeping a document and its deletion: `keep` brings it back, or writes the edit; else it goes. */
    deletionSettled(state, action: PayloadAction<{ key: Key; keep: boolean }>) {
      const entry = state.entries[action.payload.key];
      const conflict = entry?.conflict;
      if (!entry || !conflict) return;
      delete entry.conflict;
      if (!conflict.deleted) {
        // Deleted here and changed there.
        entry.remote = { state: 'present', version: conflict.version, content: conflict.content };
        if (action.payload.keep) entry.content = conflict.content;
        return;
      }
      entry.remote = gone(entry, conflict.version);
      if (action.payload.keep) return;
      entry.content = null;
      for (const child of childrenOf(state, entry.key)) {
        child.content = null;
        if (child.remote.state === 'present') child.remote = gone(child, child.remote.version + 1);
        delete child.conflict;
      }
    },
    refused(state, action: PayloadAction<{ key: Key; refusal: Refusal }[]>) {
      for (const { key, refusal } of action.payload) {
        const entry = state.entries[key];
        // What was taken back meanwhile has nothing left to be kept.
        if (!entry) continue;
        answered(entry);
        if (entry.content !== null || entry.remote.state === 'present') entry.refused = refusal;
      }
    },
    filesWait(state, action: PayloadAction<number>) {
      state.filesWaiting = action.payload;
    },
    readOnlyTold(state, action: PayloadAction<boolean>) {
      state.isReadOnly = action.payload;
    },
    syncTurned(state, action: PayloadAction<SyncState>) {
      state.sync = action.payload;
    },
  },
});

export const received = createAction<Received>('documentStore/received');
export const documentStoreReducer = (state: DocumentStoreState | undefined, action: UnknownAction): DocumentStoreState =>
  state && received.match(action) ? withReceived(state, action.payload) : slice.reducer(state, action);
export const {
  garageFailed,
  garageAwaited,
  unsavedRecalled,
  quarantined,
  unreadableFound,
  changed,
  amended,
  imported,
  undone,
  redone,
  sending,
  saved,
  remoteGone,
  remoteBack,
  heard,
  remoteUnknown,
  merged,
  conflicted,
  conflictSettled,
  deletionSettled,
  refused,
  syncTurned,
  filesWait,
  readOnlyTold,
} = slice.actions;
