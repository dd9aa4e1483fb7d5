import { fromBuffer, open, type Entry, type ZipFile } from 'yauzl'
import { refuse } from './refusal'

/** The most files of an archive, the most bytes of one of them and of all, unpacked. */
const mostEntries = 50_000
const mostOfOne = 2 * 1024 * 1024 + 4096
const mostOfAll = 256 * 1024 * 1024

const damaged = (why: string) => refuse(400, `the archive cannot be read: ${why}`)

/**
 * Goes through the text files of an archive, one at a time, in memory only that one. Refused in words: what is no archive or
 * is cut off, has a path that leads out of its folder, is encrypted, or unpacks to more than the limits, whatever it says of
 * its size.
 *
 * @param wanted whether a file is read; of the others only the name is looked at
 */
export async function readZip(
  file: string | Buffer,
  wanted: (path: string) => boolean,
  each: (path: string, text: string) => Promise<void> | void,
): Promise<void> {
  const zip = await opened(file)
  try {
    if (zip.entryCount > mostEntries) throw damaged(`it has more than ${mostEntries.toLocaleString('en')} files`)
    // What it says of its sizes is added up before anything is unpacked; later each file is held to what it says.
    const entries: Entry[] = []
    let all = 0
    for (let entry = await nextEntry(zip); entry; entry = await nextEntry(zip)) {
      if (entry.fileName.endsWith('/') || !wanted(entry.fileName)) continue
      if (entry.isEncrypted()) throw damaged('it is encrypted')
      if (entry.uncompressedSize > mostOfOne)
        throw damaged(`“${entry.fileName.slice(0, 100)}” is over the limit of 2 MiB`)
      all += entry.uncompressedSize
      if (all > mostOfAll) throw damaged('unpacked it is over the limit of 256 MiB')
      entries.push(entry)
    }
    for (const entry of entries) await each(entry.fileName, await textOf(zip, entry))
  } finally {
    zip.close()
  }
}

/** The words of the library for what a person may bring. */
function reason(error: Error): string {
  const { message } = error
  if (/end of central directory|too short|signature/i.test(message))
    return 'it is no zip archive, or only a part of one'
  if (/invalid relative path|absolute path|invalid characters/i.test(message))
    return 'a path in it leads out of its folder'
  if (/encrypt/i.test(message)) return 'it is encrypted'
  return 'it is damaged'
}

function opened(file: string | Buffer): Promise<ZipFile> {
  return new Promise((resolve, reject) => {
    const options = { lazyEntries: true, autoClose: false, validateEntrySizes: true, strictFileNames: true } as const
    const done = (error: Error | null, zip?: ZipFile) =>
      zip ? resolve(zip) : reject(damaged(reason(error ?? new Error(''))))
    if (typeof file === 'string') open(file, options, done)
    else fromBuffer(file, options, done)
  })
}

function nextEntry(zip: ZipFile): Promise<Entry | null> {
  return new Promise((resolve, reject) => {
    const settle = (end: () => void) => {
      zip.removeAllListeners('entry').removeAllListeners('end').removeAllListeners('error')
      end()
    }
    zip.once('entry', (entry: Entry) => settle(() => resolve(entry)))
    zip.once('end', () => settle(() => resolve(null)))
    zip.once('error', (error: Error) => settle(() => reject(damaged(reason(error)))))
    zip.readEntry()
  })
}

async function textOf(zip: ZipFile, entry: Entry): Promise<string> {
  const pieces: Buffer[] = []
  let bytes = 0
  try {
    const stream = await new Promise<NodeJS.ReadableStream>((resolve, reject) =>
      zip.openReadStream(entry, (error, found) => (found ? resolve(found) : reject(error ?? new Error('')))),
    )
    for await (const piece of stream) {
      bytes += (piece as Buffer).length
      // It is held to what it says of its size; a little more than one piece is never unpacked beyond that.
      if (bytes > entry.uncompressedSize) throw new Error('larger than it says')
      pieces.push(piece as Buffer)
    }
  } catch (error) {
    throw damaged(reason(error as Error))
  }
  return Buffer.concat(pieces).toString('utf8')
}
