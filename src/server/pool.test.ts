import { document, worked } from '../../test/documents'
import { randomNetwork } from '../../test/randomNetwork'
import { onThread } from './pool'
import { perform } from './task'

const text = JSON.stringify(document(worked))
/** With bytes as numbers: those of another thread are of another kind. */
const plain = (it: unknown) =>
  JSON.stringify(it, (_, value: unknown) => (ArrayBuffer.isView(value) ? String(value) : value))

test('a thread does what the main thread would do', async () => {
  for (const task of [
    { task: 'analyse', document: text } as const,
    { task: 'card', document: text, nodes: 'letters', form: 'loop' } as const,
    { task: 'judge', kind: 'network', id: 'x', text: `{"version":3,"document":${text}}` } as const,
    { task: 'judge', kind: 'network', text: '{' } as const,
    { task: 'card', document: 'damaged', nodes: 'numbers', form: 'line' } as const,
  ])
    expect(plain(await onThread(task))).toEqual(plain(perform(task)))
})

test('many tasks are answered in turn, each with its own', async () => {
  const wanted = Array.from({ length: 40 }, (_, i) => JSON.stringify(document(['E1 A B 12', `R1 A B ${i + 1}`])))
  const got = await Promise.all(wanted.map((it) => onThread({ task: 'analyse', document: it })))
  expect(
    got.map(
      (it) => (JSON.parse(new TextDecoder().decode(it.bytes)) as { equivalent: { value: number } }).equivalent.value,
    ),
  ).toEqual(wanted.map((_, i) => i + 1))
})

test('what takes too long is stopped, and the next is done all the same', async () => {
  // The time limit is over as soon as that is wanted; everything else goes as it goes.
  jest.useFakeTimers({ doNotFake: ['Date', 'performance', 'hrtime', 'nextTick', 'queueMicrotask', 'setImmediate'] })
  const long = randomNetwork(5, 2500)
  const digits = '7'.repeat(90)
  const parts = long.parts.map((it) =>
    it.kind === 'resistor' ? { ...it, resistance: `${digits}1.${it.name.slice(1)}` } : it,
  )
  const endless = onThread({ task: 'analyse', document: JSON.stringify({ ...long, parts }), arithmetic: 'exact' })
  const after = onThread({ task: 'analyse', document: text })
  const save = onThread({ task: 'judge', kind: 'network', text })
  await expect(save).resolves.toMatchObject({ ok: true })
  jest.advanceTimersByTime(9_999)
  await new Promise((done) => setImmediate(done))
  const stopped = jest.fn()
  endless.catch(stopped)
  await new Promise((done) => setImmediate(done))
  expect(stopped).not.toHaveBeenCalled()
  jest.advanceTimersByTime(1)
  await expect(endless).rejects.toMatchObject({ name: 'Stopped', why: 'time', seconds: 10 })
  await expect(after).resolves.toMatchObject({ refused: false })
  jest.useRealTimers()
})

test('more than can wait is turned away at once', async () => {
  const asked = Array.from({ length: 260 }, () =>
    onThread({ task: 'card', document: text, nodes: 'numbers', form: 'line' }),
  )
  const done = await Promise.allSettled(asked)
  const turnedAway = done.filter((it) => it.status === 'rejected' && (it.reason as { why?: string }).why === 'queue')
  expect(turnedAway).toHaveLength(59)
  expect(done.filter(({ status }) => status === 'fulfilled')).toHaveLength(201)
})
