import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { document, worked } from '../../../test/documents'
import { newFolder } from '../../../test/folder'
import {
  columnsOf,
  create,
  emptyBin,
  find,
  findAll,
  findVersion,
  listAll,
  listInBatches,
  listVersions,
  read,
  readLogbook,
  remove,
  save,
  write,
  type Columns,
  type Db,
} from '@/db'
import type { ReadingsDocument } from '@/core/bench'
import type { Move } from '@/core/learner'
import { dispatch } from './dispatch'

const folder = newFolder()
process.env.NODREL_DATA = folder

const request = (method: string, body?: Uint8Array | string) =>
  new Request('http://127.0.0.1/api/x', {
    method,
    headers: { host: '127.0.0.1' },
    ...(body !== undefined && { body: body as BodyInit, duplex: 'half' }),
  } as RequestInit)
const door =
  (path: string) =>
  (asked: Request, id = '') =>
    dispatch(asked, `/api/${path}${id && `/${id}`}`)
const [exported, incoming, imported] = [door('export'), door('import'), door('import')]
const [backup, lookAt, restore] = [door('backup'), door('backup'), door('backup')]
const bytesOf = async (response: Response) => new Uint8Array(await response.arrayBuffer())

const all = () =>
  read((db) => findAll(db, 'network', listInBatches(db, 'network').flat()).sort((a, b) => (a.title < b.title ? -1 : 1)))
const clear = () =>
  write((db) => {
    for (const id of listInBatches(db, 'network').flat()) remove(db, 'network', id)
    emptyBin(db)
  })
const titled = (title: string, more = {}) => columnsOf('network', document(worked, { title, ...more }))

/** Keeps a network: its id. */
function made(db: Db, columns: Columns, originId: string | null = null): string {
  const kept = create(db, 'network', columns, { originId })
  if (kept.result !== 'created') throw new Error(kept.result)
  return kept.row.id
}

/** Looks at an archive and takes it in. */
async function bringIn(zip: Uint8Array, otherwise = 'both', choices = {}) {
  const looked = await incoming(request('POST', zip))
  const plan = await looked.json()
  if (looked.status !== 200) return { status: looked.status, plan, result: null }
  const done = await imported(request('POST', JSON.stringify({ otherwise, choices })), plan.id)
  return { status: done.status, plan, result: await done.json() }
}

const verdicts = (plan: { items: { kind: string; title: string; verdict: string }[] }) =>
  plan.items.map(({ kind, title, verdict }) => `${kind} ${title}: ${verdict}`).sort()

const run: ReadingsDocument = {
  format: 'nodrel-readings',
  version: 1,
  title: 'Tuesday',
  readings: [{ quantity: 'voltage', of: 'R2', value: '3.19 V' }],
}
const moves: Move[] = [{ do: 'combine', kind: 'series', members: [1, 2], answer: '30' }]

let archive: Uint8Array
let one: string

beforeAll(async () => {
  await clear()
  one = await write((db) => {
    const id = made(db, titled('One', { tags: ['dew'], notes: 'Ω \u{1F52D} "quoted"' }))
    create(db, 'run', columnsOf('run', run), { of: id })
    save(db, 'attempt', id, 0, columnsOf('attempt', { of: 'what', moves }))
    made(db, titled('Two'))
    made(db, titled('Three, as another'), id)
    create(
      db,
      'way',
      columnsOf('way', { format: 'nodrel-way', version: 1, name: 'Lesson', choices: { order: 'pairs' } }),
    )
    return id
  })
  archive = await bytesOf(await exported(request('GET')))
})

test('everything goes out as one archive of plain documents, and comes in elsewhere as it was', async () => {
  const files = unzipSync(archive)
  const names = Object.keys(files)
  expect(names).toContain('nodrel-logbook.json')
  expect(names.filter((name) => name.endsWith('/network.nodrel.json'))).toHaveLength(3)
  const before = await all()
  await clear()
  const { plan, result } = await bringIn(archive)
  expect(verdicts(plan)).toEqual([
    'network One: new',
    'network Three, as another: new',
    'network Two: new',
    'way Lesson: same',
  ])
  expect(result).toEqual({ networks: 3, readings: 1, attempts: 1, practice: 0 })
  const after = await all()
  const bare = (rows: typeof before) =>
    rows.map(({ id, title, document: text, createdAt, updatedAt, originId }) => [
      id,
      title,
      text,
      createdAt,
      updatedAt,
      originId,
    ])
  expect(bare(after)).toEqual(bare(before))
  expect(await read((db) => listAll(db, 'run', one).map((it) => JSON.parse(it.document)))).toEqual([run])
  expect(await read((db) => JSON.parse(find(db, 'attempt', one)?.document ?? '').moves)).toEqual(moves)
  // What came in is found and listed by its tags.
  const page = await read((db) =>
    readLogbook(db, { search: 'quoted', tag: 'dew', by: 'title', from: 0, count: 9, nodes: 'numbers', form: 'line' }),
  )
  expect(page.entries.map(({ title }) => title)).toEqual(['One'])
  // Once more: nothing is new, nothing is doubled.
  const again = await bringIn(archive)
  expect(again.result).toEqual({ networks: 0, readings: 0, attempts: 0, practice: 0 })
  expect(bare(await all())).toEqual(bare(before))
})

test('what is here otherwise is asked about: kept, kept beside, or put over with the earlier state kept', async () => {
  await clear()
  await bringIn(archive)
  await write((db) => save(db, 'network', one, 1, titled('One, changed here')))
  const kept = await bringIn(archive, 'skip')
  expect(verdicts(kept.plan)).toContain('network One: conflict')
  expect((await all()).map(({ title }) => title)).toEqual(['One, changed here', 'Three, as another', 'Two'])
  await bringIn(archive, 'both')
  expect((await all()).map(({ title }) => title)).toEqual([
    'One (imported)',
    'One, changed here',
    'Three, as another',
    'Two',
  ])
  const path = kept.plan.items.find(({ verdict }: { verdict: string }) => verdict === 'conflict').path
  await bringIn(archive, 'skip', { [path]: 'replace' })
  const now = (await all()).find(({ id }) => id === one)
  expect(now?.title).toBe('One')
  const earlier = await read((db) => listVersions(db, one))
  const states = await read((db) => earlier.map(({ version }) => findVersion(db, one, version)?.document ?? ''))
  expect(states.some((text) => text.includes('One, changed here'))).toBe(true)
})

test('plain documents in an archive come in too, those that are none are told, by their file', async () => {
  await clear()
  const zip = zipSync({
    'a/deep/good.nodrel.json': strToU8(JSON.stringify(document(worked, { title: 'Loose' }))),
    'bad.json': strToU8(
      '{"format":"nodrel-network","version":1,"parts":[{"name":"R1","kind":"resistor","from":"A","to":"B","resistance":"-1"}]}',
    ),
    'not.json': strToU8('{{{'),
    'readme.txt': strToU8('hello'),
  })
  const { plan, result } = await bringIn(zip)
  expect(verdicts(plan)).toEqual(['network Loose: new', 'network bad.json: refused', 'network not.json: refused'])
  expect(result.networks).toBe(1)
})

test.each<[string, () => Uint8Array, RegExp]>([
  ['half a download', () => archive.slice(0, archive.length / 2), /only a part/],
  ['a file that lies about its kind', () => strToU8('GIF89a not a zip at all'), /no zip archive/],
  ['nothing', () => new Uint8Array(0), /no file|no zip archive/],
  ['a path that climbs out', () => zipSync({ '../../evil.json': strToU8('{}') }), /leads out of its folder/],
  ['an absolute path', () => zipSync({ '/etc/evil.json': strToU8('{}') }), /leads out of its folder/],
  ['a bomb', bomb, /over the limit of 256 MiB/],
  ['a bomb that lies about its size', lying, /damaged/],
  [
    'an archive of a newer Nodrel',
    () => zipSync({ 'nodrel-logbook.json': strToU8('{"format":"nodrel-logbook","version":2,"networks":[]}') }),
    /newer Nodrel/,
  ],
  ['an archive with nothing of ours', () => zipSync({ 'a.txt': strToU8('x') }), /nothing in the archive/],
])('%s is refused in words, and changes nothing', async (_, make, words) => {
  const before = (await all()).map(({ id, version }) => [id, version])
  const { status, plan } = await bringIn(make())
  expect(status).toBe(400)
  expect(plan.problems[0].message).toMatch(words)
  expect((await all()).map(({ id, version }) => [id, version])).toEqual(before)
  // Nothing of it is left lying about.
  expect(readdirSync(join(folder, 'incoming'))).toEqual([])
})

/** Many files, each of which says that it unpacks to nearly 2 MiB. */
function bomb(): Uint8Array {
  return saying(Object.fromEntries(Array.from({ length: 140 }, (_, i) => [`${i}.json`, strToU8('{}')])), 2_000_000)
}

/** A file that unpacks to 8 MiB and says that it has ten bytes. */
function lying(): Uint8Array {
  return saying({ 'a.json': strToU8(' '.repeat(8 * 1024 * 1024)) }, 10)
}

/** An archive whose files are said to unpack to so many bytes. */
function saying(files: Record<string, Uint8Array>, size: number): Uint8Array {
  const zip = zipSync(files)
  const view = new DataView(zip.buffer, zip.byteOffset)
  for (let i = 0; i + 4 < zip.length; i++) {
    const sign = view.getUint32(i, true)
    if (sign === 0x04034b50) view.setUint32(i + 22, size, true)
    if (sign === 0x02014b50) view.setUint32(i + 24, size, true)
  }
  return zip
}

test('only the choices that there are are taken, for an archive that is there', async () => {
  for (const id of ['../../etc/passwd', '..%2F..%2Fetc%2Fpasswd', 'f'.repeat(36)])
    expect((await imported(request('POST', '{"otherwise":"both","choices":{}}'), id)).status).toBe(404)
  const { id } = await (await incoming(request('POST', archive))).json()
  for (const body of ['{"otherwise":"all","choices":{}}', '{"choices":{}}', 'x', '[]'])
    expect((await imported(request('POST', body), id)).status).toBe(400)
  expect((await imported(request('POST', '{"otherwise":"skip","choices":{}}'), id)).status).toBe(200)
})

describe('a backup', () => {
  test('is a whole database, and is put back whole; what was here is kept beside', async () => {
    await clear()
    await bringIn(archive)
    const copy = await bytesOf(await backup(request('GET')))
    const file = join(folder, 'copy.db')
    writeFileSync(file, copy)
    const other = new Database(file, { readonly: true })
    expect(other.pragma('quick_check', { simple: true })).toBe('ok')
    expect(other.prepare("SELECT count(*) FROM kept WHERE kind = 'network'").pluck().get()).toBe(3)
    other.close()
    await clear()
    await write((db) => made(db, titled('Made since')))
    const looked = await (await lookAt(request('POST', copy))).json()
    expect(looked).toMatchObject({ networks: 3, deleted: 0 })
    // Only looked at: nothing has changed.
    expect((await all()).map(({ title }) => title)).toEqual(['Made since'])
    const restored = await (await restore(request('POST'), looked.id)).json()
    expect(restored).toMatchObject({ networks: 3 })
    expect((await all()).map(({ title }) => title)).toEqual(['One', 'Three, as another', 'Two'])
    expect(await read((db) => listAll(db, 'run', one)?.length)).toBe(1)
    const found = await read((db) =>
      readLogbook(db, { search: 'quoted', tag: '', by: 'title', from: 0, count: 9, nodes: 'numbers', form: 'line' }),
    )
    expect(found.entries.map(({ title }) => title)).toEqual(['One'])
    const kept = new Database(join(folder, restored.kept), { readonly: true })
    expect(kept.prepare("SELECT title FROM kept WHERE kind = 'network'").pluck().all()).toEqual(['Made since'])
    kept.close()
  })

  test.each<[string, () => Promise<Uint8Array>, RegExp]>([
    [
      'of a newer Nodrel',
      () => changed("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('x', 99999999999999)"),
      /newer Nodrel/,
    ],
    ['of another program', () => changed('DROP TABLE __drizzle_migrations'), /another program/],
    [
      'cut off',
      async () => (await bytesOf(await backup(request('GET')))).slice(0, 20_000),
      /damaged|cannot be read|no backup/,
    ],
    ['that is none', async () => strToU8('PK not a database, though it says so'), /no backup/],
  ])('%s is refused in words, and changes nothing', async (_, make, words) => {
    const before = (await all()).map(({ id }) => id)
    const answer = await lookAt(request('POST', await make()))
    expect(answer.status).toBe(400)
    expect((await answer.json()).problems[0].message).toMatch(words)
    expect((await all()).map(({ id }) => id)).toEqual(before)
    expect(readdirSync(join(folder, 'incoming')).filter((name) => name.endsWith('.db'))).toEqual([])
  })

  async function changed(sql: string): Promise<Uint8Array> {
    const file = join(folder, 'changed.db')
    writeFileSync(file, await bytesOf(await backup(request('GET'))))
    const db = new Database(file)
    db.pragma('journal_mode = DELETE')
    db.exec(sql)
    db.close()
    return readFileSync(file)
  }
})
