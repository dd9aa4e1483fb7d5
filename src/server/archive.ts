import { strToU8, Zip, ZipDeflate } from 'fflate'
import * as yup from 'yup'
import { isObject, readJson, type NetworkDocument, type Problem } from '@/core/network'
import {
  columnsOf,
  createRun,
  createSheet,
  findAttempt,
  findExercise,
  findNetworks,
  findSameNetwork,
  findSheet,
  isTaken,
  keepWay,
  listExercises,
  listInBatches,
  listRuns,
  listSheets,
  listWays,
  putNetwork,
  read,
  replaceNetwork,
  saveAttempt,
  saveExercise,
  write,
  type Columns,
  type Db,
  type NetworkRow,
} from '@/db'
import { judge, type Judged } from './judge'
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
    for (const ids of await read(listInBatches)) {
      for (const row of await read((db) => findNetworks(db, ids))) {
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
        const { runs, attempt } = await read((db) => ({ runs: listRuns(db, id) ?? [], attempt: findAttempt(db, id) }))
        runs.forEach((run, i) => put(`${folder}/readings-${i + 1}.json`, run.document))
        if (attempt) put(`${folder}/attempt.json`, `{"of":${JSON.stringify(attempt.of)},"moves":${attempt.moves}}`)
        yield
      }
    }
    for (const { id, document } of await read(listSheets)) put(`practice/sheets/${id}.json`, document)
    for (const { id } of await read((db) => listExercises(db))) {
      const row = await read((db) => findExercise(db, id))
      if (!row) continue
      const { code, seconds, moves, result } = row
      put(
        `practice/exercises/${id}.json`,
        `{"of":${JSON.stringify(code)},"seconds":${seconds},"moves":${moves},"result":${result}}`,
      )
      yield
    }
    const ways = await read(listWays)
    ways.forEach(({ name, choices }, i) =>
      put(
        `ways/${i + 1}.json`,
        `{"format":"nodrel-way","version":1,"name":${JSON.stringify(name)},"choices":${choices}}`,
      ),
    )
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
export interface PlanItem {
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

/** A network of an archive, with what belongs to it. */
interface Packed {
  readonly path: string
  readonly columns: Columns
  /** As it was known where it comes from; null for a document by itself. */
  readonly known: Manifest['networks'][number] | null
  readonly runs: Judged['run'][]
  attempt: Judged['attempt'] | null
}

interface Unpacked {
  readonly networks: readonly Packed[]
  readonly sheets: readonly (Judged['sheet'] & { readonly path: string })[]
  readonly exercises: readonly (Judged['exercise'] & { readonly path: string; readonly id: string })[]
  readonly ways: readonly (Judged['way'] & { readonly path: string })[]
  readonly refused: readonly PlanItem[]
}

const manifestShape = yup
  .object({
    format: yup.string().oneOf(['nodrel-logbook']).required(),
    version: yup.number().oneOf([1], 'the archive was made by a newer Nodrel; bring this one up to date').required(),
    networks: yup
      .array(
        yup.object({
          folder: yup.string().max(200).required(),
          id: yup
            .string()
            .matches(/^[0-9a-f-]{36}$/)
            .required(),
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

async function judged<K extends keyof Judged>(kind: K, text: string) {
  return text.length <= atOnce ? judge(kind, text) : onThread({ task: 'judge', kind, text })
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
  const networks = new Map<string, Packed>()
  const waiting: {
    readonly folder: string
    readonly path: string
    readonly value: Judged['run'] | Judged['attempt']
  }[] = []
  const sheets: (Judged['sheet'] & { path: string })[] = []
  const exercises: (Judged['exercise'] & { path: string; id: string })[] = []
  const ways: (Judged['way'] & { path: string })[] = []
  const refused: PlanItem[] = []
  const isWanted = (path: string) => path.endsWith('.json') && path !== manifestName && !path.startsWith('__MACOSX/')
  await readZip(file, isWanted, async (path, text) => {
    const folder = path.slice(0, Math.max(0, path.lastIndexOf('/')))
    const name = path.slice(folder.length === 0 ? 0 : folder.length + 1)
    const bad = (kind: PlanItem['kind'], problems: readonly Problem[]) =>
      refused.push({ path, kind, title: path, verdict: 'refused', message: first(problems) })
    const within = (body: string) => `{"version":0,${body}}`
    const bare = text.replace(/^\uFEFF/, '')
    if (folders.has(folder) && /^readings-\d+\.json$/.test(name)) {
      const verdict = await judged('run', within(`"document":${bare}`))
      if (verdict.ok) waiting.push({ folder, path, value: verdict.value as Judged['run'] })
      else bad('network', verdict.problems)
    } else if (folders.has(folder) && name === 'attempt.json') {
      const verdict = await judged('attempt', within(bare.trim().slice(1, -1)))
      if (verdict.ok) waiting.push({ folder, path, value: verdict.value as Judged['attempt'] })
      else bad('network', verdict.problems)
    } else if (/^practice\/sheets\/[0-9a-f-]{36}\.json$/.test(path)) {
      const id = name.slice(0, -'.json'.length)
      const verdict = await judged('sheet', within(`"id":"${id}","sheet":${bare}`))
      if (verdict.ok) sheets.push({ ...(verdict.value as Judged['sheet']), path })
      else bad('sheet', verdict.problems)
    } else if (/^practice\/exercises\/[0-9A-Za-z.-]{1,90}\.json$/.test(path)) {
      const verdict = await judged('exercise', within(bare.trim().slice(1, -1)))
      const id = name.slice(0, -'.json'.length)
      if (verdict.ok) exercises.push({ ...(verdict.value as Judged['exercise']), path, id })
      else bad('exercise', verdict.problems)
    } else if (/^ways\/\d+\.json$/.test(path)) {
      const verdict = await judged('way', `{"way":${bare},"replace":false}`)
      if (verdict.ok) ways.push({ ...(verdict.value as Judged['way']), path })
      else bad('way', verdict.problems)
    } else {
      const verdict = await judged('create', bare)
      if (!verdict.ok) return void bad('network', verdict.problems)
      const columns = verdict.value as Columns
      networks.set(folders.has(folder) ? folder : path, {
        path,
        columns,
        known: folders.get(folder) ?? null,
        runs: [],
        attempt: null,
      })
    }
  })
  for (const { folder, path, value } of waiting) {
    const network = networks.get(folder)
    if (!network)
      refused.push({ path, kind: 'network', title: path, verdict: 'refused', message: 'its network is not there' })
    else if ('moves' in value) network.attempt = value
    else network.runs.push(value)
  }
  return { networks: [...networks.values()], sheets, exercises, ways, refused }
}

/** What a network of an archive is to what is here. */
function compare(
  db: Db,
  { columns, known }: Packed,
): { readonly verdict: 'new' | 'same' | 'conflict'; readonly row: NetworkRow | null } {
  const mine = known ? (findNetworks(db, [known.id])[0] ?? null) : null
  if (mine) return { verdict: mine.document === columns.document ? 'same' : 'conflict', row: mine }
  const same = findSameNetwork(db, columns)
  return same ? { verdict: 'same', row: same } : { verdict: 'new', row: null }
}

/** What an archive holds, and what each thing in it is to what is here: nothing is changed. */
export async function planImport(file: string | Buffer): Promise<PlanItem[]> {
  const { networks, sheets, exercises, ways, refused } = await unpack(file)
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
    ...sheets.map(({ path, id = '', title, document }): PlanItem => {
      const mine = findSheet(db, id)
      const verdict = mine === null ? 'new' : mine.document === document ? 'same' : 'conflict'
      return { path, kind: 'sheet', title, verdict }
    }),
    ...exercises.map(({ path, id, code, moves }): PlanItem => {
      const mine = findExercise(db, id)
      const verdict = mine === null ? 'new' : mine.moves === moves ? 'same' : 'conflict'
      return { path, kind: 'exercise', title: code, verdict }
    }),
    ...ways.map(({ path, name, choices: chosen }): PlanItem => {
      const mine = listWays(db).find((way) => way.name === name)
      return { path, kind: 'way', title: name, verdict: !mine ? 'new' : mine.choices === chosen ? 'same' : 'conflict' }
    }),
  ])
  if (items.length === 0 && refused.length === 0) throw refuse(400, 'there is nothing in the archive that Nodrel knows')
  return [...items, ...refused]
}

/** How many of each came in. */
export interface Imported {
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
  const { networks, sheets, exercises, ways } = await unpack(file)
  return write((db) => {
    const count = { networks: 0, readings: 0, attempts: 0, practice: 0 }
    /** Where each network of the archive is here. */
    const here = new Map<string, string>()
    for (const packed of networks) {
      const { columns, known } = packed
      const { verdict, row } = compare(db, packed)
      const choice = verdict === 'conflict' ? choose(packed.path) : verdict === 'new' ? 'both' : 'skip'
      let id = row?.id ?? null
      if (choice === 'replace' && row) replaceNetwork(db, row, columns)
      else if (choice === 'both' || row === null) {
        const own = verdict === 'conflict' ? renamed(columns) : columns
        id = putNetwork(db, own, {
          id: known && !isTaken(db, known.id) ? known.id : undefined,
          createdAt: known ? new Date(known.createdAt) : undefined,
          updatedAt: known ? new Date(known.updatedAt) : undefined,
          originId: known?.origin ? (here.get(known.origin) ?? known.origin) : null,
        })
      }
      if (choice !== 'skip') count.networks++
      if (id === null || (verdict === 'conflict' && choice === 'skip')) continue
      if (known) here.set(known.id, id)
      const before = new Set((listRuns(db, id) ?? []).map(({ document }) => document))
      for (const run of packed.runs)
        if (!before.has(run.document) && createRun(db, id, run).result === 'kept') count.readings++
      if (packed.attempt && findAttempt(db, id) === null && saveAttempt(db, id, 0, packed.attempt).result === 'saved')
        count.attempts++
    }
    for (const { path, id, title, document } of sheets) {
      const mine = id === undefined ? null : findSheet(db, id)
      if (mine?.document === document || (mine && choose(path) === 'skip')) continue
      if (createSheet(db, { title, document, ...(mine === null && { id }) })) count.practice++
    }
    for (const { path, id, code, moves, seconds, result } of exercises) {
      const mine = findExercise(db, id)
      if (mine?.moves === moves || (mine && choose(path) !== 'replace')) continue
      if (saveExercise(db, id, mine?.version ?? 0, { code, moves, seconds, result }).result === 'saved')
        count.practice++
    }
    for (const { path, name, choices: chosen } of ways)
      if (keepWay(db, { name, choices: chosen }, choose(path) === 'replace').result === 'kept') count.practice++
    return count
  })
}

/** The same under a title that tells it from the one that is here. */
function renamed({ document }: Columns): Columns {
  const read: unknown = JSON.parse(document)
  const before = (isObject(read) ? read : {}) as unknown as NetworkDocument
  return columnsOf({ ...before, title: `${(before.title ?? '').slice(0, 180)} (imported)`.trim() })
}
