import Router from '@koa/router';
import { checkId, checkListQuery, LIST_NAMES, MOST_IN_PIECE } from '@puddler/contract';
import type { Context } from 'koa';
import { AppError } from '../http/app-error';
import { orRefuse } from '../http/checked';
import { tagOf, type DocumentLists } from './list';

/** What a page begins with: lists, whole or in pieces, cars by name, and everything of one. A request with the ETag of the latest answer gets 304. */
export function listRoutes(lists: DocumentLists): Router {
  const router = new Router({ prefix: '/api' });
  for (const list of LIST_NAMES) {
    router.get(`/${list}`, async (ctx) => {
      const { limit, after } = orRefuse(checkListQuery(ctx.query));
      send(ctx, await (limit === undefined ? lists.whole(list) : lists.piece(list, after, limit)));
    });
  }
  router.get('/cars', async (ctx) => {
    const { limit = MOST_IN_PIECE, after } = orRefuse(checkListQuery(ctx.query));
    send(ctx, await lists.cars(after, limit));
  });
  router.get('/set-aside', async (ctx) => {
    send(ctx, await lists.unreadable());
  });
  router.get('/whole-car/:id', async (ctx) => {
    const bytes = await lists.wholeCar(orRefuse(checkId(ctx.params['id'])));
    if (!bytes) throw new AppError('no-such-document');
    send(ctx, bytes);
  });
  return router;
}

/** Answers with JSON, or with 304 where the client has just this. */
function send(ctx: Context, bytes: Buffer): void {
  const etag = tagOf(bytes);
  ctx.set('ETag', etag);
  if (ctx.get('If-None-Match') === etag) {
    ctx.status = 304;
    return;
  }
  ctx.type = 'application/json';
  ctx.body = bytes;
}
