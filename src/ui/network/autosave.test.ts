import { document, worked } from '../../../test/documents'
import type { Answer, SavedNetwork } from '@/ui/api'
import { autosave } from './autosave'
import { createWorkStore } from './store'

jest.useFakeTimers()

const key = 'nodrel-draft:n1:0'
const record: SavedNetwork = { id: 'n1', title: '', version: 1, updatedAt: '', document: document(worked) }
const titled = (title: string) => ({ ...record.document, title })

function memory(): Pick<Storage, 'getItem' | 'setItem' | 'removeItem'> & { held: Map<string, string> } {
  const held = new Map<string, string>()
  return {
    held,
    getItem: (key) => held.get(key) ?? null,
    setItem: (key, value) => void held.set(key, value),
    removeItem: (key) => void held.delete(key),
  }
}

/** A server that answers each save as told, in turn, then always takes it. */
function server(...answers: Answer<SavedNetwork>[]) {
  const saves: { version: number; title?: string }[] = []
  const save = async (_id: string, version: number, doc: SavedNetwork['document']): Promise<Answer<SavedNetwork>> => {
    saves.push({ version, title: doc.title })
    return answers.shift() ?? { ok: true, body: { ...record, version: version + 1, document: doc } }
  }
  return { saves, save }
}
const refused = (status: number, current?: SavedNetwork): Answer<SavedNetwork> => ({
  ok: false,
  status,
  problems: [{ part: null, field: 'request', message: 'no' }],
  current,
})
const later = (ms: number) => jest.advanceTimersByTimeAsync(ms)

test('changes are kept in the browser at once and saved when the typing pauses', async () => {
  const [storage, { saves, save }, store] = [memory(), server(), createWorkStore(record)]
  autosave(store, { save }, storage, key)
  store.change(titled('a'), 'title')
  store.change(titled('ab'), 'title')
  expect(JSON.parse(storage.held.get(key) ?? '')).toMatchObject({ version: 1, document: { title: 'ab' } })
  await later(1000)
  expect(saves).toEqual([{ version: 1, title: 'ab' }])
  expect(store.getState()).toMatchObject({ version: 2, saving: { state: 'saved' } })
  expect(storage.held.size).toBe(0)
})

test('a server that does not answer is tried again until it does', async () => {
  const [storage, { saves, save }, store] = [
    memory(),
    server(refused(0), refused(0), refused(500)),
    createWorkStore(record),
  ]
  autosave(store, { save }, storage, key)
  store.change(titled('a'), null)
  await later(500)
  expect(store.getState().saving).toMatchObject({ state: 'unsaved', reason: expect.stringContaining('tried again') })
  expect(storage.held.size).toBe(1)
  await later(20_000)
  expect(saves).toHaveLength(4)
  expect(store.getState().saving).toEqual({ state: 'saved' })
})

test('what is wrong is not sent, but survives a reload', async () => {
  const [storage, { saves, save }, store] = [memory(), server(), createWorkStore(record)]
  const stop = autosave(store, { save }, storage, key)
  store.change({ ...record.document, parts: record.document.parts.slice(1) }, null)
  store.type({ formula: '1 + (2' })
  await later(1000)
  expect(saves).toEqual([])
  expect(store.getState().saving).toMatchObject({ state: 'unsaved' })
  stop()
  const again = createWorkStore(record)
  autosave(again, { save }, storage, key)
  expect(again.getState()).toMatchObject({ typing: { formula: '1 + (2' }, document: { parts: { length: 5 } } })
  again.undo()
  again.undo()
  expect(again.getState().document).toEqual(record.document)
})

test('a draft from before somebody else’s save is a conflict, and nothing is overwritten', async () => {
  const [storage, { saves, save }] = [memory(), server()]
  storage.setItem(key, JSON.stringify({ version: 1, document: titled('mine'), typing: {} }))
  const store = createWorkStore({ ...record, version: 3, document: titled('theirs') })
  autosave(store, { save }, storage, key)
  await later(5000)
  expect(saves).toEqual([])
  expect(store.getState()).toMatchObject({
    document: { title: 'mine' },
    saving: { state: 'conflict', theirs: { version: 3, document: { title: 'theirs' } } },
  })
})

test('a save that comes too late is a conflict; a deleted network is missing', async () => {
  const theirs = { ...record, version: 5, document: titled('theirs') }
  for (const [answer, state] of [
    [refused(409, theirs), 'conflict'],
    [refused(404), 'missing'],
  ] as const) {
    const [storage, { saves, save }, store] = [memory(), server(answer), createWorkStore(record)]
    autosave(store, { save }, storage, key)
    store.change(titled('mine'), null)
    await later(30_000)
    expect(saves).toHaveLength(1)
    expect(store.getState().saving.state).toBe(state)
    expect(storage.held.size).toBe(1)
  }
})

test('after a conflict the person’s choice goes on, with the other within reach of undo', async () => {
  const theirs = { ...record, version: 5, document: titled('theirs') }
  const [storage, { saves, save }, store] = [memory(), server(refused(409, theirs)), createWorkStore(record)]
  autosave(store, { save }, storage, key)
  store.change(titled('mine'), null)
  await later(1000)
  const mine = store.getState()
  store.setState({
    document: theirs.document,
    version: 5,
    past: [...mine.past, mine.document],
    saving: { state: 'saving' },
  })
  await later(1000)
  expect(saves).toHaveLength(1)
  expect(store.getState()).toMatchObject({ saving: { state: 'saved' }, document: { title: 'theirs' } })
  store.undo()
  expect(store.getState().saving.state).toBe('saving')
  await later(1000)
  expect(saves.at(-1)).toEqual({ version: 5, title: 'mine' })
})

test('a damaged draft is passed over', () => {
  const storage = memory()
  storage.setItem(key, '{')
  const store = createWorkStore(record)
  autosave(store, server(), storage, key)
  expect(store.getState().document).toBe(record.document)
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
