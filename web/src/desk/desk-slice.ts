import { kindOf, merge, type BodyOf, type Doc, type KindName } from '@puddler/contract/shared';
import { createAction, createSlice, original, type PayloadAction, type UnknownAction } from '@reduxjs/toolkit';
import { contentOf, isUnsaved, keyOf, type Conflict, type Content, type Held, type Key, type Refusal } from './held';
import { answered, childrenOf, fromServer, gone, put, turn, withReceived, type DeskState, type Received, type SyncState } from './document-state';
import type { UnreadableEdit } from './read-unsaved';
import { joined, joinsTo, type Change, type Step } from './history';

/** Documents as the server has them now, and those that it has no more. */
interface Heard {
  written: { kind: KindName; doc: Doc }[];
  gone: { key: Key; version: number }[];
}

const MOST_CHANGES = 200;
/** While the server is away every edit is sent in vain; so many of them are remembered as perhaps arrived. */
const MOST_SENT = 8;

const initialState: DeskState = {
  loaded: 'loading',
  shelfLoaded: false,
  logLoaded: false,
  wholeCars: {},
  early: {},
  keys: [],
  held: {},
  setAside: [],
  quarantined: [],
  past: [],
  future: [],
  sync: { state: 'idle' },
  filesWaiting: 0,
  isReadOnly: false,
};

const slice = createSlice({
  name: 'desk',
  initialState,
  reducers: {
    garageFailed(desk) {
      if (desk.loaded !== 'ready') desk.loaded = 'failed';
    },
    garageAwaited(desk) {
      if (desk.loaded === 'failed') desk.loaded = 'loading';
    },
    /** Puts back what an earlier visit could not save. */
    unsavedRecalled(desk, action: PayloadAction<Held[]>) {
      for (const held of action.payload) {
        if (!desk.held[held.key]) desk.keys.push(held.key);
        desk.held[held.key] = held;
      }
    },
    quarantined(desk, action: PayloadAction<UnreadableEdit[]>) {
      desk.quarantined = action.payload;
    },
    changed(desk, action: PayloadAction<Change>) {
      const change = action.payload;
      const at = new Date(change.at).toISOString();
      for (const step of change.steps) put(desk, step.key, step.id, step.after, at);
      const last = desk.past[desk.past.length - 1];
      if (last && joinsTo(last, change) && desk.future.length === 0) desk.past[desk.past.length - 1] = joined(last, change);
      else desk.past.push(change);
      if (desk.past.length > MOST_CHANGES) desk.past.shift();
      desk.future = [];
    },
    /**
     * The server took documents in (a plan file, a CSV): they are on the desk, saved, and can be undone like any edit.
     * A long list comes in pieces; those with the same `batch` are one undo.
     */
    imported(desk, action: PayloadAction<{ id: string; at: number; label: string; batch?: string; documents: { kind: KindName; doc: Doc }[] }>) {
      const { id: changeId, at, label, batch, documents } = action.payload;
      const steps = documents.flatMap(({ kind, doc }): Step[] => {
        const key = keyOf(kind, doc.id);
        if (desk.held[key]?.content) return [];
        const content = contentOf(kind, doc);
        put(desk, key, doc.id, content, new Date(at).toISOString());
        desk.held[key]!.remote = { state: 'present', version: doc.version, content };
        return [{ key, id: doc.id, before: null, after: content }];
      });
      const last = desk.past[desk.past.length - 1];
      if (batch !== undefined && last?.joins === batch) last.steps.push(...steps);
      else if (steps.length > 0) desk.past.push({ id: changeId, label, joins: batch, at, steps });
      desk.future = [];
    },
    /** Something computed goes into a document beside what was typed: it is no edit of its own, and nothing to undo. */
    amended(desk, action: PayloadAction<{ key: Key; content: Content; at: number }>) {
      const held = desk.held[action.payload.key];
      if (!held?.content) return;
      held.content = action.payload.content;
      held.updatedAt = new Date(action.payload.at).toISOString();
    },
    /** Takes back the last change, or the one named, wherever it stands. */
    undone(desk, action: PayloadAction<{ at: number; change?: string }>) {
      const { at, change: id } = action.payload;
      const { past } = original(desk);
      const place = id === undefined ? past.length - 1 : past.findIndex((one) => one.id === id);
      const change = past[place];
      if (!change) return;
      desk.past.splice(place, 1);
      turn(desk, change, 'back', at);
      desk.future.push(change);
    },
    redone(desk, action: PayloadAction<{ at: number }>) {
      const change = original(desk).future.at(-1);
      if (!change) return;
      desk.future.pop();
      turn(desk, change, 'forth', action.payload.at);
      desk.past.push({ ...change, joins: undefined });
    },
    /** Documents go to the server, each as it stands. */
    sending(desk, action: PayloadAction<{ key: Key; content: Content | null }[]>) {
      for (const { key, content } of action.payload) {
        const held = desk.held[key];
        if (!held) continue;
        const before = original(held)?.sent ?? [];
        if (!before.includes(content)) held.sent = [...before, content].slice(-MOST_SENT);
      }
    },
    /** The server took documents, each as a version. */
    saved(desk, action: PayloadAction<{ key: Key; version: number; content: Content }[]>) {
      for (const { key, version, content } of action.payload) {
        const held = desk.held[key];
        if (held) answered(held).remote = { state: 'present', version, content };
      }
    },
    /** Documents that are deleted on the server now. */
    remoteGone(desk, action: PayloadAction<{ key: Key; version: number }[]>) {
      for (const { key, version } of action.payload) {
        const held = desk.held[key];
        if (held) answered(held).remote = gone(held, version);
      }
    },
    /** What another window or device saved or deleted. What is being changed here stays, and its next write finds out. */
    heard(desk, action: PayloadAction<Heard>) {
      for (const { kind, doc } of action.payload.written) fromServer(desk, kind, doc);
      for (const { key, version } of action.payload.gone) {
        const held = desk.held[key];
        if (!held || held.remote.state !== 'present' || held.remote.version >= version || isUnsaved(original(held) ?? held)) continue;
        held.remote = gone(held, version);
        held.content = null;
      }
    },
    /** Documents that came back on the server with their parent, as they were. */
    remoteBack(desk, action: PayloadAction<{ key: Key; version: number }[]>) {
      for (const { key, version } of action.payload) {
        const held = desk.held[key];
        if (held?.remote.state === 'deleted' && held.remote.was) held.remote = { state: 'present', version, content: held.remote.was };
      }
    },
    /** The server has never heard of it, or has lost it. */
    remoteUnknown(desk, action: PayloadAction<{ key: Key }>) {
      const held = desk.held[action.payload.key];
      if (held) answered(held).remote = { state: 'absent' };
    },
    /** Both sides changed it and nothing of it twice: what both did stands, and goes to the server as one. */
    merged(desk, action: PayloadAction<{ key: Key; version: number; theirs: Content; mine: Content }>) {
      const { key, version, theirs, mine } = action.payload;
      const held = desk.held[key];
      if (!held) return;
      answered(held).remote = { state: 'present', version, content: theirs };
      held.content = mine;
    },
    conflicted(desk, action: PayloadAction<{ key: Key; conflict: Conflict }>) {
      const held = desk.held[action.payload.key];
      if (held) answered(held).conflict = action.payload.conflict;
    },
    /** Ends a conflict between two edits: `theirs` names the figures that are to be as the newer document has them. */
    conflictSettled(desk, action: PayloadAction<{ key: Key; theirs: string[] }>) {
      const held = desk.held[action.payload.key];
      const conflict = held?.conflict;
      if (!held || !conflict || conflict.deleted || !held.content) return;
      const base = held.remote.state === 'present' ? held.remote.content.body : undefined;
      const { body } = merge(base, held.content.body, conflict.content.body, kindOf(held.content.kind), new Set(action.payload.theirs));
      held.remote = { state: 'present', version: conflict.version, content: conflict.content };
      held.content = { ...held.content, body: body as BodyOf<KindName> } as Content;
      delete held.conflict;
    },
    /** Ends a conflict between keeping a document and its deletion: `keep` brings it back, or writes the edit; else it goes. */
    deletionSettled(desk, action: PayloadAction<{ key: Key; keep: boolean }>) {
      const held = desk.held[action.payload.key];
      const conflict = held?.conflict;
      if (!held || !conflict) return;
      delete held.conflict;
      if (!conflict.deleted) {
        // Deleted here and changed there.
        held.remote = { state: 'present', version: conflict.version, content: conflict.content };
        if (action.payload.keep) held.content = conflict.content;
        return;
      }
      held.remote = gone(held, conflict.version);
      if (action.payload.keep) return;
      held.content = null;
      for (const child of childrenOf(desk, held.key)) {
        child.content = null;
        if (child.remote.state === 'present') child.remote = gone(child, child.remote.version + 1);
        delete child.conflict;
      }
    },
    refused(desk, action: PayloadAction<{ key: Key; refusal: Refusal }[]>) {
      for (const { key, refusal } of action.payload) {
        const held = desk.held[key];
        if (held) answered(held).refused = refusal;
      }
    },
    filesWait(desk, action: PayloadAction<number>) {
      desk.filesWaiting = action.payload;
    },
    readOnlyTold(desk, action: PayloadAction<boolean>) {
      desk.isReadOnly = action.payload;
    },
    syncTurned(desk, action: PayloadAction<SyncState>) {
      desk.sync = action.payload;
    },
  },
});

export const received = createAction<Received>('desk/received');
export const deskReducer = (desk: DeskState | undefined, action: UnknownAction): DeskState =>
  desk && received.match(action) ? withReceived(desk, action.payload) : slice.reducer(desk, action);
export const {
  garageFailed,
  garageAwaited,
  unsavedRecalled,
  quarantined,
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
