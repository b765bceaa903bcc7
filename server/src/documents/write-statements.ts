import { kindOf, type BackupDocument, type DocWrite, type KindName } from '@puddler/contract';
import { sql, type SQL } from 'drizzle-orm';
import { HAS_LEGIBLE_HEAD } from '../db/document-rows';
import { FAMILIES, schemaVersionNow } from './rows';

/** Rows of a list as one parameter: building a statement with a parameter for each value took four times as long. */
const each = (list: readonly unknown[]) => sql`json_each(${JSON.stringify(list)})`;
export const among = (ids: readonly string[]) => sql`(select value from ${each(ids)})`;
const family = (child: SQL, parent: SQL) => sql`(${child}, ${parent}) in (select value->>'child', value->>'parent' from ${each(FAMILIES)})`;

/**
 * The statements of one write of documents of one kind, in their order; they belong in one transaction. Each names the
 * version that it changes, so that nothing is overwritten whatever else writes to the same file.
 */
export function writeStatements(kind: KindName, writes: readonly DocWrite[], now: number) {
  const versions = (list: readonly DocWrite[]) => sql`(select value->>'id', value->>'base' from ${each(list.map(({ id, base }) => ({ id, base })))})`;
  const gone = writes.filter((write) => write.body === null);
  const kept = writes.filter((write) => write.body !== null);
  const parent = kindOf(kind).parent ?? null;
  const parentIsThere = (parentId: SQL) =>
    parent === null ? sql`true` : sql`exists (select 1 from documents p where p.kind = ${parent} and p.id = ${parentId} and p.deleted_at is null)`;
  const upserts = each(kept.map(({ id, base, parentId, body }) => ({ id, base, parentId: parentId ?? null, body: JSON.stringify(body) })));

  return {
    deleted: sql`
      update documents set deleted_at = ${now}, updated_at = ${now}, version = version + 1
      where kind = ${kind} and deleted_at is null and (id, version) in ${versions(gone)}
      returning id, version`,
    wentWithIt: sql`
      with recursive gone(kind, id, root) as (
        select kind, id, id from documents where kind = ${kind} and deleted_at = ${now} and id in ${among(gone.map((write) => write.id))}
        union select d.kind, d.id, gone.root from documents d join gone on d.parent_id = gone.id and ${family(sql`d.kind`, sql`gone.kind`)})
      update documents set deleted_at = ${now}, updated_at = ${now}, version = version + 1
      where deleted_at is null and (kind, id) in (select kind, id from gone) and ${HAS_LEGIBLE_HEAD}
      returning kind, id, version, parent_id as parentId`,
    cameBackWithIt: sql`
      with recursive back(kind, id, at) as (
        select kind, id, deleted_at from documents d
        where kind = ${kind} and deleted_at is not null and (id, version) in ${versions(kept)} and ${parentIsThere(sql`d.parent_id`)}
        union select d.kind, d.id, d.deleted_at from documents d
        join back on d.parent_id = back.id and d.deleted_at = back.at and ${family(sql`d.kind`, sql`back.kind`)})
      update documents set deleted_at = null, updated_at = ${now}, version = version + 1
      where kind <> ${kind} and (kind, id) in (select kind, id from back) and ${HAS_LEGIBLE_HEAD}
      returning kind, id, version, parent_id as parentId`,
    written: sql`
      insert into documents (kind, id, parent_id, version, created_at, updated_at, deleted_at, form, body)
      select ${kind}, w.value->>'id', w.value->>'parentId', (w.value->>'base') + 1, ${now}, ${now}, null, ${schemaVersionNow(kind)}, w.value->>'body'
      from ${upserts} w
      where ((w.value->>'base') = 0 or exists (
          select 1 from documents d where d.kind = ${kind} and d.id = w.value->>'id' and d.version = w.value->>'base'))
        and ${parentIsThere(sql`w.value->>'parentId'`)}
      on conflict (kind, id) do update set version = excluded.version, updated_at = excluded.updated_at, deleted_at = null,
        parent_id = excluded.parent_id, form = excluded.form, body = excluded.body
      where documents.version = excluded.version - 1
      returning id, version`,
  };
}

/** A document that takes the place of whatever is there under its id. */
export interface Overwrite extends BackupDocument {
  kind: KindName;
}

/** Puts documents in with their times; over one that is there, as its next version. */
export function overwriteStatement(writes: readonly Overwrite[]) {
  const rows = each(writes.map(({ body, parentId, ...row }) => ({ ...row, parentId: parentId ?? null, body: JSON.stringify(body) })));
  return sql`
    insert into documents (kind, id, parent_id, version, created_at, updated_at, deleted_at, form, body)
    select value->>'kind', value->>'id', value->>'parentId', value->>'version', value->>'createdAt', value->>'updatedAt', null,
      value->>'form', value->>'body' from ${rows} where true
    on conflict (kind, id) do update set version = max(documents.version, excluded.version) + 1, updated_at = excluded.updated_at,
      deleted_at = null, parent_id = excluded.parent_id, form = excluded.form, body = excluded.body`;
}
