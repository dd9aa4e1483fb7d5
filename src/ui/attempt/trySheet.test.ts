import { network, worked } from '../../../test/documents'
import { workOut } from '@/core/worksheet'
import { replay, type Move } from '@/core/learner'
import { drawOwn, saidOf } from './trySheet'

const result = workOut(network(worked))
if ('status' in result) throw new Error('refused')
const worksheet = result
const moves: Move[] = [
  { do: 'combine', members: [1, 2], kind: 'series', answer: '40' },
  { do: 'combine', members: [5, 3], kind: 'parallel', answer: '10.91' },
  { do: 'hint', strength: 1 },
]
const position = replay(worksheet, moves)
const labels = (steps: number, side: 'reduce' | 'expand') =>
  drawOwn(worksheet, position, steps, side, 4, 'line').parts.map(({ label }) =>
    [label.name, ...label.lines].join(' ').replaceAll('\u2009', ' ').trim(),
  )

test('a learner’s sheets show their own values, wrong ones marked, and those that follow', () => {
  expect(labels(0, 'reduce')).toContain('R2 10 Ω')
  expect(labels(1, 'reduce')).toContain('R2+3 40 Ω ✗')
  expect(labels(2, 'reduce')).toContain('(R2+3)‖4 10.91 Ω →')
})

test('what is not found yet is not there', () => {
  expect(labels(0, 'expand')).toEqual(expect.arrayContaining(['R1', 'R4']))
  const more = replay(worksheet, [...moves, { do: 'value', element: 3, quantity: 'current', answer: '640 mA' }])
  const parts = drawOwn(worksheet, more, 0, 'expand', 'fraction', 'line').parts
  expect(parts.find(({ label }) => label.name === 'R4')?.label.lines).toEqual(['', '640\u2009mA'])
})

test('the last thing that was said of a value is found', () => {
  expect(saidOf(position, 5, 'resistance')?.verdict).toBe('wrong')
  expect(saidOf(position, 6, 'resistance')?.verdict).toBe('follows')
  expect(saidOf(position, 3, 'current')).toBeUndefined()
})
