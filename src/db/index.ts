/** Where networks are kept: one SQLite file. Only this folder and `app` touch it. */
export { database, openDatabase, type Db } from './client'
export * from './queries'
export { samples } from './samples'
