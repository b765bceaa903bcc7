import { KIND_NAMES, migrate, type EarlierFiles, type KindName } from '@puddler/contract';
import { and, eq, lt, sql } from 'drizzle-orm';
import { schemaVersionNow } from '../documents/rows';
import type { Database } from './open';
import { HAS_LEGIBLE_HEAD, ROW } from './document-rows';
import { documents } from './schema';

const ROWS_A_PIECE = 500;

/**
 * Brings every document that was written in an earlier schema to the current one, deleted ones too, and says how many. One that cannot
 * be brought over stays as it is and is quarantined when it is read; the rest opens.
 */
export async function migrateDocuments(db: Database, earlier: () => Promise<EarlierFiles>): Promise<{ migrated: number; left: string[] }> {
  let migrated = 0;
  let files: EarlierFiles | undefined;
  const left: string[] = [];
  for (const kind of KIND_NAMES) {
    const schemaVersion = schemaVersionNow(kind);
    const old = await db.orm
      .select(ROW)
      .from(documents)
      .where(and(eq(documents.kind, kind), lt(documents.schemaVersion, schemaVersion), HAS_LEGIBLE_HEAD));
    const fresh: { id: string; body: string }[] = [];
    for (const row of old) {
      try {
        files ??= await earlier();
        fresh.push({ id: row.id, body: JSON.stringify(migrate(kind, row.schemaVersion, JSON.parse(row.body), files)) });
      } catch {
        left.push(`${kind} ${row.id}`);
      }
    }
    for (let at = 0; at < fresh.length; at += ROWS_A_PIECE) await writeMigrated(db, kind, schemaVersion, fresh.slice(at, at + ROWS_A_PIECE));
    migrated += fresh.length;
  }
  return { migrated, left };
}

/** The document says the same in its new schema, so its version stays. */
function writeMigrated(db: Database, kind: KindName, schemaVersion: number, rows: { id: string; body: string }[]): Promise<unknown> {
  return db.writes.run(() =>
    db.orm.run(sql`
      update documents set form = ${schemaVersion}, body = fresh.value->>'body'
      from json_each(${JSON.stringify(rows)}) fresh where documents.kind = ${kind} and documents.id = fresh.value->>'id'`),
  );
}
