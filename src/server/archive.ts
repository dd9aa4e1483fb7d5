import { strToU8, Zip, ZipDeflate } from 'fflate'
import * as yup from 'yup'
import { isGivenId, type KindName } from '@/core/kept'
import { isObject, readJson } from '@/core/format'
import type { NetworkDocument, Problem } from '@/core/network'
import {
  columnsOf,
  create,
  find,
  findAll,
  findNamesake,
  findSameNetwork,
  isTaken,
  listAll,
  listInBatches,
  read,
  replaceNetwork,
  save,
  write,
  type Columns,
  type Db,
  type KeptRow,
} from '@/db'
import { judge } from './judge'
import { onThread } from './pool'
import { refuse } from './refusal'
import { readZip } from './zip'

const manifestName = 'nodrel-logbook.json'

/** What an archive says of itself, and of the folders of its networks. */
interface Manifest {
  readonly format: 'nodrel-logbook'
  readonly version: 1
  readonly at: string
  readonly networks: readonly {
    readonly folder: string
    readonly id: string
    readonly createdAt: string
    readonly updatedAt: string
    readonly origin?: string | null
  }[]
}

/** A file's text, as it goes into an archive. */
const written = (value: object) => `${JSON.stringify(value, null, 2)}\n`

/** A title as a part of a path. */
function slug(title: string): string {
  const bare = title
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40)
    .toLowerCase()
  return bare || 'network'
}

/** All there is as one archive, made while it is sent: networks with their readings and attempts, practice, ways. */
export function exportAll(): ReadableStream<Uint8Array> {
  const made: Uint8Array[] = []
  const zip = new Zip((error, chunk) => {
    if (error) throw error
    made.push(chunk)
  })
  const put = (path: string, text: string) => {
    const file = new ZipDeflate(path, { level: 6 })
    zip.add(file)
    file.push(strToU8(text), true)
  }
  const steps = (async function* () {
    const networks: Manifest['networks'][number][] = []
    for (const ids of await read((db) => listInBatches(db, 'network'))) {
      for (const row of await read((db) => findAll(db, 'network', ids))) {
        const { id, title, createdAt, updatedAt, originId, document } = row
        const folder = `networks/${slug(title)}-${id.slice(0, 8)}`
        networks.push({
          folder,
          id,
          createdAt: createdAt.toISOString(),
          updatedAt: updatedAt.toISOString(),
          ...(originId !== null && { origin: originId }),
        })
        put(`${folder}/network.nodrel.json`, document)
        const { runs, attempt } = await read((db) => ({
          runs: listAll(db, 'run', id),
          attempt: find(db, 'attempt', id),
        }))
        runs.forEach((run, i) => put(`${folder}/readings-${i + 1}.json`, run.document))
        if (attempt) put(`${folder}/attempt.json`, attempt.document)
        yield
      }
    }
    for (const { id, document } of await read((db) => listAll(db, 'sheet'))) put(`practice/sheets/${id}.json`, document)
    for (const ids of await read((db) => listInBatches(db, 'exercise'))) {
      const rows = await read((db) => findAll(db, 'exercise', ids))
      for (const { id, document } of rows) put(`practice/exercises/${id}.json`, document)
      yield
    }
    const ways = await read((db) => listAll(db, 'way'))
    ways.forEach(({ document }, i) => put(`ways/${i + 1}.json`, document))
    const manifest: Manifest = { format: 'nodrel-logbook', version: 1, at: new Date().toISOString(), networks }
    put(manifestName, written(manifest))
    zip.end()
  })()
  return new ReadableStream({
    async pull(controller) {
      for (;;) {
        const { done } = await steps.next()
        const chunks = made.splice(0)
        chunks.forEach((chunk) => controller.enqueue(chunk))
        if (done) return controller.close()
        if (chunks.length > 0) return
      }
    },
  })
}

/** What becomes of a network of an archive that is here already, but otherwise: nothing, it comes beside it, or over it. */
export type Choice = 'skip' | 'both' | 'replace'
export const choices = ['skip', 'both', 'replace'] as const

/** One thing of an archive, and what it is to what is here. */
interface PlanItem {
  readonly path: string
  readonly kind: 'network' | 'sheet' | 'exercise' | 'way'
  readonly title: string
  readonly verdict: 'new' | 'same' | 'conflict' | 'refused'
  /** Why it is refused. */
  readonly message?: string
  /** When it was changed there and here; of a conflict. */
  readonly theirs?: string
  readonly mine?: string
}

/** A document of an archive. */
interface Packed {
  readonly path: string
  readonly kind: KindName
  /** Under what it was known where it comes from. */
  readonly id: string | null
  readonly columns: Columns
}

/** A network of an archive, with what belongs to it. */
interface PackedNetwork extends Packed {
  /** As it was known where it comes from; null for a document by itself. */
  readonly known: Manifest['networks'][number] | null
  /** Its runs of readings and its attempt. */
  readonly own: Packed[]
}

interface Unpacked {
  readonly networks: readonly PackedNetwork[]
  /** All that belongs to no network. */
  readonly others: readonly Packed[]
  readonly refused: readonly PlanItem[]
}

/** Where an archive has what is no network: in the folder of its network, or in one of its own; its id, where its name is that. */
const places: readonly { readonly kind: PlanItem['kind'] | 'run' | 'attempt'; readonly path: RegExp }[] = [
  { kind: 'run', path: /^(?<folder>.+)\/readings-\d+\.json$/ },
  { kind: 'attempt', path: /^(?<folder>.+)\/attempt\.json$/ },
  { kind: 'sheet', path: /^practice\/sheets\/(?<id>[0-9a-f-]{36})\.json$/ },
  { kind: 'exercise', path: /^practice\/exercises\/(?<id>[0-9A-Za-z.-]{1,90})\.json$/ },
  { kind: 'way', path: /^ways\/\d+\.json$/ },
]

const manifestShape = yup
  .object({
    format: yup.string().oneOf(['nodrel-logbook']).required(),
    version: yup.number().oneOf([1], 'the archive was made by a newer Nodrel; bring this one up to date').required(),
    networks: yup
      .array(
        yup.object({
          folder: yup.string().max(200).required(),
          id: yup.string().required().test(isGivenId),
          createdAt: yup.string().datetime().required(),
          updatedAt: yup.string().datetime().required(),
          origin: yup
            .string()
            .matches(/^[0-9a-f-]{36}$/)
            .nullable(),
        }),
      )
      .required(),
  })
  .required()

function readManifest(text: string): Manifest {
  const json = readJson(text)
  if (!json.ok) throw refuse(400, `the archive’s list of contents is not JSON: ${json.message}`)
  try {
    return manifestShape.validateSync(json.value, { strict: true }) as unknown as Manifest
  } catch (error) {
    throw refuse(400, `the archive’s list of contents cannot be read: ${(error as Error).message}`)
  }
}

/** Texts longer than this are judged on a thread. */
const atOnce = 32 * 1024

async function judged(kind: KindName, text: string, id?: string) {
  return text.length <= atOnce ? judge(kind, text, id) : onThread({ task: 'judge', kind, text, id })
}

const first = (problems: readonly Problem[]) =>
  problems
    .slice(0, 3)
    .map(({ part, message }) => (part ? `${part}: ${message}` : message))
    .join('; ')

/** Every file of an archive, judged by itself. Whatever has the ending `.json` and is a network document is one. */
async function unpack(file: string | Buffer): Promise<Unpacked> {
  let manifest: Manifest | null = null
  await readZip(
    file,
    (path) => path === manifestName,
    (_, text) => {
      manifest = readManifest(text)
    },
  )
  const folders = new Map((manifest as Manifest | null)?.networks.map((it) => [it.folder, it]) ?? [])
  const networks = new Map<string, PackedNetwork>()
  const waiting: (Packed & { readonly folder: string })[] = []
  const others: Packed[] = []
  const refused: PlanItem[] = []
  const isWanted = (path: string) => path.endsWith('.json') && path !== manifestName && !path.startsWith('__MACOSX/')
  await readZip(file, isWanted, async (path, text) => {
    const bare = text.replace(/^\uFEFF/, '')
    const place = places
      .map(({ kind, path: pattern }) => ({ kind, match: pattern.exec(path) }))
      .find(({ match }) => match && (match.groups?.folder === undefined || folders.has(match.groups.folder)))
    const kind = place?.kind ?? 'network'
    const { folder, id } = place?.match?.groups ?? {}
    const verdict = await judged(kind, kind === 'network' ? bare : `{"document":${bare}}`, id)
    if (!verdict.ok) {
      const of = kind === 'run' || kind === 'attempt' ? 'network' : kind
      refused.push({ path, kind: of, title: path, verdict: 'refused', message: first(verdict.problems) })
      return
    }
    const { columns } = verdict.value
    const packed: Packed = { path, kind, id: id ?? null, columns }
    if (folder !== undefined) waiting.push({ ...packed, folder })
    else if (kind !== 'network') others.push(packed)
    else {
      const own = path.slice(0, Math.max(0, path.lastIndexOf('/')))
      const known = folders.get(own) ?? null
      networks.set(known ? own : path, { ...packed, id: known?.id ?? null, known, own: [] })
    }
  })
  for (const { folder, ...packed } of waiting) {
    const network = networks.get(folder)
    if (network) network.own.push(packed)
    else
      refused.push({
        path: packed.path,
        kind: 'network',
        title: packed.path,
        verdict: 'refused',
        message: 'its network is not there',
      })
  }
  return { networks: [...networks.values()], others, refused }
}

/** What a document of an archive is to what is here. */
function compare(
  db: Db,
  { kind, id, columns }: Packed,
): { readonly verdict: 'new' | 'same' | 'conflict'; readonly row: KeptRow | null } {
  const mine = kind === 'way' ? findNamesake(db, kind, columns.title) : id === null ? null : find(db, kind, id)
  if (mine) return { verdict: mine.document === columns.document ? 'same' : 'conflict', row: mine }
  const same = kind === 'network' ? findSameNetwork(db, columns) : null
  return same ? { verdict: 'same', row: same } : { verdict: 'new', row: null }
}

/** What an archive holds, and what each thing in it is to what is here: nothing is changed. */
export async function planImport(file: string | Buffer): Promise<PlanItem[]> {
  const { networks, others, refused } = await unpack(file)
  const items = await read((db): PlanItem[] => [
    ...networks.map((packed): PlanItem => {
      const { verdict, row } = compare(db, packed)
      return {
        path: packed.path,
        kind: 'network',
        title: packed.columns.title.slice(0, 200),
        verdict,
        ...(verdict === 'conflict' && { theirs: packed.known?.updatedAt, mine: row?.updatedAt.toISOString() }),
      }
    }),
    ...others.map((packed): PlanItem => {
      const { path, kind, columns } = packed
      return { path, kind: kind as PlanItem['kind'], title: columns.title, verdict: compare(db, packed).verdict }
    }),
  ])
  if (items.length === 0 && refused.length === 0) throw refuse(400, 'there is nothing in the archive that Nodrel knows')
  return [...items, ...refused]
}

/** How many of each came in. */
interface Imported {
  readonly networks: number
  readonly readings: number
  readonly attempts: number
  readonly practice: number
}

/**
 * Takes in what an archive holds, all of it or, where anything fails, nothing.
 *
 * @param choose what becomes of what is here otherwise
 */
export async function importAll(file: string | Buffer, choose: (path: string) => Choice): Promise<Imported> {
  const { networks, others } = await unpack(file)
  return write((db) => {
    const count = { networks: 0, readings: 0, attempts: 0, practice: 0 }
    /** Where each network of the archive is here. */
    const here = new Map<string, string>()
    for (const packed of networks) {
      const { columns, known, own } = packed
      const { verdict, row } = compare(db, packed)
      const choice = verdict === 'conflict' ? choose(packed.path) : verdict === 'new' ? 'both' : 'skip'
      let id = row?.id ?? null
      if (choice === 'replace' && row) replaceNetwork(db, row, columns)
      else if (choice === 'both' || row === null) {
        const made = create(db, 'network', verdict === 'conflict' ? renamed(columns) : columns, {
          id: known && !isTaken(db, 'network', known.id) ? known.id : undefined,
          createdAt: known ? new Date(known.createdAt) : undefined,
          updatedAt: known ? new Date(known.updatedAt) : undefined,
          originId: known?.origin ? (here.get(known.origin) ?? known.origin) : null,
        })
        id = made.result === 'created' ? made.row.id : null
      }
      if (choice !== 'skip') count.networks++
      if (id === null || (verdict === 'conflict' && choice === 'skip')) continue
      if (known) here.set(known.id, id)
      const before = new Set(listAll(db, 'run', id).map(({ document }) => document))
      for (const { kind, columns: of } of own) {
        if (kind === 'attempt') {
          if (find(db, 'attempt', id) === null && save(db, 'attempt', id, 0, of).result === 'saved') count.attempts++
        } else if (!before.has(of.document) && create(db, 'run', of, { of: id }).result === 'created') count.readings++
      }
    }
    for (const packed of others) if (takeIn(db, packed, choose(packed.path))) count.practice++
    return count
  })
}

/** Takes in what belongs to no network; whether anything is different now. */
function takeIn(db: Db, packed: Packed, choice: Choice): boolean {
  const { kind, id, columns } = packed
  const { verdict, row } = compare(db, packed)
  if (verdict === 'same') return false
  if (row !== null && choice === 'replace') return save(db, kind, row.id, row.version, columns).result === 'saved'
  // What has a name of its own cannot come beside what has it already.
  if (kind === 'exercise') return row === null && id !== null && save(db, kind, id, 0, columns).result === 'saved'
  if (row !== null && (choice === 'skip' || kind === 'way')) return false
  const from = row === null && id !== null && !isTaken(db, kind, id) ? { id } : {}
  return create(db, kind, columns, from).result === 'created'
}

/** The same under a title that tells it from the one that is here. */
function renamed({ document }: Columns): Columns {
  const read: unknown = JSON.parse(document)
  const before = (isObject(read) ? read : {}) as unknown as NetworkDocument
  return columnsOf('network', { ...before, title: `${(before.title ?? '').slice(0, 180)} (imported)`.trim() })
}
