import type { Car, Part } from '@puddler/core';
import type { Bench, CarDoc, Garage, PartDoc, PlanBody, PlanDoc, Problem } from '@puddler/contract/shared';
import { createSlice, original, type PayloadAction } from '@reduxjs/toolkit';

/** A car, a plan or a part as a reference to it. */
export type Key = `car:${string}` | `plan:${string}` | `part:${string}`;

export type Content = { kind: 'car'; car: Car; bench: Bench } | { kind: 'plan'; carId: string; plan: PlanBody } | { kind: 'part'; part: Part };

/** What the server is known to hold. */
export type Remote = { state: 'absent' } | { state: 'present'; version: number; content: Content } | { state: 'deleted' };

/** One document on the desk: what the builder wants it to be, and what the server has. */
export interface Held {
  key: Key;
  id: string;
  /** Null once deleted here. */
  content: Content | null;
  remote: Remote;
  updatedAt: string;
  /** The newer document, after a write came too late. */
  conflict?: { version: number; content: Content };
  /** Why the server refused it; cleared by the next edit. */
  refused?: Problem[];
}

/** One document before and after an edit; null where there is none. */
export interface Step {
  key: Key;
  id: string;
  before: Content | null;
  after: Content | null;
}

/** One undoable edit, of one or several documents. */
export interface Change {
  label: string;
  /** Edits of the same figure under one press, or in quick succession, join into one. */
  joins: string | undefined;
  at: number;
  press?: number | undefined;
  steps: Step[];
}

export type SyncState = 'idle' | 'saving' | 'offline';

export interface Desk {
  loaded: 'loading' | 'ready' | 'failed';
  /** The shelf comes after the garage. */
  shelfLoaded: boolean;
  /** In the order they are shown. */
  keys: Key[];
  held: Record<Key, Held>;
  past: Change[];
  future: Change[];
  sync: SyncState;
}

const JOIN_WITHIN_MS = 900;
const MOST_CHANGES = 200;

const initialState: Desk = { loaded: 'loading', shelfLoaded: false, keys: [], held: {}, past: [], future: [], sync: 'idle' };

export const carKey = (id: string): Key => `car:${id}`;
export const planKey = (id: string): Key => `plan:${id}`;
export const partKey = (id: string): Key => `part:${id}`;

export const carContent = (doc: CarDoc): Content => ({ kind: 'car', car: doc.car, bench: doc.bench });
export const planContent = (doc: PlanDoc): Content => ({ kind: 'plan', carId: doc.carId, plan: doc.plan });
export const partContent = (doc: PartDoc): Content => ({ kind: 'part', part: doc.part });

function put(desk: Desk, key: Key, id: string, content: Content | null, at: string): void {
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

function fromServer(desk: Desk, key: Key, id: string, version: number, content: Content, updatedAt: string): void {
  const held = desk.held[key];
  const remote: Remote = { state: 'present', version, content };
  if (!held) {
    desk.keys.push(key);
    desk.held[key] = { key, id, content, remote, updatedAt };
    return;
  }
  // What was typed and not yet saved stays; the next write finds out whether it conflicts.
  if (!isUnsaved(original(held) ?? held)) {
    held.content = content;
    held.updatedAt = updatedAt;
    held.remote = remote;
  }
}

function sameContent(a: Content | null, b: Content): boolean {
  if (a === null || a === b) return a === b;
  switch (a.kind) {
    case 'car':
      return b.kind === 'car' && a.car === b.car && a.bench === b.bench;
    case 'plan':
      return b.kind === 'plan' && a.plan === b.plan && a.carId === b.carId;
    case 'part':
      return b.kind === 'part' && a.part === b.part;
  }
}

/** True while the server does not hold what the desk does. Documents are never changed in place, so identity tells. */
export function isUnsaved(held: Held): boolean {
  return held.remote.state === 'present' ? !sameContent(held.content, held.remote.content) : held.content !== null;
}

function joinsTo(last: Change, next: Change): boolean {
  if (next.joins === undefined || last.joins !== next.joins) return false;
  return next.at - last.at < JOIN_WITHIN_MS || (next.press !== undefined && next.press === last.press);
}

const slice = createSlice({
  name: 'desk',
  initialState,
  reducers: {
    garageLoaded(desk, action: PayloadAction<Garage>) {
      for (const doc of action.payload.cars) fromServer(desk, carKey(doc.id), doc.id, doc.version, carContent(doc), doc.updatedAt);
      for (const doc of action.payload.plans) fromServer(desk, planKey(doc.id), doc.id, doc.version, planContent(doc), doc.updatedAt);
      desk.loaded = 'ready';
    },
    /** Part of the shelf as the server has it; `last` when it is all there. */
    shelfLoaded(desk, action: PayloadAction<{ parts: PartDoc[]; last: boolean }>) {
      for (const doc of action.payload.parts) fromServer(desk, partKey(doc.id), doc.id, doc.version, partContent(doc), doc.updatedAt);
      if (action.payload.last) desk.shelfLoaded = true;
    },
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
    changed(desk, action: PayloadAction<Change>) {
      const change = action.payload;
      const at = new Date(change.at).toISOString();
      for (const step of change.steps) put(desk, step.key, step.id, step.after, at);
      const last = desk.past[desk.past.length - 1];
      if (last && joinsTo(last, change) && desk.future.length === 0) {
        last.at = change.at;
        last.press = change.press;
        last.steps = last.steps.map((step, i) => ({ ...step, after: change.steps[i]!.after }));
      } else {
        desk.past.push(change);
        if (desk.past.length > MOST_CHANGES) desk.past.shift();
      }
      desk.future = [];
    },
    /**
     * The server took documents in (a plan file, a CSV): they are on the desk, saved, and can be undone like any edit.
     * A long list comes in pieces; those with the same `batch` are one undo.
     */
    imported(desk, action: PayloadAction<{ at: number; label: string; batch?: string; documents: { key: Key; id: string; version: number; content: Content }[] }>) {
      const { at, label, batch, documents } = action.payload;
      const fresh = documents.filter(({ key }) => !desk.held[key]?.content);
      for (const { key, id, version, content } of fresh) {
        put(desk, key, id, content, new Date(at).toISOString());
        desk.held[key]!.remote = { state: 'present', version, content };
      }
      const steps = fresh.map(({ key, id, content }): Step => ({ key, id, before: null, after: content }));
      const last = desk.past[desk.past.length - 1];
      if (batch !== undefined && last?.joins === batch) last.steps.push(...steps);
      else desk.past.push({ label, joins: batch, at, steps });
      desk.future = [];
    },
    undone(desk, action: PayloadAction<{ at: number }>) {
      const change = desk.past.pop();
      if (!change) return;
      const at = new Date(action.payload.at).toISOString();
      for (const step of change.steps) put(desk, step.key, step.id, step.before, at);
      desk.future.push(change);
    },
    redone(desk, action: PayloadAction<{ at: number }>) {
      const change = desk.future.pop();
      if (!change) return;
      const at = new Date(action.payload.at).toISOString();
      for (const step of change.steps) put(desk, step.key, step.id, step.after, at);
      desk.past.push({ ...change, joins: undefined });
    },
    /** The server took `content` as `version`. */
    saved(desk, action: PayloadAction<{ key: Key; version: number; content: Content }>) {
      const held = desk.held[action.payload.key];
      if (!held) return;
      const { version, content } = action.payload;
      // The same object on both sides is what says “saved”.
      if (JSON.stringify(held.content) === JSON.stringify(content)) held.content = content;
      held.remote = { state: 'present', version, content };
    },
    /** The server took a list of parts. */
    partsSaved(desk, action: PayloadAction<{ key: Key; version: number; content: Content }[]>) {
      for (const { key, version, content } of action.payload) {
        const held = desk.held[key];
        if (held) held.remote = { state: 'present', version, content };
      }
    },
    remoteGone(desk, action: PayloadAction<{ keys: Key[] }>) {
      for (const key of action.payload.keys) {
        const held = desk.held[key];
        if (held) held.remote = { state: 'deleted' };
      }
    },
    /** The server has never heard of it, or has lost it. */
    remoteUnknown(desk, action: PayloadAction<{ key: Key }>) {
      const held = desk.held[action.payload.key];
      if (held) held.remote = { state: 'absent' };
    },
    conflicted(desk, action: PayloadAction<{ key: Key; version: number; content: Content }>) {
      const held = desk.held[action.payload.key];
      if (held) held.conflict = { version: action.payload.version, content: action.payload.content };
    },
    /** Ends a conflict: mine goes on top of the newer version, or theirs replaces mine. */
    conflictSettled(desk, action: PayloadAction<{ key: Key; keep: 'mine' | 'theirs' }>) {
      const held = desk.held[action.payload.key];
      if (!held?.conflict) return;
      const { version, content } = held.conflict;
      held.remote = { state: 'present', version, content };
      if (action.payload.keep === 'theirs') held.content = content;
      delete held.conflict;
    },
    refused(desk, action: PayloadAction<{ key: Key; problems: Problem[] }>) {
      const held = desk.held[action.payload.key];
      if (held) held.refused = action.payload.problems;
    },
    syncTurned(desk, action: PayloadAction<SyncState>) {
      desk.sync = action.payload;
    },
  },
});

export const deskReducer = slice.reducer;
export const {
  garageLoaded,
  shelfLoaded,
  garageFailed,
  garageAwaited,
  unsavedRecalled,
  changed,
  imported,
  undone,
  redone,
  saved,
  partsSaved,
  remoteGone,
  remoteUnknown,
  conflicted,
  conflictSettled,
  refused,
  syncTurned,
} = slice.actions;
