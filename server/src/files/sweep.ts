import { KIND_NAMES, kindOf } from '@puddler/contract';
import { and, gt, inArray, isNull, or, sql } from 'drizzle-orm';
import { docOf } from '../documents/rows';
import type { DocumentStore } from '../documents/store';
import { isIdIn, readRows } from '../db/document-rows';
import { documents, unreferenced } from '../db/schema';
import type { FileStore } from './store';

/** A file that no document refers to stays this long: an undo or a restored document may want it back. */
export const KEPT_FOR_MS = 30 * 24 * 3600 * 1000;

const KINDS_WITH_FILES = KIND_NAMES.filter((kind) => kindOf(kind).fileHashes);

/**
 * Every hash that a document refers to; documents deleted within `KEPT_FOR_MS` count too. Undefined while one of them cannot be read:
 * nobody knows what it refers to.
 */
async function referredTo(store: DocumentStore, now: number): Promise<Set<string> | undefined> {
  const counting = and(inArray(documents.kind, KINDS_WITH_FILES), or(isNull(documents.deletedAt), gt(documents.deletedAt, now - KEPT_FOR_MS)));
  const { rows, unread } = await readRows(store.db.orm, counting);
  if (unread > 0) return undefined;
  return new Set(rows.flatMap((row) => kindOf(row.kind).fileHashes!(docOf(row).body)));
}

/** Takes away files that nothing has referred to for a month; says how many. Does nothing while bytes are under way. */
export function sweepFiles(store: DocumentStore, files: FileStore, now: number): Promise<number> {
  const { orm, writes } = store.db;
  return writes.run(async () => {
    if (files.isBusy) return 0;
    const wanted = await referredTo(store, now);
    if (!wanted) return 0;
    const idle = (await files.hashes()).filter((hash) => !wanted.has(hash));
    const idleList = sql`(select value from json_each(${JSON.stringify(idle)}))`;
    await orm.batch([
      orm.delete(unreferenced).where(sql`${unreferenced.hash} not in ${idleList}`),
      orm.run(sql`insert or ignore into unreferenced_files (hash, since) select value, ${now} from json_each(${JSON.stringify(idle)})`),
    ]);
    const due = await orm
      .select()
      .from(unreferenced)
      .where(and(sql`${unreferenced.since} <= ${now - KEPT_FOR_MS}`, isIdIn('hash')));
    for (const { hash } of due) await files.remove(hash);
    return due.length;
  });
}
