import { and, desc, eq, getTableColumns, inArray, isNotNull, isNull, lt, sql } from 'drizzle-orm'
import type { Db } from './handle'
import { rowOf, type Columns } from './row'
import { attempts, cards, networks } from './schema'
import { keepVersion } from './versions'

/** A network as it is kept; its document is JSON text. */
export type NetworkRow = typeof networks.$inferSelect & {
  /**
   * Whether the text is a document: an object with a list of parts that are objects, or of a long one any JSON with a list
   * of parts. Only what was damaged from outside is not.
   */
  readonly sound: boolean
}

/** Documents longer than this are not gone through part by part each time they are read. In characters. */
const long = 100_000

const { document } = networks
const sound = sql<number>`case when json_valid(${document}) and json_type(${document}, '$.parts') = 'array'
  then length(${document}) > ${long} or not exists (select 1 from json_each(${document}, '$.parts') as part where part.type <> 'object') else 0 end`

/** Days that a deleted network stays in the bin. */
export const daysInBin = 30

const there = isNull(networks.deletedAt)

/** How many networks are read at a time, and how many bytes of documents: more would hold others up. */
const batch = { networks: 100, bytes: 512 * 1024 }

/** The ids of all networks but deleted ones, the last changed first, in batches that can each be read in a moment. */
export function listInBatches(db: Db): string[][] {
  const all = db
    // The size is known without reading the document.
    .select({ id: networks.id, bytes: sql<number>`octet_length(${document})` })
    .from(networks)
    .where(there)
    .orderBy(desc(networks.updatedAt))
    .all()
  const batches: string[][] = []
  let [last, weight]: [string[], number] = [[], Infinity]
  for (const { id, bytes } of all) {
    if (last.length === batch.networks || weight + bytes > batch.bytes) {
      batches.push((last = []))
      weight = 0
    }
    last.push(id)
    weight += bytes
  }
  return batches
}

/** Those of the given networks that are there, in the given order. */
export function findNetworks(db: Db, ids: readonly string[]): NetworkRow[] {
  const rows = db
    .select({ ...getTableColumns(networks), sound })
    .from(networks)
    .where(and(inArray(networks.id, [...ids]), there))
    .all()
  const byId = new Map(rows.map((row) => [row.id, { ...row, sound: row.sound === 1 }]))
  return ids.flatMap((id) => byId.get(id) ?? [])
}

/** One network; null if there is none, or it is deleted. */
export function findNetwork(db: Db, id: string): NetworkRow | null {
  return findNetworks(db, [id])[0] ?? null
}

/**
 * Keeps a new network.
 *
 * @param originId the network that it was made from, where it is another one with the same parts
 */
export function createNetwork(db: Db, columns: Columns, originId: string | null = null): NetworkRow {
  const row = { ...rowOf(columns, new Date()), originId }
  db.insert(networks).values(row).run()
  return { ...row, deletedAt: null, sound: true }
}

/** The text of a network's document with its version, to be worked out; null if there is no such network. */
export function findText(db: Db, id: string): { readonly document: string; readonly version: number } | null {
  const { document, version } = networks
  return (
    db
      .select({ document, version })
      .from(networks)
      .where(and(eq(networks.id, id), there))
      .all()[0] ?? null
  )
}

export type Saved =
  | { readonly result: 'saved'; readonly row: NetworkRow }
  /** Somebody saved in between: the network as it is now. */
  | { readonly result: 'conflict'; readonly row: NetworkRow }
  | { readonly result: 'missing' }

/** Saves a document over the version it was based on; nothing is overwritten if that is not the newest. */
export function saveNetwork(db: Db, id: string, basedOn: number, columns: Columns): Saved {
  const kept = db
    .select({
      version: networks.version,
      createdAt: networks.createdAt,
      updatedAt: networks.updatedAt,
      document: networks.document,
      originId: networks.originId,
      resistors: networks.resistors,
    })
    .from(networks)
    .where(and(eq(networks.id, id), there))
    .all()[0]
  if (!kept) return { result: 'missing' }
  if (kept.version !== basedOn) {
    const row = findNetwork(db, id)
    return row ? { result: 'conflict', row } : { result: 'missing' }
  }
  keepVersion(db, id, kept, columns)
  const next = { ...columns, version: basedOn + 1, updatedAt: new Date() }
  db.update(networks).set(next).where(eq(networks.id, id)).run()
  return {
    result: 'saved',
    row: { id, createdAt: kept.createdAt, originId: kept.originId, deletedAt: null, ...next, sound: true },
  }
}

/** Puts a network into the bin, where it stays for {@link daysInBin} days. False if there is none. */
export function deleteNetwork(db: Db, id: string): boolean {
  forgetOld(db)
  return (
    db
      .update(networks)
      .set({ deletedAt: new Date() })
      .where(and(eq(networks.id, id), there))
      .run().changes > 0
  )
}

/** Takes a network out of the bin. Null if it is not there. */
export function restoreNetwork(db: Db, id: string): NetworkRow | null {
  const { changes } = db
    .update(networks)
    .set({ deletedAt: null })
    .where(and(eq(networks.id, id), isNotNull(networks.deletedAt)))
    .run()
  return changes > 0 ? findNetwork(db, id) : null
}

/** What lies in the bin. */
export interface Binned {
  readonly id: string
  readonly title: string
  readonly resistors: number
  readonly deletedAt: Date
}

/** What lies in the bin, the last deleted first. */
export function listBin(db: Db): Binned[] {
  const { id, title, resistors, deletedAt } = networks
  return db
    .select({ id, title, resistors, deletedAt })
    .from(networks)
    .where(isNotNull(deletedAt))
    .orderBy(desc(deletedAt))
    .all()
    .flatMap((row) => (row.deletedAt ? [{ ...row, deletedAt: row.deletedAt }] : []))
}

/** Deletes for good what lies in the bin: one network, or all of it. How many that were. */
export function emptyBin(db: Db, id?: string): number {
  return forget(db, and(isNotNull(networks.deletedAt), id === undefined ? undefined : eq(networks.id, id)))
}

/** Deletes for good what has lain in the bin for {@link daysInBin} days. */
export function forgetOld(db: Db, now = Date.now()): number {
  return forget(db, lt(networks.deletedAt, new Date(now - daysInBin * 24 * 3600 * 1000)))
}

function forget(db: Db, which: ReturnType<typeof and>): number {
  const gone = db.select({ id: networks.id }).from(networks).where(which)
  db.delete(attempts).where(inArray(attempts.networkId, gone)).run()
  return db.delete(networks).where(which).run().changes
}

/** What a learner did on a network; the moves are JSON text. */
export type AttemptRow = Pick<typeof attempts.$inferSelect, 'of' | 'moves' | 'version'>

/** The attempt at a network; null if there is none. */
export function findAttempt(db: Db, networkId: string): AttemptRow | null {
  const { of, moves, version } = attempts
  return db.select({ of, moves, version }).from(attempts).where(eq(attempts.networkId, networkId)).all()[0] ?? null
}

export type SavedAttempt =
  | { readonly result: 'saved' | 'conflict'; readonly attempt: AttemptRow }
  | { readonly result: 'missing' }

/**
 * Keeps an attempt over the version it was based on (0 where there was none); another one is not overwritten: the
 * answer is then the attempt as it is kept.
 */
export function saveAttempt(
  db: Db,
  networkId: string,
  basedOn: number,
  { of, moves }: Pick<AttemptRow, 'of' | 'moves'>,
): SavedAttempt {
  if (!isThere(db, networkId)) return { result: 'missing' }
  const before = findAttempt(db, networkId)
  if (before && before.version !== basedOn) return { result: 'conflict', attempt: before }
  const row = { networkId, of, moves, version: basedOn + 1, updatedAt: new Date() }
  db.insert(attempts).values(row).onConflictDoUpdate({ target: attempts.networkId, set: row }).run()
  return { result: 'saved', attempt: { of, moves, version: row.version } }
}

/** Whether there is such a network, and not in the bin. */
export function isThere(db: Db, id: string): boolean {
  return (
    db
      .select({ id: networks.id })
      .from(networks)
      .where(and(eq(networks.id, id), there))
      .all().length > 0
  )
}

/** How the cards of the logbook are drawn. */
export interface CardStyle {
  readonly nodes: string
  readonly form: string
}

/** Keeps the card of a network's version; that of one that was deleted for good meanwhile is dropped. */
export function saveCard(db: Db, networkId: string, { nodes, form }: CardStyle, version: number, card: string): void {
  const known = db.select({ id: networks.id }).from(networks).where(eq(networks.id, networkId)).all()
  if (known.length === 0) return
  const row = { networkId, nodes, form, version, card }
  db.insert(cards)
    .values(row)
    .onConflictDoUpdate({ target: [cards.networkId, cards.nodes, cards.form], set: row })
    .run()
}
