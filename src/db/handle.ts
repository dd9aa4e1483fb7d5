import type { BetterSQLite3Database } from 'drizzle-orm/better-sqlite3'

/** The database, or a transaction in it. */
export type Db = Pick<BetterSQLite3Database, 'select' | 'insert' | 'update' | 'delete'>
