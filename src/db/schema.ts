import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/** Saved networks. A deleted one keeps its row, so that deleting can be undone. */
export const networks = sqliteTable('networks', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  notes: text('notes').notNull(),
  /** The network document as JSON, every quantity as it was typed. */
  document: text('document').notNull(),
  /** Counts the saves, from 1; a save names the version it was based on. */
  version: integer('version').notNull(),
  createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
  updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
  deletedAt: integer('deleted_at', { mode: 'timestamp_ms' }),
})
