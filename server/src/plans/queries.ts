import type { PlanBody, PlanDoc } from '@puddler/contract';
import { eq } from 'drizzle-orm';
import { expectVersion } from '../db/expect-version';
import { planDoc } from '../db/documents';
import type { Database } from '../db/open';
import { plans } from '../db/schema';
import { AppError } from '../http/app-error';

async function find(db: Database, id: string) {
  const [row] = await db.orm.select().from(plans).where(eq(plans.id, id));
  return row;
}

/** The plan, or `no-such-plan` when it is unknown or deleted. */
export async function getPlan(db: Database, id: string): Promise<PlanDoc> {
  const row = await find(db, id);
  if (!row || row.deletedAt !== null) throw new AppError('no-such-plan');
  return planDoc(row);
}

/** Writes a plan on top of version `base` (0: new). Throws `stale` with the newer document. */
export function writePlan(db: Database, id: string, base: number, carId: string, plan: PlanBody): Promise<PlanDoc> {
  return db.writes.run(async () => {
    const now = Date.now();
    const found = await find(db, id);
    if (!found) {
      if (base !== 0) throw new AppError('no-such-plan');
      const [row] = await db.orm.insert(plans).values({ id, carId, version: 1, createdAt: now, updatedAt: now, document: plan }).returning();
      return planDoc(row!);
    }
    expectVersion(found, base, 'no-such-plan', planDoc);
    const [row] = await db.orm
      .update(plans)
      .set({ version: base + 1, updatedAt: now, carId, document: plan })
      .where(eq(plans.id, id))
      .returning();
    return planDoc(row!);
  });
}

export function deletePlan(db: Database, id: string, base: number): Promise<void> {
  return db.writes.run(async () => {
    expectVersion(await find(db, id), base, 'no-such-plan', planDoc);
    await db.orm.update(plans).set({ deletedAt: Date.now() }).where(eq(plans.id, id));
  });
}

/** Undoes a delete. A plan that is there is returned as it is. */
export function restorePlan(db: Database, id: string): Promise<PlanDoc> {
  return db.writes.run(async () => {
    const found = await find(db, id);
    if (!found) throw new AppError('no-such-plan');
    if (found.deletedAt !== null) await db.orm.update(plans).set({ deletedAt: null }).where(eq(plans.id, id));
    return planDoc(found);
  });
}
