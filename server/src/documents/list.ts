import { createHash } from 'node:crypto';
import { isKindName, KIND_NAMES, kindsOfList, type KindName, type ListName, type SetAside } from '@puddler/contract';
import type { SQL } from 'drizzle-orm';
import { isRowIn, planNamesOf, type Place } from '../db/document-rows';
import type { DocumentRow } from '../db/schema';
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
    const { within, next } = await this.nextRows(kinds, after, count);
    return this.text(kinds, within, next);
  }

  /** The next cars, with the names of their plans. */
  async cars(after: Place | undefined, count: number): Promise<Buffer> {
    const { within, next } = await this.nextRows(['car'], after, count);
    const { rows, setAside } = await this.found(['car'], within);
    const plans = await planNamesOf(
      this.store.db.orm,
      rows.map(({ id }) => id),
    );
    return asJson({ documents: textOf(['car'], rows), setAside, plans: JSON.stringify(plans), next });
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

  /** The next rows of some kinds, and where the piece after them begins. */
  private async nextRows(kinds: KindName[], after: Place | undefined, count: number): Promise<{ within: SQL; next: string | undefined }> {
    const places = await this.store.places(kinds, after, count);
    const last = places.at(-1);
    return {
      within: isRowIn(places.map(({ rowid }) => rowid)),
      next: last && places.length === count ? `${last.createdAt}.${last.rowid}` : undefined,
    };
  }

  private async text(kinds: KindName[], within?: SQL, next?: string): Promise<Buffer> {
    const { rows, setAside } = await this.found(kinds, within);
    return asJson({ documents: textOf(kinds, rows), setAside, next });
  }

  private async found(kinds: KindName[], within: SQL | undefined): Promise<{ rows: DocumentRow[]; setAside: SetAside[] }> {
    const { rows, unread } = await this.store.readable(kinds, within);
    return { rows, setAside: unread > 0 ? (await this.store.unreadable(kinds, rows, within)).map(shownUnreadable) : [] };
  }
}

/** Rows as the JSON of `DocList.documents`. */
function textOf(kinds: KindName[], rows: readonly DocumentRow[]): string {
  const ofKind = (kind: KindName) =>
    `${JSON.stringify(kind)}:[${rows
      .filter((row) => row.kind === kind)
      .map(docText)
      .join(',')}]`;
  return `{${kinds.map(ofKind).join(',')}}`;
}

/** `documents` and `plans` are JSON already. */
function asJson({ documents, setAside, plans, next }: { documents: string; setAside: SetAside[]; plans?: string; next: string | undefined }): Buffer {
  const more = [...(plans === undefined ? [] : [`,"plans":${plans}`]), ...(next === undefined ? [] : [`,"next":${JSON.stringify(next)}`])];
  return Buffer.from(`{"documents":${documents},"setAside":${JSON.stringify(setAside)}${more.join('')}}`);
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
