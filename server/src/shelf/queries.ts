import type { PartWrite, PartWritten, Shelf } from '@puddler/contract';
import { asc, isNull, sql } from 'drizzle-orm';
import { partDoc } from '../db/documents';
import type { Database } from '../db/open';
import { parts, type PartRow } from '../db/schema';

/** All parts that are not deleted, oldest first. */
export async function readShelf(db: Database): Promise<Shelf> {
  const rows = await db.orm
    .select()
    .from(parts)
    .where(isNull(parts.deletedAt))
    .orderBy(asc(parts.createdAt), sql`rowid`);
  return { parts: rows.map(partDoc) };
}

/** Rows of a list as one parameter: building a statement with a parameter for each value took four times as long. */
const each = (list: unknown[]) => sql`json_each(${JSON.stringify(list)})`;
const among = (ids: string[]) => sql`${parts.id} in (select value from ${each(ids)})`;

async function find(db: Database, ids: string[]): Promise<Map<string, PartRow>> {
  const rows = await db.orm.select().from(parts).where(among(ids));
  return new Map(rows.map((row) => [row.id, row]));
}

/** Does all writes in one transaction, but those whose base is no longer the newest: they are answered `stale`. */
export function writeShelf(db: Database, writes: PartWrite[]): Promise<PartWritten[]> {
  return db.writes.run(async () => {
    const now = Date.now();
    const found = await find(
      db,
      writes.map((write) => write.id),
    );
    const upserts: { id: string; version: number; createdAt: number; document: string }[] = [];
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
      upserts.push({ id, version, createdAt: row?.createdAt ?? now, document: JSON.stringify(part) });
      return { id, state: 'written', version };
    });
    await db.orm.batch([
      db.orm.run(sql`
        insert into parts (id, version, created_at, updated_at, deleted_at, document)
        select value->>'id', value->>'version', value->>'createdAt', ${now}, null, value->>'document' from ${each(upserts)} where true
        on conflict (id) do update set version = excluded.version, updated_at = excluded.updated_at, deleted_at = null, document = excluded.document`),
      db.orm.update(parts).set({ deletedAt: now }).where(among(deleted)),
    ]);
    return results;
  });
}
