import { mkdir, readdir, rename, rm } from 'node:fs/promises';
import path from 'node:path';
import type { Database } from '../db/open';

/** Copies kept; the oldest goes when there is one more. */
const KEPT = 7;
/** What a copy is called: its day. */
export const COPY_NAME = /^puddler-(\d{4}-\d\d-\d\d)\.db$/;

/** Makes today's copy of the database, SQLite's own and whole in itself, unless there is one; says whether it did. */
export async function copyDaily(db: Database, folder: string, now: Date): Promise<boolean> {
  await mkdir(folder, { recursive: true, mode: 0o700 });
  const name = `puddler-${now.toISOString().slice(0, 10)}.db`;
  const copies = (await readdir(folder)).filter((one) => COPY_NAME.test(one)).sort();
  if (copies.includes(name)) return false;
  const part = path.join(folder, `${name}.part`);
  await rm(part, { force: true });
  await db.writes.run(() => db.client.execute({ sql: 'VACUUM INTO ?', args: [part] }));
  await rename(part, path.join(folder, name));
  for (const old of copies.slice(0, Math.max(0, copies.length + 1 - KEPT))) await rm(path.join(folder, old), { force: true });
  return true;
}
