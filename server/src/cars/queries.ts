import type { Car } from '@puddler/core';
import type { Bench, CarDoc, PlanDoc } from '@puddler/contract';
import { and, eq, isNull, sql } from 'drizzle-orm';
import { expectVersion } from '../db/expect-version';
import { carDoc, planDoc } from '../db/documents';
import type { Database } from '../db/open';
import { cars, plans } from '../db/schema';
import { AppError } from '../http/app-error';

async function find(db: Database, id: string) {
  const [row] = await db.orm.select().from(cars).where(eq(cars.id, id));
  return row;
}

/** The car, or `no-such-car` when it is unknown or deleted. */
export async function getCar(db: Database, id: string): Promise<CarDoc> {
  const row = await find(db, id);
  if (!row || row.deletedAt !== null) throw new AppError('no-such-car');
  return carDoc(row);
}

/** Writes a car on top of version `base` (0: new). Without `bench` its notes stay. Throws `stale` with the newer document. */
export function writeCar(db: Database, id: string, base: number, car: Car, bench?: Bench): Promise<CarDoc> {
  return db.writes.run(async () => {
    const now = Date.now();
    const found = await find(db, id);
    if (!found) {
      if (base !== 0) throw new AppError('no-such-car');
      const [row] = await db.orm
        .insert(cars)
        .values({ id, version: 1, createdAt: now, updatedAt: now, document: car, bench: bench ?? {} })
        .returning();
      return carDoc(row!);
    }
    expectVersion(found, base, 'no-such-car', carDoc);
    const [row] = await db.orm
      .update(cars)
      .set({ version: base + 1, updatedAt: now, document: car, ...(bench ? { bench } : {}) })
      .where(eq(cars.id, id))
      .returning();
    return carDoc(row!);
  });
}

/** Deletes a car and its plans together; they keep the moment, so that a restore brings back just those. */
export function deleteCar(db: Database, id: string, base: number): Promise<void> {
  return db.writes.run(async () => {
    expectVersion(await find(db, id), base, 'no-such-car', carDoc);
    const deletedAt = Date.now();
    await db.orm.batch([
      db.orm.update(cars).set({ deletedAt }).where(eq(cars.id, id)),
      db.orm
        .update(plans)
        .set({ deletedAt })
        .where(and(eq(plans.carId, id), isNull(plans.deletedAt))),
    ]);
  });
}

/** Undoes a delete: the car and the plans that went with it. A car that is there is returned as it is. */
export function restoreCar(db: Database, id: string): Promise<{ car: CarDoc; plans: PlanDoc[] }> {
  return db.writes.run(async () => {
    const found = await find(db, id);
    if (!found) throw new AppError('no-such-car');
    if (found.deletedAt !== null) {
      const wentWithIt = and(eq(plans.carId, id), eq(plans.deletedAt, found.deletedAt));
      await db.orm.batch([
        db.orm
          .update(plans)
          .set({ deletedAt: sql`null` })
          .where(wentWithIt),
        db.orm.update(cars).set({ deletedAt: null }).where(eq(cars.id, id)),
      ]);
    }
    const rows = await db.orm
      .select()
      .from(plans)
      .where(and(eq(plans.carId, id), isNull(plans.deletedAt)));
    return { car: carDoc({ ...found, deletedAt: null }), plans: rows.map(planDoc) };
  });
}
