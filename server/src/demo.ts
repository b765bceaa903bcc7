import { randomUUID } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { checkPlanFile, checkShelfWrite, type Bench, type Checked } from '@puddler/contract';
import type { Part } from '@puddler/core';
import { writeCar } from './cars/queries';
import type { Database } from './db/open';
import { readGarage } from './garage/routes';
import { importPlan } from './imports/import-plan';
import { writeShelf } from './shelf/queries';

/** What `club.json` notes of a car: which of its plans it is as bought, and what it does today. */
interface ClubNote {
  car: string;
  asBought: string;
  today?: Bench['today'];
}

async function readJson(file: string): Promise<unknown> {
  return JSON.parse(await readFile(file, 'utf8'));
}

function good<T>(file: string, checked: Checked<T>): T {
  if (checked.ok) return checked.value;
  throw new Error(`${file}: ${checked.problems.map((p) => p.message).join('; ')}`);
}

/**
 * Loads a club: every plan file of `plans/` in order of name, `shelf.json`, and the notes of `club.json`.
 * Throws Error naming the file and its problems.
 */
export async function loadDemo(db: Database, folder: string): Promise<void> {
  for (const file of (await readdir(path.join(folder, 'plans'))).sort())
    await importPlan(db, good(file, checkPlanFile(await readJson(path.join(folder, 'plans', file)))));
  const parts = (await readJson(path.join(folder, 'shelf.json'))) as Part[];
  const { writes } = good('shelf.json', checkShelfWrite({ writes: parts.map((part) => ({ id: randomUUID(), base: 0, part })) }));
  await writeShelf(db, writes);
  const { cars, plans } = await readGarage(db);
  for (const { car: name, asBought, today } of (await readJson(path.join(folder, 'club.json'))) as ClubNote[]) {
    const doc = cars.find((one) => one.car.name === name);
    const stock = plans.find((one) => one.carId === doc?.id && one.plan.name === asBought);
    if (!doc || !stock) throw new Error(`club.json: there is no ${asBought} of ${name}`);
    await writeCar(db, doc.id, doc.version, doc.car, { stockPlanId: stock.id, ...(today ? { today } : {}) });
  }
}
