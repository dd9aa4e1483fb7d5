import { existsSync } from 'node:fs'
import { rm } from 'node:fs/promises'
import * as yup from 'yup'
import { kindNames, kinds, type KindName } from '@/core/kept'
import { maxBytes } from '@/core/network'
import { orderNames } from '@/core/structure'
import type { ArithmeticName } from '@/core/worksheet'
import {
  clear,
  create,
  daysInBin,
  emptyBin,
  familyOf,
  find,
  findAll,
  findPicture,
  findText,
  findVersion,
  forgetOld,
  isThere,
  keepPicture,
  listBin,
  listInBatches,
  listShort,
  listVersions,
  logbookOrders,
  read,
  remove,
  restore,
  save,
  write,
  type KeptRow,
  type ListedRow,
} from '@/db'
import { choices, exportAll, importAll, planImport, type Choice } from '@/server/archive'
import { backupStream, readBackup, restoreBackup, incomingFile, takeIn, type IncomingKind } from '@/server/backup'
import { logbookText } from '@/server/cards'
import { readPicture } from '@/server/picture'
import { onThread } from '@/server/pool'
import { refuse, type Refused } from '@/server/refusal'
import { analyseIfQuick } from '@/server/task'
import { tryingIn } from '@/ui/trying'
import { FileBody, JsonText, readBody, readJsonBody, readQuery, streamed } from './answering'

/** A request as a door gets it. */
interface Asked {
  readonly request: Request
  /** What stands in its address for `:id`. */
  readonly id: string
  /** What stands there for `:kind`. */
  readonly kind: KindName
  /** The most bytes of its body. */
  readonly most: number
}

/** A door of the server. */
export interface Door {
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  /** `:id` is any text without a stroke, `:kind` what is kept, in the plural: networks, attempts, runs, exercises, sheets, ways. */
  readonly path: string
  /** What its query or body is, in Markdown. */
  readonly takes?: string
  /** The most bytes of its body. */
  readonly most?: number
  /** What it answers, in Markdown. */
  readonly answers: string
  readonly handle: (asked: Asked) => unknown
}

const mebibyte = 1024 * 1024
/** A document of the largest size, and a little room for the envelope around it. */
const oneDocument = maxBytes + 1024

export const doors: readonly Door[] = [
  {
    method: 'GET',
    path: '/api/:kind',
    takes: '`?of=`: those of a network',
    answers:
      '`{ networks: [record] }`, or the kind’s name; of exercises, instead of documents, `seconds` and `result`. Networks, exercises and sheets: the last changed first; runs: the first one first; ways: by name',
    handle: ({ request, kind }) => listOf(request, kind),
  },
  {
    method: 'POST',
    path: '/api/:kind',
    takes:
      '`{ document, of, origin }`, or a network’s document itself; `of`: the network it belongs to, `origin`: the one it was made from',
    most: oneDocument,
    answers:
      '201, the record; 409 with `current` if another way has the name. An attempt and an exercise begin with PUT',
    async handle({ request, kind, most }) {
      if (kinds[kind].name !== null) throw refuse(405, `an ${kinds[kind].words} is begun with PUT, under its own name`)
      const { columns, of, origin } = await readBody(request, most, kind)
      const made = await write((db) =>
        create(db, kind, columns, { of, originId: origin !== undefined && isThere(db, origin) ? origin : null }),
      )
      if (made.result === 'created') return new JsonText(recordText(made.row), 201)
      if (made.result === 'taken') throw taken(kind, made.row)
      if (made.result === 'missing') throw missing('network')
      const { words, most: limit, isOfNetwork } = kinds[kind]
      throw refuse(
        400,
        `there are ${limit} of these${isOfNetwork ? ' in this network' : ''} already; delete a ${words} first`,
      )
    },
  },
  {
    method: 'GET',
    path: '/api/:kind/:id',
    answers:
      'the record: `id`, `title`, `version`, `createdAt`, `updatedAt`, `document`. An attempt has the id of its network, an exercise its sheet’s or `own`, a point and the code; 204 where nothing was done yet',
    async handle({ kind, id }) {
      const { name, isOfNetwork } = kinds[kind]
      const found = await read((db) => ({
        row: find(db, kind, id),
        mayBegin: name !== null && (!isOfNetwork || isThere(db, id)),
      }))
      if (found.row) return new JsonText(recordText(found.row))
      if (!found.mayBegin) throw missing(kind)
      return undefined
    },
  },
  {
    method: 'PUT',
    path: '/api/:kind/:id',
    takes: '`{ version, document }`, the version that it is based on; 0 for an attempt or an exercise that begins',
    most: oneDocument,
    answers: '`{ version }`, the next one; 409 with `current`, the record, if `version` is not the newest',
    async handle({ request, kind, id, most }) {
      const { version, columns } = await readBody(request, most, kind, id)
      const saved = await write((db) => save(db, kind, id, version, columns))
      if (saved.result === 'missing') throw missing(kind)
      if (saved.result === 'saved') return { version: saved.version }
      const { row } = saved
      if (saved.result === 'taken') throw taken(kind, row)
      throw refuse(409, `version ${version} is not the newest, ${row.version} is`, `"current":${recordText(row)}`)
    },
  },
  {
    method: 'DELETE',
    path: '/api/:kind/:id',
    answers: `204; it lies in the bin for ${daysInBin} days`,
    async handle({ kind, id }) {
      if (!(await write((db) => remove(db, kind, id)))) throw missing(kind)
    },
  },
  {
    method: 'POST',
    path: '/api/:kind/:id/restore',
    answers: 'takes it out of the bin: the record',
    async handle({ kind, id }) {
      const row = await write((db) => restore(db, kind, id))
      if (!row) throw notInBin(kind)
      return new JsonText(recordText(row))
    },
  },
  {
    method: 'DELETE',
    path: '/api/exercises',
    answers: '204; all that was practised is forgotten',
    async handle() {
      await write((db) => clear(db, 'exercise'))
    },
  },
  {
    method: 'GET',
    path: '/api/networks/:id/analysis',
    takes: '`?arithmetic=&order=`',
    answers: 'the analysis; 422 where it takes over 10 s',
    async handle({ request, id }) {
      const { arithmetic, order } = await readQuery(request, analysisQuery)
      const row = await read((db) => findText(db, 'network', id))
      if (!row) throw missing('network')
      const task = {
        task: 'analyse',
        document: row.document,
        arithmetic: arithmetic as ArithmeticName | undefined,
        order,
      } as const
      const { refused, bytes } = analyseIfQuick(task) ?? (await onThread(task))
      return new JsonText(bytes, refused ? 400 : 200)
    },
  },
  {
    method: 'GET',
    path: '/api/networks/:id/versions',
    takes: '`?of=`: one of them',
    answers: '`{ versions: [{ version, at }] }`, the newest first; with `of` the document of that one',
    async handle({ request, id }) {
      const { of } = await readQuery(request, versionQuery)
      if (of === undefined) {
        const versions = await read((db) => (isThere(db, id) ? listVersions(db, id) : null))
        if (versions === null) throw missing('network')
        return { versions }
      }
      const found = await read((db) => (isThere(db, id) ? findVersion(db, id, of) : null))
      if (found === null) throw missing('network')
      return new JsonText(found.document)
    },
  },
  {
    method: 'GET',
    path: '/api/networks/:id/family',
    answers: '`{ networks: [{ id, title }] }`: those that were made from each other, the first one first',
    handle: async ({ id }) => ({ networks: await read((db) => familyOf(db, id)) }),
  },
  {
    method: 'POST',
    path: '/api/networks/:id/pictures',
    takes: 'a PNG, JPEG or WebP',
    most: 20 * mebibyte,
    answers: '`{ id, width, height }`: kept to be traced, made anew',
    async handle({ request, id, most }) {
      const picture = await readPicture(request, most)
      const kept = await write((db) => keepPicture(db, id, picture))
      if (kept.result === 'missing') throw missing('network')
      if (kept.result === 'full') throw refuse(409, 'this network has 40 MiB of pictures already')
      return { id: kept.id, width: picture.width, height: picture.height }
    },
  },
  {
    method: 'GET',
    path: '/api/pictures/:id',
    answers: 'the picture as it was made anew',
    async handle({ id }) {
      const picture = await read((db) => findPicture(db, id))
      if (picture === null) throw refuse(404, 'there is no such picture')
      // What it is called by is what is in it, so that it never changes.
      return new Response(new Uint8Array(picture.bytes), {
        headers: { 'Content-Type': picture.type, 'Cache-Control': 'private, max-age=31536000, immutable' },
      })
    },
  },
  {
    method: 'GET',
    path: '/api/logbook',
    takes: '`?search=&tag=&by=&from=&count=&nodes=&form=&pictures=`',
    answers:
      '`{ found, all, tags, pictures, entries }`: a page of the logbook, with cards; an entry that is not `fresh` is being worked out',
    async handle({ request }) {
      const { pictures, ...query } = await readQuery(request, logbookQuery)
      return new JsonText(await logbookText(query, tryingIn(request.headers.get('cookie')), pictures))
    },
  },
  {
    method: 'GET',
    path: '/api/bin',
    answers: '`{ days, networks }`: the networks in the bin, the last deleted first',
    async handle() {
      await write((db) => forgetOld(db))
      return { days: daysInBin, networks: await read(listBin) }
    },
  },
  {
    method: 'DELETE',
    path: '/api/bin',
    answers: '204; all networks in the bin are deleted for good',
    async handle() {
      await write((db) => emptyBin(db))
    },
  },
  {
    method: 'DELETE',
    path: '/api/bin/:id',
    answers: '204; one of them is',
    async handle({ id }) {
      if ((await write((db) => emptyBin(db, id))) === 0) throw notInBin('network')
    },
  },
  {
    method: 'GET',
    path: '/api/export',
    answers: 'everything as one zip: networks with their readings and attempts, practice, ways',
    handle: () => new FileBody(exportAll(), `nodrel-${new Date().toISOString().slice(0, 10)}.zip`, 'application/zip'),
  },
  {
    method: 'POST',
    path: '/api/import',
    takes: 'a zip',
    most: 256 * mebibyte,
    answers: '`{ id, items }`: looked at, nothing changed',
    handle: ({ request, most }) => lookAt(request, 'zip', most, async (file) => ({ items: await planImport(file) })),
  },
  {
    method: 'POST',
    path: '/api/import/:id',
    takes: '`{ otherwise, choices }`: what becomes of what is here otherwise, unless its path says otherwise',
    most: oneDocument,
    answers: '`{ networks, readings, attempts, practice }`: taken in, so many of each',
    async handle({ request, id, most }) {
      const { file, done } = lookedAt(id, 'zip', 'archive')
      const { otherwise, choices: own } = await readJsonBody(request, most, importShape)
      const chosen = new Map(Object.entries(own as Readonly<Record<string, unknown>>))
      const of = (path: string): Choice => choices.find((it) => it === chosen.get(path)) ?? otherwise
      return done(await importAll(file, of))
    },
  },
  {
    method: 'GET',
    path: '/api/backup',
    answers: 'a consistent copy of the database',
    async handle() {
      const name = `nodrel-backup-${new Date().toISOString().slice(0, 16).replace(/[:T]/g, '-')}.db`
      return new FileBody(await backupStream(), name, 'application/vnd.sqlite3')
    },
  },
  {
    method: 'POST',
    path: '/api/backup',
    takes: 'a backup',
    most: 2048 * mebibyte,
    answers: '`{ id, networks, deleted, changedAt }`: looked at, nothing changed',
    handle: ({ request, most }) => lookAt(request, 'db', most, readBackup),
  },
  {
    method: 'POST',
    path: '/api/backup/:id',
    answers: '`{ kept, networks, … }`: restored, with the file that keeps what was here',
    async handle({ id }) {
      const { file, done } = lookedAt(id, 'db', 'backup')
      return done(await restoreBackup(file))
    },
  },
]

/** Takes a file in to look at it; what makes no sense is deleted at once. */
async function lookAt(
  request: Request,
  kind: IncomingKind,
  most: number,
  look: (file: string) => object | Promise<object>,
): Promise<object> {
  const { id, file } = await takeIn(request, kind, most)
  try {
    return { id, ...(await look(file)) }
  } catch (error) {
    await rm(file, { force: true })
    throw error
  }
}

/** A file that was looked at; `done` deletes it, and hands on what came of it. */
function lookedAt(id: string, kind: IncomingKind, words: string) {
  const file = incomingFile(id, kind)
  if (file === null || !existsSync(file)) throw refuse(404, `this ${words} is not here any more; choose it once more`)
  const done = async <T>(result: T): Promise<T> => {
    await rm(file, { force: true })
    return result
  }
  return { file, done }
}

const plainOf = ({ id, title, version, createdAt, updatedAt }: KeptRow | ListedRow) =>
  JSON.stringify({ id, title, version, createdAt, updatedAt }).slice(0, -1)

/** A document as it is sent, byte for byte as it is kept; one that is damaged as `null`, with what is `kept`. */
function recordText(row: KeptRow): string {
  const text = row.sound ? row.document : `null,"kept":${JSON.stringify(row.document)}`
  return `${plainOf(row)},"document":${text}}`
}

/** What a list has of a document without it; nothing more of one that was damaged from outside. */
function shortText(row: ListedRow): string {
  const isSound = row.listed.startsWith('{"')
  return `${plainOf(row)}${isSound ? `,${row.listed.slice(1)}` : '}'}`
}

/** All of a kind, sent as they are read, so that a long list holds nobody up. */
async function listOf(request: Request, kind: KindName): Promise<JsonText> {
  const { of } = await readQuery(request, listQuery)
  if (of !== undefined && !(await read((db) => isThere(db, of)))) throw missing('network')
  if (kinds[kind].listed !== null) {
    const rows = await read((db) => listShort(db, kind))
    return new JsonText(`{"${kind}s":[${rows.map(shortText).join()}]}`)
  }
  const batches = await read((db) => listInBatches(db, kind, of))
  async function* texts(): AsyncGenerator<string, void> {
    yield `{"${kind}s":[`
    let comma = ''
    for (const ids of batches) {
      const rows = await read((db) => findAll(db, kind, ids))
      // All of a batch may have been deleted since.
      if (rows.length === 0) continue
      yield comma + rows.map(recordText).join()
      comma = ','
    }
    yield ']}'
  }
  return new JsonText(streamed(texts()))
}

function missing(kind: KindName): Refused {
  return refuse(404, `there is no such ${kinds[kind].words}, or it was deleted`)
}

function taken(kind: KindName, row: KeptRow): Refused {
  return refuse(409, `another ${kinds[kind].words} is called “${row.title}”`, `"current":${recordText(row)}`)
}

function notInBin(kind: KindName): Refused {
  return refuse(404, `no deleted ${kinds[kind].words} has this id, or it cannot be put back`)
}

const oneOf = <T extends string>(values: readonly T[], name: string) =>
  yup.string<T>().oneOf(values, `${name} must be one of ${values.join(', ')}`)

const listQuery = yup.object({ of: yup.string().max(64) }).required()
const versionQuery = yup.object({ of: yup.number().integer().min(1) }).required()
const analysisQuery = yup
  .object({
    arithmetic: yup
      .string()
      .matches(
        /^(exact|float|rounded:([1-9]|1[0-5]))$/,
        'arithmetic must be exact, float or rounded:N with N from 1 to 15',
      ),
    order: oneOf(orderNames, 'order'),
  })
  .required()
const importShape = yup
  .object({ otherwise: yup.string<Choice>().oneOf(choices).required(), choices: yup.object().required() })
  .required()

/** The most networks on one page of the logbook. */
const mostAtOnce = 200
const logbookQuery = yup
  .object({
    search: yup.string().max(200).default(''),
    tag: yup.string().max(60).default(''),
    pictures: yup.boolean().default(true),
    by: oneOf(logbookOrders, 'by').default('changed'),
    from: yup.number().integer().min(0).default(0),
    count: yup.number().integer().min(1).max(mostAtOnce).default(48),
    nodes: oneOf(['numbers', 'letters'] as const, 'nodes').default('numbers'),
    form: oneOf(['line', 'loop'] as const, 'form').default('line'),
  })
  .required()

/** The paths of the doors as patterns: what stands for `:kind`, and for `:id`. */
const patterns = new Map(
  [...new Set(doors.map(({ path }) => path))].map((path) => [
    new RegExp(`^${path.replace(':kind', `(?<kind>${kindNames.join('|')})s`).replace(':id', '(?<id>[^/]+)')}$`),
    doors.filter((door) => door.path === path),
  ]),
)

/** A door for a request, and what stands in its address; or the methods that its path has; none where there is no such path. */
export function doorFor(
  method: string,
  path: string,
): { readonly door: Door; readonly id: string; readonly kind: KindName } | { readonly methods: readonly string[] } {
  const methods = new Set<string>()
  for (const [pattern, all] of patterns) {
    const match = pattern.exec(path)
    if (!match) continue
    const { kind = 'network', id = '' } = match.groups ?? {}
    const door = all.find((it) => it.method === (method === 'HEAD' ? 'GET' : method))
    if (door) return { door, id: decodeURIComponent(id), kind: kind as KindName }
    all.forEach((it) => methods.add(it.method))
  }
  return { methods: [...methods] }
}
