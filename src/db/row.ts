import { randomUUID } from 'node:crypto'
import type { NetworkDocument } from '@/core/network'
import type { networks } from './schema'

/** The columns that a document fills. */
export function columnsOf(document: NetworkDocument) {
  return { title: document.title ?? '', notes: document.notes ?? '', document: JSON.stringify(document) }
}

/** A new row for a document: version 1, under a new id. */
export function rowOf(document: NetworkDocument, now: Date): typeof networks.$inferInsert {
  return { id: randomUUID(), ...columnsOf(document), version: 1, createdAt: now, updatedAt: now }
}
