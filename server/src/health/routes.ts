import Router from '@koa/router';
import { sql } from 'drizzle-orm';
import type { Database } from '../db/open';

export function healthRoutes(db: Database): Router {
  const router = new Router({ prefix: '/api/health' });
  router.get('/', async (ctx) => {
    await db.orm.run(sql`select 1`);
    ctx.body = { status: 'ok' };
  });
  return router;
}
