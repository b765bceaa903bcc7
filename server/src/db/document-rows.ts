import type { PlanName } from '@puddler/contract';
import { and, asc, eq, getTableColumns, isNull, sql, type SQL } from 'drizzle-orm';
import { SCHEMA_VERSIONS } from '../documents/rows';
import type { Database } from './open';
import { documents, type DocumentRow } from './schema';

const utf8 = new TextDecoder('utf-8', { fatal: true });
const lenient = new TextDecoder('utf-8');

/** A body that is no UTF-8 any more is read as nothing, which is no JSON. */
function strictly(bytes: ArrayBuffer): string {
  try {
    return utf8.decode(bytes);
  } catch {
    return '';
  }
}

/** What a document is read with. Its body comes as bytes: the driver ends the process on a text that is no UTF-8. */
export const ROW = { ...getTableColumns(documents), body: sql`cast(${documents.body} as blob)`.mapWith(strictly) };

/** So much of a body is looked through for a name. */
const HEAD_BYTES = 4096;
const NAME = /"name":"([^"\\\uFFFD]{1,80})/;

/** What is legible of the name in a body that cannot be read. */
export const LEGIBLE_NAME = sql`substr(cast(${documents.body} as blob), 1, ${HEAD_BYTES})`.mapWith(
  (bytes: ArrayBuffer): string | undefined => NAME.exec(lenient.decode(bytes))?.[1],
);

/** The name in a plan’s body that is JSON, as bytes like the body itself. */
const PLAN_NAME = sql`cast(json_extract(${documents.body}, '$.name') as blob)`.mapWith(strictly);

/** A column of ids as they are made: any other byte in one is damage, and must not be read as text. */
export const isIdIn = (column: string) => sql.raw(`${column} not glob '*[^0-9a-f-]*'`);

/** The same for a column of words, as the names of kinds are. */
export const isWordIn = (column: string) => sql.raw(`${column} not glob '*[^A-Za-z]*'`);

const MOST_MS = 999_999_999_999_999;
const isTimeIn = (column: string) => sql.raw(`(typeof(${column}) = 'integer' and ${column} between 0 and ${MOST_MS})`);

/** What stands beside the body can be read: ids as text, times as times, the version as a number. */
export const HAS_LEGIBLE_HEAD = sql`${isIdIn('documents.id')} and (documents.parent_id is null or ${isIdIn('documents.parent_id')})
  and ${isTimeIn('documents.created_at')} and ${isTimeIn('documents.updated_at')} and typeof(documents.version) = 'integer'`;

/** The time that lists are ordered by; a row whose time is none stands first. */
const CREATED_AT = sql<number>`case when ${isTimeIn('documents.created_at')} then ${documents.createdAt} else 0 end`;

/** Bodies that are JSON in the current schema. */
export const IS_READABLE = sql`json_valid(${documents.body}) and (${documents.kind}, ${documents.schemaVersion}) in (select value->>'kind', value->>'form' from json_each(${JSON.stringify(SCHEMA_VERSIONS)}))`;

/** Where a list goes on: after the row of this time and number. */
export interface Place {
  createdAt: number;
  rowid: number;
}

/** The numbers of the next rows of a condition, oldest first. What sorts them stands before the bodies: these are not read. */
export const placesOf = (orm: Database['orm'], where: SQL | undefined, after: Place | undefined, count: number): Promise<Place[]> =>
  orm
    .select({ createdAt: CREATED_AT, rowid: sql<number>`rowid` })
    .from(documents)
    .where(and(where, after && sql`(${CREATED_AT}, rowid) > (${after.createdAt}, ${after.rowid})`))
    .orderBy(asc(CREATED_AT), sql`rowid`)
    .limit(count);

export const isRowIn = (rowids: readonly number[]) => sql`rowid in (select value from json_each(${JSON.stringify(rowids)}))`;

/** The rows of a condition that can be read, oldest first, and how many more there are. The condition names kinds. */
export async function readRows(orm: Database['orm'], where: SQL | undefined): Promise<{ rows: DocumentRow[]; unread: number }> {
  const found = await orm
    .select(ROW)
    .from(documents)
    .where(and(where, IS_READABLE, HAS_LEGIBLE_HEAD))
    .orderBy(asc(documents.createdAt), sql`rowid`);
  const rows = found.filter((row) => row.body !== '');
  const [all] = await orm
    .select({ count: sql<number>`count(*)` })
    .from(documents)
    .where(where);
  return { rows, unread: all!.count - rows.length };
}

/** The names of the plans of some cars, by car, oldest first; of the plans that can be read. */
export async function planNamesOf(orm: Database['orm'], carIds: readonly string[]): Promise<Record<string, PlanName[]>> {
  const found = await orm
    .select({ id: documents.id, carId: documents.parentId, name: PLAN_NAME })
    .from(documents)
    .where(
      and(
        eq(documents.kind, 'plan'),
        isNull(documents.deletedAt),
        sql`${documents.parentId} in (select value from json_each(${JSON.stringify(carIds)}))`,
        IS_READABLE,
        HAS_LEGIBLE_HEAD,
      ),
    )
    .orderBy(asc(documents.createdAt), sql`rowid`);
  const byCar: Record<string, PlanName[]> = Object.fromEntries(carIds.map((id) => [id, []]));
  for (const { id, carId, name } of found) if (name !== '') byCar[carId!]!.push({ id, name });
  return byCar;
}
