import { AsyncLocalStorage } from 'node:async_hooks';
import { randomUUID } from 'node:crypto';
import type { DocsChanged, DocWrite, DocWritten, KindName, LiveChange } from '@puddler/contract';

/** Who writes: a device by its name, and the page, which is not sent its own writes. */
export interface Author {
  device?: string;
  page?: string;
}

/** One event of the feed, under its id; `reload` where a change is too large to be sent. */
export interface FeedEvent {
  id: string;
  page: string | undefined;
  change: LiveChange | 'reload';
}

/** So many changes can be caught up with by a page that was away for a moment. */
const MOST_KEPT = 200;
/** More documents in one write than this are fetched as lists again. */
const MOST_DOCUMENTS = 100;

/** What is written, for pages that listen: each change once, in order, and those before it for as long as they are remembered. */
export class ChangeFeed {
  private readonly author = new AsyncLocalStorage<Author>();
  private readonly listeners = new Set<(event: FeedEvent) => void>();
  private readonly kept: FeedEvent[] = [];
  /** Numbers of another process say nothing here. */
  private readonly era = randomUUID().slice(0, 8);
  private count = 0;

  /** Does something in the name of an author. */
  as<T>(author: Author, work: () => T): T {
    return this.author.run(author, work);
  }

  /** The place of the last change. */
  get last(): string {
    return `${this.era}-${this.count}`;
  }

  /** What came after a place; undefined where that is not known any more. */
  after(id: string): FeedEvent[] | undefined {
    if (id === this.last) return [];
    const at = this.kept.findIndex((one) => one.id === id);
    const isBeforeAll = id === `${this.era}-0` && this.kept[0]?.id === `${this.era}-1`;
    return at < 0 && !isBeforeAll ? undefined : this.kept.slice(at + 1);
  }

  /** Calls back for each change from now on. Returns what ends it. */
  subscribe(listener: (event: FeedEvent) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  /** Publishes what writes of one kind have changed. */
  publishWrites(kind: KindName, writes: readonly DocWrite[], results: readonly DocWritten[]): void {
    const change = changeOf(kind, writes, results);
    const size = change.written.length + change.gone.length + change.back.length;
    if (size > 0) this.publish(size > MOST_DOCUMENTS ? 'reload' : change);
  }

  /** Publishes that too much has changed to be sent. */
  publishReload(): void {
    this.publish('reload');
  }

  private publish(change: DocsChanged | 'reload'): void {
    const { device, page } = this.author.getStore() ?? {};
    this.count++;
    const event: FeedEvent = { id: this.last, page, change: change === 'reload' || device === undefined ? change : { ...change, by: device } };
    this.kept.push(event);
    if (this.kept.length > MOST_KEPT) this.kept.shift();
    for (const listener of this.listeners) listener(event);
  }
}

function changeOf(kind: KindName, writes: readonly DocWrite[], results: readonly DocWritten[]): DocsChanged {
  const change: DocsChanged = { written: [], gone: [], back: [] };
  for (const [i, result] of results.entries()) {
    const { id, parentId, body } = writes[i]!;
    if (result.state === 'written') {
      const { version, updatedAt } = result;
      // When it was made is nothing that a page shows.
      const doc = {
        id,
        version,
        createdAt: updatedAt,
        updatedAt,
        ...(parentId === undefined ? {} : { parentId }),
        body,
      } as LiveChange['written'][number]['doc'];
      change.written.push({ kind, doc });
      change.back.push(...result.withIt);
    } else if (result.state === 'deleted' && result.version > 0) change.gone.push({ kind, id, version: result.version }, ...result.withIt);
  }
  return change;
}
