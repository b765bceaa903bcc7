import Router from '@koa/router';
import { checkPlanFile } from '@puddler/contract';
import type { Database } from '../db/open';
import { orRefuse } from '../http/checked';
import { importPlan } from './import-plan';

export function importRoutes(db: Database): Router {
  const router = new Router({ prefix: '/api/imports' });
  router.post('/', async (ctx) => {
    ctx.body = await importPlan(db, orRefuse(checkPlanFile(ctx.request.body)));
    ctx.status = 201;
  });
  return router;
}
