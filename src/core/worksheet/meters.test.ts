import fc from 'fast-check'
import Fraction from 'fraction.js'
import { document, network, networkOf } from '../../../test/documents'
import { nodeVoltages } from '../../../test/nodeVoltage'
import { randomNetwork } from '../../../test/randomNetwork'
import { textOf } from '../../../test/schools'
import { worksheetOf as sheet } from '../../../test/worked'
import { analyse, explainLine, formulaText } from '.'

/** 12 V; 1.5 kΩ, then 10 kΩ + 20 kΩ beside 15 kΩ, then 1 kΩ: in all 12.5 kΩ and 0.96 mA, of which a third flows through A1. */
const metered = [
  'E1 A D 12 V',
  'R1 A B 1.5k',
  'A1 B b',
  'R2 b M 10k',
  'R3 M C 20k',
  'R4 B C 15k',
  'A2 C c',
  'R5 c D 1k',
  'V1 M D',
  'V2 C M',
]

const readings = (texts: readonly string[], choices = {}) => {
  const worksheet = sheet(network(texts), choices)
  return worksheet.derivation.readings.map(({ line }) =>
    explainLine(worksheet, line)
      .formulas.map((formula) => formulaText(formula))
      .join('; '),
  )
}

test('meters show the current through them and the voltage across them, each with its line', () => {
  expect(readings(metered)).toEqual([
    'I[A1] = I[R2] = 320 µA',
    'I[A2] = I[R5] = 960 µA',
    'V[V1] = 6.4 V + 960 mV = 7.36 V',
    'V[V2] = − 6.4 V = −6.4 V',
  ])
  expect(sheet(network(metered)).outcome.meters.map(({ name, value }) => [name, textOf(value)])).toEqual([
    ['A1', '1/3125'],
    ['A2', '3/3125'],
    ['V1', '184/25'],
    ['V2', '-32/5'],
  ])
})

test('what they show is asked, until the person asks something else', () => {
  const asked = (choices = {}) => sheet(network(metered), choices).asked?.answers.map(({ asked: { of } }) => of)
  expect(asked()).toEqual(['A1', 'A2', 'V1', 'V2'])
  expect(asked({ asked: [] })).toBeUndefined()
  expect(asked({ asked: [{ quantity: 'current', of: 'R4' }] })).toEqual(['R4'])
  // No supply feeds terminals: everything that there is is shown.
  expect(sheet(network(metered.map((text) => text.replace('E1 A D 12 V', 'T1 A D')))).asked).toBeNull()
})

test('the current of a wire can be asked; in a loop of ideal wire it is undefined', () => {
  const wired = ['E1 A D 6', 'R1 A B 1', 'R2 A B 2', 'W1 B C', 'R3 C D 1', 'R4 C D 1']
  const worksheet = sheet(network(wired), { asked: [{ quantity: 'current', of: 'W1' }] })
  // 2/3 Ω and 1/2 Ω: 6 V over 7/6 Ω.
  expect(textOf(worksheet.derivation.lines[worksheet.asked?.answers[0].line ?? -1].amount)).toBe('36/7')
  const looped = sheet(network([...wired, 'W2 B C']), { asked: [{ quantity: 'current', of: 'W1' }] })
  expect(looped.asked).toMatchObject({ answers: [], missing: [{ of: 'W1' }] })
  expect(sheet(network([...wired, 'A1 B C'])).outcome.meters).toEqual([
    { name: 'A1', quantity: 'current', value: null },
  ])
})

test('random networks with meters: voltages by node voltages, currents by the law at every point', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 1e6 }), fc.integer({ min: 1, max: 12 }), (seed, size) => {
      const of = networkOf(randomNetwork(seed, size, { meters: true, clutter: seed % 2 === 0, zeros: seed % 3 === 0 }))
      const { outcome } = sheet(of, { asked: [] })
      if (outcome.supply.current === null) return
      const { potential } = nodeVoltages(of)
      of.parts.forEach(({ kind, name, from, to }, i) => {
        const shown = textOf(outcome.meters.find((it) => it.name === name)?.value)
        const [a, b] = [potential.get(from), potential.get(to)]
        if (kind === 'voltmeter') expect([seed, name, shown]).toEqual([seed, name, a && b && a.sub(b).toFraction()])
        if (kind === 'ammeter') expect([seed, name, shown]).toEqual([seed, name, textOf(outcome.parts[i].current)])
      })
      // What flows into a point flows out of it, meters and wires included.
      const into = new Map<string, Fraction | null>()
      of.parts.forEach(({ from, to }, i) => {
        const { current } = outcome.parts[i]
        const I = current && new Fraction(textOf(current) as string)
        const put = (point: string, value: Fraction | null) => {
          const before = into.get(point) ?? new Fraction(0)
          into.set(point, value === null || into.get(point) === null ? null : before.add(value))
        }
        put(from, I && I.neg())
        put(to, I)
      })
      for (const [point, sum] of into) if (sum) expect([seed, point, sum.toFraction()]).toEqual([seed, point, '0'])
    }),
    { numRuns: 150 },
  )
})

describe('an ammeter in the wrong place', () => {
  const codes = (texts: readonly string[]) =>
    sheet(network(texts)).outcome.findings.map(({ code, parts }) => `${code} ${parts.join()}`)
  const two = ['E1 A C 12', 'R1 A B 1', 'R2 B C 2']
  test('in series it shorts nothing, wherever it stands', () => {
    expect(codes(metered)).toEqual([])
    expect(codes(['E1 A D 6', 'R1 A B 1', 'R2 A B 2', 'A1 B C', 'R3 C D 1', 'R4 C D 1'])).toEqual([])
    expect(codes(['E1 a C 12', 'A1 a A', ...two.slice(1)])).toEqual([])
  })
  test('across a resistor, the source, or a bridge’s middle it says what it shorts', () => {
    expect(codes([...two, 'A1 B C'])).toEqual(['shorted R2', 'meter-shorts A1'])
    expect(codes([...two, 'A1 A C'])).toEqual(['shorted-supply E1', 'meter-shorts A1'])
    expect(codes(['E1 A Z 12', 'R1 A B 1', 'R2 B Z 2', 'R3 A C 3', 'R4 C Z 4', 'A1 B C'])).toEqual(['meter-shorts A1'])
  })
  test('a voltmeter with a free end is cut off, an ammeter a dead end', () => {
    expect(codes([...two, 'V1 B X', 'A1 B Y'])).toEqual(['dead-end A1', 'cut-off V1'])
    // The leads of a voltmeter carry nothing, as they should.
    expect(codes([...two, 'W1 B X', 'V1 X Y', 'W2 Y C'])).toEqual([])
  })
})

test('the open format has what meters show', () => {
  const analysis = analyse(document(metered))
  if (analysis.status === 'refused') throw new Error('refused')
  expect(analysis.meters?.[0]).toEqual({
    name: 'A1',
    quantity: 'current',
    value: { value: 0.00032, exact: '1/3125', text: '320 µA' },
  })
  expect(analysis.parts.find(({ name }) => name === 'A1')).toMatchObject({
    kind: 'ammeter',
    resistance: { value: 0 },
    voltage: { value: 0 },
    current: { value: 0.00032 },
  })
  expect(analysis.parts.find(({ name }) => name === 'V1')).toMatchObject({
    resistance: null,
    voltage: { exact: '184/25' },
    current: { value: 0 },
  })
  expect(analyse(document(['E1 A B 1', 'R1 A B 1']))).not.toHaveProperty('meters')
})
