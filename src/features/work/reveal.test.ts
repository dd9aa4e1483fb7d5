import { network, worked } from '../../../test/documents'
import { drawSheet, stopsOf, workOut, type Worksheet } from '@/core'
import type { WorksheetChoices } from '@/core/network'
import { revealed, stopOf } from './reveal'

function sheet(texts: readonly string[], choices: WorksheetChoices = {}, more = {}): Worksheet {
  const result = workOut(network(texts, more), { choices })
  if ('status' in result) throw new Error('refused')
  return result
}

/** What a sheet says of voltages and currents after so many stops, blanks left out. */
function said(worksheet: Worksheet, count: number, steps: number, stage = 0): string[] {
  const { showing } = revealed(worksheet, stopsOf(worksheet), count)
  const of = [worksheet, ...worksheet.beyond.map((next) => next.worksheet)][stage]
  return drawSheet(of, steps, 'expand', 4, 'line', showing(stage))
    .parts.flatMap(({ label }) =>
      label.lines.filter((line) => line.trim() !== '').map((line) => `${label.name} ${line.replace('\u2009', ' ')}`),
    )
    .sort()
}

const worksheet = sheet(worked)
const stops = stopsOf(worksheet)

test('a sheet says no value before it is shown, and keeps its room', () => {
  expect(said(worksheet, 0, 0)).toEqual([])
  const { showing } = revealed(worksheet, stops, 0)
  expect(showing(0)(0, 'voltage', '1.44 V')).toBe('\u2007'.repeat(6))
  expect(showing(0)(0, 'resistance', '1.5 Ω')).toBe('1.5 Ω')
})

test('with the reason of a row its members have what carries over; then one value after the other', () => {
  const at = stopOf(stops, 0, 2, 'expand')
  expect(said(worksheet, at, 2)).toEqual(['(R2+3)‖4 960 mA', 'R1 960 mA', 'R5 960 mA'])
  expect(said(worksheet, at + 1, 2)).toHaveLength(3) // the arithmetic alone
  expect(said(worksheet, at + 2, 2)).toEqual(['(R2+3)‖4 960 mA', 'R1 1.44 V', 'R1 960 mA', 'R5 960 mA'])
})

test('when everything is shown, so are all values', () => {
  expect(said(worksheet, stops.length, 0)).toHaveLength(10)
})

test('on the climb outward values come with the steps', () => {
  const source = worked.map((one) => one.replace(' 12 V', ''))
  const outward = sheet(source, { outward: 'yes' }, { known: { part: 'R3', quantity: 'current', value: '320 mA' } })
  const all = stopsOf(outward)
  expect(said(outward, 0, 0)).toEqual([])
  expect(said(outward, 2, 0)).toEqual(['R3 320 mA', 'R3 6.4 V'])
  expect(said(outward, stopOf(all, 0, 1, 'reduce'), 1)).toEqual(['R2+3 320 mA', 'R2+3 9.6 V'])
})

test('beyond a bridge the parts that two stages share have their values in both', () => {
  const bridge = sheet(['E1 A D 10', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5'], { beyond: 'yes' })
  const all = stopsOf(bridge)
  expect(said(bridge, all.length, 0)).toHaveLength(10)
  const back = stopOf(all, 0, 1, 'expand') - 1 // before the values come back through the exchange
  expect(said(bridge, back, 0).every((value) => /^R[45] /.test(value))).toBe(true)
  expect(said(bridge, back, 0, 1).length).toBeGreaterThan(5)
})
