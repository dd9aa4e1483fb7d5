import { network, worked } from '../../test/documents'
import { samples } from '../db/samples'
import { readNetwork, type WorksheetChoices } from './network'
import { reachedIn, stopsOf, workOut, type Worksheet } from '.'

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
  const reached = (count: number, row: number) => reachedIn(stops, count, 0, row, 'reduce')
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
      const places = new Set(stops.map(({ stage, row, side }) => `${stage} ${row} ${side}`))
      for (const place of places) {
        const [stage, row, side] = place.split(' ')
        const all = reachedIn(stops, stops.length, Number(stage), Number(row), side as 'reduce')
        expect([place, all.drawn, all.half]).toEqual([place, true, false])
      }
      if (worksheet.analysis.supply.current) expect(stops.some(({ side }) => side === 'expand')).toBe(true)
    }
  }
})
