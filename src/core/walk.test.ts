import { network, worked } from '../../test/documents'
import { samples } from '../db/samples'
import { readNetwork, type WorksheetChoices } from './network'
import { reachedIn, rowSteps, stopsOf, workOut, type Worksheet } from '.'

function sheet(of: Parameters<typeof workOut>[0], choices: WorksheetChoices = {}): Worksheet {
  const result = workOut(of, { choices })
  if ('status' in result) throw new Error('refused')
  return result
}

test('down, the floor, up: of each thing the reason comes first, then the arithmetic, then the value', () => {
  const stops = stopsOf(sheet(network(worked)))
  const said = stops.map(({ row, side, part }) => `${side} ${row} ${part}`)
  expect(said.slice(0, 8)).toEqual([
    'reduce 0 reason',
    'reduce 0 arithmetic',
    'reduce 0 value',
    'reduce 1 reason',
    'reduce 1 arithmetic', // the sum of reciprocals, shown at once
    'reduce 1 arithmetic', // turned over
    'reduce 1 value',
    'reduce 2 reason',
  ])
  expect(said.slice(10, 13)).toEqual(['floor 3 reason', 'floor 3 arithmetic', 'floor 3 value'])
  expect(said.slice(-6)).toEqual([
    'expand 0 reason',
    'expand 0 arithmetic',
    'expand 0 value',
    'expand 0 arithmetic',
    'expand 0 value',
    'expand 0 check',
  ])
})

test('a row is drawn when the one before it is done, and its value is not there before it is shown', () => {
  const stops = stopsOf(sheet(network(worked)))
  const reached = (count: number, row: number) => reachedIn(stops, count, { stage: 0, row, side: 'reduce' }, row)
  expect(reached(0, 0)).toEqual({ drawn: true, reason: false, lines: 0, half: false, check: false })
  expect(reached(2, 0)).toMatchObject({ reason: true, lines: 0, half: true })
  expect(reached(2, 1).drawn).toBe(false)
  expect(reached(3, 0)).toMatchObject({ lines: 1, half: false })
  expect(reached(3, 1)).toMatchObject({ drawn: true, reason: false })
  // The first of two lines has no value of its own.
  expect(reached(5, 1)).toMatchObject({ lines: 1, half: false })
  expect(reached(6, 1)).toMatchObject({ lines: 1, half: true })
})

test('every sample can be walked to its end, however it is worked', () => {
  for (const choices of [{}, { order: 'rounds' }, { outward: 'yes' }, { beyond: 'yes' }, { carry: 'paper' }] as const) {
    for (const sample of samples) {
      const read = readNetwork(sample)
      if (!read.ok) throw new Error('a sample is refused')
      const worksheet = sheet(read.network, choices)
      const stops = stopsOf(worksheet)
      for (const { stage, row, side, step } of stops) {
        const all = reachedIn(stops, stops.length, { stage, row, side }, step)
        expect([row, side, all.drawn, all.half]).toEqual([row, side, true, false])
      }
      if (worksheet.analysis.supply.current) expect(stops.some(({ side }) => side === 'expand')).toBe(true)
    }
  }
})

test('a round stands in one row, with all its steps', () => {
  const rounds = sheet(network([...worked, 'R6 A E 5', 'R7 E D 6']), { order: 'rounds' })
  expect(rowSteps(rounds)).toEqual([[0, 1], [2], [3], [4]])
  expect(stopsOf(rounds).filter(({ part, side }) => part === 'reason' && side === 'reduce')).toMatchObject([
    { row: 0, step: 0 },
    { row: 0, step: 1 },
    { row: 1, step: 2 },
    { row: 2, step: 3 },
    { row: 3, step: 4 },
  ])
})
