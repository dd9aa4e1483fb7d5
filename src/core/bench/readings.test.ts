import { readFileSync } from 'node:fs'
import Ajv from 'ajv/dist/2020'
import { network, worked } from '../../../test/documents'
import {
  benchOf,
  diagnose,
  judgeReadings,
  lawsAmong,
  layReadings,
  meters,
  readingsOf,
  readReadingsText,
  readingOfRow,
  readMeter,
  readValue,
  resolutionOf,
  rowOf,
  readingColumns,
  spreadOf,
  quantitiesOf,
  type ReadingDocument,
} from '.'

const ajv = new Ajv({ allowUnionTypes: true, strictTypes: false })
const validators = new Map(
  ['meter', 'readings', 'spread', 'diagnosis'].map((name) => [
    name,
    ajv.compile(JSON.parse(readFileSync(`public/schema/${name}.schema.json`, 'utf8'))),
  ]),
)

const file = (readings: readonly unknown[], more: object = {}) => ({
  format: 'nodrel-readings',
  version: 1,
  title: 'Tuesday',
  readings,
  ...more,
})

const benchFor = (texts: readonly string[]) => {
  const bench = benchOf(network(texts))
  if (!bench.ok) throw new Error(JSON.stringify(bench.problems))
  return bench
}

/** Verdicts on readings of the worked network, without a meter: ±1 % and half of the last digit. */
function verdicts(readings: readonly ReadingDocument[], texts: readonly string[] = worked) {
  const read = readingsOf(file(readings))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  const laid = layReadings(benchFor(texts), read.readings, read.meter)
  if (!laid.ok) throw new Error(JSON.stringify(laid.problems))
  return judgeReadings(laid.view, laid.laid)
}

const V = (of: string, value: string): ReadingDocument => ({ quantity: 'voltage', of, value })
const I = (of: string, value: string): ReadingDocument => ({ quantity: 'current', of, value })
const alone = (of: string, value: string): ReadingDocument => ({ quantity: 'resistance', of, lifted: true, value })

test('values are read as people write them, signed, with what the last digit stands for', () => {
  const read = (typed: unknown, quantity: 'resistance' | 'voltage' | 'current' = 'voltage') =>
    readValue(typed, quantity)
  expect(read('9.87 V')).toEqual({ isOver: false, value: 9.87, lastDigit: 0.01 })
  expect(read('482 mA', 'current')).toEqual({ isOver: false, value: 0.482, lastDigit: 0.001 })
  expect(read('3.3k', 'resistance')).toEqual({ isOver: false, value: 3300, lastDigit: 100 })
  expect(read('4k70', 'resistance')).toEqual({ isOver: false, value: 4700, lastDigit: 10 })
  expect(read('-8.19')).toEqual({ isOver: false, value: -8.19, lastDigit: 0.01 })
  expect(read('−0,62 V')).toEqual({ isOver: false, value: -0.62, lastDigit: 0.01 })
  expect(read(0.62)).toEqual({ isOver: false, value: 0.62, lastDigit: 0.01 })
  expect(read('0.000 V')).toEqual({ isOver: false, value: 0, lastDigit: 0.001 })
  expect(read(' OVER ')).toEqual({ isOver: true })
  for (const bad of ['', 'V', '1e999 V', '--5', '5 Ω', '12,000', '∞', null, {}, '1 V 2 V', 'NaN'])
    expect(typeof read(bad)).toBe('string')
})

test('what is within its band agrees; what is not is said to be so, or what it looks like', () => {
  // In all 12.5 Ω, 0.96 A; V1 1.44, V2 3.2, V3 6.4, V4 9.6, V5 0.96.
  const codes = (...readings: ReadingDocument[]) => verdicts(readings).map(({ verdict }) => verdict)
  expect(codes(V('E1', '12.0'), V('R4', '9.55'), I('E1', '0.95'), alone('R2', '10.4'))).toEqual(Array(4).fill('agrees'))
  expect(codes(alone('R2', '11.2'))).toEqual(['outside'])
  expect(codes(V('R4', '-9.6'))).toEqual(['reversed'])
  expect(verdicts([I('E1', '960 µA')])[0]).toMatchObject({ verdict: 'scale', power: -3 })
  expect(verdicts([alone('R4', '151')])[0]).toMatchObject({ verdict: 'scale', power: 1 })
  expect(codes(alone('R3', 'over'))).toEqual(['over'])
  expect(codes({ quantity: 'voltage', between: ['B', 'C'], value: '9.6' })).toEqual(['agrees'])
  expect(codes({ quantity: 'resistance', between: ['D', 'A'], value: '12.6' })).toEqual(['agrees'])
  // In place R4 reads with the rest in parallel: 15 ‖ 30 = 10 Ω, the source out.
  expect(codes({ quantity: 'resistance', of: 'R4', value: '10.1' })).toEqual(['agrees'])
})

test('a reading that the current law speaks against is told with its law', () => {
  // 0.96 A in at node 2; 0.64 and 0.32 A leave. Read 0.656: over by 16 mA, which ±1 % of each allows.
  const judged = verdicts([I('E1', '0.9600'), I('R2', '0.3200'), I('R4', '0.6560')])
  expect(judged.map(({ verdict }) => verdict)).toEqual(['agrees', 'agrees', 'agrees'])
  const off = verdicts([I('E1', '0.9600'), I('R2', '0.3040'), I('R4', '0.6100')])
  expect(off[2]).toMatchObject({ verdict: 'against', law: { law: 'current', at: '2' } })
  expect(off[2].law?.part).toBeCloseTo((0.96 - 0.304 - 0.61) / 0.96, 3)
})

test('what the readings beside it confirm is no slip, but a fault of the bench', () => {
  // R1 150 Ω by mistake: 161 Ω, 74.5 mA: the total is less by nearly thirteen, R5 and the source too.
  const judged = verdicts([V('E1', '12.00'), V('R1', '11.180'), V('R4', '0.745'), V('R5', '0.0745')])
  expect(judged.map(({ verdict }) => verdict)).toEqual(['agrees', 'outside', 'outside', 'outside'])
})

test('meters read with their own accuracy, and their resistance is part of the circuit', () => {
  const school = readMeter(meters[1])
  if (!school.ok) throw new Error('refused')
  // 10 V over 1 MΩ + 1 MΩ; the meter of 1 MΩ beside one of them: 1000/1500 of 10 V is 3.333 V.
  const read = readingsOf(file([V('R2', '3.33')], { meter: meters[1] }))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  const laid = layReadings(benchFor(['E1 A C 10 V', 'R1 A B 1M', 'R2 B C 1M']), read.readings, read.meter)
  if (!laid.ok) throw new Error('refused')
  const [judged] = judgeReadings(laid.view, laid.laid)
  expect(judged.verdict).toBe('agrees')
  expect(judged.band?.nominal).toBeCloseTo(10 / 3, 9)
  expect(resolutionOf(school.meter, { to: 20 })).toBeCloseTo(0.01, 12)
  // 1 mA through 1 kΩ, the shunt of the lowest range 100 Ω in series: 1 V / 1100 Ω.
  const current = readingsOf(file([{ ...I('R1', '0.909 mA'), range: '2 mA' }], { meter: meters[1] }))
  if (!current.ok) throw new Error('refused')
  const there = layReadings(benchFor(['E1 A B 1 V', 'R1 A B 1k']), current.readings, current.meter)
  if (!there.ok) throw new Error('refused')
  expect(judgeReadings(there.view, there.laid)[0].band?.nominal).toBeCloseTo(1 / 1100, 12)
})

test('bad rows are refused at their place with their reason, and the others can still be taken', () => {
  const read = readingsOf(
    file([
      V('R1', '1.44'),
      V('R1', '1e999 V'),
      { quantity: 'charge', of: 'R1', value: 1 },
      { quantity: 'voltage', of: 'R1', between: ['A', 'B'], value: 1 },
      { quantity: 'current', between: ['A', 'B'], value: 1 },
      { quantity: 'voltage', of: 'R1', lifted: true, value: 1 },
      { quantity: 'voltage', of: 'R1', value: 1, at: 'yesterday' },
      { quantity: 'voltage', of: 'R1', value: 1, range: '-6' },
      'R1 5 V',
    ]),
  )
  if (read.ok) throw new Error('bad rows are refused')
  expect(read.problems.map(({ part, field }) => [part, field])).toEqual([
    ['readings[1]', 'value'],
    ['readings[2]', 'quantity'],
    ['readings[3]', 'of'],
    ['readings[4]', 'between'],
    ['readings[5]', 'lifted'],
    ['readings[6]', 'at'],
    ['readings[7]', 'range'],
    ['readings[8]', 'readings'],
  ])
  expect(read.rest?.readings).toEqual([V('R1', '1.44')])
})

test('files that are no readings are refused whole', () => {
  const refused = (text: string) => {
    const read = readReadingsText(text)
    return read.ok ? null : [read.problems[0].field, read.rest]
  }
  expect(refused('{')).toEqual(['document', null])
  expect(refused('[]')).toEqual(['document', null])
  expect(refused(JSON.stringify({ format: 'nodrel-network', version: 1, readings: [] }))).toEqual(['format', null])
  expect(refused(JSON.stringify(file([], { version: 2 })))).toEqual(['version', null])
  expect(refused(JSON.stringify(file([], { meter: { counts: -5 } })))).toEqual(['counts', null])
  expect(refused(' '.repeat(1_000_001))).toEqual(['document', null])
})

test('a reading of what is not in the network is refused at its row', () => {
  const read = readingsOf(file([V('R1', '1'), V('R9', '1'), { quantity: 'voltage', between: ['A', 'Q'], value: '1' }]))
  if (!read.ok) throw new Error('refused')
  const found = diagnose(benchFor(worked), read.readings, null)
  if (found.ok) throw new Error('not refused')
  expect(found.problems.map(({ part, message }) => [part, message])).toEqual([
    ['readings[1]', expect.stringContaining('R9')],
    ['readings[2]', expect.stringContaining('Q')],
  ])
})

test('as a table and back nothing is lost', () => {
  const readings: ReadingDocument[] = [
    {
      quantity: 'resistance',
      between: ['A', 'D'],
      value: '16.3',
      range: '60',
      at: '2026-11-25T18:04:00Z',
      note: 'cold, "new"',
    },
    { quantity: 'resistance', of: 'R1', lifted: true, value: '2.74' },
    { quantity: 'current', of: 'R2', end: 'from', value: '482 mA' },
    { quantity: 'resistance', of: 'R3', lifted: true, value: 'over' },
  ]
  const again = readings.map((reading) => {
    const row = rowOf(reading)
    return readingOfRow(Object.fromEntries(readingColumns.map((column, i) => [column, row[i]])))
  })
  expect(again).toEqual(readings)
  expect(readingsOf(file(again)).ok).toBe(true)
})

test('meters that cannot be are refused, each fault at its field', () => {
  const read = readMeter({
    ...meters[0],
    counts: 5,
    voltage: { resistance: '0', ranges: [] },
    current: { ranges: [{ to: '6 V', shunt: '1' }] },
  })
  if (read.ok) throw new Error('refused')
  expect(read.problems.map(({ field }) => field).sort()).toEqual([
    'counts',
    'current.ranges[0].to',
    'voltage',
    'voltage.resistance',
  ])
  for (const meter of meters) expect(readMeter(JSON.parse(JSON.stringify(meter))).ok).toBe(true)
})

test('what is printed fits the schemas', () => {
  const fits = (name: string, value: unknown) => {
    const isValid = validators.get(name)
    expect(isValid?.(JSON.parse(JSON.stringify(value)))).toBe(true)
  }
  for (const meter of meters) fits('meter', meter)
  const readings = file([V('R1', '1.44'), V('R4', '-9.6'), alone('R3', 'over'), I('E1', '960 mA')], {
    meter: meters[0],
  })
  fits('readings', readings)
  const read = readingsOf(readings)
  const bench = benchFor(worked)
  if (!read.ok) throw new Error('refused')
  const found = diagnose(bench, read.readings, read.meter)
  if (!found.ok) throw new Error('refused')
  fits('diagnosis', found.diagnosis)
  const all = quantitiesOf(bench.built, bench.model)
  for (const spread of spreadOf(bench.built, bench.model, all, { samples: 500, seed: 1, distribution: 'uniform' }))
    fits('spread', spread)
  expect(all.map(({ quantity, of }) => `${quantity} ${of}`)).toContain('potential C')
})

test('numbers beyond all sense, and zero ohms beside zero ohms, are judged without an error', () => {
  const zeros = ['E1 A C 10 V', 'R1 A B 5', 'R2 B C 0', 'R3 B C 0']
  const judged = verdicts([I('R2', '1 A'), I('R1', '2 A'), V('R2', '0.00')], zeros)
  expect(judged.map(({ verdict }) => verdict)).toEqual(['unknown', 'agrees', 'agrees'])
  const read = readingsOf(file([alone('R2', '1e100'), V('R4', '9.6'), I('E1', '0')]))
  if (!read.ok) throw new Error('refused')
  const found = diagnose(benchFor(worked), read.readings, null)
  if (!found.ok) throw new Error('refused')
  expect(found.diagnosis.hypotheses.reduce((sum, { probability }) => sum + probability, 0)).toBeCloseTo(1, 9)
  expect(found.diagnosis.fits).toBe(false)
})

test('closing sums go round the shortest loops, and count what the meter explains', () => {
  const read = readingsOf(
    file([V('E1', '12'), V('R1', '1.44'), V('R4', '9.6'), V('R5', '0.96'), V('R2', '3.2'), V('R3', '6.4')]),
  )
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  const laid = layReadings(benchFor(worked), read.readings, null)
  if (!laid.ok) throw new Error(JSON.stringify(laid.problems))
  const laws = lawsAmong(laid.view, laid.laid).filter(({ law }) => law === 'voltage')
  expect(laws.map(({ readings, holds }) => [readings, holds])).toEqual([
    [[0, 1, 2, 3], true],
    // Not over the source: R2 and R3 lie beside R4.
    [[2, 4, 5], true],
  ])
})

test('what the supply shows is its own: other parts have no display, and a meter’s reading stands before it', () => {
  const shown = (of: string, value: string): ReadingDocument => ({ quantity: 'voltage', of, value, display: true })
  expect(readingsOf(file([{ quantity: 'resistance', of: 'E1', value: '12', display: true }])).ok).toBe(false)
  const read = readingsOf(file([shown('R1', '1')]))
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  expect(layReadings(benchFor(worked), read.readings, null)).toMatchObject({
    ok: false,
    problems: [{ part: 'readings[0]', field: 'display' }],
  })
  // 1 % and half a digit: 12.1 is its own, though a meter would not have it.
  expect(verdicts([shown('E1', '12.1'), V('E1', '12.00')]).map(({ verdict }) => verdict)).toEqual(['agrees', 'agrees'])
  const row = rowOf(shown('E1', '12.1'))
  const cells = Object.fromEntries(readingColumns.map((column, i) => [column, row[i]]))
  expect(readingOfRow(cells)).toMatchObject({ display: true })
})

test('a slip of range is not looked for where zero may be read; what cannot be negative has no limit below zero', () => {
  const zero = ['E1 A D 12', 'R1 A B 100', 'R2 B C 0', 'R3 C D 100']
  const [leg, drop] = verdicts([alone('R2', '3'), V('R2', '0.4')], zero)
  expect([leg.verdict, drop.verdict]).not.toContain('scale')
  expect(leg.band?.min).toBe(0)
})

test('a range on which nothing can be told gives nothing to judge by', () => {
  const made = readMeter(meters[0])
  if (!made.ok) throw new Error('a meter that ships')
  const read = readingsOf(
    file([
      { ...alone('R1', '0.00 MΩ'), range: '60M' },
      { ...alone('R4', '15.1'), range: '600' },
    ]),
  )
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  const laid = layReadings(benchFor(worked), read.readings, made.meter)
  if (!laid.ok) throw new Error(JSON.stringify(laid.problems))
  expect(judgeReadings(laid.view, laid.laid).map(({ verdict }) => verdict)).toEqual(['unknown', 'agrees'])
})

test('what was read of the parts speaks against a voltage that marked values would allow', () => {
  // All parts read 4 % high, so the voltages are as marked; R1’s is 6 % off.
  const parts = [
    alone('R1', '1.56'),
    alone('R2', '10.4'),
    alone('R3', '20.8'),
    alone('R4', '15.6'),
    alone('R5', '1.04'),
  ]
  const [against] = verdicts([V('R1', '1.53'), V('E1', '12.00'), ...parts])
  expect(against).toMatchObject({ verdict: 'against', law: { law: 'built' } })
  // Where a part is a suspect itself, nobody knows which of them it is.
  const [agrees] = verdicts([V('R1', '1.53'), V('E1', '12.00'), ...parts.slice(0, 4), alone('R5', '1.3')])
  expect(agrees.law?.law).not.toBe('built')
})
