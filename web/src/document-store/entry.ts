import { compact } from '@puddler/core';
import { kindOf, parentOf, type BodyOf, type KindName, type Problem } from '@puddler/contract/shared';

/** A document as a reference to it. */
export type Key = `${KindName}:${string}`;

/** What a document holds. A new edit makes a new object; what did not change stays the same object. */
export type Content = { [K in KindName]: { kind: K; parentId?: string; body: BodyOf<K> } }[KindName];
export type ContentOf<K extends KindName> = Extract<Content, { kind: K }>;

/** What the server is known to hold. */
export type Remote =
  | { state: 'absent' }
  | { state: 'present'; version: number; content: Content }
  /** `was`: what it held when it was deleted, where that is known; a restore brings just that back. `byOthers`: another window deleted it. */
  | { state: 'deleted'; version: number; was?: Content | undefined; byOthers?: true };

/** What was found when a write came too late. */
export type Conflict = { deleted: false; version: number; content: Content } | { deleted: true; version: number };

/** Why the server did not take a document. */
export interface Refusal {
  message: string;
  problems: Problem[];
}

/** One document in the document store: what the builder wants it to be, and what the server has. */
export interface Entry {
  key: Key;
  id: string;
  /** Null once deleted here. */
  content: Content | null;
  remote: Remote;
  updatedAt: string;
  /** What went to the server and was not answered yet: it may have arrived. */
  sent?: (Content | null)[];
  /** What another device wrote meanwhile, which the next write merges; it stands as soon as there is nothing more to write. */
  newer?: { version: number; content: Content };
  /** A question that only the builder can answer. */
  conflict?: Conflict;
  /** Cleared by the next edit, which tries again. */
  refused?: Refusal;
}

export const keyOf = (kind: KindName, id: string): Key => `${kind}:${id}`;
export const idOfKey = (key: Key): string => key.slice(key.indexOf(':') + 1);
export const kindOfKey = (key: Key): KindName => key.slice(0, key.indexOf(':')) as KindName;

/** Makes a document's content from what crosses the wire. */
export const contentOf = <K extends KindName>(kind: K, { body, parentId }: { body: BodyOf<K>; parentId?: string }): Content =>
  ({ kind, ...compact({ parentId }), body }) as Content;

/** The key of the document that this one belongs to. */
export function parentKeyOf(content: Content): Key | undefined {
  const parent = parentOf(content.kind);
  return parent && content.parentId !== undefined ? keyOf(parent, content.parentId) : undefined;
}

export const nameOf = (content: Content): string => kindOf(content.kind).nameOf(content.body);

/** Documents are never changed in place, so identity tells. */
export function sameContent(a: Content | null, b: Content | null): boolean {
  return a === b || (a !== null && b !== null && a.body === b.body && a.parentId === b.parentId);
}

/** True while the server does not hold what the document store does, as far as is known. */
export function isUnsaved({ content, remote, sent }: Entry): boolean {
  if (sent) return true;
  return remote.state === 'present' ? !sameContent(content, remote.content) : content !== null;
}
