import Router from '@koa/router';
import type { FolderChecks } from './folder-checks';

/** What the last check of the data folder has found, and another one. */
export function checkRoutes(checks: FolderChecks): Router {
  const router = new Router({ prefix: '/api/check' });
  router.get('/', async (ctx) => {
    const last = await checks.last();
    if (last) ctx.body = last;
    else ctx.status = 204;
  });
  router.post('/', async (ctx) => {
    ctx.body = await checks.now();
  });
  return router;
}
