import Router from '@koa/router';
import { LIST_NAMES } from '@puddler/contract';
import type { DocumentLists } from './list';

/** The lists that a page begins with. Whoever names the tag of the list it has is told when nothing is new. */
export function listRoutes(lists: DocumentLists): Router {
  const router = new Router({ prefix: '/api' });
  for (const list of LIST_NAMES) {
    router.get(`/${list}`, async (ctx) => {
      const zipped = ctx.acceptsEncodings('gzip', 'identity') === 'gzip';
      const { etag, bytes } = await lists.answer(list, zipped);
      ctx.set('ETag', etag);
      ctx.vary('Accept-Encoding');
      if (ctx.get('If-None-Match') === etag) {
        ctx.status = 304;
        return;
      }
      if (zipped) ctx.set('Content-Encoding', 'gzip');
      ctx.type = 'application/json';
      ctx.body = bytes;
    });
  }
  return router;
}
