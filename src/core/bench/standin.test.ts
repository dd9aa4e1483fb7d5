import { build, truth as reallyThere } from '../../../test/builtBench'
import { document, networkOf, worked } from '../../../test/documents'
import { marked } from '../../../test/floatNodes'
import { randomNetwork } from '../../../test/randomNetwork'
import {
  benchOf,
  diagnose,
  freshBench,
  hiddenTruth,
  judgeClaim,
  measurementsAt,
  meters,
  readBench,
  readingsOf,
  readMeter,
  withBroken,
  type Hands,
  type Measurement,
  type Truth,
} from '.'

const meter = (() => {
  const read = readMeter(meters[0])
  if (!read.ok) throw new Error('refused')
  return read.meter
})()
const highest = { resistance: 5, voltage: 3, current: 3 }

function benchFor(of: ReturnType<typeof document>) {
  const bench = benchOf(networkOf(of))
  if (!bench.ok) throw new Error(JSON.stringify(bench.problems))
  return bench
}

const bench = benchFor(document(worked))
const { wiring } = bench.built
const node = (point: string) => ({ node: wiring.nodes.findIndex(({ points }) => points.includes(point)) })
const part = (name: string) => bench.built.network.parts.findIndex((it) => it.name === name)

/** A bench that is just as it is marked, and a meter without error. */
const exact: Truth = {
  seed: 1,
  ohms: new Map(
    bench.built.network.parts.flatMap((it, i) => (it.kind === 'resistor' ? [[i, it.resistance?.value ?? 0]] : [])),
  ),
  bridges: [],
  supply: 1,
  gain: { resistance: 0, voltage: 0, current: 0 },
  faults: [],
}
const fresh = freshBench(bench, meter, 12)
const on = (hands: Hands): Hands => ({ ...hands, supply: { ...hands.supply, isOn: true, isOut: false } })
const out = (hands: Hands): Hands => ({ ...hands, supply: { ...hands.supply, isOn: false, isOut: true } })
const volts = (a: string, b: string, range = 2): Hands => ({
  ...on(fresh),
  function: 'voltage',
  red: node(a),
  black: node(b),
  range: { ...highest, voltage: range },
})
const shown = (hands: Hands, there: Truth = exact) => readBench(bench, there, hands, meter).shown

test('volts between two nodes, with the sign that the leads give, in the digits of the range', () => {
  // V4 = 9.6 V between B and C; three counts of 10 mV are the meter's own.
  expect(shown(volts('B', 'C'))).toBeCloseTo(9.6, 1)
  expect(shown(volts('C', 'B'))).toBeCloseTo(-9.6, 1)
  expect(shown(volts('B', 'C', 1))).toBe('over')
  expect(shown({ ...volts('B', 'C'), red: null })).toBeNull()
  const { fullness, supply } = readBench(bench, exact, volts('B', 'C'), meter)
  expect(fullness.map((it) => it.toFixed(3))).toEqual(['16.000', '1.600', '0.160', '0.016'])
  expect(supply.volts).toBeCloseTo(12, 9)
  expect(supply.amperes).toBeCloseTo(0.96, 5)
})

test('the same reading shows the same, another seed another', () => {
  const there = hiddenTruth(bench, 5, 0)
  expect(shown(volts('B', 'C'), there)).toBe(shown(volts('B', 'C'), hiddenTruth(bench, 5, 0)))
  const all = new Set([5, 6, 7, 8].map((seed) => shown(volts('B', 'C'), hiddenTruth(bench, seed, 0))))
  expect(all.size).toBeGreaterThan(1)
})

test('ohms with the supply out: the whole, a part in place, and a part alone', () => {
  const ohms = (a: Hands['red'], b: Hands['red'], hands: Hands = out(fresh)): Hands => ({
    ...hands,
    function: 'resistance',
    red: a,
    black: b,
    range: { ...highest, resistance: 0 },
  })
  expect(shown(ohms(node('A'), node('D')))).toBeCloseTo(12.5, 0)
  // R4 in place: 15 ‖ 30 = 10 Ω. With a lead up: 15 Ω.
  expect(shown(ohms(node('B'), node('C')))).toBeCloseTo(10, 0)
  const lifted = withBroken(out(fresh), part('R4'), 'to')
  expect(shown(ohms(node('B'), { part: part('R4'), end: 'to' }, lifted))).toBeCloseTo(15, 0)
  expect(measurementsAt(bench, ohms(node('B'), { part: part('R4'), end: 'to' }, lifted))).toEqual([
    { quantity: 'resistance', of: 'R4', lifted: true },
  ])
  expect(measurementsAt(bench, ohms(node('D'), node('A')))).toEqual([
    { quantity: 'resistance', of: 'E1', lifted: false },
    { quantity: 'resistance', between: ['D', 'A'] },
  ])
  // The rest is open where nothing leads from one lead to the other.
  const alone = withBroken(withBroken(out(fresh), part('R4'), 'to'), part('R4'), 'from')
  expect(shown(ohms({ part: part('R4'), end: 'from' }, node('B'), alone))).toBe('over')
})

test('ohms on a live circuit read nonsense, and a supply that is off lies beside the network', () => {
  const live: Hands = {
    ...on(fresh),
    function: 'resistance',
    red: node('B'),
    black: node('C'),
    range: { ...highest, resistance: 1 },
  }
  const { warnings } = readBench(bench, exact, live, meter)
  expect(warnings).toContain('ohms-live')
  // 9.6 V where the meter expects 0.3 V at the end of 6 kΩ.
  expect(shown(live)).toBe('over')
  const off: Hands = { ...live, supply: { ...live.supply, isOn: false }, red: node('A'), black: node('D') }
  const { shown: value, warnings: said } = readBench(bench, exact, off, meter)
  expect(said).toContain('supply-in')
  expect(Number(value)).toBeCloseTo(1 / (1 / 12.5 + 1 / 100), -1)
})

test('amperes in the path, the shunt in series; across a part what the range lets through, and the fuse', () => {
  const broken = withBroken(on(fresh), part('R1'), 'from')
  const inPath: Hands = {
    ...broken,
    function: 'current',
    red: node('A'),
    black: { part: part('R1'), end: 'from' },
    range: { ...highest, current: 3 },
  }
  // 12 V over 12.5 Ω and 20 mΩ.
  expect(shown(inPath)).toBeCloseTo(12 / 12.52, 2)
  expect(measurementsAt(bench, inPath)).toEqual([{ quantity: 'current', of: 'R1', end: 'from' }])
  expect(readBench(bench, exact, inPath, meter).warnings).toEqual([])
  // Across the supply: 20 mΩ would let 600 A through; a limit of 20 A is above the fuse of 10 A.
  const across: Hands = {
    ...on(fresh),
    function: 'current',
    red: node('A'),
    black: node('D'),
    supply: { volts: 12, limit: 20, isOn: true, isOut: false },
  }
  const reading = readBench(bench, exact, across, meter)
  expect(reading.warnings).toEqual(expect.arrayContaining(['limited', 'amps-across']))
  expect(reading.blows).toBe(true)
  const blown = readBench(bench, exact, { ...across, isBlown: true }, meter)
  expect(Number(blown.shown)).toBeCloseTo(0, 2)
  expect(blown.warnings).toContain('fuse-blown')
  // A low range survives: 33 Ω across R4 let 0.3 A of its 0.64 through at most.
  const low = readBench(
    bench,
    exact,
    { ...across, red: node('B'), black: node('C'), range: { ...highest, current: 0 } },
    meter,
  )
  expect(low.blows).toBe(false)
  expect(low.shown).toBe('over')
})

test('a short makes the supply limit its current, and a forgotten lead is said', () => {
  const shorted: Hands = { ...volts('A', 'D'), jumpers: [[node('A'), node('D')]] }
  const { supply, warnings } = readBench(bench, exact, shorted, meter)
  expect(supply.amperes).toBeCloseTo(2, 9)
  expect(supply.volts).toBeLessThan(0.01)
  expect(warnings).toContain('limited')
  const up = readBench(bench, exact, withBroken(volts('A', 'D'), part('R3'), 'to'), meter)
  expect(up.warnings).toContain('lead-up')
})

test('what the stand-in shows is what node voltages give, with its meter in the circuit, whatever the network', () => {
  for (let seed = 1; seed <= 25; seed++) {
    const of = randomNetwork(seed, 7, { clutter: seed % 2 === 0 })
    const there = benchFor(of)
    const { nodes } = there.built.wiring
    const { ohms } = marked(of)
    const real: Truth = {
      ...exact,
      ohms: new Map([...ohms].map(([name, R]) => [of.parts.findIndex((it) => it.name === name), R])),
    }
    const built = build(of, { fault: 'none' }, () => 0.5)
    for (let a = 0; a < nodes.length; a++)
      for (let b = 0; b < a; b++) {
        if (nodes[a].tiedTo === null || nodes[b].tiedTo === null) continue
        const hands: Hands = {
          ...freshBench(there, meter, 12),
          red: { node: a },
          black: { node: b },
          function: 'voltage',
          supply: { volts: 12, limit: 1e9, isOn: true, isOut: false },
        }
        const measurement: Measurement = { quantity: 'voltage', between: [nodes[a].points[0], nodes[b].points[0]] }
        const expected = reallyThere(built, measurement, { across: 10e6, shunt: 0 })
        const { fullness } = readBench(there, real, hands, meter)
        expect(Math.abs(fullness[3] * 600 - Math.abs(expected))).toBeLessThan(1e-6 * 12)
      }
  }
})

test('a hidden fault is one that shows, and is judged', () => {
  const kinds = new Set<string>()
  for (let seed = 1; seed <= 60; seed++) {
    const there = hiddenTruth(bench, seed, 1)
    const [hidden] = there.faults
    kinds.add(hidden.fault)
    const claim =
      hidden.fault === 'joint'
        ? ({ fault: 'value', part: hidden.part } as const)
        : hidden.fault === 'value'
          ? ({ fault: 'value', part: hidden.part } as const)
          : hidden
    expect(judgeClaim(bench, there, claim as never)).toBe('right')
    expect(judgeClaim(bench, there, { fault: 'none' })).toBe('wrong')
  }
  expect([...kinds].sort()).toEqual(['bridged', 'joint', 'open', 'shorted', 'swapped', 'value'])
  const two = hiddenTruth(bench, 3, 2)
  expect(two.faults).toHaveLength(2)
  expect(judgeClaim(bench, hiddenTruth(bench, 3, 0), { fault: 'none' })).toBe('right')
})

test('a run on the stand-in with an open resistor is read as that', () => {
  const there: Truth = { ...exact, ohms: new Map(exact.ohms).set(part('R3'), Infinity) }
  const readings = (
    [
      ['E1', 'A', 'D'],
      ['R1', 'A', 'B'],
      ['R2', 'B', 'M'],
      ['R4', 'B', 'C'],
    ] as const
  ).map(([of, a, b]) => ({ quantity: 'voltage', of, value: Number(shown(volts(a, b), there)).toFixed(2), range: '60' }))
  const read = readingsOf({ format: 'nodrel-readings', version: 1, title: '', meter: meters[0], readings })
  if (!read.ok) throw new Error(JSON.stringify(read.problems))
  const found = diagnose(bench, read.readings, read.meter)
  expect(found.ok && found.diagnosis.hypotheses[0].text).toBe('R3 open')
})
