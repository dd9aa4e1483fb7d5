import { existsSync, mkdirSync } from 'node:fs'
import { join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3'
import { migrate } from 'drizzle-orm/better-sqlite3/migrator'
import { samples } from './samples'
import { networks } from './schema'
import { rowOf } from './row'

export type Db = BetterSQLite3Database

/**
 * Opens the database file (made, migrated and seeded with the sample set if it is not there yet), in WAL mode.
 *
 * @param file where it lies; `:memory:` for one that is gone when closed
 */
export function openDatabase(file: string): Db {
  const fresh = file === ':memory:' || !existsSync(file)
  const sqlite = new Database(file)
  sqlite.pragma('journal_mode = WAL')
  sqlite.pragma('foreign_keys = ON')
  const db = drizzle({ client: sqlite })
  migrate(db, { migrationsFolder: resolve(/* turbopackIgnore: true */ 'drizzle') })
  if (fresh) {
    const now = Date.now()
    db.transaction((tx) => {
      // A second apart, so that the logbook shows them in their given order.
      samples.forEach((document, i) =>
        tx
          .insert(networks)
          .values(rowOf(document, new Date(now - i * 1000)))
          .run(),
      )
    })
  }
  return db
}

const opened = globalThis as typeof globalThis & { nodrelDatabase?: Db }

/** The application's database, in the folder that `NODREL_DATA` names (`./data` unless set). Opened once. */
export function database(): Db {
  if (!opened.nodrelDatabase) {
    const folder = resolve(/* turbopackIgnore: true */ process.env.NODREL_DATA ?? 'data')
    mkdirSync(folder, { recursive: true })
    opened.nodrelDatabase = openDatabase(join(folder, 'nodrel.db'))
  }
  return opened.nodrelDatabase
}
