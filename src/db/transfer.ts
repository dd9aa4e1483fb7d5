import { and, eq, isNull } from 'drizzle-orm'
import type { Opened } from './client'
import type { Db } from './handle'
import { findNetwork, type NetworkRow } from './queries'
import { rowOf, type Columns } from './row'
import { networks } from './schema'
import { putVersion } from './versions'

/** Whether a network has this id, in the bin or not. */
export function isTaken(db: Db, id: string): boolean {
  return db.select({ id: networks.id }).from(networks).where(eq(networks.id, id)).all().length > 0
}

/** A network with the very same document; null if there is none. */
export function findSameNetwork(db: Db, { sortKey, document }: Columns): NetworkRow | null {
  const same = db
    .select({ id: networks.id })
    .from(networks)
    .where(and(eq(networks.sortKey, sortKey), eq(networks.document, document), isNull(networks.deletedAt)))
    .limit(1)
    .all()[0]
  return same ? findNetwork(db, same.id) : null
}

/** Keeps a network that comes from elsewhere: its id. */
export function putNetwork(
  db: Db,
  columns: Columns,
  { id, createdAt, updatedAt, originId }: Partial<Pick<NetworkRow, 'id' | 'createdAt' | 'updatedAt' | 'originId'>>,
): string {
  const fresh = rowOf(columns, new Date())
  const row = {
    ...fresh,
    id: id ?? fresh.id,
    createdAt: createdAt ?? fresh.createdAt,
    updatedAt: updatedAt ?? fresh.updatedAt,
    originId: originId ?? null,
  }
  db.insert(networks).values(row).run()
  return row.id
}

/** Puts a document over a network, which keeps what it was as an earlier state. */
export function replaceNetwork(db: Db, { id, version, document, updatedAt }: NetworkRow, columns: Columns): void {
  putVersion(db, id, { version, document, at: updatedAt })
  db.update(networks)
    .set({ ...columns, version: version + 1, updatedAt: new Date() })
    .where(eq(networks.id, id))
    .run()
}

/** How much a database holds, and when something in it was last changed. */
export function countAll(db: Db): {
  readonly networks: number
  readonly deleted: number
  readonly changedAt: string | null
} {
  const all = db.select({ deletedAt: networks.deletedAt, updatedAt: networks.updatedAt }).from(networks).all()
  const last = all.reduce((latest, { updatedAt }) => Math.max(latest, updatedAt.getTime()), 0)
  const networksThere = all.filter(({ deletedAt }) => deletedAt === null).length
  return {
    networks: networksThere,
    deleted: all.length - networksThere,
    changedAt: last > 0 ? new Date(last).toISOString() : null,
  }
}

/** What the tables of a database are filled from, in an order in which each refers only to those before it. */
const tables = [
  'pictures',
  'networks',
  'attempts',
  'runs',
  'ways',
  'cards',
  'exercises',
  'sheets',
  'versions',
  'network_pictures',
] as const

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
