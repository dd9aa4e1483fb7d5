import fc from 'fast-check'
import { networkOf } from '../../../test/documents'
import { floatNodes, marked } from '../../../test/floatNodes'
import { ladder, randomNetwork } from '../../../test/randomNetwork'
import { wire } from '../structure'
import { compile, expandLanes, expandValues, lanesOf, reduceLanes, reduceValues, tapeOf } from '.'

function compiled(seed: number, resistors: number) {
  const of = seed % 2 ? randomNetwork(seed, resistors, { clutter: true }) : ladder(resistors, seed)
  const network = networkOf(of)
  const wiring = wire(network)
  const program = compile(wiring)
  if (!program) throw new Error('a series-parallel network')
  const { ohms, volts } = marked(of)
  const names = program.leaves.map((part) => network.parts[part].name)
  const run = (values: ReadonlyMap<string, number>) => {
    const tape = tapeOf(program)
    names.forEach((name, leaf) => (tape.resistance[leaf] = values.get(name) as number))
    expandValues(program, tape, volts / reduceValues(program, tape))
    return tape
  }
  return { of, network, program, names, ohms, volts, run }
}

const near = (a: number, b: number, part: number) => Math.abs(a - b) <= part * Math.max(Math.abs(a), Math.abs(b))

test('one structure gives the currents of the node voltages with whatever values', () => {
  fc.assert(
    fc.property(fc.nat(), fc.integer({ min: 1, max: 20 }), (seed, resistors) => {
      const { of, names, ohms, volts, run } = compiled(seed, resistors)
      for (const factor of [1, 1.7, 0.3]) {
        const values = new Map([...ohms].map(([name, R], i): [string, number] => [name, R * factor ** (i % 3)]))
        const { potential, current } = floatNodes(of, { ohms: values, volts })
        const tape = run(values)
        expect(near(tape.current[tape.current.length - 1], current, 1e-9)).toBe(true)
        names.forEach((name, leaf) => {
          const part = of.parts.find((it) => it.name === name) as (typeof of.parts)[number]
          const V = (potential.get(part.from) as number) - (potential.get(part.to) as number)
          expect(near(tape.current[leaf], Math.abs(V) / (values.get(name) as number), 1e-6)).toBe(true)
        })
      }
    }),
    { numRuns: 60 },
  )
})

test('many runs at once are the same as one after another', () => {
  const { program, names, ohms, volts, run } = compiled(5, 14)
  const lanes = lanesOf(program, 3)
  const factors = [1, 2, 0.5]
  names.forEach((name, leaf) =>
    factors.forEach((factor, l) => {
      lanes.resistance[leaf * 3 + l] = (ohms.get(name) as number) * (leaf % 2 ? factor : 1)
    }),
  )
  reduceLanes(program, lanes)
  const whole = lanes.current.length - 3
  factors.forEach((_, l) => (lanes.current[whole + l] = volts / lanes.resistance[whole + l]))
  expandLanes(program, lanes)
  factors.forEach((factor, l) => {
    const tape = run(
      new Map(
        names.map((name, leaf): [string, number] => [name, (ohms.get(name) as number) * (leaf % 2 ? factor : 1)]),
      ),
    )
    expect(names.map((_, leaf) => lanes.current[leaf * 3 + l])).toEqual(names.map((_, leaf) => tape.current[leaf]))
  })
})

test('zero ohms beside a resistor take all the current; beside zero ohms the split is undefined', () => {
  const text = (R2: string, R3: string) => ({
    format: 'nodrel-network' as const,
    version: 1 as const,
    parts: [
      { name: 'E1', kind: 'source' as const, from: 'A', to: 'C', voltage: '10 V' },
      { name: 'R1', kind: 'resistor' as const, from: 'A', to: 'B', resistance: '5' },
      { name: 'R2', kind: 'resistor' as const, from: 'B', to: 'C', resistance: R2 },
      { name: 'R3', kind: 'resistor' as const, from: 'B', to: 'C', resistance: R3 },
    ],
  })
  const currents = (R2: number, R3: number) => {
    const program = compile(wire(networkOf(text(String(R2), String(R3)))))
    if (!program) throw new Error('series-parallel')
    const tape = tapeOf(program)
    tape.resistance.set([5, R2, R3])
    expect(reduceValues(program, tape)).toBe(5)
    expandValues(program, tape, 2)
    return [...tape.current.subarray(0, 3)]
  }
  expect(currents(0, 10)).toEqual([2, 2, 0])
  expect(currents(0, 0)).toEqual([2, NaN, NaN])
})

test('a bridge has no program, nor has a network in which nothing flows', () => {
  const network = (parts: readonly (readonly [string, string, string, string])[]) =>
    networkOf({
      format: 'nodrel-network',
      version: 1,
      parts: [
        { name: 'E1', kind: 'source', from: 'A', to: 'Z', voltage: '1 V' },
        ...parts.map(([name, from, to, resistance]) => ({ name, kind: 'resistor' as const, from, to, resistance })),
      ],
    })
  expect(compile(wire(network([['R1', 'A', 'B', '1']])))).toBeNull()
  const bridge = network([
    ['R1', 'A', 'B', '1'],
    ['R2', 'A', 'C', '2'],
    ['R3', 'B', 'C', '3'],
    ['R4', 'B', 'Z', '4'],
    ['R5', 'C', 'Z', '5'],
  ])
  expect(compile(wire(bridge))).toBeNull()
})
