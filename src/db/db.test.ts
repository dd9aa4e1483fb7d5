import { existsSync, readFileSync, truncateSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { document, networkOf, worked } from '../../test/documents'
import { newFolder } from '../../test/folder'
import { analyse } from '@/core/worksheet'
import { benchOf, diagnose, readingsOf } from '@/core/bench'
import type { NetworkDocument } from '@/core/network'
import {
  columnsOf,
  create,
  daysInBin,
  DatabaseTrouble,
  emptyBin,
  find,
  findAll,
  findVersion,
  forgetOld,
  listAll,
  listBin,
  listInBatches,
  listVersions,
  openDatabase,
  putVersion,
  readLogbook,
  remove,
  restore,
  samples,
  save,
  saveCard,
  type Columns,
  type Db,
  type Opened,
} from '.'

const newFile = () => join(newFolder(), 'nodrel.db')
/** Keeps a network. */
function keepNetwork(db: Db, of: Columns) {
  const made = create(db, 'network', of)
  if (made.result !== 'created') throw new Error(made.result)
  return made.row
}
const titles = ({ db }: Pick<Opened, 'db'>) =>
  findAll(db, 'network', listInBatches(db, 'network').flat()).map(({ title }) => title)
const columns = (title = '', more: Partial<NetworkDocument> = {}) =>
  columnsOf('network', document(worked, { title, ...more }))

test('a fresh database holds the sample set, in its order', () => {
  expect(titles(openDatabase(':memory:'))).toEqual(samples.map(({ title }) => title))
})

test('the sample runs belong to sample networks and hold what these have', () => {
  const { db } = openDatabase(':memory:')
  const networks = findAll(db, 'network', listInBatches(db, 'network').flat())
  const runsOf = (title: string) => listAll(db, 'run', networks.find((it) => it.title === title)?.id ?? '')
  const verdicts = (title: string, run: { document: string }) => {
    const bench = benchOf(networkOf(samples.find((it) => it.title === title) as NetworkDocument))
    const read = readingsOf(JSON.parse(run.document))
    if (!bench.ok || !read.ok) throw new Error('a sample is refused')
    const found = diagnose(bench, read.readings, read.meter)
    if (!found.ok) throw new Error(JSON.stringify(found.problems))
    return [run.document.length < 100_000, found.diagnosis.hypotheses[0].text]
  }
  expect(runsOf('Dew strip, after the repair').map((run) => verdicts('Dew strip, after the repair', run))).toEqual([
    [true, 'nothing is wrong: all within tolerance'],
    [true, 'nothing is wrong: all within tolerance'],
  ])
  expect(runsOf('Dew strip, long').map((run) => verdicts('Dew strip, long', run))).toEqual([[true, 'R3 open']])
})

test('every sample is what it says', () => {
  expect(
    samples.map((sample) => {
      const analysis = analyse(sample)
      if (analysis.status === 'refused') throw new Error(JSON.stringify(analysis.problems))
      return [
        sample.title,
        analysis.status,
        analysis.findings.map(({ code, parts }) => `${code} ${parts.join()}`).join('; '),
      ]
    }),
  ).toEqual([
    ['Dew strip, short', 'solved', ''],
    ['Dew strip, long', 'solved', ''],
    ['Focuser position divider', 'solved', ''],
    ['Dummy load for 12 V packs', 'solved', ''],
    ['Map lamp with a link', 'solved', ''],
    ['Dew strip, after the repair', 'solved', 'shorted R4; dead-end R6'],
    ['Red map lamps, one current measured', 'solved', ''],
    ['Heater pad, resistance only', 'resistance', ''],
    ['Tilt sensor bridge', 'not-series-parallel', 'bridge R2,R3,R4,R5,R6'],
    ['Dew strip, as it lies on the tube', 'solved', ''],
    ['Dew strip, two meters drawn in', 'solved', ''],
    ['Map lamps, a bridge at first sight', 'solved', 'shorted R4'],
    ['Three lamps, one below the other', 'solved', ''],
    ['Focuser test plug, a bare leg', 'solved', ''],
  ])
})

test('a second start keeps the data, and brings no samples back', () => {
  const file = newFile()
  const { db } = openDatabase(file)
  const { id } = keepNetwork(db, columns('Mine'))
  for (const sample of listInBatches(db, 'network').flat()) if (sample !== id) remove(db, 'network', sample)
  emptyBin(db)
  remove(db, 'network', id)
  emptyBin(db)
  expect(titles(openDatabase(file))).toEqual([])
})

test('a start that was stopped between making the tables and the samples is made up for', () => {
  const file = newFile()
  const { sqlite } = openDatabase(file)
  sqlite.exec('DELETE FROM kept; PRAGMA user_version = 0')
  sqlite.close()
  expect(titles(openDatabase(file))).toHaveLength(samples.length)
})

describe('a kept network', () => {
  const { db, sqlite } = openDatabase(':memory:')
  test('is saved over the version it was based on, and over no other', () => {
    const made = keepNetwork(db, columns('First', { notes: 'n' }))
    expect(made).toMatchObject({ version: 1, title: 'First', sound: true })
    expect(JSON.parse(made.document)).toEqual(document(worked, { title: 'First', notes: 'n' }))
    const saved = save(db, 'network', made.id, 1, columns('Second'))
    expect(saved).toEqual({ result: 'saved', version: 2 })
    expect(save(db, 'network', made.id, 1, columns('Late'))).toMatchObject({
      result: 'conflict',
      row: { version: 2, title: 'Second' },
    })
    expect(find(db, 'network', made.id)).toMatchObject({ version: 2, title: 'Second' })
    expect(save(db, 'network', 'none', 1, columns())).toEqual({ result: 'missing' })
  })

  test('lies in the bin once it is deleted, and comes back from there', () => {
    const { id } = keepNetwork(db, columns('Binned'))
    expect(remove(db, 'network', id)).toBe(true)
    expect(find(db, 'network', id)).toBeNull()
    expect(remove(db, 'network', id)).toBe(false)
    expect(save(db, 'network', id, 1, columns())).toEqual({ result: 'missing' })
    expect(listBin(db)[0]).toMatchObject({ id, title: 'Binned', resistors: 5 })
    expect(restore(db, 'network', id)).toMatchObject({ id, version: 1 })
    expect(restore(db, 'network', id)).toBeNull()
    expect(listBin(db)).toEqual([])
  })

  test('is gone for good with all that belongs to it, on wish or after thirty days in the bin', () => {
    const [first, second, third] = ['1', '2', '3'].map((title) => keepNetwork(db, columns(title)).id)
    save(db, 'attempt', first, 0, columnsOf('attempt', { of: 'it', moves: [] }))
    saveCard(db, first, { nodes: 'numbers', form: 'line' }, 1, '{}')
    expect(emptyBin(db, first)).toBe(0)
    for (const id of [first, second, third]) remove(db, 'network', id)
    expect(emptyBin(db, first)).toBe(1)
    expect([restore(db, 'network', first), find(db, 'attempt', first)]).toEqual([null, null])
    expect(sqlite.prepare('SELECT count(*) FROM cards').pluck().get()).toBe(0)
    const days = 24 * 3600 * 1000
    sqlite.prepare('UPDATE kept SET deleted_at = deleted_at - ? WHERE id = ?').run(daysInBin * days, second)
    expect(forgetOld(db, Date.now() - days)).toBe(0)
    expect(forgetOld(db)).toBe(1)
    expect(listBin(db).map(({ id }) => id)).toEqual([third])
  })

  test('that was damaged from outside is known as damaged', () => {
    const soundness = (kept: string) => {
      const { id } = keepNetwork(db, { ...columns('Damaged'), document: kept })
      return find(db, 'network', id)?.sound
    }
    expect(['null', '{}', '', '{"parts":[nu', '{"parts":null}', '{"parts":[null]}'].map(soundness)).toEqual(
      new Array(6).fill(false),
    )
    expect(soundness('{"parts":[]}')).toBe(true)
  })
})

test('the list is read in batches: a hundred small networks, or a few large ones', () => {
  const { db } = openDatabase(':memory:')
  emptyAllOf(db)
  expect(listInBatches(db, 'network')).toEqual([])
  for (let i = 0; i < 120; i++) keepNetwork(db, columns(`small ${i}`))
  expect(listInBatches(db, 'network').map((ids) => ids.length)).toEqual([100, 20])
  emptyAllOf(db)
  for (let i = 0; i < 5; i++) keepNetwork(db, columns('large', { notes: 'x'.repeat(200_000) }))
  keepNetwork(db, columns('larger', { notes: 'x'.repeat(600_000) }))
  const sizes = listInBatches(db, 'network').map((ids) => ids.length)
  expect(sizes.reduce((sum, size) => sum + size, 0)).toBe(6)
  expect(Math.max(...sizes)).toBe(2)

  function emptyAllOf(of: typeof db): void {
    for (const id of listInBatches(of, 'network').flat()) remove(of, 'network', id)
  }
})

describe('the logbook', () => {
  const { db } = openDatabase(':memory:')
  emptyAll()
  const make = (title: string, notes = '', resistors = 1) =>
    keepNetwork(db, { ...columns(title, { notes }), resistors }).id
  const style = { nodes: 'numbers', form: 'line', tag: '' }
  const page = (more: Partial<Parameters<typeof readLogbook>[1]>) => {
    const { entries, found, all } = readLogbook(db, { search: '', by: 'title', from: 0, count: 10, ...style, ...more })
    return [entries.map(({ title }) => title), found, all]
  }

  function emptyAll(): void {
    listInBatches(db, 'network')
      .flat()
      .forEach((id) => remove(db, 'network', id))
    emptyBin(db)
  }

  test('is read in pages, searched in titles and notes, without case and accents', () => {
    make('Émile’s lamp', '', 3)
    make('dew strip', 'lies on the TUBE', 2)
    make('Ödland', '', 1)
    expect(page({})).toEqual([['dew strip', 'Émile’s lamp', 'Ödland'], 3, 3])
    expect(page({ by: 'resistors' })).toEqual([['Ödland', 'dew strip', 'Émile’s lamp'], 3, 3])
    expect(page({ from: 1, count: 1 })).toEqual([['Émile’s lamp'], 3, 3])
    expect(page({ search: 'tube' })).toEqual([['dew strip'], 1, 3])
    expect(page({ search: 'the strip  dew' })).toEqual([['dew strip'], 1, 3])
    expect(page({ search: 'EMILE' })).toEqual([['Émile’s lamp'], 1, 3])
    expect(page({ search: '100 %_' })).toEqual([[], 0, 3])
    // In the middle of a word, with quotes and signs of the index's own, and as one letter.
    expect(page({ search: 'amp' })).toEqual([['Émile’s lamp'], 1, 3])
    for (const odd of ['"', 'a"b OR', 'NEAR(', '*', 'x^2', 'lamp*', '-lamp']) expect(page({ search: odd })[1]).toBe(0)
    expect(page({ search: 'ö' })).toEqual([['dew strip', 'Ödland'], 2, 3])
    expect(page({ search: 'öd' })).toEqual([['Ödland'], 1, 3])
  })

  test('finds values however they are typed, and parts by their names; what is deleted, saved over, renamed is found as it is', () => {
    emptyAll()
    const valued = (title: string, resistance: string, name = 'R1') =>
      keepNetwork(
        db,
        columnsOf(
          'network',
          document(['E1 A B 12 V'], {
            title,
            parts: [
              { name: 'E1', kind: 'source', from: 'A', to: 'B', voltage: '12 V' },
              { name, kind: 'resistor', from: 'A', to: 'B', resistance },
            ],
          }),
        ),
      )
    const one = valued('One', '4k7')
    valued('Two', '4700')
    valued('Three', '4.7 kΩ', 'Rheater')
    valued('Four', '0R47')
    for (const search of ['4k7', '4.7k', '4700', '4.7 kΩ'])
      expect([search, page({ search })[0]]).toEqual([search, ['One', 'Three', 'Two']])
    expect(page({ search: '0.47' })[0]).toEqual(['Four'])
    expect(page({ search: '0.48' })[0]).toEqual([])
    expect(page({ search: '470mΩ' })[0]).toEqual(['Four'])
    expect(page({ search: 'heat' })[0]).toEqual(['Three'])
    save(db, 'network', one.id, 1, columnsOf('network', document(worked, { title: 'Uno' })))
    expect(page({ search: '4k7' })[0]).toEqual(['Three', 'Two'])
    expect(page({ search: 'uno' })[0]).toEqual(['Uno'])
    remove(db, 'network', one.id)
    expect(page({ search: 'uno' })[0]).toEqual([])
    restore(db, 'network', one.id)
    expect(page({ search: 'uno' })[0]).toEqual(['Uno'])
    emptyAll()
    expect(db.all('select number from searched')).toEqual([])
  })

  test('sorts numbers in titles by their size, and has tags as folders', () => {
    emptyAll()
    const tagged = (title: string, ...tags: string[]) => keepNetwork(db, columns(title, { tags })).id
    const ten = tagged('Strip 10', 'dew', 'lesson 3')
    tagged('Strip 9', 'dew')
    tagged('strip 009b')
    expect(page({})[0]).toEqual(['Strip 9', 'strip 009b', 'Strip 10'])
    expect(page({ tag: 'dew' })).toEqual([['Strip 9', 'Strip 10'], 2, 3])
    expect(page({ tag: 'lesson 3', search: 'strip' })).toEqual([['Strip 10'], 1, 3])
    expect(page({ search: 'lesson' })[0]).toEqual(['Strip 10'])
    const tags = () => readLogbook(db, { search: '', by: 'title', from: 0, count: 1, ...style }).tags
    expect(tags()).toEqual([
      { tag: 'dew', count: 2 },
      { tag: 'lesson 3', count: 1 },
    ])
    save(db, 'network', ten, 1, columns('Strip 10', { tags: ['focuser'] }))
    expect(tags()).toEqual([
      { tag: 'dew', count: 1 },
      { tag: 'focuser', count: 1 },
    ])
    remove(db, 'network', ten)
    expect(tags()).toEqual([{ tag: 'dew', count: 1 }])
  })

  test('has each card with the version that it shows', () => {
    emptyAll()
    const id = make('Carded')
    const card = () =>
      readLogbook(db, { search: '', by: 'changed', from: 0, count: 1, ...style }).entries.map(
        ({ card, cardOf, version }) => [card, cardOf, version],
      )
    expect(card()).toEqual([[null, null, 1]])
    saveCard(db, id, style, 1, '{"answer":"7 Ω"}')
    saveCard(db, id, { nodes: 'letters', form: 'loop' }, 1, '{"answer":"other"}')
    saveCard(db, 'gone', style, 1, '{}')
    save(db, 'network', id, 1, columns('Carded'))
    expect(card()).toEqual([['{"answer":"7 Ω"}', 1, 2]])
  })
})

describe('a file that is not for this Nodrel is left as it is, and said', () => {
  const trouble = (file: string) => {
    try {
      openDatabase(file).sqlite.close()
      return null
    } catch (error) {
      if (!(error instanceof DatabaseTrouble)) throw error
      expect(error.message).toContain(file)
      return error.kind
    }
  }

  test.each([
    ['garbage', 'not-a-database', (file: string) => writeFileSync(file, 'nothing of the kind '.repeat(500))],
    ['a truncated database', 'damaged', truncated],
    [
      'a database of a newer Nodrel',
      'newer',
      (file: string) =>
        changed(file, "INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 99999999999999)"),
    ],
    [
      'a database of another program',
      'foreign',
      (file: string) => new Database(file).exec('CREATE TABLE stars (name TEXT)').close(),
    ],
  ] as const)('%s', (_name, kind, make) => {
    const file = newFile()
    make(file)
    const before = readFileSync(file)
    expect(trouble(file)).toBe(kind)
    expect(readFileSync(file).equals(before)).toBe(true)
  })

  test('an empty file is a new database', () => {
    const file = newFile()
    writeFileSync(file, '')
    expect(trouble(file)).toBeNull()
    expect(existsSync(file)).toBe(true)
  })

  function changed(file: string, sql: string): void {
    const { sqlite } = openDatabase(file)
    sqlite.exec(sql)
    sqlite.close()
  }

  function truncated(file: string): void {
    const { db, sqlite } = openDatabase(file)
    for (let i = 0; i < 50; i++) keepNetwork(db, columns(`number ${i}`))
    sqlite.close()
    truncateSync(file, 20_000)
  }
})

test('what an older Nodrel kept is found and sorted once it is opened; what was damaged from outside stays as it is', () => {
  const file = newFile()
  const before = openDatabase(file)
  const { id } = keepNetwork(before.db, columns('Kept before 10', { tags: ['dew'] }))
  const broken = keepNetwork(before.db, columns('Broken')).id
  before.sqlite.exec("UPDATE kept SET found = '', sort_key = '', tags = '[]' WHERE kind = 'network'")
  before.sqlite.prepare("UPDATE kept SET document = '{half' WHERE id = ?").run(broken)
  before.sqlite.close()
  const { db, sqlite } = openDatabase(file)
  const found = (search: string, tag = '') =>
    readLogbook(db, { search, tag, by: 'title', from: 0, count: 50, nodes: 'numbers', form: 'line' }).entries.map(
      (entry) => entry.id,
    )
  expect(found('kept before')).toEqual([id])
  expect(found('', 'dew')).toEqual([id])
  expect(found('broken')).toEqual([])
  expect(find(db, 'network', broken)).toMatchObject({ sound: false, document: '{half', title: 'Broken' })
  expect(found('').length).toBe(samples.length + 2)
  sqlite.close()
})

describe('earlier states', () => {
  const { db } = openDatabase(':memory:')
  const at = (minutes: number) => jest.setSystemTime(new Date(2026, 0, 1, 12, minutes))
  beforeAll(() => jest.useFakeTimers({ now: new Date(2026, 0, 1, 12, 0) }))
  afterAll(() => jest.useRealTimers())
  const valued = (first: string) =>
    columnsOf('network', document(worked.map((text) => text.replace('R1 A B 1.5', `R1 A B ${first}`))))

  test('are kept where they rested, and before resistors go or much changes; what is typed through is not', () => {
    at(0)
    const { id } = keepNetwork(db, valued('1'))
    const kept = () => listVersions(db, id).map(({ version }) => version)
    let version = 1
    const saveAt = (minutes: number, row: Columns) => {
      at(minutes)
      expect(save(db, 'network', id, version++, row).result).toBe('saved')
    }
    // The first state is kept, then those that rested for a minute.
    saveAt(0.1, valued('2'))
    expect(kept()).toEqual([1])
    saveAt(0.2, valued('3'))
    saveAt(0.3, valued('4'))
    expect(kept()).toEqual([1])
    saveAt(5, valued('5'))
    expect(kept()).toEqual([4, 1])
    // A resistor goes at once after another change.
    saveAt(5.1, columnsOf('network', document(worked.slice(0, -1).concat('W8 C D'))))
    expect(kept()).toEqual([5, 4, 1])
    const found = findVersion(db, id, 5)
    expect(JSON.parse(found?.document ?? '').parts).toEqual(JSON.parse(valued('5').document).parts)
    expect(findVersion(db, id, 3)).toBeNull()
    expect(findVersion(db, id, version)?.document).toBe(find(db, 'network', id)?.document)
    expect(findVersion(db, 'other', 1)).toBeNull()
  })

  test('do not grow without end, and the newest of them all stay', () => {
    at(0)
    const { id } = keepNetwork(db, valued('1'))
    for (let i = 1; i <= 260; i++)
      putVersion(db, id, { version: i, document: '{}', at: new Date(2026, 0, 1, 12, 2 * i) })
    const all = listVersions(db, id).map(({ version }) => version)
    expect(all).toHaveLength(200)
    expect(all.slice(0, 40)).toEqual(Array.from({ length: 40 }, (_, i) => 260 - i))
    expect(all[all.length - 1]).toBe(1)
    remove(db, 'network', id)
    emptyBin(db, id)
    expect(listVersions(db, id)).toEqual([])
  })
})
