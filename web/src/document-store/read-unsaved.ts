import { compact } from '@puddler/core';
import { checkBody, migrate } from '@puddler/contract';
import { schemaVersionOf, isKindName, kindOf, type KindName } from '@puddler/contract/shared';
import { keyOf, type Content, type Entry, type Remote } from './entry';
import { joinKept, type KeptAt } from './join-kept';

/** An edit as the browser keeps it: what stood in the document store, with the form that its kind had then. */
export type KeptEdit = Entry & { form: number };

/** An edit that this release cannot read, as it was kept. */
export interface UnreadableEdit {
  /** Under which the browser kept it. */
  key: string;
  /** As far as it is legible. */
  name: string;
  why: string;
  kept: unknown;
}

/** Deeper than any document. */
const MOST_DEPTH = 40;

/**
 * Reads what earlier visits, perhaps of an earlier release, kept in the browser: each edit is brought to today's form and checked as
 * anything from outside, or reported as unreadable. `joined` is what stands in `edits`, one a document. Parents that were kept too stand by for their children's checks.
 */
export function readUnsaved(kept: readonly (readonly [key: unknown, value: unknown])[]): {
  edits: Entry[];
  joined: KeptAt[];
  unreadable: UnreadableEdit[];
} {
  const read: KeptAt[] = [];
  const unreadable: UnreadableEdit[] = [];
  for (const [key, value] of kept) {
    try {
      read.push([String(key), readOne(value)]);
    } catch (cause) {
      unreadable.push({ key: String(key), name: legibleName(value), why: cause instanceof Error ? cause.message : String(cause), kept: value });
    }
  }
  return { ...joinKept(read), unreadable };
}

function readOne(value: unknown): Entry {
  if (!isRecord(value) || !isShallow(value, MOST_DEPTH)) throw new Error('it is no edit');
  const { key, id, content, remote, updatedAt, sent, form, refused, conflict } = value;
  const kind = typeof key === 'string' ? key.slice(0, key.indexOf(':')) : '';
  if (!isKindName(kind) || typeof id !== 'string' || key !== keyOf(kind, id)) throw new Error('it does not say what it is an edit of');
  if (typeof updatedAt !== 'string') throw new Error('it does not say when it was made');
  const read = (one: unknown) => readContent(kind, one, form);
  return {
    key: keyOf(kind, id),
    id,
    content: content === null ? null : read(content),
    remote: readRemote(remote, read),
    updatedAt,
    ...(Array.isArray(sent) && sent.length > 0 ? { sent: sent.map((one) => (one === null ? null : read(one))) } : {}),
    ...(isRefusal(refused) ? { refused } : {}),
    ...(isRecord(conflict) && conflict['deleted'] === true && isVersion(conflict['version'])
      ? { conflict: { deleted: true, version: conflict['version'] } }
      : isRecord(conflict) && conflict['deleted'] === false && isVersion(conflict['version'])
        ? { conflict: { deleted: false, version: conflict['version'], content: read(conflict['content']) } }
        : {}),
  };
}

function readRemote(remote: unknown, read: (content: unknown) => Content): Remote {
  if (!isRecord(remote)) throw new Error('it does not say what the server had');
  const { state, version, content, was } = remote;
  if (state === 'absent') return { state };
  if (state === 'present' && isVersion(version)) return { state, version, content: read(content) };
  if (state === 'deleted' && isVersion(version)) return { state, version, ...(was === undefined ? {} : { was: read(was) }) };
  throw new Error('it does not say what the server had');
}

function readContent(kind: KindName, content: unknown, form: unknown): Content {
  if (!isRecord(content) || content['kind'] !== kind) throw new Error(`it holds no ${kindOf(kind).noun}`);
  const { parentId, body } = content;
  if ((kindOf(kind).parent === undefined) !== (parentId === undefined) || (parentId !== undefined && typeof parentId !== 'string'))
    throw new Error('it does not say what it belongs to');
  return { kind, ...compact({ parentId }), body: readBody(kind, body, form) } as Content;
}

/** Edits of releases that did not note their schema version are tried as the current one first, then as each one before. */
function readBody(kind: KindName, body: unknown, form: unknown): unknown {
  const newest = schemaVersionOf(kindOf(kind));
  const versions = typeof form === 'number' ? [form] : Array.from({ length: newest }, (_, i) => newest - i);
  let why = '';
  for (const version of versions) {
    try {
      // The browser has no photos by their old ids: references to them stay with the document that the server has.
      const migrated = migrate(kind, version, body, { photo: () => undefined });
      const checked = checkBody(kind)(migrated, undefined);
      if (checked.ok) return checked.value;
      why ||= checked.problems[0]!.message;
    } catch (cause) {
      why ||= cause instanceof Error ? cause.message : String(cause);
    }
  }
  throw new Error(why);
}

const isRecord = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
const isVersion = (value: unknown): value is number => Number.isInteger(value) && (value as number) >= 0;
const isRefusal = (value: unknown): value is NonNullable<Entry['refused']> =>
  isRecord(value) && typeof value['message'] === 'string' && Array.isArray(value['problems']);

const isShallow = (value: unknown, depth: number): boolean =>
  typeof value !== 'object' || value === null || (depth > 0 && Object.values(value).every((one) => isShallow(one, depth - 1)));

function legibleName(value: unknown): string {
  const body = isRecord(value) && isRecord(value['content']) ? value['content']['body'] : undefined;
  for (const one of [body, isRecord(body) ? body['car'] : undefined])
    if (isRecord(one) && typeof one['name'] === 'string') return one['name'].slice(0, 80);
  return 'without a name';
}
