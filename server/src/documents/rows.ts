import { schemaVersionOf, KIND_NAMES, kindOf, type Doc, type KindName } from '@puddler/contract';
import type { DocumentRow } from '../db/schema';

/** The version of the schema that each kind is written in now, as a list for SQL. */
export const SCHEMA_VERSIONS = KIND_NAMES.map((kind) => ({ kind, form: schemaVersionOf(kindOf(kind)) }));
/** Which kind belongs to which, as a list for SQL. */
export const FAMILIES = KIND_NAMES.flatMap((child) => {
  const { parent } = kindOf(child);
  return parent === undefined ? [] : [{ child, parent }];
});

export const schemaVersionNow = (kind: KindName): number => schemaVersionOf(kindOf(kind));

/** Everything of a document but its body. */
function head(row: Omit<DocumentRow, 'body'>) {
  return {
    id: row.id,
    version: row.version,
    createdAt: new Date(row.createdAt).toISOString(),
    updatedAt: new Date(row.updatedAt).toISOString(),
    ...(row.parentId === null ? {} : { parentId: row.parentId }),
  };
}

/** A row as it crosses the wire. Its body must be JSON. */
export const docOf = (row: DocumentRow): Doc => ({ ...head(row), body: JSON.parse(row.body) as Doc['body'] });

/** The same as text, without reading the body: lists have thousands of them. */
export const docText = (row: DocumentRow): string => `${JSON.stringify(head(row)).slice(0, -1)},"body":${row.body}}`;
