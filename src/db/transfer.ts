import { and, eq } from 'drizzle-orm'
import type { KindName } from '@/core/kept'
import type { Opened } from './client'
import type { Columns } from './columns'
import { type Db, kept } from './schema'
import { find, there, type KeptRow } from './kept'

/** Whether a document of a kind has this id, in the bin or not. */
export function isTaken(db: Db, kind: KindName, id: string): boolean {
  return (
    db
      .select({ id: kept.id })
      .from(kept)
      .where(and(eq(kept.kind, kind), eq(kept.id, id)))
      .all().length > 0
  )
}

/** A network with the very same document; null if there is none. */
export function findSameNetwork(db: Db, { sortKey, document }: Columns): KeptRow | null {
  const same = db
    .select({ id: kept.id })
    .from(kept)
    .where(and(there('network'), eq(kept.sortKey, sortKey), eq(kept.document, document)))
    .limit(1)
    .all()[0]
  return same ? find(db, 'network', same.id) : null
}

/** How much a database holds, and when something in it was last changed. */
export function countAll(db: Db): {
  readonly networks: number
  readonly deleted: number
  readonly changedAt: string | null
} {
  const all = db
    .select({ deletedAt: kept.deletedAt, updatedAt: kept.updatedAt })
    .from(kept)
    .where(eq(kept.kind, 'network'))
    .all()
  const last = all.reduce((latest, { updatedAt }) => Math.max(latest, updatedAt.getTime()), 0)
  const networksThere = all.filter(({ deletedAt }) => deletedAt === null).length
  return {
    networks: networksThere,
    deleted: all.length - networksThere,
    changedAt: last > 0 ? new Date(last).toISOString() : null,
  }
}

/** What the tables of a database are filled from, in an order in which each refers only to those before it. */
const tables = ['pictures', 'kept', 'cards', 'versions', 'network_pictures'] as const

/**
 * Puts everything that another database holds into the place of what is here, in one transaction: all of it or nothing.
 *
 * @param file a database of this very Nodrel: it has been opened, and so brought up to date, before
 */
export function replaceAll({ sqlite }: Opened, file: string): void {
  sqlite.prepare('ATTACH ? AS other').run(file)
  try {
    sqlite
      .transaction(() => {
        for (const table of [...tables].reverse()) sqlite.exec(`DELETE FROM main.${table}`)
        for (const table of tables) {
          const names = sqlite
            .prepare<[string], { name: string }>('SELECT name FROM pragma_table_info(?)')
            .all(table)
            .map(({ name }) => `"${name}"`)
            .join()
          // Triggers have put some of these there already; of the others a row that does not fit is a fault, and undoes all of it.
          const put = table === 'network_pictures' ? 'INSERT OR IGNORE' : 'INSERT'
          sqlite.exec(`${put} INTO main.${table} (${names}) SELECT ${names} FROM other.${table}`)
        }
      })
      .immediate()
  } finally {
    sqlite.exec('DETACH other')
  }
}
