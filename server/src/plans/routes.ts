import Router from '@koa/router';
import { checkId, checkPlanBody, checkPlanWrite, checkVersionOnly, planFileOf } from '@puddler/contract';
import { getCar } from '../cars/queries';
import type { Database } from '../db/open';
import { orRefuse } from '../http/checked';
import { deletePlan, getPlan, restorePlan, writePlan } from './queries';

/** A file name that any file system takes. */
function fileName(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^a-zA-Z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();
  return `${plain || 'plan'}.puddler.json`;
}

export function planRoutes(db: Database): Router {
  const router = new Router({ prefix: '/api/plans' });
  router.get('/:id', async (ctx) => {
    ctx.body = await getPlan(db, orRefuse(checkId(ctx.params['id'])));
  });
  router.get('/:id/file', async (ctx) => {
    const doc = await getPlan(db, orRefuse(checkId(ctx.params['id'])));
    const { car } = await getCar(db, doc.carId);
    ctx.attachment(fileName(`${car.name} ${doc.plan.name}`));
    ctx.type = 'application/json';
    ctx.body = `${JSON.stringify(planFileOf(car, doc.plan), null, 2)}\n`;
  });
  router.put('/:id', async (ctx) => {
    const id = orRefuse(checkId(ctx.params['id']));
    const { base, carId, plan } = orRefuse(checkPlanWrite(ctx.request.body));
    const { car } = await getCar(db, carId);
    ctx.body = await writePlan(db, id, base, carId, orRefuse(checkPlanBody(plan, car)));
  });
  router.delete('/:id', async (ctx) => {
    const id = orRefuse(checkId(ctx.params['id']));
    await deletePlan(db, id, orRefuse(checkVersionOnly(ctx.request.body)).base);
    ctx.body = { id };
  });
  router.post('/:id/restore', async (ctx) => {
    ctx.body = await restorePlan(db, orRefuse(checkId(ctx.params['id'])));
  });
  return router;
}
