import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import type { PlanFile } from '@puddler/core';
import { splitPlanFile, type Imported } from '@puddler/contract';
import { writeCar } from '../cars/queries';
import type { Database } from '../db/open';
import { readGarage } from '../garage/routes';
import { writePlan } from '../plans/queries';

/** Takes a checked plan file in: to the car that is just the same, or with its car as a new one. */
export async function importPlan(db: Database, file: PlanFile): Promise<Imported> {
  const { car, plan } = splitPlanFile(file);
  const garage = await readGarage(db);
  const same = garage.cars.find((doc) => isDeepStrictEqual(doc.car, car));
  const carDoc = same ?? (await writeCar(db, randomUUID(), 0, car));
  return { car: carDoc, plan: await writePlan(db, randomUUID(), 0, carDoc.id, plan) };
}
