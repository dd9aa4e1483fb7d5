import { randomUUID } from 'node:crypto'
import { and, asc, eq, exists, isNull, sql } from 'drizzle-orm'
import type { Db } from './handle'
import { isThere } from './queries'
import { networks, runs } from './schema'

/** A run of readings as it is kept; its document is JSON text. */
export type RunRow = Pick<typeof runs.$inferSelect, 'id' | 'title' | 'document' | 'version' | 'updatedAt'>

/** What of a run is given to be kept. */
export type RunColumns = Pick<RunRow, 'title' | 'document'>

/** The most runs of one network. */
export const mostRuns = 100

const columns = {
  id: runs.id,
  title: runs.title,
  document: runs.document,
  version: runs.version,
  updatedAt: runs.updatedAt,
}

/** All runs of a network, the first one first; null where there is no such network. */
export function listRuns(db: Db, networkId: string): RunRow[] | null {
  if (!isThere(db, networkId)) return null
  return db
    .select(columns)
    .from(runs)
    .where(eq(runs.networkId, networkId))
    .orderBy(asc(runs.createdAt), sql`rowid`)
    .all()
}

export type NewRun = { readonly result: 'kept'; readonly run: RunRow } | { readonly result: 'missing' | 'full' }

/** Keeps a new run of a network. */
export function createRun(db: Db, networkId: string, { title, document }: RunColumns): NewRun {
  const before = listRuns(db, networkId)
  if (before === null) return { result: 'missing' }
  if (before.length >= mostRuns) return { result: 'full' }
  const now = new Date()
  const run = { id: randomUUID(), title, document, version: 1, updatedAt: now }
  db.insert(runs)
    .values({ ...run, networkId, createdAt: now })
    .run()
  return { result: 'kept', run }
}

export type SavedRun =
  | { readonly result: 'saved'; readonly version: number }
  /** Somebody saved in between: the run as it is now. */
  | { readonly result: 'conflict'; readonly run: RunRow }
  | { readonly result: 'missing' }

/** Runs of networks that are not in the bin. */
const there = (db: Db, id: string) =>
  and(
    eq(runs.id, id),
    exists(
      db
        .select({ id: networks.id })
        .from(networks)
        .where(and(eq(networks.id, runs.networkId), isNull(networks.deletedAt))),
    ),
  )

/** One run; null if there is none, or its network was deleted. */
export function findRun(db: Db, id: string): RunRow | null {
  return db.select(columns).from(runs).where(there(db, id)).all()[0] ?? null
}

/** Saves a run over the version it was based on; nothing is overwritten if that is not the newest. */
export function saveRun(db: Db, id: string, basedOn: number, { title, document }: RunColumns): SavedRun {
  const before = findRun(db, id)
  if (!before) return { result: 'missing' }
  if (before.version !== basedOn) return { result: 'conflict', run: before }
  const next = { title, document, version: basedOn + 1, updatedAt: new Date() }
  db.update(runs).set(next).where(eq(runs.id, id)).run()
  return { result: 'saved', version: next.version }
}

/** Deletes a run; whether it was there. */
export function removeRun(db: Db, id: string): boolean {
  return db.delete(runs).where(eq(runs.id, id)).run().changes > 0
}
