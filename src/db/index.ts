/** Where documents are kept: one SQLite file. Only this folder, `server` and `app` touch it. */
export { read, write } from './access'
export { backupTo, database, databaseFile, openAtStart, openDatabase, type Opened } from './client'
export { columnsOf, type Columns } from './columns'
export type { Db } from './schema'
export {
  clear,
  create,
  daysInBin,
  emptyBin,
  find,
  findAll,
  findNamesake,
  findText,
  forgetOld,
  isThere,
  listAll,
  listBin,
  listInBatches,
  listShort,
  remove,
  replaceNetwork,
  restore,
  save,
  type KeptRow,
  type ListedRow,
} from './kept'
export * from './logbook'
export { countAll, findSameNetwork, isTaken, replaceAll } from './transfer'
export { findVersion, listVersions, putVersion } from './versions'
export { findPicture, keepPicture } from './pictures'
export { familyOf } from './family'
export { samples } from './samples'
export { DatabaseTrouble, isTrouble } from './trouble'
