import { randomUUID } from 'node:crypto'
import { foundBy, sortKey, type NetworkDocument } from '@/core/network'
import type { networks } from './schema'

/** The columns that a document fills; the document itself as JSON text, so that it is not parsed again to be sent. */
export interface Columns {
  readonly title: string
  readonly notes: string
  readonly resistors: number
  readonly document: string
  readonly sortKey: string
  readonly tags: string
  readonly found: string
}

/** The columns of a document that has passed the door. */
export function columnsOf(document: NetworkDocument): Columns {
  return {
    title: document.title ?? '',
    notes: document.notes ?? '',
    resistors: document.parts.filter(({ kind }) => kind === 'resistor').length,
    document: JSON.stringify(document),
    ...foundColumns(document),
  }
}

/** What a document is listed and found by. */
export function foundColumns(document: NetworkDocument): Pick<Columns, 'sortKey' | 'tags' | 'found'> {
  return {
    sortKey: sortKey(document.title ?? ''),
    tags: JSON.stringify(document.tags ?? []),
    // Never empty, so that it is known to be worked out.
    found: `${foundBy(document)}\n`,
  }
}

/** A new row: version 1, under a new id. */
export function rowOf(columns: Columns, now: Date) {
  return {
    id: randomUUID(),
    ...columns,
    version: 1,
    createdAt: now,
    updatedAt: now,
  } satisfies typeof networks.$inferInsert
}
