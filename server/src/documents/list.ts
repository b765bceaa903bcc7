import { createHash } from 'node:crypto';
import { isKindName, KIND_NAMES, kindsOfList, type KindName, type ListName, type SetAside } from '@puddler/contract';
import type { SQL } from 'drizzle-orm';
import { belongsTo, isRowIn, type Place } from '../db/document-rows';
import { docText, schemaVersionNow } from './rows';
import type { DocumentStore, Unreadable } from './store';

/** Rows that are read in one go while the server answers others. */
const ROWS_AT_ONCE = 400;

/** Documents as JSON, without a look into their bodies: lists have thousands of them. */
export class DocumentLists {
  constructor(private readonly store: DocumentStore) {}

  /** All documents of a list. */
  whole(list: ListName): Promise<Buffer> {
    return this.text(kindsOfList(list));
  }

  /** The next documents of a list: a page that begins reads one piece after the other, and draws in between. */
  async piece(list: ListName, after: Place | undefined, count: number): Promise<Buffer> {
    const kinds = kindsOfList(list);
    const places = await this.store.places(kinds, after, count);
    const last = places.at(-1);
    const next = last && places.length === count ? `${last.createdAt}.${last.rowid}` : undefined;
    return this.text(kinds, isRowIn(places.map(({ rowid }) => rowid)), next);
  }

  /** The log of a car; empty where there is none. */
  logOf(carId: string): Promise<Buffer> {
    return this.text(kindsOfList('log'), belongsTo(carId));
  }

  /** Everything of a car, whatever list it stands in; `id` names the car or one of its plans. Undefined where there is none. */
  async wholeCar(id: string): Promise<Buffer | undefined> {
    const within = await this.store.ofCar(id);
    return within && this.text(KIND_NAMES, within);
  }

  /** All that is kept and cannot be read, whatever its kind; read in pieces, for it goes through every body. */
  async unreadable(): Promise<Buffer> {
    const found: SetAside[] = [];
    for (let after = 0; ;) {
      const rowids = await this.store.rowids(after, ROWS_AT_ONCE);
      const last = rowids.at(-1);
      if (last === undefined) return Buffer.from(JSON.stringify({ setAside: found }));
      const within = isRowIn(rowids);
      const { rows, unread } = await this.store.readable(undefined, within);
      if (unread > 0) found.push(...(await this.store.unreadable(undefined, rows, within)).map(shownUnreadable));
      after = last;
    }
  }

  private async text(kinds: KindName[], within?: SQL, next?: string): Promise<Buffer> {
    const { rows, unread } = await this.store.readable(kinds, within);
    const unreadable = unread > 0 ? await this.store.unreadable(kinds, rows, within) : [];
    const ofKind = (kind: KindName) =>
      `${JSON.stringify(kind)}:[${rows
        .filter((row) => row.kind === kind)
        .map(docText)
        .join(',')}]`;
    const end = next === undefined ? '' : `,"next":${JSON.stringify(next)}`;
    return Buffer.from(`{"documents":{${kinds.map(ofKind).join(',')}},"setAside":${JSON.stringify(unreadable.map(shownUnreadable))}${end}}`);
  }
}

/** As kinds are named, in this release or a later one; else its bytes rotted. */
const IS_WORD = /^[A-Za-z]+$/;

const isOfLaterRelease = (kind: string, schemaVersion: number): boolean =>
  isKindName(kind) ? schemaVersion > schemaVersionNow(kind) : IS_WORD.test(kind);

const shownUnreadable = ({ kind, id, schemaVersion, name }: Unreadable): SetAside => ({
  kind,
  id,
  ...(name === undefined ? {} : { name }),
  why: isOfLaterRelease(kind, schemaVersion) ? 'newer-release' : 'broken',
});

/** The ETag of an answer: a hash of its bytes. */
export const tagOf = (bytes: Buffer): string => `"${createHash('sha256').update(bytes).digest('base64url').slice(0, 27)}"`;
