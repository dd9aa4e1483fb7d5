import { createReadStream } from 'node:fs'
import { rm } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { Readable } from 'node:stream'
import {
  backupTo,
  countAll,
  database,
  databaseFile,
  isTrouble,
  openDatabase,
  read,
  replaceAll,
  type DatabaseTrouble,
} from '@/db'
import { freshFile } from './incoming'
import { refuse } from './refusal'

/** A consistent copy of the whole database, as it is at this moment, while others go on working. */
export async function backupStream(): Promise<ReadableStream<Uint8Array>> {
  const file = await freshFile('copy')
  await backupTo(file)
  const stream = createReadStream(file)
  stream.once('close', () => void rm(file, { force: true }))
  return Readable.toWeb(stream) as ReadableStream<Uint8Array>
}

/** What a file that came in holds, before it is put into the place of what is here. */
interface BackupContent {
  readonly networks: number
  readonly deleted: number
  /** When something in it was last changed; null where there is nothing. */
  readonly changedAt: string | null
}

const words: Partial<Record<DatabaseTrouble['kind'], string>> = {
  newer: 'this backup was made by a newer Nodrel; bring this one up to date first',
  foreign: 'this file is a database of another program',
  'not-a-database': 'this file is no backup of Nodrel',
  damaged: 'this backup is damaged, or only a part of one',
}

/**
 * Looks at a backup, and brings it up to date where an older Nodrel made it.
 *
 * @throws Refused where it is none, damaged, or of a newer Nodrel
 */
export function readBackup(file: string): BackupContent {
  try {
    const opened = openDatabase(file)
    try {
      // The file by itself has to hold everything.
      opened.sqlite.pragma('journal_mode = DELETE')
      return countAll(opened.db)
    } finally {
      opened.sqlite.close()
    }
  } catch (error) {
    if (isTrouble(error)) throw refuse(400, words[error.kind] ?? 'this backup cannot be read')
    throw error
  }
}

/** Puts a backup into the place of what is here; what was here is kept as a file beside the database: its name. */
export async function restoreBackup(file: string): Promise<{ readonly kept: string } & BackupContent> {
  const content = readBackup(file)
  const name = `before-restore-${new Date().toISOString().replace(/[:.]/g, '-')}.db`
  await backupTo(join(dirname(databaseFile()), name))
  await read(() => replaceAll(database(), file))
  return { kept: name, ...content }
}
