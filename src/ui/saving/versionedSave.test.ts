import { memoryStorage } from '../../../test/memoryStorage'
import type { Reply } from '../api'
import { draftStorage } from './draftStorage'
import { claimPlace, type Draft } from './draft'
import { versionedSave, type Saving, type Version } from './versionedSave'

jest.useFakeTimers()

type Answered = Reply<{ readonly version: number }, Version<string>>
const refused = (status: number, current?: Version<string>): Answered => ({
  ok: false,
  status,
  problems: [{ part: null, field: 'request', message: 'no' }],
  current,
})
const later = (ms: number) => jest.advanceTimersByTimeAsync(ms)

/** A saver of a text, with a server that answers each save as told, in turn, and then takes every one. */
function saving(answers: (Answered | Promise<Answered>)[] = [], storage = memoryStorage(), confirmed = 'begun') {
  const sent: { version: number; content: string; leaving: boolean }[] = []
  const shown: Saving<string>[] = []
  const troubles: unknown[] = []
  const { place } = claimPlace('network', 'n', storage, undefined, 'own')
  const saver = versionedSave<string>({
    confirmed: { version: 1, content: confirmed },
    place,
    wrong: (content) => (content.includes('?') ? 'it makes no sense yet' : null),
    send: async (version, content, leaving) => {
      sent.push({ version, content, leaving })
      return answers.shift() ?? { ok: true, body: { version: version + 1 } }
    },
    show: (it, notKept) => {
      shown.push(it)
      troubles.push(notKept)
    },
  })
  const draft = () => {
    const text = storage.read('nodrel-draft:network:n:own')
    return text === null ? null : (JSON.parse(text) as Draft<string>)
  }
  return { saver, sent, shown, draft, troubles, state: () => shown[shown.length - 1]?.state }
}

test('every change is kept in the browser at once and sent when the typing pauses', async () => {
  const { saver, sent, draft, state } = saving()
  saver.put('a')
  expect(state()).toBe('saving')
  saver.put('ab')
  expect(draft()).toMatchObject({ version: 1, content: 'ab' })
  await later(399)
  expect(sent).toEqual([])
  await later(1)
  expect(sent).toEqual([{ version: 1, content: 'ab', leaving: false }])
  expect(state()).toBe('saved')
  expect(draft()).toBeNull()
  saver.put('abc')
  await later(400)
  expect(sent[1]).toMatchObject({ version: 2, content: 'abc' })
})

test('what is typed while a save is under way is not taken for saved', async () => {
  let take: (answer: Answered) => void = () => undefined
  const { saver, sent, draft, state } = saving([new Promise((done) => (take = done))])
  saver.put('a')
  await later(400)
  saver.put('ab')
  take({ ok: true, body: { version: 2 } })
  await later(0)
  expect(state()).toBe('saving')
  expect(draft()).toMatchObject({ version: 2, content: 'ab' })
  await later(400)
  expect(sent.map(({ version, content }) => [version, content])).toEqual([
    [1, 'a'],
    [2, 'ab'],
  ])
  expect(state()).toBe('saved')
})

test.each([0, 500, 503, 507])(
  'what fails with %i is tried again until it is kept, and stays in the browser',
  async (status) => {
    const { saver, sent, draft, state, shown } = saving([refused(status), refused(status)])
    saver.put('a')
    await later(400)
    expect(shown[shown.length - 1]).toMatchObject({ state: 'unsaved', reason: 'no; it is tried again' })
    expect(draft()?.content).toBe('a')
    await later(1000)
    expect(sent).toHaveLength(2)
    await later(2000)
    expect([sent.length, state(), draft()]).toEqual([3, 'saved', null])
  },
)

test('what is refused is not sent again until it is changed', async () => {
  const { saver, sent, state } = saving([refused(400)])
  saver.put('a')
  await later(60_000)
  expect([sent.length, state()]).toEqual([1, 'unsaved'])
  saver.put('ab')
  await later(400)
  expect([sent.length, state()]).toEqual([2, 'saved'])
})

test('what makes no sense yet is kept, said and not sent', async () => {
  const { saver, sent, draft, shown } = saving()
  saver.put('a?', { formula: '1 + (' })
  await later(1000)
  expect(sent).toEqual([])
  expect(shown[shown.length - 1]).toEqual({ state: 'unsaved', reason: 'it makes no sense yet' })
  expect(draft()).toMatchObject({ content: 'a?', beside: { formula: '1 + (' } })
})

describe('a save that was kept, but whose answer was lost,', () => {
  test('is known as one’s own', async () => {
    const { saver, sent, state } = saving([refused(0), refused(409, { version: 2, content: 'a' })])
    saver.put('a')
    await later(1400)
    expect([sent.length, state()]).toEqual([2, 'saved'])
    saver.put('ab')
    await later(400)
    expect(sent[2]).toMatchObject({ version: 2, content: 'ab' })
  })

  test('is known also when more was typed and sent in vain since', async () => {
    const { saver, sent, state } = saving([refused(0), refused(0), refused(409, { version: 2, content: 'a' })])
    saver.put('a')
    await later(400)
    saver.put('ab')
    await later(400)
    saver.put('abc')
    await later(400)
    await later(400)
    expect(sent.map(({ version, content }) => [version, content])).toEqual([
      [1, 'a'],
      [1, 'ab'],
      [1, 'abc'],
      [2, 'abc'],
    ])
    expect(state()).toBe('saved')
  })

  test('is known also by the next window, from the draft', async () => {
    const storage = memoryStorage()
    const first = saving([refused(0), refused(0)], storage)
    first.saver.put('a')
    await later(400)
    first.saver.put('ab')
    const left = first.draft()
    if (!left) throw new Error('there is no draft')
    const next = saving([], memoryStorage(), 'a')
    next.saver.newer({ version: 2, content: 'a' })
    next.saver.takeUp(left)
    await later(0)
    expect(next.sent).toEqual([{ version: 2, content: 'ab', leaving: false }])
    expect(next.state()).toBe('saved')
  })
})

test('what was saved elsewhere in between is left to the person, and nothing is overwritten meanwhile', async () => {
  const theirs = { version: 5, content: 'theirs' }
  const { saver, sent, shown, draft, state } = saving([refused(409, theirs)])
  saver.put('mine')
  await later(400)
  saver.put('mine too')
  await later(60_000)
  expect(sent).toHaveLength(1)
  expect(shown[shown.length - 1]).toEqual({ state: 'conflict', theirs })
  expect(draft()?.content).toBe('mine too')
  saver.choose('mine')
  await later(0)
  expect(sent[1]).toMatchObject({ version: 5, content: 'mine too' })
  expect([state(), draft()]).toEqual(['saved', null])
})

test('the other is taken without sending anything', async () => {
  const { saver, sent, state } = saving([refused(409, { version: 5, content: 'theirs' })])
  saver.put('mine')
  await later(400)
  saver.choose('theirs')
  await later(1000)
  expect([sent.length, state()]).toEqual([1, 'saved'])
})

test('a draft of an older version than another one that was saved since is a conflict', async () => {
  const { saver, sent, shown } = saving()
  saver.newer({ version: 3, content: 'theirs' })
  saver.takeUp({ version: 1, content: 'mine', beside: null, sent: [], at: 0 })
  await later(5000)
  expect(sent).toEqual([])
  expect(shown[shown.length - 1]).toEqual({ state: 'conflict', theirs: { version: 3, content: 'theirs' } })
})

test('what was deleted elsewhere is said, kept, and goes on once it is put back', async () => {
  const { saver, sent, draft, state } = saving([refused(404)])
  saver.put('mine')
  await later(60_000)
  expect([sent.length, state(), draft()?.content]).toEqual([1, 'missing', 'mine'])
  saver.goOn(4)
  await later(0)
  expect([sent[1], state()]).toEqual([{ version: 4, content: 'mine', leaving: false }, 'saved'])
})

test('who leaves is not waited for: what waits is sent at once', async () => {
  const { saver, sent } = saving()
  saver.put('a')
  void saver.flush(true)
  expect(sent).toEqual([{ version: 1, content: 'a', leaving: true }])
  await later(0)
  saver.put('ab')
  const stopped = saver.stop()
  await later(0)
  await stopped
  expect(sent[1]).toEqual({ version: 2, content: 'ab', leaving: true })
  saver.put('abc')
  await later(60_000)
  expect(sent).toHaveLength(2)
})

describe('sending does not depend on the browser’s storage', () => {
  const broken = (name: string) =>
    draftStorage(() => {
      throw new DOMException('', name)
    })
  test.each([
    ['full', memoryStorage(10)],
    ['forbidden', broken('SecurityError')],
    ['missing', draftStorage(() => undefined)],
  ] as const)('%s', async (trouble, storage) => {
    const { saver, sent, state, troubles } = saving([], storage as ReturnType<typeof memoryStorage>)
    saver.put('typed by a person')
    expect(troubles[troubles.length - 1]).toBe(trouble)
    await later(400)
    expect([sent.length, state()]).toEqual([1, 'saved'])
  })

  test('a long draft is written when the typing pauses, or when one leaves', async () => {
    const { saver, draft } = saving()
    saver.put('x'.repeat(200_000))
    saver.put('y'.repeat(200_000))
    expect(draft()?.content[0]).toBe('x')
    void saver.flush(true)
    expect(draft()?.content[0]).toBe('y')
    await later(0)
  })
})
