import { randomUUID } from 'node:crypto';
import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import {
  checkBody,
  checkPart,
  checkPlanFile,
  planFileOf,
  splitPlanFile,
  type Bench,
  type CarBody,
  type Checked,
  type PlanBody,
} from '@puddler/contract';
import equal from 'fast-deep-equal';
import { loadDemoRuns } from './demo-runs';
import type { DocumentStore } from './documents/store';
import type { FileStore } from './files/store';

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
 * Loads a club: every plan file of `plans/` in order of name, `shelf.json`, the notes of `club.json`, and what is noted of buying and
 * fitting in `purchases.json` and `fittings.json`; the runs of `runs.json` are driven by the simulated instruments. A car that several
 * files share is one car. `apart` marks its cars as the demo’s, and leaves its shelf out: that would be the builder’s own. Throws Error naming the file and its problems.
 */
export async function loadDemo(store: DocumentStore, files: FileStore, folder: string, { apart = false } = {}): Promise<void> {
  const notes = (await readJson(path.join(folder, 'club.json'))) as ClubNote[];
  const cars: { id: string; body: CarBody }[] = [];
  const plans: { id: string; parentId: string; body: PlanBody }[] = [];
  for (const file of (await readdir(path.join(folder, 'plans'))).sort()) {
    const { car, plan } = splitPlanFile(good(file, checkPlanFile(await readJson(path.join(folder, 'plans', file)))));
    let doc = cars.find((one) => equal(one.body.car, car));
    if (!doc) cars.push((doc = { id: randomUUID(), body: { car, bench: {} } }));
    plans.push({ id: randomUUID(), parentId: doc.id, body: plan });
  }
  for (const { car: name, asBought, today } of notes) {
    const doc = cars.find((one) => one.body.car.name === name);
    const stock = plans.find((one) => one.parentId === doc?.id && one.body.name === asBought);
    if (!doc || !stock) throw new Error(`club.json: there is no ${asBought} of ${name}`);
    doc.body.bench = { stockPlanId: stock.id, ...(today ? { today } : {}) };
  }
  if (apart) for (const { body } of cars) body.bench.demo = true;
  const parts = ((await readJson(path.join(folder, 'shelf.json'))) as unknown[]).map((part) => ({
    id: randomUUID(),
    body: good('shelf.json', checkPart(part)),
  }));
  await store.write('car', cars.map(fresh));
  await store.write('plan', plans.map(fresh));
  if (!apart) await store.write('part', parts.map(fresh));
  for (const kind of ['purchase', 'fitting'] as const) {
    const file = `${kind}s.json`;
    const noted = (await readJson(path.join(folder, file))) as { plan: string; body: unknown }[];
    const documents = noted.map(({ plan: name, body }) => {
      const plan = plans.find((one) => one.body.name === name);
      if (!plan) throw new Error(`${file}: there is no plan ${name}`);
      return { id: plan.id, parentId: plan.id, body: good(file, checkBody(kind)(body, plan.body)) };
    });
    if (documents.length > 0) await store.write(kind, documents.map(fresh));
  }
  const onDesk = plans.map(({ id, parentId, body }) => {
    const { car, bench } = cars.find((one) => one.id === parentId)!.body;
    return { id, carId: parentId, file: planFileOf(car, body, plans.find((one) => one.id === bench.stockPlanId)?.body) };
  });
  await loadDemoRuns(store, files, onDesk, path.join(folder, 'runs.json'));
}

const fresh = <T>(document: T) => ({ ...document, base: 0 });
