import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { deflateRawSync } from 'node:zlib'
import Database from 'better-sqlite3'
import { document, worked } from '../../test/documents'
import { newFolder } from '../../test/folder'
import {
  emptyBin,
  familyOf,
  find,
  findAll,
  findPicture,
  findVersion,
  listAll,
  listBin,
  listInBatches,
  listShort,
  openDatabase,
  readLogbook,
  restore,
  save,
} from '.'
import { columnsOf } from './columns'

const { entries } = JSON.parse(readFileSync('drizzle/meta/_journal.json', 'utf8')) as {
  entries: { when: number; tag: string }[]
}
const [one, two, binned, run, second, sheet, way] = Array.from({ length: 7 }, (_, i) => `${i}`.repeat(36))
const moves = [{ do: 'combine', kind: 'series', members: [1, 2], answer: '30' }]
const result = { marks: 2, of: 3, isDone: true, evidence: [], slips: [] }
const code = '1PY4-VXAS-9KSR'
const traced = document(worked, {
  title: 'Traced',
  tags: ['dew'],
  sketch: { points: {}, trace: { picture: 'p1', x: 0, y: 0, width: 3, opacity: 0.5 } } as never,
})
const readings = { format: 'nodrel-readings', version: 1, title: 'Tuesday “cold”', readings: [] }

/** A database as it was kept before everything lay in one table: made by its migrations, filled by its columns. */
function filledBefore(): string {
  const file = join(newFolder(), 'nodrel.db')
  const sqlite = new Database(file)
  sqlite.exec('CREATE TABLE __drizzle_migrations (id INTEGER PRIMARY KEY, hash text NOT NULL, created_at numeric)')
  for (const { tag, when } of entries.filter((it) => it.tag < '0008')) {
    sqlite.exec(readFileSync(`drizzle/${tag}.sql`, 'utf8').replaceAll('--> statement-breakpoint', ''))
    sqlite.prepare('INSERT INTO __drizzle_migrations (hash, created_at) VALUES (?, ?)').run(tag, when)
  }
  sqlite.pragma('user_version = 1')
  const put = (table: string, row: Readonly<Record<string, unknown>>) =>
    sqlite
      .prepare(
        `INSERT INTO ${table} (${Object.keys(row).join()}) VALUES (${Object.keys(row)
          .map(() => '?')
          .join()})`,
      )
      .run(...Object.values(row))
  put('pictures', { id: 'p1', type: 'image/webp', width: 3, height: 2, bytes: Buffer.from('dots') })
  const network = (id: string, title: string, more: object = {}) => {
    const { document: text, tags, found, sortKey, resistors } = columnsOf('network', { ...traced, title })
    const at = { created_at: 1000, updated_at: 2000 }
    const listed = { tags, found, sort_key: sortKey, resistors }
    put('networks', { id, title, notes: '', document: text, version: 4, ...at, ...listed, ...more })
  }
  network(one, 'Traced')
  network(two, 'Made from it', { origin_id: one, updated_at: 3000 })
  network(binned, 'Deleted', { deleted_at: Date.now() })
  put('versions', { network_id: one, version: 2, document: deflateRawSync('{"parts":[]}'), at: 1500 })
  put('cards', { network_id: one, nodes: 'numbers', form: 'line', version: 4, card: '{"answer":"12.5 Ω"}' })
  const at = { version: 3, created_at: 1000, updated_at: 2000 }
  put('attempts', { network_id: one, of: 'as “it” is', moves: JSON.stringify(moves), version: 3, updated_at: 2000 })
  for (const [id, title] of [
    [run, readings.title],
    [second, 'Later'],
  ])
    put('runs', { id, network_id: one, title, document: JSON.stringify({ ...readings, title }), ...at })
  const tried = { code, moves: JSON.stringify(moves), seconds: 75, result: JSON.stringify(result) }
  put('exercises', { id: `own.${code}`, ...tried, version: 2, updated_at: 2000 })
  put('sheets', { id: sheet, title: 'Sheet', document: '{"role":"set","title":"Sheet"}', ...at })
  put('ways', { id: way, name: 'Evening “class”', choices: '{"order":"pairs"}', updated_at: 2000 })
  sqlite.close()
  return file
}

test('a database of the version before has all that it had, and goes on', () => {
  const { db, sqlite } = openDatabase(filledBefore())
  expect(find(db, 'network', one)).toMatchObject({
    title: 'Traced',
    version: 4,
    document: JSON.stringify(traced),
    createdAt: new Date(1000),
    updatedAt: new Date(2000),
    sound: true,
  })
  expect(listInBatches(db, 'network')).toEqual([[two, one]])
  expect(familyOf(db, two).map(({ title }) => title)).toEqual(['Traced', 'Made from it'])
  expect(listBin(db).map(({ title }) => title)).toEqual(['Deleted'])
  expect(findVersion(db, one, 2)?.document).toBe('{"parts":[]}')
  const attempt = find(db, 'attempt', one)
  expect(attempt).toMatchObject({ version: 3 })
  expect(JSON.parse(attempt?.document ?? '')).toEqual({ of: 'as “it” is', moves })
  expect(listAll(db, 'run', one).map((it) => [it.id, it.title, it.version, JSON.parse(it.document)])).toEqual([
    [run, readings.title, 3, readings],
    [second, 'Later', 3, { ...readings, title: 'Later' }],
  ])
  const [exercise] = findAll(db, 'exercise', [`own.${code}`])
  expect(JSON.parse(exercise.document)).toEqual({ of: code, moves, seconds: 75, result })
  expect(listShort(db, 'exercise').map((it) => [it.title, it.version, JSON.parse(it.listed)])).toEqual([
    [code, 2, { seconds: 75, result }],
  ])
  expect(find(db, 'sheet', sheet)).toMatchObject({ title: 'Sheet', version: 3 })
  const [kept] = listAll(db, 'way')
  expect([kept.id, JSON.parse(kept.document)]).toEqual([
    way,
    { format: 'nodrel-way', version: 1, name: 'Evening “class”', choices: { order: 'pairs' } },
  ])
  const page = (search: string, tag = '') =>
    readLogbook(db, { search, tag, by: 'title', from: 0, count: 9, nodes: 'numbers', form: 'line' }).entries
  expect(page('traced 1.5', 'dew').map(({ id, cardOf }) => [id, cardOf])).toEqual([[one, 4]])
  // What is changed is found as it is now, and what goes takes all that belongs to it along.
  const renamed = columnsOf('network', { ...traced, title: 'Renamed', tags: [] })
  expect(save(db, 'network', one, 4, renamed)).toEqual({ result: 'saved', version: 5 })
  expect([page('traced'), page('', 'dew').map(({ id }) => id)]).toEqual([[], [two]])
  expect(restore(db, 'network', binned)).toMatchObject({ title: 'Deleted' })
  sqlite.exec("UPDATE kept SET deleted_at = 1 WHERE kind = 'network'")
  expect(findPicture(db, 'p1')).not.toBeNull()
  expect(emptyBin(db)).toBe(3)
  expect(findPicture(db, 'p1')).toBeNull()
  expect(sqlite.prepare('SELECT kind FROM kept ORDER BY kind').pluck().all()).toEqual(['exercise', 'sheet', 'way'])
  for (const table of ['network_tags', 'searched', 'versions', 'cards', 'network_pictures'])
    expect([table, sqlite.prepare(`SELECT count(*) FROM ${table}`).pluck().get()]).toEqual([table, 0])
  sqlite.close()
})
