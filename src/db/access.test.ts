import Database from 'better-sqlite3'
import { document, worked } from '../../test/documents'
import { newFolder } from '../../test/folder'
import { columnsOf, create, database, DatabaseTrouble, listInBatches, read, write, type Db } from '.'

beforeAll(() => {
  process.env.NODREL_DATA = newFolder()
})

const columns = (title: string) => columnsOf('network', document(worked, { title }))
const keepOne = (db: Db, title: string) => {
  const made = create(db, 'network', columns(title))
  if (made.result !== 'created') throw new Error(made.result)
  return made.row.title
}
const count = () => read((db) => listInBatches(db, 'network').flat().length)

test('writes that wait together are each answered by their own, and one that fails changes nothing', async () => {
  const before = await count()
  const done = await Promise.allSettled([
    write((db) => keepOne(db, 'first')),
    write((db) => {
      keepOne(db, 'half done')
      throw new Error('of its own')
    }),
    write((db) => keepOne(db, 'third')),
  ])
  expect(done.map((it) => (it.status === 'fulfilled' ? it.value : (it.reason as Error).message))).toEqual([
    'first',
    'of its own',
    'third',
  ])
  expect(await count()).toBe(before + 2)
})

test('more writes than fit into one turn are all kept', async () => {
  const before = await count()
  await Promise.all(Array.from({ length: 300 }, (_, i) => write((db) => keepOne(db, `number ${i}`))))
  expect(await count()).toBe(before + 300)
})

test('what another program holds for too long is said, changes nothing, and goes on afterwards', async () => {
  const before = await count()
  const other = new Database(database().file)
  other.exec('BEGIN IMMEDIATE')
  // Each look at the clock is half a second later: so it need not be waited for.
  const { now } = Date
  let looks = 0
  const clock = jest.spyOn(Date, 'now').mockImplementation(() => now() + 500 * looks++)
  const refused = await write((db) => keepOne(db, 'in vain')).catch((error: unknown) => error)
  clock.mockRestore()
  expect(looks).toBeGreaterThan(10)
  expect(refused).toBeInstanceOf(DatabaseTrouble)
  expect(refused).toMatchObject({ kind: 'locked', message: expect.stringContaining('nodrel.db') })
  other.exec('ROLLBACK')
  other.close()
  await write((db) => keepOne(db, 'at last'))
  expect(await count()).toBe(before + 1)
})
