import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type { NetworkDocument } from '@/core/network'
import type { Db } from './client'
import { columnsOf, rowOf } from './row'
import { attempts, networks } from './schema'

/** A saved network. Times are ISO 8601 texts. */
export interface NetworkRecord {
  readonly id: string
  readonly title: string
  readonly notes: string
  readonly version: number
  readonly createdAt: string
  readonly updatedAt: string
  readonly document: NetworkDocument
}

function recordOf(row: typeof networks.$inferSelect): NetworkRecord {
  const { id, title, notes, version, createdAt, updatedAt, document } = row
  return {
    id,
    title,
    notes,
    version,
    createdAt: createdAt.toISOString(),
    updatedAt: updatedAt.toISOString(),
    document: JSON.parse(document) as NetworkDocument,
  }
}

/** All networks but deleted ones, the last changed first. */
export function listNetworks(db: Db): NetworkRecord[] {
  return db
    .select()
    .from(networks)
    .where(isNull(networks.deletedAt))
    .orderBy(desc(networks.updatedAt))
    .all()
    .map(recordOf)
}

/** One network; null if there is none, or it is deleted. */
export function findNetwork(db: Db, id: string): NetworkRecord | null {
  const row = db
    .select()
    .from(networks)
    .where(and(eq(networks.id, id), isNull(networks.deletedAt)))
    .get()
  return row ? recordOf(row) : null
}

/** Keeps a new network, whose document must have passed the door. */
export function createNetwork(db: Db, document: NetworkDocument): NetworkRecord {
  return recordOf(db.insert(networks).values(rowOf(document, new Date())).returning().get())
}

export type Saved =
  | { readonly result: 'saved'; readonly record: NetworkRecord }
  /** Somebody saved in between: the record as it is now. */
  | { readonly result: 'conflict'; readonly record: NetworkRecord }
  | { readonly result: 'missing' }

/** Saves a document over the version it was based on; nothing is overwritten if that is not the newest. */
export function saveNetwork(db: Db, id: string, basedOn: number, document: NetworkDocument): Saved {
  const saved = db
    .update(networks)
    .set({ ...columnsOf(document), version: basedOn + 1, updatedAt: new Date() })
    .where(and(eq(networks.id, id), eq(networks.version, basedOn), isNull(networks.deletedAt)))
    .returning()
    .get()
  if (saved) return { result: 'saved', record: recordOf(saved) }
  const record = findNetwork(db, id)
  return record ? { result: 'conflict', record } : { result: 'missing' }
}

/** Deletes a network so that it can be restored. False if there is none. */
export function deleteNetwork(db: Db, id: string): boolean {
  return (
    db
      .update(networks)
      .set({ deletedAt: new Date() })
      .where(and(eq(networks.id, id), isNull(networks.deletedAt)))
      .run().changes > 0
  )
}

/** Takes a deletion back. Null if nothing of that id was deleted. */
export function restoreNetwork(db: Db, id: string): NetworkRecord | null {
  const row = db
    .update(networks)
    .set({ deletedAt: null })
    .where(and(eq(networks.id, id), isNotNull(networks.deletedAt)))
    .returning()
    .get()
  return row ? recordOf(row) : null
}

/** What a learner did on a network. */
export interface AttemptRecord {
  readonly of: string
  readonly moves: readonly unknown[]
  readonly version: number
}

/** The attempt at a network; null if there is none. */
export function findAttempt(db: Db, networkId: string): AttemptRecord | null {
  const row = db.select().from(attempts).where(eq(attempts.networkId, networkId)).get()
  return row ? attemptOf(row) : null
}

function attemptOf({ of, moves, version }: typeof attempts.$inferSelect): AttemptRecord {
  return { of, moves: JSON.parse(moves) as unknown[], version }
}

/**
 * Keeps an attempt over the version it was based on (0 where there was none); another one is not overwritten: the
 * answer is then the attempt as it is kept.
 */
export function saveAttempt(
  db: Db,
  networkId: string,
  basedOn: number,
  { of, moves }: Pick<AttemptRecord, 'of' | 'moves'>,
): { readonly saved: boolean; readonly attempt: AttemptRecord } {
  return db.transaction((tx) => {
    const before = tx.select().from(attempts).where(eq(attempts.networkId, networkId)).get()
    if (before && before.version !== basedOn) return { saved: false, attempt: attemptOf(before) }
    const row = { networkId, of, moves: JSON.stringify(moves), version: basedOn + 1, updatedAt: new Date() }
    tx.insert(attempts).values(row).onConflictDoUpdate({ target: attempts.networkId, set: row }).run()
    return { saved: true, attempt: { of, moves, version: row.version } }
  })
}
