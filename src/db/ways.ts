import { randomUUID } from 'node:crypto'
import { asc, eq } from 'drizzle-orm'
import type { Db } from './handle'
import { ways } from './schema'

/** A named way as it is kept; its choices are JSON text. */
export type WayRow = Pick<typeof ways.$inferSelect, 'id' | 'name' | 'choices'>

/** The most ways that are kept. */
export const mostWays = 200

/** All named ways, by name. */
export function listWays(db: Db): WayRow[] {
  const { id, name, choices } = ways
  return db.select({ id, name, choices }).from(ways).orderBy(asc(name)).all()
}

export type KeptWay =
  | { readonly result: 'kept'; readonly way: WayRow }
  /** Another way has this name, and was not to be replaced; or there are too many. */
  | { readonly result: 'taken' | 'full' }

/** Keeps a way under its name; one that has the name already only where it is to be replaced. */
export function keepWay(db: Db, { name, choices }: Omit<WayRow, 'id'>, replace: boolean): KeptWay {
  const before = listWays(db)
  const known = before.find((way) => way.name === name)
  if (known && !replace) return { result: 'taken' }
  if (!known && before.length >= mostWays) return { result: 'full' }
  const row = { id: known?.id ?? randomUUID(), name, choices, updatedAt: new Date() }
  db.insert(ways).values(row).onConflictDoUpdate({ target: ways.id, set: row }).run()
  return { result: 'kept', way: { id: row.id, name, choices } }
}

/** Forgets a way; whether it was there. */
export function removeWay(db: Db, id: string): boolean {
  return db.delete(ways).where(eq(ways.id, id)).run().changes > 0
}
