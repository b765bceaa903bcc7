import { randomUUID } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { checkPart, checkPlanFile, type Bench, type Checked } from '@puddler/contract';
import type { DocumentStore } from './documents/store';
import { importPlan } from './plan-files/import-plan';

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
export async function loadDemo(store: DocumentStore, folder: string): Promise<void> {
  for (const file of (await readdir(path.join(folder, 'plans'))).sort())
    await importPlan(store, good(file, checkPlanFile(await readJson(path.join(folder, 'plans', file)))));
  const parts = (await readJson(path.join(folder, 'shelf.json'))) as unknown[];
  await store.write(
    'part',
    parts.map((part) => ({ id: randomUUID(), base: 0, body: good('shelf.json', checkPart(part)) })),
  );
  const [cars, plans] = [await store.all('car'), await store.all('plan')];
  for (const { car: name, asBought, today } of (await readJson(path.join(folder, 'club.json'))) as ClubNote[]) {
    const doc = cars.find((one) => one.body.car.name === name);
    const stock = plans.find((one) => one.parentId === doc?.id && one.body.name === asBought);
    if (!doc || !stock) throw new Error(`club.json: there is no ${asBought} of ${name}`);
    const body = { ...doc.body, bench: { stockPlanId: stock.id, ...(today ? { today } : {}) } };
    await store.write('car', [{ id: doc.id, base: doc.version, body }]);
  }
}
