// Tables of the database.
import { blob, index, integer, primaryKey, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

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

/** Every save of a plan, gzipped; the newest unnamed ones and all that were given a name are kept. */
export const versions = sqliteTable(
  'versions',
  {
    planId: text('plan_id')
      .notNull()
      .references(() => plans.id, { onDelete: 'cascade' }),
    revision: integer('revision').notNull(),
    title: text('title').notNull(),
    /** What changed, in a line. */
    summary: text('summary').notNull(),
    /** Given by a person: "before the wider pipe". */
    name: text('name'),
    savedAt: integer('saved_at', { mode: 'timestamp_ms' }).notNull(),
    document: blob('document', { mode: 'buffer' }).notNull(),
    /** Key of the request that saved it, so that the same request sent twice counts once. */
    saveKey: text('save_key'),
  },
  (table) => [
    primaryKey({ columns: [table.planId, table.revision] }),
    uniqueIndex('versions_save_key').on(table.planId, table.saveKey),
  ],
);

/**
 * The log of a plan: a row an entry, so that two devices that read at once never write over one another. An entry that
 * was taken out keeps its row without its text: the same request, sent late, does not bring it back.
 */
export const readings = sqliteTable(
  'readings',
  {
    planId: text('plan_id')
      .notNull()
      .references(() => plans.id, { onDelete: 'cascade' }),
    /** Given by who made it; the same reading sent twice is one row. */
    id: text('id').notNull(),
    /** How often it was written: a change says which writing it is based on. */
    version: integer('version').notNull(),
    /** JSON of the entry without its id; null where it was taken out. */
    entry: text('entry'),
    /** Changes of the plan's log count up: at which it came in, and at which it was written last. */
    added: integer('added').notNull(),
    changed: integer('changed').notNull(),
    savedAt: integer('saved_at', { mode: 'timestamp_ms' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.planId, table.id] }), index('readings_added').on(table.planId, table.added)],
);

/** Photographs of a log, small ones; an entry names its own. */
export const photos = sqliteTable(
  'photos',
  {
    planId: text('plan_id')
      .notNull()
      .references(() => plans.id, { onDelete: 'cascade' }),
    id: text('id').notNull(),
    type: text('type').notNull(),
    bytes: blob('bytes', { mode: 'buffer' }).notNull(),
    savedAt: integer('saved_at', { mode: 'timestamp_ms' }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.planId, table.id] })],
);

/** The elevation grid of a plan: ESRI ASCII in metres from the plan's origin, gzipped. */
export const grids = sqliteTable('grids', {
  planId: text('plan_id')
    .primaryKey()
    .references(() => plans.id, { onDelete: 'cascade' }),
  savedAt: integer('saved_at', { mode: 'timestamp_ms' }).notNull(),
  ascii: blob('ascii', { mode: 'buffer' }).notNull(),
});

/** Facts about the database itself, such as whether the demo plans were put in. */
export const marks = sqliteTable('marks', {
  name: text('name').primaryKey(),
  value: text('value').notNull(),
});

/** Passphrases, as salted hashes: one that may write, one that only reads. */
export const passphrases = sqliteTable('passphrases', {
  role: text('role', { enum: ['writes', 'reads'] }).primaryKey(),
  hash: text('hash').notNull(),
  setAt: integer('set_at', { mode: 'timestamp_ms' }).notNull(),
});

/** Who is signed in: a hash of what the browser holds, never that itself. */
export const sessions = sqliteTable('sessions', {
  id: text('id').primaryKey(),
  role: text('role', { enum: ['writes', 'reads'] }).notNull(),
  createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
  endsAt: integer('ends_at', { mode: 'timestamp_ms' }).notNull(),
});
