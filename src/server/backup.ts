import { createReadStream, createWriteStream } from 'node:fs'
import { rm, mkdir, readdir, stat } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { Readable, Transform } from 'node:stream'
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
import { refuse } from './refusal'
import { randomUUID } from 'node:crypto'
import { pipeline } from 'node:stream/promises'

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

/** How long a file that came in waits for a decision, in milliseconds. */
const patience = 60 * 60_000

/** What kinds of files come in to be looked at first: archives and databases. */
export type IncomingKind = 'zip' | 'db'

const folder = () => join(dirname(databaseFile()), 'incoming')

/** Where a file that came in lies; null for what is no id of one. */
export function incomingFile(id: string, kind: IncomingKind): string | null {
  return /^[0-9a-f-]{36}$/.test(id) ? join(folder(), `${id}.${kind}`) : null
}

/** A name for a file of our own beside those that come in: a backup that is being made. */
async function freshFile(ending: string): Promise<string> {
  await mkdir(folder(), { recursive: true })
  return join(folder(), `${randomUUID()}.${ending}`)
}

/**
 * Puts a request's body into a file, without holding it in memory; what is too long, or does not come to its end, is refused
 * and leaves nothing behind.
 *
 * @param most the most bytes of it
 */
export async function takeIn(
  request: Request,
  kind: IncomingKind,
  most: number,
): Promise<{ readonly id: string; readonly file: string }> {
  await forgetOld()
  const tooLong = () => refuse(413, `the file is over the limit of ${most / 1024 ** 2} MiB`)
  if (Number(request.headers.get('content-length')) > most) throw tooLong()
  if (!request.body) throw refuse(400, 'there is no file')
  const file = await freshFile(kind)
  let bytes = 0
  const counted = new Transform({
    transform(chunk: Buffer, _encoding, done) {
      bytes += chunk.length
      done(bytes > most ? tooLong() : null, chunk)
    },
  })
  try {
    await pipeline(
      Readable.fromWeb(request.body as Parameters<typeof Readable.fromWeb>[0]),
      counted,
      createWriteStream(file),
    )
  } catch (error) {
    await rm(file, { force: true })
    throw (error as NodeJS.ErrnoException).code === 'ENOSPC'
      ? refuse(507, 'there is no room on the disk for this file')
      : bytes > most
        ? tooLong()
        : refuse(400, 'the file did not come to its end')
  }
  return { id: file.slice(folder().length + 1, -kind.length - 1), file }
}

/** Deletes what waited too long. */
async function forgetOld(): Promise<void> {
  for (const name of await readdir(folder()).catch(() => [])) {
    const file = join(folder(), name)
    const found = await stat(file).catch(() => null)
    if (found && Date.now() - found.mtimeMs > patience) await rm(file, { force: true })
  }
}
