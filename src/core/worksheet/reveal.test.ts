import { network, worked } from '../../../test/documents'
import { worksheetOf as sheet } from '../../../test/worked'
import { samples } from '../../db/samples'
import { readNetwork } from '../network'
import { drawSheet } from '../picture'
import { revealed, stopsOf, type Worksheet } from '.'

/** What a sheet says of voltages and currents after so many stops, blanks left out. */
function said(worksheet: Worksheet, count: number, row: number, side: 'reduce' | 'expand' = 'expand'): string[] {
  const { isFound } = revealed(worksheet, stopsOf(worksheet), count)
  return drawSheet(worksheet, worksheet.rows[row], side, 4, { isFound })
    .parts.flatMap(({ label }) =>
      label.lines.filter((line) => line.trim() !== '').map((line) => `${label.name} ${line.replace('\u2009', ' ')}`),
    )
    .sort()
}

/** With how many stops the first thing on a side of a row is shown. */
function stopAt(worksheet: Worksheet, row: string, side: 'reduce' | 'expand'): number {
  return stopsOf(worksheet).findIndex((stop) => stop.row === row && stop.side === side) + 1
}

const worksheet = sheet(network(worked))
const stops = stopsOf(worksheet)

test('down, the floor, up: of each thing the reason comes first, then the arithmetic, then the value', () => {
  const words = stops.map(({ row, side, part }) => `${side} ${row} ${part}`)
  expect(words.slice(0, 8)).toEqual([
    'reduce 0 reason',
    'reduce 0 arithmetic',
    'reduce 0 value',
    'reduce 1 reason',
    'reduce 1 arithmetic', // the sum of reciprocals, shown at once
    'reduce 1 arithmetic', // turned over
    'reduce 1 value',
    'reduce 2 reason',
  ])
  expect(words.slice(10, 13)).toEqual(['reduce supply reason', 'reduce supply arithmetic', 'reduce supply value'])
  expect(words.slice(-6)).toEqual([
    'expand 0 reason',
    'expand 0 arithmetic',
    'expand 0 value',
    'expand 0 arithmetic',
    'expand 0 value',
    'expand 0 check',
  ])
})

test('a row is drawn when the one before it is done, and its value is not there before it is shown', () => {
  const reached = (count: number, row: string) => {
    const reveal = revealed(worksheet, stops, count)
    const { reason, lines, check } = reveal.reached(row, 'reduce', 0)
    return { drawn: reveal.isDrawn(row, 'reduce'), reason, lines: [...lines.values()], check }
  }
  expect(reached(0, '0')).toEqual({ drawn: true, reason: false, lines: [], check: false })
  expect(reached(2, '0')).toMatchObject({ reason: true, lines: [{ formulas: 1, value: false }] })
  expect(reached(2, '1').drawn).toBe(false)
  expect(reached(3, '0')).toMatchObject({ lines: [{ formulas: 1, value: true }] })
  expect(reached(3, '1')).toMatchObject({ drawn: true, reason: false })
  expect(reached(5, '1')).toMatchObject({ lines: [{ formulas: 1, value: false }] })
  expect(reached(6, '1')).toMatchObject({ lines: [{ formulas: 2, value: false }] })
})

test('a sheet says no value before it is shown, and keeps its room', () => {
  expect(said(worksheet, 0, 0)).toEqual([])
  const { isFound } = revealed(worksheet, stops, 0)
  const { lines } = drawSheet(worksheet, worksheet.rows[0], 'expand', 4, { isFound }).parts[0].label
  expect(lines).toEqual(['\u2007'.repeat(6), '\u2007'.repeat(6)])
  expect(said(worksheet, 0, 0, 'reduce')).toHaveLength(5)
})

test('with the reason of a row its members have what carries over; then one value after the other', () => {
  const at = stopAt(worksheet, '2', 'expand')
  expect(said(worksheet, at, 2)).toEqual(['(R2+3)‖4 960 mA', 'R1 960 mA', 'R5 960 mA'])
  expect(said(worksheet, at + 1, 2)).toHaveLength(3) // the arithmetic alone
  expect(said(worksheet, at + 2, 2)).toEqual(['(R2+3)‖4 960 mA', 'R1 1.44 V', 'R1 960 mA', 'R5 960 mA'])
})

test('when everything is shown, so are all values', () => {
  expect(said(worksheet, stops.length, 0)).toHaveLength(10)
})

test('on the climb outward values come with the steps', () => {
  const source = worked.map((one) => one.replace(' 12 V', ''))
  const known = { part: 'R3', quantity: 'current', value: '320 mA' } as const
  const outward = sheet(network(source, { known }), { outward: 'yes' })
  expect(outward.rows.map(({ kind }) => kind)).toEqual(['known', 'sheet', 'sheet', 'sheet', 'supply'])
  expect(said(outward, 0, 1)).toEqual([])
  expect(said(outward, 2, 1)).toEqual(['R3 320 mA', 'R3 6.4 V'])
  expect(said(outward, stopAt(outward, '1', 'reduce'), 2)).toEqual(['R2+3 320 mA', 'R2+3 9.6 V'])
})

test('beyond a bridge the parts that two stages share have their values in both', () => {
  const texts = ['E1 A D 10', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5']
  const bridge = sheet(network(texts), { beyond: 'yes' })
  const all = stopsOf(bridge)
  expect(bridge.rows.map(({ key }) => key)).toEqual(['0', 'exchange-0', '1', '2', '3', '4', 'supply'])
  expect(said(bridge, all.length, 0)).toHaveLength(10)
  const back = stopAt(bridge, 'exchange-0', 'expand') - 1 // before the values come back through the exchange
  expect(said(bridge, back, 0).every((value) => /^R[45] /.test(value))).toBe(true)
  expect(said(bridge, back, 2).length).toBeGreaterThan(5)
})

test('every sample can be walked to its end, however it is worked', () => {
  for (const choices of [{}, { order: 'rounds' }, { outward: 'yes' }, { beyond: 'yes' }, { carry: 'paper' }] as const) {
    for (const sample of samples) {
      const read = readNetwork(sample)
      if (!read.ok) throw new Error('a sample is refused')
      const it = sheet(read.network, choices)
      const all = stopsOf(it)
      const { isDrawn, reached } = revealed(it, all, all.length)
      for (const { row, side, block } of all) {
        expect([row, side, isDrawn(row, side)]).toEqual([row, side, true])
        for (const { value } of reached(row, side, block).lines.values()) expect(value).toBe(true)
      }
      if (it.derivation.supply !== null) expect(all.some(({ side }) => side === 'expand')).toBe(true)
    }
  }
})

test('a round stands in one row, with all its steps, and rows are numbered as they are seen', () => {
  const rounds = sheet(network([...worked, 'R6 A E 5', 'R7 E D 6']), { order: 'rounds' })
  const sheets = rounds.rows.filter(({ kind }) => kind === 'sheet')
  const names = (id: number | null) => (id === null ? '' : rounds.elements[id].name)
  expect(sheets.map(({ number, sheet: count, down }) => [number, count, down.map(({ step }) => names(step))])).toEqual([
    [0, 0, ['R6+7', 'R2+3']],
    [1, 2, ['(R2+3)‖4']],
    [2, 3, ['R1+(2+3)‖4+5']],
    [3, 4, ['Req']],
  ])
})
