import { document, worked } from '../../../test/documents'
import { lockManager, memoryStorage } from '../../../test/memoryStorage'
import type { Reply, api as Api, Saved } from '@/ui/api'
import type { NetworkDocument } from '@/core/network'
import { claimPlace } from '@/ui/saving/draft'
import { keepNetwork } from './OpenNetwork'
import { createWorkStore } from './store'

jest.useFakeTimers()
const others = memoryStorage()
Object.defineProperty(globalThis, 'localStorage', { value: others.storage })
beforeEach(() => others.held.clear())

type Record = Saved<'network'>
const record: Record = { id: 'n1', title: '', version: 1, updatedAt: '', document: document(worked) }
const titled = (title: string) => ({ ...record.document, title })
const theirsAt = (version: number, title: string): Record => ({ ...record, version, document: titled(title) })
const later = (ms: number) => jest.advanceTimersByTimeAsync(ms)
const conflict = (current: Record): Reply<Record, Record> => ({ ok: false, status: 409, problems: [], current })

/** A window on the network, with a server that has `kept` and answers each save as told, in turn, and then takes it. */
function open({
  kept = record,
  answers = [] as Reply<Record, Record>[],
  storage = memoryStorage(),
  locks = lockManager(),
  findAfter = 0,
  from = record,
} = {}) {
  const saves: { version: number; title?: string }[] = []
  const api = {
    find: async (): Promise<Reply<Record>> => {
      await new Promise((done) => setTimeout(done, findAfter))
      return { ok: true, body: kept }
    },
    save: async (_kind: string, _id: string, version: number, doc: NetworkDocument): Promise<Reply<Record, Record>> => {
      saves.push({ version, title: doc.title })
      return answers.shift() ?? { ok: true, body: { ...record, version: version + 1, document: doc } }
    },
  }
  const store = createWorkStore(from)
  const known = { version: from.version, content: from.document }
  const keeping = keepNetwork(store, known, true, api as unknown as typeof Api, () =>
    claimPlace('network', 'n1', storage, locks, `w${Math.random()}`),
  )
  return { store, keeping, saves, storage, title: () => store.getState().document.title }
}

test('what is typed while the first answer is still under way is kept, sent and not taken for saved', async () => {
  const { store, saves, storage } = open({ findAfter: 2500 })
  store.change(titled('typed at once'), 'title')
  expect(store.getState().saving.state).toBe('saving')
  expect([...storage.held.values()][0]).toContain('typed at once')
  await later(500)
  expect(saves).toEqual([{ version: 1, title: 'typed at once' }])
  expect(store.getState().saving.state).toBe('saved')
  await later(5000)
  expect(store.getState().document.title).toBe('typed at once')
  expect(saves).toHaveLength(1)
})

test('a page that the browser remembered is brought up to date, unless something was changed on it', async () => {
  const old = open({ kept: theirsAt(4, 'newer') })
  await later(10)
  expect(old.title()).toBe('newer')
  old.store.change(titled('newest'), null)
  await later(500)
  expect(old.saves).toEqual([{ version: 4, title: 'newest' }])
  const changed = open({ kept: theirsAt(4, 'newer'), findAfter: 100, answers: [conflict(theirsAt(4, 'newer'))] })
  changed.store.change(titled('mine'), null)
  await later(1000)
  expect(changed.store.getState()).toMatchObject({ document: { title: 'mine' }, saving: { state: 'conflict' } })
})

test('what is wrong is not sent, but survives a reload, with what is half typed', async () => {
  const [storage, locks] = [memoryStorage(), lockManager()]
  const first = open({ storage, locks })
  first.store.change({ ...record.document, parts: record.document.parts.slice(1) }, null)
  first.store.type({ formula: '1 + (2' })
  await later(1000)
  expect(first.saves).toEqual([])
  expect(first.store.getState().saving).toMatchObject({ state: 'unsaved' })
  await first.keeping.stop()
  await later(0)
  const again = open({ storage, locks })
  await later(10)
  expect(again.store.getState()).toMatchObject({ typing: { formula: '1 + (2' }, document: { parts: { length: 5 } } })
  again.store.undo()
  again.store.undo()
  expect(again.store.getState().document).toEqual(record.document)
})

test('“Keep mine”: Undo brings the other back, also after a reload', async () => {
  const theirs = theirsAt(5, 'theirs')
  const { store, keeping, saves, title } = open({ answers: [conflict(theirs)] })
  store.change(titled('mine'), null)
  await later(500)
  keeping.choose('mine')
  await later(100)
  expect(saves.at(-1)).toEqual({ version: 5, title: 'mine' })
  store.undo()
  expect(title()).toBe('theirs')
  store.redo()
  expect(title()).toBe('mine')
  const mine = theirsAt(6, 'mine')
  const reloaded = open({ kept: mine, from: mine })
  await later(10)
  expect(reloaded.title()).toBe('mine')
  reloaded.store.undo()
  expect(reloaded.title()).toBe('theirs')
  await later(500)
  expect(reloaded.saves).toEqual([{ version: 6, title: 'theirs' }])
})

test('“Use the other one”: Undo brings mine back, also after a reload', async () => {
  const { store, keeping, saves, title } = open({ answers: [conflict(theirsAt(5, 'theirs'))] })
  store.change(titled('mine'), null)
  await later(500)
  keeping.choose('theirs')
  await later(1000)
  expect([saves.length, title(), store.getState().saving.state]).toEqual([1, 'theirs', 'saved'])
  const reloaded = open({ kept: theirsAt(5, 'theirs'), from: theirsAt(5, 'theirs') })
  reloaded.store.undo()
  expect(reloaded.title()).toBe('mine')
})

test('the tab was closed after the save was kept: the draft is known as one’s own', async () => {
  const storage = memoryStorage()
  const draft = { version: 1, content: titled('mine'), beside: {}, sent: [], at: 1 }
  storage.write('nodrel-draft:network:n1:closed', JSON.stringify(draft))
  const { store, saves, title } = open({ storage, kept: theirsAt(2, 'mine') })
  await later(1000)
  expect([title(), store.getState().saving.state, saves.length]).toEqual(['mine', 'saved', 0])
  expect(storage.held.size).toBe(0)
})

test('a damaged draft is left where it is, and the network opens without it', async () => {
  for (const text of ['{', 'null', '{"version":1,"content":{}}', '{"version":1,"content":{"parts":[null]}}']) {
    const storage = memoryStorage()
    storage.write('nodrel-draft:network:n1:damaged', text)
    const { store } = open({ storage })
    await later(1000)
    expect(store.getState()).toMatchObject({ document: record.document, saving: { state: 'saved' } })
    expect(storage.read('nodrel-draft:network:n1:damaged')).toBe(text)
  }
})

test('changes of one thing are undone together, others one by one', () => {
  const store = createWorkStore(record)
  store.change(titled('a'), 'title')
  store.change(titled('ab'), 'title')
  store.pause()
  store.change(titled('abc'), 'title')
  store.change(titled('d'), null)
  const undone = [1, 2, 3, 4].map(() => (store.undo(), store.getState().document.title))
  expect(undone).toEqual(['abc', 'ab', '', ''])
  const redone = [1, 2, 3, 4].map(() => (store.redo(), store.getState().document.title))
  expect(redone).toEqual(['ab', 'abc', 'd', 'd'])
})
