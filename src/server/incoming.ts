import { randomUUID } from 'node:crypto'
import { createWriteStream } from 'node:fs'
import { mkdir, readdir, rm, stat } from 'node:fs/promises'
import { dirname, join } from 'node:path'
import { Readable, Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { databaseFile } from '@/db'
import { refuse } from './refusal'

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
export async function freshFile(ending: string): Promise<string> {
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
