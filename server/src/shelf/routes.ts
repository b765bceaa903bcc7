import Router from '@koa/router';
import { checkShelfWrite } from '@puddler/contract';
import type { Database } from '../db/open';
import { orRefuse } from '../http/checked';
import { readShelf, writeShelf } from './queries';

export function shelfRoutes(db: Database): Router {
  const router = new Router({ prefix: '/api/shelf' });
  router.get('/', async (ctx) => {
    ctx.body = await readShelf(db);
  });
  router.post('/', async (ctx) => {
    const { writes } = orRefuse(checkShelfWrite(ctx.request.body));
    ctx.body = { results: await writeShelf(db, writes) };
  });
  return router;
}
