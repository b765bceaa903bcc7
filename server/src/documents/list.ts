import { createHash } from 'node:crypto';
import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { kindsOfList, type KindName, type ListName, type SetAside } from '@puddler/contract';
import { docText, todaysForm } from './rows';
import type { DocumentStore } from './store';

const pack = promisify(gzip);

/** A list as it is answered, made once for as long as nothing is written. */
interface Answer {
  changes: number;
  etag: string;
  plain: Buffer;
  packed: Promise<Buffer> | undefined;
}

/** The lists of documents, kept as the bytes that are sent: most answers are the same as the one before. */
export class DocumentLists {
  private readonly known = new Map<ListName, Promise<Answer>>();

  constructor(private readonly store: DocumentStore) {}

  /** The list as JSON, plain or packed by gzip, with the tag that tells it from older ones. */
  async answer(list: ListName, zipped: boolean): Promise<{ etag: string; bytes: Buffer }> {
    const answer = await this.current(list);
    if (!zipped) return { etag: answer.etag, bytes: answer.plain };
    answer.packed ??= pack(answer.plain);
    return { etag: answer.etag, bytes: await answer.packed };
  }

  private async current(list: ListName): Promise<Answer> {
    const known = await this.known.get(list)?.catch(() => undefined);
    if (known?.changes === this.store.changes) return known;
    const made = this.make(list);
    this.known.set(list, made);
    return made;
  }

  private async make(list: ListName): Promise<Answer> {
    // Counted before reading: a write that comes meanwhile makes this answer an old one.
    const { changes } = this.store;
    const kinds = kindsOfList(list);
    const { rows, unread } = await this.store.readable(kinds);
    const unreadable = unread > 0 ? await this.store.unreadable(kinds, rows) : [];
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
    const plain = Buffer.from(`{"documents":{${kinds.map(ofKind).join(',')}},"setAside":${JSON.stringify(setAside)}}`);
    return { changes, plain, packed: undefined, etag: `"${createHash('sha256').update(plain).digest('base64url').slice(0, 27)}"` };
  }
}
