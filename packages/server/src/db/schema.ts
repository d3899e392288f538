// Tables of the database.
import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** A plan is one document, saved whole; a deleted one keeps its row so that deleting can be undone. */
export const plans = sqliteTable('plans', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  revision: integer('revision').notNull(),
  document: text('document').notNull(),
  createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
  updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
  deletedAt: integer('deleted_at', { mode: 'timestamp_ms' }),
});

/** Facts about the database itself, such as whether the demo plans were put in. */
export const marks = sqliteTable('marks', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});
