import { LOCAL_NAMES } from '@puddler/contract';
import type { Middleware } from 'koa';
import { AppError } from './app-error';

/** Another site, or another port of this machine. */
export const FOREIGN_SITES: ReadonlySet<string> = new Set(['cross-site', 'same-site']);

function isOwn(host: string, port: number): boolean {
  const at = host.lastIndexOf(':');
  const named = at > host.lastIndexOf(']');
  const name = named ? host.slice(0, at) : host;
  return LOCAL_NAMES.has(name.toLowerCase()) && (named ? Number(host.slice(at + 1)) : 80) === port;
}

function originHost(origin: string): string | undefined {
  const match = /^http:\/\/([^/]+)$/.exec(origin);
  return match?.[1];
}

/**
 * Refuses what another site or a rebound name sends: the Host must be this machine's and this port,
 * an Origin, when there is one, must be Puddler's own, and nothing but a page is handed to another site.
 */
export function guardMiddleware(): Middleware {
  return async (ctx, next) => {
    const port = ctx.req.socket.localPort ?? 0;
    if (!isOwn(ctx.get('host'), port)) throw new AppError('bad-host');
    const origin = ctx.get('origin');
    if (origin !== '') {
      const host = originHost(origin);
      if (host === undefined || !isOwn(host, port)) throw new AppError('bad-origin');
    }
    // Without an Origin a browser still says where a request comes from: a picture on another page could start a backup. A link from
    // elsewhere may open a page.
    const isForPage = ctx.method === 'GET' && !ctx.path.startsWith('/api/');
    if (!isForPage && FOREIGN_SITES.has(ctx.get('sec-fetch-site'))) throw new AppError('bad-origin');
    await next();
  };
}
