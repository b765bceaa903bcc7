import { PassThrough } from 'node:stream';
import Router from '@koa/router';
import { SCHEMAS } from '@puddler/contract';
import type { Middleware } from 'koa';
import type { ChangeFeed, FeedEvent } from './change-feed';

/** The time, sent this often, keeps routers from closing a quiet stream [ms]. */
const QUIET_MS = 20_000;
/** A client that does not read is dropped: it catches up when it connects again [bytes]. */
const MOST_WAITING = 4 * 1024 * 1024;
const MOST_LISTENERS = 64;
const LONGEST_PAGE = 64;

const pageOf = (text: string | string[] | undefined): string | undefined =>
  typeof text === 'string' && text !== '' && text.length <= LONGEST_PAGE ? text : undefined;

/** Attributes the writes of a request to the paired device and the page that sent it. */
export const authorship = (changes: ChangeFeed): Middleware => {
  return async (ctx, next) => {
    const { device } = ctx.state as { device?: string };
    const page = pageOf(ctx.get('x-page'));
    await changes.as({ ...(device === undefined ? {} : { device }), ...(page === undefined ? {} : { page }) }, next);
  };
};

/** What others write, as it happens (server-sent events). A page that was away names the last change that it heard of. */
export class ChangeStreams {
  private readonly open = new Set<PassThrough>();

  constructor(
    private readonly changes: ChangeFeed,
    /** Why nothing can be written: sent to every page when it connects. */
    private readonly readOnly?: 'disk-full',
  ) {}

  routes(): Router {
    const router = new Router({ prefix: '/api/changes' });
    router.get('/', (ctx) => {
      const { page, after, forms } = ctx.query;
      ctx.type = 'text/event-stream';
      ctx.compress = false;
      ctx.body = this.stream(pageOf(page), pageOf(after), forms === SCHEMAS);
    });
    return router;
  }

  /** Ends them all. */
  end(): void {
    for (const out of this.open) out.end();
  }

  private stream(page: string | undefined, after: string | undefined, isOfThisRelease: boolean): PassThrough {
    const out = new PassThrough();
    if (!isOfThisRelease) {
      out.end('event: other-release\ndata: \n\n');
      return out;
    }
    if (this.open.size >= MOST_LISTENERS) this.open.values().next().value?.end();
    this.open.add(out);
    const send = ({ id, page: of, change }: FeedEvent) => {
      if (out.writableLength > MOST_WAITING) out.destroy();
      else if (of !== page || of === undefined)
        out.write(change === 'reload' ? `id: ${id}\nevent: reload\ndata: \n\n` : `id: ${id}\ndata: ${JSON.stringify(change)}\n\n`);
    };
    const missed = after === undefined ? [] : this.changes.after(after);
    // What was missed has ids of its own: who loses the connection on the way goes on from there.
    const place = missed && missed.length > 0 ? after : this.changes.last;
    out.write(`id: ${place}\nevent: ${missed ? 'hello' : 'reload'}\ndata: ${Date.now()}\n\n`);
    if (this.readOnly) out.write(`event: read-only\ndata: ${this.readOnly}\n\n`);
    missed?.forEach(send);
    const stop = this.changes.subscribe(send);
    const timer = setInterval(() => out.write(`event: time\ndata: ${Date.now()}\n\n`), QUIET_MS);
    out.once('close', () => {
      stop();
      clearInterval(timer);
      this.open.delete(out);
    });
    return out;
  }
}
