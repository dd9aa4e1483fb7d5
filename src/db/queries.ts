import { and, desc, eq, isNotNull, isNull } from 'drizzle-orm'
import type { NetworkDocument } from '@/core/network'
import type { Db } from './client'
import { columnsOf, rowOf } from './row'
import { networks } from './schema'

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
