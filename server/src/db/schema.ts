import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { KindName } from '@puddler/contract';

/**
 * Every document of every kind. Times are milliseconds since 1970. A deleted row stays, so that a delete can be undone, and
 * deleting and restoring count as writes of it.
 */
export const documents = sqliteTable(
  'documents',
  {
    kind: text('kind').$type<KindName>().notNull(),
    id: text('id').notNull(),
    /** The document it belongs to, where its kind has a parent. */
    parentId: text('parent_id'),
    version: integer('version').notNull(),
    createdAt: integer('created_at').notNull(),
    updatedAt: integer('updated_at').notNull(),
    deletedAt: integer('deleted_at'),
    /** The version of the schema that `body` is written in; the migrations of its kind bring it to the current one. */
    schemaVersion: integer('form').notNull(),
    /** JSON. */
    body: text('body').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.kind, table.id] }),
    index('documents_parent').on(table.parentId),
    // What lists are ordered by, without a look at the rows.
    index('documents_order').on(table.kind, table.deletedAt, table.createdAt),
  ],
);

/** Files that no document refers to, and since when: they are swept a month later. */
export const unreferenced = sqliteTable('unreferenced_files', {
  hash: text('hash').primaryKey(),
  since: integer('since').notNull(),
});

export type DocumentRow = typeof documents.$inferSelect;
