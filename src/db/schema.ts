import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'
import type { KindName } from '@/core/kept'
import type { BetterSQLite3Database } from 'drizzle-orm/better-sqlite3'

/**
 * All that is kept with versions, each kind under its name: networks, attempts and runs of readings at them, exercises, task
 * sheets, named ways. What is deleted keeps its row for thirty days, in the bin, so that it can be undone. Triggers keep
 * `network_tags`, and the index `search` (FTS5, by threes of letters, its rows numbered by `searched`), as `tags` and `found`
 * of networks say; with a network that is deleted for good, they delete all that belongs to it.
 */
export const kept = sqliteTable(
  'kept',
  {
    kind: text('kind').$type<KindName>().notNull(),
    id: text('id').notNull(),
    /** The network it belongs to, of an attempt and a run. */
    networkId: text('network_id'),
    title: text('title').notNull(),
    /** The document as JSON, every quantity as it was typed. */
    document: text('document').notNull(),
    /** What a list has of it, as JSON, where that is not the document. */
    listed: text('listed').notNull().default('{}'),
    /** Counts the saves, from 1; a save names the version it was based on, 0 where there was none. */
    version: integer('version').notNull(),
    createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
    updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
    deletedAt: integer('deleted_at', { mode: 'timestamp_ms' }),
    /** Of a network: how many resistors it has. */
    resistors: integer('resistors').notNull().default(0),
    /** The title as it is sorted by. */
    sortKey: text('sort_key').notNull().default(''),
    /** Of a network: the tags as a JSON list. */
    tags: text('tags').notNull().default('[]'),
    /** Of a network: what it is found by, folded; empty where that was not worked out yet. */
    found: text('found').notNull().default(''),
    /** The network that it was made from as another one with the same parts. */
    originId: text('origin_id'),
  },
  ({ kind, id, networkId, updatedAt, sortKey, originId }) => [
    primaryKey({ columns: [kind, id] }),
    index('kept_by_change').on(kind, updatedAt),
    index('kept_by_title').on(kind, sortKey),
    index('kept_of_network').on(networkId),
    index('kept_by_origin').on(originId),
  ],
)

/** The tags of networks, one a row. Kept by triggers. */
export const networkTags = sqliteTable(
  'network_tags',
  {
    networkId: text('network_id').notNull(),
    tag: text('tag').notNull(),
  },
  ({ networkId, tag }) => [primaryKey({ columns: [networkId, tag] }), index('networks_of_tag').on(tag)],
)

/** The number under which a network stands in the index `search`. Kept by triggers. */
export const searched = sqliteTable('searched', {
  number: integer('number').primaryKey(),
  networkId: text('network_id').notNull().unique(),
})

/** Earlier states of networks, as they were before a save: see `versions.ts`. */
export const versions = sqliteTable(
  'versions',
  {
    networkId: text('network_id').notNull(),
    version: integer('version').notNull(),
    /** The document as JSON text, deflated. */
    document: blob('document', { mode: 'buffer' }).notNull(),
    /** When it was saved. */
    at: integer('at', { mode: 'timestamp_ms' }).notNull(),
  },
  ({ networkId, version }) => [primaryKey({ columns: [networkId, version] })],
)

/** Pictures that drawings are traced from, by what is in them; made anew here, so that they hold nothing but dots. */
export const pictures = sqliteTable('pictures', {
  /** The start of the SHA-256 of the bytes, in hexadecimal digits. */
  id: text('id').primaryKey(),
  type: text('type').notNull(),
  width: integer('width').notNull(),
  height: integer('height').notNull(),
  bytes: blob('bytes', { mode: 'buffer' }).notNull(),
})

/** Which networks have which pictures, now or in an earlier state; a picture that none has is deleted by a trigger. */
export const networkPictures = sqliteTable(
  'network_pictures',
  {
    networkId: text('network_id').notNull(),
    pictureId: text('picture_id')
      .notNull()
      .references(() => pictures.id),
  },
  ({ networkId, pictureId }) => [
    primaryKey({ columns: [networkId, pictureId] }),
    index('networks_of_picture').on(pictureId),
  ],
)

/** What the logbook shows of a network, worked out once for each version and way of drawing: see `core/card`. */
export const cards = sqliteTable(
  'cards',
  {
    networkId: text('network_id').notNull(),
    /** How nodes are labelled, and in which form sheets are drawn. */
    nodes: text('nodes').notNull(),
    form: text('form').notNull(),
    /** The network's version that it shows. */
    version: integer('version').notNull(),
    card: text('card').notNull(),
  },
  ({ networkId, nodes, form }) => [primaryKey({ columns: [networkId, nodes, form] })],
)

/** The database, or a transaction in it. */
export type Db = Pick<BetterSQLite3Database, 'select' | 'insert' | 'update' | 'delete'>
