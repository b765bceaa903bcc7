import { KIND_NAMES, kindOf } from '@puddler/contract';
import { gt, isNull, or, sql } from 'drizzle-orm';
import { docOf } from '../documents/rows';
import { DocumentStore } from '../documents/store';
import { documents, unreferenced } from '../db/schema';
import type { FileStore } from './store';

/** A file that no document refers to stays this long: an undo or a restored document may want it back. */
export const KEPT_FOR_MS = 30 * 24 * 3600 * 1000;

/** Every hash that a document refers to; documents deleted within `KEPT_FOR_MS` count too. */
async function referredTo(store: DocumentStore, now: number): Promise<Set<string>> {
  const rows = await store.db.orm
    .select()
    .from(documents)
    .where(or(isNull(documents.deletedAt), gt(documents.deletedAt, now - KEPT_FOR_MS)));
  const withFiles = new Set(KIND_NAMES.filter((kind) => kindOf(kind).fileHashes));
  return new Set(
    rows.filter((row) => withFiles.has(row.kind) && DocumentStore.canRead(row)).flatMap((row) => kindOf(row.kind).fileHashes!(docOf(row).body)),
  );
}

/** Takes away files that nothing has referred to for a month; says how many. Does nothing while bytes are under way. */
export function sweepFiles(store: DocumentStore, files: FileStore, now: number): Promise<number> {
  const { orm, writes } = store.db;
  return writes.run(async () => {
    if (files.isBusy) return 0;
    const wanted = await referredTo(store, now);
    const idle = (await files.hashes()).filter((hash) => !wanted.has(hash));
    const idleList = sql`(select value from json_each(${JSON.stringify(idle)}))`;
    await orm.batch([
      orm.delete(unreferenced).where(sql`${unreferenced.hash} not in ${idleList}`),
      orm.run(sql`insert or ignore into unreferenced_files (hash, since) select value, ${now} from json_each(${JSON.stringify(idle)})`),
    ]);
    const due = await orm
      .select()
      .from(unreferenced)
      .where(sql`${unreferenced.since} <= ${now - KEPT_FOR_MS}`);
    for (const { hash } of due) await files.remove(hash);
    return due.length;
  });
}
