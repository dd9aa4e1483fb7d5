import { network, worked } from '../../../../test/documents'
import { worksheetOf } from '../../../../test/worked'
import { shownText } from '@/core/number'
import { drawSheet } from '@/core/picture'
import { answerRows, answerText } from './answers'
import { answerCsv } from '@/ui/files/answerCsv'

const worksheet = worksheetOf(network(worked.map((text) => text.replace('R3 M C', 'R3 C M'))))

test('the answer table speaks of drops, whichever way a part was listed', () => {
  expect(answerRows(worksheet)[2]).toMatchObject({
    name: 'R3',
    voltage: { exact: { n: 32n, d: 5n } },
    current: { exact: { n: 8n, d: 25n } },
  })
  expect(answerRows(worksheet).map(({ share }) => share)).toEqual([
    0.12, 0.08888888888888889, 0.17777777777777778, 0.5333333333333333, 0.08,
  ])
})

test('as text, columns stand in line', () => {
  expect(answerText(worksheet, 4)).toBe(
    [
      'part       R       V       I         P  share of P',
      'R1     1.5 Ω  1.44 V  960 mA   1.382 W      12.0 %',
      'R2      10 Ω   3.2 V  320 mA   1.024 W       8.9 %',
      'R3      20 Ω   6.4 V  320 mA   2.048 W      17.8 %',
      'R4      15 Ω   9.6 V  640 mA   6.144 W      53.3 %',
      'R5       1 Ω  960 mV  960 mA  921.6 mW       8.0 %',
      'E1    12.5 Ω    12 V  960 mA   11.52 W           –',
    ].join('\n'),
  )
})

test('as CSV, numbers are in base units beside their fractions', () => {
  const lines = answerCsv(worksheet).split('\n')
  expect(lines[0]).toBe(
    'part,resistance (Ω),resistance exact,voltage (V),voltage exact,current (A),current exact,power (W),power exact,share of power',
  )
  expect(lines[1]).toBe('R1,1.5,3/2,1.44,36/25,0.96,24/25,1.3824,864/625,0.12')
  expect(lines).toHaveLength(7)
  const shorted = worksheetOf(network(['E1 A B 5', 'R1 A B 0']))
  expect(answerCsv(shorted).split('\n')[1]).toBe('R1,0,0,,,,,,,')
})

test('beyond a bridge the table has the values that stand on the sheets, in the direction in which they run', () => {
  const bridge = ['E1 A D 10', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B D 4', 'R5 C D 5']
  const turned = worksheetOf(network(bridge.map((text) => text.replace('R3 B C', 'R3 C B'))), { beyond: 'yes' })
  const sheet = drawSheet(turned, turned.rows[0], 'expand', 4)
  for (const row of answerRows(turned)) {
    const { lines } = sheet.parts.find(({ label }) => label.name === row.name)?.label ?? { lines: [] }
    expect([shownText(row.voltage, 'V', 4), shownText(row.current, 'A', 4)]).toEqual(lines)
    expect(row.voltage?.value).toBeGreaterThan(0)
  }
})
