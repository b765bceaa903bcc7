import type { PartWrite, PartWritten, Shelf } from '@puddler/contract';
import { asc, inArray, isNull, sql } from 'drizzle-orm';
import type { BatchItem } from 'drizzle-orm/batch';
import { partDoc } from '../db/documents';
import type { Database } from '../db/open';
import { parts, type PartRow } from '../db/schema';

/** SQLite takes some thousands of variables in a statement; a row has eight. */
const ROWS_A_STATEMENT = 500;

/** All parts that are not deleted, oldest first. */
export async function readShelf(db: Database): Promise<Shelf> {
  const rows = await db.orm
    .select()
    .from(parts)
    .where(isNull(parts.deletedAt))
    .orderBy(asc(parts.createdAt), sql`rowid`);
  return { parts: rows.map(partDoc) };
}

async function find(db: Database, ids: string[]): Promise<Map<string, PartRow>> {
  const found = new Map<string, PartRow>();
  for (let at = 0; at < ids.length; at += ROWS_A_STATEMENT) {
    const rows = await db.orm
      .select()
      .from(parts)
      .where(inArray(parts.id, ids.slice(at, at + ROWS_A_STATEMENT)));
    for (const row of rows) found.set(row.id, row);
  }
  return found;
}

/** Does all writes in one transaction, but those whose base is no longer the newest: they are answered `stale`. */
export function writeShelf(db: Database, writes: PartWrite[]): Promise<PartWritten[]> {
  return db.writes.run(async () => {
    const now = Date.now();
    const found = await find(
      db,
      writes.map((write) => write.id),
    );
    const upserts: (typeof parts.$inferInsert)[] = [];
    const deleted: string[] = [];
    const results = writes.map(({ id, base, part }): PartWritten => {
      const row = found.get(id);
      if (part === null) {
        // Gone already, or never there: what was wanted holds.
        if (row && row.deletedAt === null && row.version !== base) return { id, state: 'stale', current: partDoc(row) };
        deleted.push(id);
        return { id, state: 'deleted' };
      }
      if (row && row.deletedAt === null && row.version !== base) return { id, state: 'stale', current: partDoc(row) };
      const version = (row?.version ?? 0) + 1;
      upserts.push({ id, version, createdAt: row?.createdAt ?? now, updatedAt: now, deletedAt: null, document: part });
      return { id, state: 'written', version };
    });
    const statements: BatchItem<'sqlite'>[] = [];
    for (let at = 0; at < upserts.length; at += ROWS_A_STATEMENT)
      statements.push(
        db.orm
          .insert(parts)
          .values(upserts.slice(at, at + ROWS_A_STATEMENT))
          .onConflictDoUpdate({
            target: parts.id,
            set: { version: sql`excluded.version`, updatedAt: sql`excluded.updated_at`, deletedAt: sql`null`, document: sql`excluded.document` },
          }),
      );
    for (let at = 0; at < deleted.length; at += ROWS_A_STATEMENT)
      statements.push(
        db.orm
          .update(parts)
          .set({ deletedAt: now })
          .where(inArray(parts.id, deleted.slice(at, at + ROWS_A_STATEMENT))),
      );
    const [first, ...rest] = statements;
    if (first) await db.orm.batch([first, ...rest]);
    return results;
  });
}
