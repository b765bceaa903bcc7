import Router from '@koa/router';
import type { Garage } from '@puddler/contract';
import { asc, isNull, sql } from 'drizzle-orm';
import { carDoc, planDoc } from '../db/documents';
import type { Database } from '../db/open';
import { cars, plans } from '../db/schema';

/** All cars and plans that are not deleted, oldest first. */
export async function readGarage(db: Database): Promise<Garage> {
  const [carRows, planRows] = await Promise.all([
    db.orm
      .select()
      .from(cars)
      .where(isNull(cars.deletedAt))
      .orderBy(asc(cars.createdAt), sql`rowid`),
    db.orm
      .select()
      .from(plans)
      .where(isNull(plans.deletedAt))
      .orderBy(asc(plans.createdAt), sql`rowid`),
  ]);
  return { cars: carRows.map(carDoc), plans: planRows.map(planDoc) };
}

export function garageRoutes(db: Database): Router {
  const router = new Router({ prefix: '/api/garage' });
  router.get('/', async (ctx) => {
    ctx.body = await readGarage(db);
  });
  return router;
}
