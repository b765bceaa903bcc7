import { KIND_NAMES, upgrade, type EarlierFiles, type KindName } from '@puddler/contract';
import { and, eq, lt, sql } from 'drizzle-orm';
import { todaysForm } from '../documents/rows';
import type { Database } from './open';
import { HAS_LEGIBLE_HEAD, ROW } from './document-rows';
import { documents } from './schema';

const ROWS_A_PIECE = 500;

/**
 * Brings every document that was written in an earlier form to today's, deleted ones too, and says how many. One that cannot
 * be brought over stays as it is; it is set aside when it is read, and the rest opens.
 */
export async function upgradeDocuments(db: Database, earlier: () => Promise<EarlierFiles>): Promise<{ upgraded: number; left: string[] }> {
  let upgraded = 0;
  let files: EarlierFiles | undefined;
  const left: string[] = [];
  for (const kind of KIND_NAMES) {
    const form = todaysForm(kind);
    const old = await db.orm
      .select(ROW)
      .from(documents)
      .where(and(eq(documents.kind, kind), lt(documents.form, form), HAS_LEGIBLE_HEAD));
    const fresh: { id: string; body: string }[] = [];
    for (const row of old) {
      try {
        files ??= await earlier();
        fresh.push({ id: row.id, body: JSON.stringify(upgrade(kind, row.form, JSON.parse(row.body), files)) });
      } catch {
        left.push(`${kind} ${row.id}`);
      }
    }
    for (let at = 0; at < fresh.length; at += ROWS_A_PIECE) await writeForms(db, kind, form, fresh.slice(at, at + ROWS_A_PIECE));
    upgraded += fresh.length;
  }
  return { upgraded, left };
}

/** The document says the same in its new form, so its version stays. */
function writeForms(db: Database, kind: KindName, form: number, rows: { id: string; body: string }[]): Promise<unknown> {
  return db.writes.run(() =>
    db.orm.run(sql`
      update documents set form = ${form}, body = fresh.value->>'body'
      from json_each(${JSON.stringify(rows)}) fresh where documents.kind = ${kind} and documents.id = fresh.value->>'id'`),
  );
}
