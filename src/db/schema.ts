import { blob, index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core'

/**
 * Saved networks. A deleted one keeps its row for thirty days, in the bin, so that deleting can be undone. Triggers keep
 * `network_tags`, and the index `search` (FTS5, by threes of letters, its rows numbered by `searched`), as `tags` and `found` say.
 */
export const networks = sqliteTable(
  'networks',
  {
    id: text('id').primaryKey(),
    title: text('title').notNull(),
    notes: text('notes').notNull(),
    /** How many resistors it has. */
    resistors: integer('resistors').notNull().default(0),
    /** The network document as JSON, every quantity as it was typed. */
    document: text('document').notNull(),
    /** Counts the saves, from 1; a save names the version it was based on. */
    version: integer('version').notNull(),
    createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
    updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
    deletedAt: integer('deleted_at', { mode: 'timestamp_ms' }),
    /** The title as it is sorted by. */
    sortKey: text('sort_key').notNull().default(''),
    /** The tags as a JSON list. */
    tags: text('tags').notNull().default('[]'),
    /** What it is found by, folded; empty where that was not worked out yet. */
    found: text('found').notNull().default(''),
    /** The network that it was made from as another one with the same parts. */
    originId: text('origin_id'),
  },
  ({ updatedAt, sortKey, originId }) => [
    index('networks_by_change').on(updatedAt),
    index('networks_by_title').on(sortKey),
    index('networks_by_origin').on(originId),
  ],
)

/** The tags of networks, one a row. Kept by triggers. */
export const networkTags = sqliteTable(
  'network_tags',
  {
    networkId: text('network_id')
      .notNull()
      .references(() => networks.id, { onDelete: 'cascade' }),
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
    networkId: text('network_id')
      .notNull()
      .references(() => networks.id, { onDelete: 'cascade' }),
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
    networkId: text('network_id')
      .notNull()
      .references(() => networks.id, { onDelete: 'cascade' }),
    pictureId: text('picture_id')
      .notNull()
      .references(() => pictures.id),
  },
  ({ networkId, pictureId }) => [
    primaryKey({ columns: [networkId, pictureId] }),
    index('networks_of_picture').on(pictureId),
  ],
)

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

/** Runs of readings on the bench: several for a network. */
export const runs = sqliteTable(
  'runs',
  {
    id: text('id').primaryKey(),
    networkId: text('network_id')
      .notNull()
      .references(() => networks.id, { onDelete: 'cascade' }),
    title: text('title').notNull(),
    /** A `nodrel-readings` document as JSON, every value as it was typed. */
    document: text('document').notNull(),
    /** Counts the saves, from 1; a save names the version it was based on. */
    version: integer('version').notNull(),
    createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
    updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
  },
  ({ networkId }) => [index('runs_of_network').on(networkId)],
)

/** Whole ways of doing worksheets, each under a name of its own. */
export const ways = sqliteTable('ways', {
  id: text('id').primaryKey(),
  name: text('name').notNull().unique(),
  /** The choices as JSON. */
  choices: text('choices').notNull(),
  updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
})

/** What the logbook shows of a network, worked out once for each version and way of drawing: see `core/card`. */
export const cards = sqliteTable(
  'cards',
  {
    networkId: text('network_id')
      .notNull()
      .references(() => networks.id, { onDelete: 'cascade' }),
    /** How nodes are labelled, and in which form sheets are drawn. */
    nodes: text('nodes').notNull(),
    form: text('form').notNull(),
    /** The network's version that it shows. */
    version: integer('version').notNull(),
    card: text('card').notNull(),
  },
  ({ networkId, nodes, form }) => [primaryKey({ columns: [networkId, nodes, form] })],
)

/** What a learner did at tasks: one attempt for each task, by itself or on a sheet. */
export const exercises = sqliteTable('exercises', {
  /** The sheet, or `own`, a point, and the task's code. */
  id: text('id').primaryKey(),
  code: text('code').notNull(),
  /** The moves as JSON, in order, answers as they were typed. */
  moves: text('moves').notNull(),
  /** How long it was worked at. */
  seconds: integer('seconds').notNull(),
  /** What the moves came to, as JSON: marks, slips, what it tells of skills. */
  result: text('result').notNull(),
  /** Counts the saves, from 1; a save names the version it was based on, 0 for a new one. */
  version: integer('version').notNull(),
  updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
})

/** Sheets of tasks: those that were set here, and those that were opened to be worked at. */
export const sheets = sqliteTable('sheets', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  /** What it is as JSON: see `core/learner`. */
  document: text('document').notNull(),
  /** Counts the saves, from 1; a save names the version it was based on. */
  version: integer('version').notNull(),
  createdAt: integer('created_at', { mode: 'timestamp_ms' }).notNull(),
  updatedAt: integer('updated_at', { mode: 'timestamp_ms' }).notNull(),
})
