import { sketched } from '../../../test/sketched'
import { analyseNetwork } from '@/core/worksheet'
import { readNetwork } from '@/core/network'
import { marksOf, troublesOf } from './BoardFindings'

const told = (strokes: readonly string[]) => {
  const document = sketched(strokes)
  const read = readNetwork(document)
  const analysis = read.ok ? analyseNetwork(read.network) : null
  const troubles = troublesOf(
    document,
    read.ok ? [] : read.problems,
    analysis && 'findings' in analysis ? analysis : null,
  )
  return { codes: troubles.map(({ code }) => code), marks: Object.fromEntries(marksOf(troubles)) }
}
const closed = ['E1 0,0 0,4 12V', 'R1 0,0 4,0 10', 'R2 4,0 4,4 20', 'W1 4,4 0,4']

test('each part in trouble is marked with a word', () => {
  expect(told([...closed, 'R3 4,0 8,0 5', 'R4 0,4 4,4 7', 'R5 9,9 12,9 1'])).toEqual({
    codes: ['shorted', 'dead-end', 'cut-off'],
    marks: { R3: 'dead end', R4: 'shorted', R5: 'cut off' },
  })
})

test('while nothing closes the circuit, it is said once and no part is blamed', () => {
  expect(told(closed.slice(0, 2))).toEqual({ codes: ['open-supply'], marks: {} })
})

test('a second source is marked; no source at all is nobody’s fault', () => {
  expect(told([...closed, 'E2 4,0 8,0 5V'])).toEqual({ codes: ['two-sources'], marks: { E2: 'a second source' } })
  expect(told(closed.slice(1))).toEqual({ codes: ['parts'], marks: {} })
})

test('the resistors of a bridge are lit', () => {
  const bridge = told([
    ...closed.slice(0, 2),
    'R2 4,0 2,2 1',
    'R3 4,0 6,2 2',
    'R4 2,2 6,2 3',
    'R5 2,2 0,4 4',
    'R6 6,2 0,4 5',
  ])
  expect(bridge.codes).toEqual(['bridge'])
  expect(Object.keys(bridge.marks)).toEqual(['R2', 'R3', 'R4', 'R5', 'R6'])
})
