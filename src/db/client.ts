import { randomUUID } from 'node:crypto'
import { accessSync, constants, existsSync, mkdirSync, readFileSync, statSync } from 'node:fs'
import { dirname, join, resolve } from 'node:path'
import Database from 'better-sqlite3'
import { and, eq } from 'drizzle-orm'
import { drizzle, type BetterSQLite3Database } from 'drizzle-orm/better-sqlite3'
import { migrate } from 'drizzle-orm/better-sqlite3/migrator'
import { isDocument } from '@/core/network'
import { columnsOf, foundColumns } from './columns'
import { create } from './kept'
import { sampleRuns, samples } from './samples'
import { kept } from './schema'
import { DatabaseTrouble, isTrouble, troubleOf } from './trouble'

/** An open database: queries, and the connection beneath them. */
export interface Opened {
  readonly db: BetterSQLite3Database
  readonly sqlite: Database.Database
  readonly file: string
}

/** `user_version` of a database that has had its samples. */
const seeded = 1
/** How long opening holds everything up while another program has the file, in milliseconds. */
const shortWait = 50
/** How long the start waits for others that open the same file at the same time, in milliseconds. */
const patience = 10_000

const migrations = () => resolve(/* turbopackIgnore: true */ 'drizzle')

/**
 * Opens the database file (made, migrated and seeded with the sample set if it is not there yet), in WAL mode. A file
 * that is not a database of this Nodrel is not touched. A process that is stopped meanwhile leaves what the next one can
 * go on from.
 *
 * @param file where it lies; `:memory:` for one that is gone when closed
 * @throws DatabaseTrouble where it cannot be used
 */
export function openDatabase(file: string): Opened {
  let sqlite: Database.Database | undefined
  try {
    if (file !== ':memory:' && existsSync(file) && statSync(file).size > 0) inspect(file)
    sqlite = new Database(file, { timeout: shortWait })
    sqlite.pragma('journal_mode = WAL')
    sqlite.pragma('synchronous = FULL')
    sqlite.pragma('foreign_keys = ON')
    const db = drizzle({ client: sqlite })
    migrate(db, { migrationsFolder: migrations() })
    seed(db, sqlite)
    fillIn(db)
    // From now on who finds it locked waits without holding up others: see `access.ts`.
    sqlite.pragma('busy_timeout = 0')
    return { db, sqlite, file }
  } catch (error) {
    sqlite?.close()
    const trouble = troubleOf(error, file)
    throw trouble?.kind === 'unreachable' && isReadOnly(file)
      ? new DatabaseTrouble('read-only', file)
      : (trouble ?? error)
  }
}

/** Whether a file that is there, or its folder, must not be written; SQLite says only that it cannot open it. */
function isReadOnly(file: string): boolean {
  if (!existsSync(file)) return false
  try {
    accessSync(file, constants.W_OK)
    accessSync(dirname(file), constants.W_OK)
    return false
  } catch {
    return true
  }
}

/** Looks at a file that is there without changing it; throws where it is not a database of this Nodrel or an older one. */
function inspect(file: string): void {
  const sqlite = new Database(file, { readonly: true, timeout: shortWait })
  try {
    const tables = sqlite
      .prepare<[], { name: string }>("SELECT name FROM sqlite_master WHERE type = 'table'")
      .all()
      .map(({ name }) => name)
    if (sqlite.pragma('quick_check(1)', { simple: true }) !== 'ok') throw new DatabaseTrouble('damaged', file)
    if (tables.length === 0) return
    if (!tables.includes('__drizzle_migrations')) throw new DatabaseTrouble('foreign', file)
    const newest = sqlite.prepare('SELECT max(created_at) FROM __drizzle_migrations').pluck().get()
    const journal = JSON.parse(readFileSync(join(migrations(), 'meta', '_journal.json'), 'utf8')) as {
      entries: { when: number }[]
    }
    if (Number(newest) > Math.max(...journal.entries.map(({ when }) => when))) throw new DatabaseTrouble('newer', file)
  } finally {
    sqlite.close()
  }
}

/** Puts in the sample set, whole and once; not where there were networks before. */
function seed(db: BetterSQLite3Database, sqlite: Database.Database): void {
  if (sqlite.pragma('user_version', { simple: true }) === seeded) return
  db.transaction(
    (tx) => {
      if (sqlite.pragma('user_version', { simple: true }) === seeded) return
      const now = Date.now()
      // A second apart, so that the logbook shows them in their given order.
      if (tx.select({ id: kept.id }).from(kept).where(eq(kept.kind, 'network')).limit(1).all().length === 0)
        samples.forEach((document, i) => {
          const at = new Date(now - i * 1000)
          const id = randomUUID()
          create(tx, 'network', columnsOf('network', document), { id, createdAt: at, updatedAt: at })
          for (const run of sampleRuns)
            if (run.network === document.title) create(tx, 'run', columnsOf('run', run.document), { of: id })
        })
      sqlite.pragma(`user_version = ${seeded}`)
    },
    { behavior: 'immediate' },
  )
}

/** Works out what networks are found and listed by, where an older Nodrel kept them without. */
function fillIn(db: BetterSQLite3Database): void {
  const { kind, id, document, found } = kept
  for (;;) {
    const some = db
      .select({ id, document })
      .from(kept)
      .where(and(eq(kind, 'network'), eq(found, '')))
      .limit(200)
      .all()
    if (some.length === 0) return
    db.transaction((tx) => {
      for (const row of some)
        tx.update(kept)
          .set(columnsIn(row.document))
          .where(and(eq(kind, 'network'), eq(id, row.id)))
          .run()
    })
  }
}

/** What a kept document is found by; of one that was damaged from outside nothing. */
function columnsIn(document: string) {
  try {
    const read = JSON.parse(document) as unknown
    if (isDocument(read)) return foundColumns(read)
  } catch {
    // It is damaged.
  }
  return { found: '\n' }
}

interface Held {
  nodrelDatabase?: Opened
  /** The last trouble with opening it, and when: a damaged file is not gone through again at once. */
  nodrelTrouble?: { readonly trouble: unknown; readonly at: number }
}
const held = globalThis as typeof globalThis & Held
const lookAgain = 1000

/** Where the application's database lies: in the folder that `NODREL_DATA` names, `./data` unless set. */
export function databaseFile(): string {
  return join(resolve(/* turbopackIgnore: true */ process.env.NODREL_DATA ?? 'data'), 'nodrel.db')
}

/** The application's database. Opened once. @throws DatabaseTrouble */
export function database(): Opened {
  if (held.nodrelDatabase) return held.nodrelDatabase
  if (held.nodrelTrouble && Date.now() - held.nodrelTrouble.at < lookAgain) throw held.nodrelTrouble.trouble
  try {
    return open()
  } catch (error) {
    held.nodrelTrouble = { trouble: error, at: Date.now() }
    throw error
  }
}

function open(): Opened {
  const file = databaseFile()
  try {
    mkdirSync(dirname(file), { recursive: true })
  } catch (error) {
    throw troubleOf(error, file) ?? error
  }
  return (held.nodrelDatabase = openDatabase(file))
}

/** Opens the application's database when the server starts. Where others make the same one just now, they are waited for. */
export async function openAtStart(): Promise<void> {
  for (const until = Date.now() + patience; ;) {
    try {
      open()
      return
    } catch (error) {
      const kind = isTrouble(error) ? error.kind : null
      if (kind === 'newer' || kind === 'foreign' || kind === 'not-a-database' || Date.now() > until) throw error
      await new Promise((next) => setTimeout(next, 100))
    }
  }
}

/** Makes a consistent copy of the application's database as a file; a file that is there is not written over. */
export async function backupTo(file: string): Promise<void> {
  if (existsSync(file)) throw new Error(`${file} is there already`)
  try {
    await database().sqlite.backup(file)
  } catch (error) {
    throw troubleOf(error, file) ?? error
  }
}
