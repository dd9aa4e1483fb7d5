import { network, worked } from '../../../test/documents'
import { worksheetOf as sheet } from '../../../test/worked'
import { samples } from '../../db/samples'
import { readNetwork } from '../network'
import { drawSheet } from '../picture'
import { revealed, stopsAtPace, stopsOf, wordStop, type Worksheet } from '.'

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

test('down, the floor, up: of each thing the reason comes first, then its lines', () => {
  const words = stops.map(({ row, side, shows }) => `${side} ${row} ${shows.map(({ part }) => part).join()}`)
  expect(words.slice(0, 5)).toEqual([
    'reduce 0 reason',
    'reduce 0 line',
    'reduce 1 reason',
    'reduce 1 line', // the sum of reciprocals, turned over
    'reduce 2 reason',
  ])
  expect(words.slice(6, 8)).toEqual(['reduce supply reason', 'reduce supply line'])
  expect(words.slice(-4)).toEqual(['expand 0 reason', 'expand 0 line', 'expand 0 line', 'expand 0 check'])
})

test('by row, each side of a row comes at once', () => {
  const rows = stopsOf(worksheet, 'row')
  expect(rows.map(({ row, side, shows }) => `${side} ${row} ${shows.length}`)).toEqual([
    'reduce 0 2',
    'reduce 1 2',
    'reduce 2 2',
    'reduce supply 3',
    'expand 2 5',
    'expand 1 4',
    'expand 0 4',
  ])
  // Changing the pace keeps what is shown, and never takes anything back.
  expect([0, 1, 2, 3].map((shown) => stopsAtPace(stops, shown, rows))).toEqual([0, 1, 1, 2])
  expect([0, 1, 2].map((shown) => stopsAtPace(rows, shown, stops))).toEqual([0, 2, 4])
  expect(stopsAtPace(stops, stops.length, rows)).toBe(rows.length)
})

test('what is shown is read aloud', () => {
  const read = (at: number) => wordStop(worksheet, stops[at], 4)
  expect([read(0), read(1)]).toEqual([
    'R2 and R3 in series; nothing else leaves node 3, between them',
    'R[R2+3] = 10 Ω + 20 Ω = 30 Ω',
  ])
  const supply = stops.findIndex(({ row }) => row === 'supply')
  expect([read(supply), read(supply + 1)]).toEqual([
    'the supply: Req = 12.5\u2009Ω',
    'I = (V)/(R[eq]) = (12 V)/(12.5 Ω) = 960 mA',
  ])
  expect(read(stops.length - 1)).toBe('check: 3.2 V + 6.4 V = 9.6 V')
  const rows = stopsOf(worksheet, 'row')
  expect(wordStop(worksheet, rows[rows.length - 1], 4)).toBe(
    'I carries over from R2+3; V[R2] = 320 mA · 10 Ω = 3.2 V; V[R3] = 320 mA · 20 Ω = 6.4 V; check: 3.2 V + 6.4 V = 9.6 V',
  )
})

test('a row is drawn when the one before it is done', () => {
  const reached = (count: number, row: string) => {
    const reveal = revealed(worksheet, stops, count)
    const { reason, lines, check } = reveal.reached(row, 'reduce', 0)
    return { drawn: reveal.isDrawn(row, 'reduce'), reason, lines: lines.size, check }
  }
  expect(reached(0, '0')).toEqual({ drawn: true, reason: false, lines: 0, check: false })
  expect(reached(1, '0')).toMatchObject({ reason: true, lines: 0 })
  expect(reached(1, '1').drawn).toBe(false)
  expect(reached(2, '0')).toMatchObject({ lines: 1 })
  expect(reached(2, '1')).toMatchObject({ drawn: true, reason: false })
  expect(reached(4, '1')).toMatchObject({ reason: true, lines: 1 })
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
  expect(said(worksheet, at + 1, 2)).toEqual(['(R2+3)‖4 960 mA', 'R1 1.44 V', 'R1 960 mA', 'R5 960 mA'])
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
  expect(said(outward, 1, 1)).toEqual(['R3 320 mA', 'R3 6.4 V'])
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
      for (const { row, side, shows } of all) {
        expect([row, side, isDrawn(row, side)]).toEqual([row, side, true])
        for (const { block, line } of shows)
          if (line !== null) expect(reached(row, side, block).lines.has(line)).toBe(true)
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
