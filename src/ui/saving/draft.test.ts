import { lockManager, memoryStorage } from '../../../test/memoryStorage'
import { claimPlace, draftsIn, readDraft, type DraftPlace } from './draft'
import { findOther, keepOther } from './keep'

const settled = () => new Promise((done) => setTimeout(done, 0))
const isText = (content: unknown): content is string => typeof content === 'string'

test('two windows keep their drafts apart; what a closed one left is taken up, what an open one has is not', async () => {
  const [storage, locks] = [memoryStorage(), lockManager()]
  const window = (unique: string) => claimPlace('network', 'n', storage, locks, unique)
  const first = window('1')
  expect(await first.left).toBeNull()
  first.place.keep('first')
  const second = window('2')
  expect(await second.left).toBeNull()
  second.place.keep('second')
  await first.place.release()
  await settled()
  const third = window('3')
  const left = await third.left
  expect(left?.text).toBe('first')
  left?.take()
  expect([...storage.held.values()]).toEqual(['second'])
  expect(await window('4').left).toBeNull()
})

test('a draft that is left where it is can be found by the next window', async () => {
  const [storage, locks] = [memoryStorage(), lockManager()]
  storage.write('nodrel-draft:network:n:old', 'kept')
  storage.write('nodrel-draft:network:other:old', 'another network’s')
  const first = await claimPlace('network', 'n', storage, locks, '1').left
  await first?.leave()
  await settled()
  expect((await claimPlace('network', 'n', storage, locks, '2').left)?.text).toBe('kept')
  expect(draftsIn(storage).map(({ kind, id }) => `${kind} ${id}`)).toEqual(['network n', 'network other'])
})

test('without locks every draft counts as left behind', async () => {
  const storage = memoryStorage()
  const place: DraftPlace = claimPlace('attempt', 'n', storage, undefined, '1').place
  place.keep('mine')
  void place.release()
  expect((await claimPlace('attempt', 'n', storage, undefined, '2').left)?.text).toBe('mine')
})

test.each(['', 'null', '{}', '[]', '3', '{"version":1}', '{"version":1,"content":7}', '{"content":"x"}', '{'])(
  '%j is a damaged draft',
  (text) => {
    expect(readDraft(text, isText)).toEqual({ state: 'damaged', text })
  },
)

test('a draft is read as it was written; what an older one does not have is filled in', () => {
  expect(readDraft('{"version":3,"content":"x"}', isText)).toEqual({
    state: 'sound',
    draft: { version: 3, content: 'x', beside: null, sent: [], at: 0 },
  })
})

test('the version that was not chosen stays within reach for thirty days', () => {
  const storage = memoryStorage()
  keepOther('network', 'n', 'theirs', storage)
  expect(findOther('network', 'n', isText, storage)).toBe('theirs')
  expect(findOther('attempt', 'n', isText, storage)).toBeNull()
  const day = 24 * 3600 * 1000
  storage.write('nodrel-other:network:n', JSON.stringify({ at: Date.now() - 29 * day, content: 'older' }))
  expect(findOther('network', 'n', isText, storage)).toBe('older')
  storage.write('nodrel-other:network:n', JSON.stringify({ at: Date.now() - 31 * day, content: 'too old' }))
  expect(findOther('network', 'n', isText, storage)).toBeNull()
  for (const damaged of ['null', '{', '{"at":1e99,"content":7}']) {
    storage.write('nodrel-other:network:n', damaged)
    expect(findOther('network', 'n', isText, storage)).toBeNull()
  }
})
