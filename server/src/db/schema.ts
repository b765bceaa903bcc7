import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';
import type { Car, Part } from '@puddler/core';
import type { Bench, PlanBody } from '@puddler/contract';

/** Times are milliseconds since 1970. A deleted row stays, so that a delete can be undone. */
const kept = {
  id: text('id').primaryKey(),
  version: integer('version').notNull(),
  createdAt: integer('created_at').notNull(),
  updatedAt: integer('updated_at').notNull(),
  deletedAt: integer('deleted_at'),
  /** Form of the JSON in `document`; a later form migrates from this number. */
  documentVersion: integer('document_version').notNull().default(1),
};

export const cars = sqliteTable('cars', {
  ...kept,
  document: text('document', { mode: 'json' }).$type<Car>().notNull(),
  bench: text('bench', { mode: 'json' }).$type<Bench>().notNull().default({}),
});

export const plans = sqliteTable(
  'plans',
  {
    ...kept,
    carId: text('car_id')
      .notNull()
      .references(() => cars.id),
    document: text('document', { mode: 'json' }).$type<PlanBody>().notNull(),
  },
  (table) => [index('plans_car_id').on(table.carId)],
);

export const parts = sqliteTable('parts', {
  ...kept,
  document: text('document', { mode: 'json' }).$type<Part>().notNull(),
});

export type PartRow = typeof parts.$inferSelect;
export type CarRow = typeof cars.$inferSelect;
export type PlanRow = typeof plans.$inferSelect;
