import { document } from '../../../../test/documents'
import { worksheetOf } from '../../../../test/learner'
import { readNetwork } from '../../network'
import { workOut } from '../../worksheet'
import type { Move } from '../attempt'
import { hasUnit } from './solve'
import { judgeTask, marksOf, scaled, usualDials, type Task } from './index'

/**
 * 12 V; R1 = 100 Ω, then R2 = 300 Ω beside R3 = 600 Ω. R2‖3 = 200 Ω, Req = 300 Ω, I = 40 mA, 8 V across the pair,
 * 13.3 mA in R3, which is what is asked for.
 */
function asked(...goal: Task['goal']): Task {
  const own = document(['E1 A Z 12 V', 'R1 A B 100', 'R2 B Z 300', 'R3 B Z 600'])
  const read = readNetwork(own)
  const worksheet = read.ok ? workOut(read.network, { choices: { asked: goal } }) : null
  if (!worksheet || 'problems' in worksheet) throw new Error('the network is right')
  return { code: '', dials: usualDials, document: own, goal, question: { kind: 'solve' }, worksheet }
}
const task = asked({ quantity: 'current', of: 'R3' })
const [pair, whole] = [3, 4]

const parallel = (answer: string): Move => ({ do: 'combine', members: [1, 2], kind: 'parallel', answer })
const series = (answer: string): Move => ({ do: 'combine', members: [0, pair], kind: 'series', answer })
const value = (quantity: 'voltage' | 'current', element: number, answer: string): Move => ({
  do: 'value',
  element,
  quantity,
  answer,
})
const table = (moves: readonly Move[]) =>
  judgeTask(task, moves).items.map(({ line, method, answer, unit }) =>
    [
      line,
      ...[method, answer, unit].map(({ of, first, now }) =>
        of === 0 ? '–' : now > first ? `${first} (${now})` : String(first),
      ),
    ].join(' '),
  )

test('the scheme: way and answer of each line, what is carried has an answer only, what is asked its unit', () => {
  expect(
    judgeTask(task, []).items.map(({ line, method, answer, unit }) => `${line} ${method.of}${answer.of}${unit.of}`),
  ).toEqual(['R2‖3 110', 'Req 110', 'I(Req) 110', 'I(R2‖3) 010', 'V(R2‖3) 110', 'V(R3) 010', 'I(R3) 111'])
  expect(marksOf(judgeTask(task, []))).toEqual({ of: 13, first: 0, now: 0 })
})

test('all right: full marks, also for what was not written down', () => {
  const judged = judgeTask(task, [
    parallel('200'),
    series('300'),
    value('current', whole, '40 mA'),
    value('voltage', pair, '8 V'),
    value('current', 2, '13.3 mA'),
  ])
  expect(judged.done).toBe(true)
  expect(marksOf(judged)).toEqual({ of: 13, first: 13, now: 13 })
})

test('error carried forward: only the line of the slip is lost', () => {
  // Added in parallel: 900 Ω, no way and no answer. From it Req = 1000 Ω, I = 12 mA, 10.8 V, 18 mA: each right on it.
  expect(
    table([
      parallel('900'),
      series('1000'),
      value('current', whole, '12 mA'),
      { do: 'carry', element: whole, quantity: 'current' },
      value('voltage', pair, '10.8 V'),
      { do: 'carry', element: pair, quantity: 'voltage' },
      value('current', 2, '18 mA'),
    ]),
  ).toEqual(['R2‖3 0 0 –', 'Req 1 1 –', 'I(Req) 1 1 –', 'I(R2‖3) – 1 –', 'V(R2‖3) 1 1 –', 'V(R3) – 1 –', 'I(R3) 1 1 1'])
})

test('a lost milli keeps the way; a retry counts apart, a step that a hint told too; a missing unit is one mark', () => {
  expect(
    table([
      { do: 'hint', strength: 3 },
      parallel('200'),
      { do: 'combine', members: [0, pair], kind: 'parallel', answer: '300' },
      series('300'),
      value('current', whole, '40'),
      value('current', whole, '40 mA'),
      value('voltage', pair, '8 V'),
      value('current', 2, '0.0133'),
    ]),
  ).toEqual([
    // Told by a hint: by now, not at first.
    'R2‖3 0 (1) 0 (1) –',
    // Refused at first, in parallel.
    'Req 0 (1) 0 (1) –',
    // 40 for 40 mA: the way was right.
    'I(Req) 1 0 (1) –',
    'I(R2‖3) – 1 –',
    'V(R2‖3) 1 1 –',
    'V(R3) – 1 –',
    'I(R3) 1 1 0',
  ])
})

test('answers by name count for their line', () => {
  const source = asked({ quantity: 'current', of: 'E1' })
  const judged = judgeTask(source, [{ do: 'answer', quantity: 'current', of: 'E1', answer: '40 mA' }])
  expect(judged.items.at(-1)).toMatchObject({
    line: 'I(Req)',
    answer: { first: 1 },
    unit: { first: 1 },
    typed: '40 mA',
  })
})

test('at a bridge the marks are for where it stops, and why', () => {
  const own = document(['E1 A Z 12', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B Z 4', 'R5 C Z 5'])
  const read = readNetwork(own)
  if (!read.ok) throw new Error('the network is right')
  const bridge: Task = { ...task, document: own, goal: [], worksheet: worksheetOf(read.network) }
  const stop = (why: 'no-group' | 'shorted'): Move => ({ do: 'stop', members: [0, 1, 2, 3, 4], why })
  expect(marksOf(judgeTask(bridge, [stop('no-group')]))).toEqual({ of: 2, first: 2, now: 2 })
  expect(marksOf(judgeTask(bridge, [stop('shorted'), stop('no-group')]))).toEqual({ of: 2, first: 1, now: 2 })
})

test.each([
  ['40 mA', true],
  ['40 ma', true],
  ['13.8V', true],
  ['300 Ω', true],
  ['300 ohm', true],
  ['4k7', false],
  ['0.04', false],
  ['40m', false],
])('%s has its unit: %s', (typed, is) => expect(hasUnit(typed)).toBe(is))

test('marks are scaled to any total, to a tenth', () => {
  expect(scaled(13, 13, 20)).toBe(20)
  expect(scaled(9, 13, 20)).toBe(13.8)
  expect(scaled(0, 0, 20)).toBe(0)
})
