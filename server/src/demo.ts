import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { checkPlanFile } from '@puddler/contract';
import type { Database } from './db/open';
import { importPlan } from './imports/import-plan';

/** Loads every plan file of a folder, in order of name. Throws Error naming the file and its problems. */
export async function loadDemo(db: Database, folder: string): Promise<number> {
  const files = (await readdir(folder)).filter((file) => file.endsWith('.json')).sort();
  for (const file of files) {
    const checked = checkPlanFile(JSON.parse(await readFile(path.join(folder, file), 'utf8')));
    if (!checked.ok) throw new Error(`${file}: ${checked.problems.map((p) => p.message).join('; ')}`);
    await importPlan(db, checked.value);
  }
  return files.length;
}
