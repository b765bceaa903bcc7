import { createHash } from 'node:crypto';
import { KIND_NAMES, kindsOfList, type KindName, type ListName, type SetAside } from '@puddler/contract';
import type { SQL } from 'drizzle-orm';
import { isRowIn, type Place } from '../db/document-rows';
import { docText, todaysForm } from './rows';
import type { DocumentStore } from './store';

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

  /** Everything of a car, whatever list it stands in; `id` names the car or one of its plans. Undefined where there is none. */
  async wholeCar(id: string): Promise<Buffer | undefined> {
    const within = await this.store.ofCar(id);
    return within && this.text(KIND_NAMES, within);
  }

  private async text(kinds: KindName[], within?: SQL, next?: string): Promise<Buffer> {
    const { rows, unread } = await this.store.readable(kinds, within);
    const unreadable = unread > 0 ? await this.store.unreadable(kinds, rows, within) : [];
    const setAside = unreadable.map(({ kind, id, form, name }): SetAside => ({
      kind,
      id,
      ...(name === undefined ? {} : { name }),
      why: form > todaysForm(kind) ? 'newer-release' : 'broken',
    }));
    const ofKind = (kind: KindName) =>
      `${JSON.stringify(kind)}:[${rows
        .filter((row) => row.kind === kind)
        .map(docText)
        .join(',')}]`;
    const end = next === undefined ? '' : `,"next":${JSON.stringify(next)}`;
    return Buffer.from(`{"documents":{${kinds.map(ofKind).join(',')}},"setAside":${JSON.stringify(setAside)}${end}}`);
  }
}

/** The ETag of an answer: a hash of its bytes. */
export const tagOf = (bytes: Buffer): string => `"${createHash('sha256').update(bytes).digest('base64url').slice(0, 27)}"`;
