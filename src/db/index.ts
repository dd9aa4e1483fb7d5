/** Where networks are kept: one SQLite file. Only this folder, `server` and `app` touch it. */
export { read, write } from './access'
export { database, openAtStart, openDatabase, type Db, type Opened } from './client'
export * from './logbook'
export * from './queries'
export { keepWay, listWays, mostWays, removeWay, type WayRow } from './ways'
export { columnsOf, type Columns } from './row'
export { samples } from './samples'
export { DatabaseTrouble, isTrouble } from './trouble'
