import Router from '@koa/router';
import { checkCar, checkCarWrite, checkId, checkVersionOnly } from '@puddler/contract';
import type { Database } from '../db/open';
import { orRefuse } from '../http/checked';
import { deleteCar, getCar, restoreCar, writeCar } from './queries';

export function carRoutes(db: Database): Router {
  const router = new Router({ prefix: '/api/cars' });
  router.get('/:id', async (ctx) => {
    ctx.body = await getCar(db, orRefuse(checkId(ctx.params['id'])));
  });
  router.put('/:id', async (ctx) => {
    const id = orRefuse(checkId(ctx.params['id']));
    const { base, car, bench } = orRefuse(checkCarWrite(ctx.request.body));
    ctx.body = await writeCar(db, id, base, orRefuse(checkCar(car)), bench);
  });
  router.delete('/:id', async (ctx) => {
    const id = orRefuse(checkId(ctx.params['id']));
    await deleteCar(db, id, orRefuse(checkVersionOnly(ctx.request.body)).base);
    ctx.body = { id };
  });
  router.post('/:id/restore', async (ctx) => {
    ctx.body = await restoreCar(db, orRefuse(checkId(ctx.params['id'])));
  });
  return router;
}
