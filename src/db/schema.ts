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

/** What a learner did on a network, so that it can be taken up again: one attempt for each. */
export const attempts = sqliteTable('attempts', {
  networkId: text('network_id')
    .primaryKey()
    .references(() => networks.id),
  /** The network as it was tried; an attempt at an earlier one is not taken up. */
  of: text('of').notNull(),
  /** The moves as JSON, in order, answers as they were typed. */
  moves: text('moves').notNull(),
  /** Counts the saves, from 1; a save names the version it was based on, 0 for a new attempt. */
  version: integer('version').notNull(),
  updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
})
