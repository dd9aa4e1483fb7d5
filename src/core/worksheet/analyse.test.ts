import { analysed, of } from '../../../test/analysed'
import fc from 'fast-check'
import Fraction from 'fraction.js'
import { network, networkOf, worked } from '../../../test/documents'
import { nodeVoltages } from '../../../test/nodeVoltage'
import { ladder, randomNetwork } from '../../../test/randomNetwork'
import { runs } from '../../../test/runs'
import { totalOf } from '../solution'
import { wire } from '../structure'

test('the worked example, to the last digit', () => {
  const analysis = analysed(network(worked))
  expect(analysis).toMatchObject({
    status: 'solved',
    equivalent: { value: 12.5, exact: '25/2', text: '12.5 Ω' },
    supply: {
      voltage: { exact: '12' },
      current: { value: 0.96, exact: '24/25', text: '960 mA' },
      power: { exact: '288/25', text: '11.52 W' },
    },
  })
  expect(of(analysis, 'R1')).toEqual(['36/25', '24/25', '864/625']) // 1.44 V, 0.96 A, 1.3824 W
  expect(of(analysis, 'R2')).toEqual(['16/5', '8/25', '128/125']) // 3.2 V, 0.32 A
  expect(of(analysis, 'R3')).toEqual(['32/5', '8/25', '256/125']) // 6.4 V, 0.32 A
  expect(of(analysis, 'R4')).toEqual(['48/5', '16/25', '768/125']) // 9.6 V, 0.64 A
  expect(of(analysis, 'E1')).toEqual(['12', '-24/25', '-288/25'])
  expect(analysis.nodes.map(({ potential }) => potential?.exact)).toEqual(['12', '264/25', '184/25', '24/25', '0'])
  expect(analysis.checks.every(({ holds, sum, expected }) => holds && sum.exact === expected.exact)).toBe(true)
  expect(analysis.checks.map(({ law, at }) => `${law} ${at}`)).toEqual([
    'current 2',
    'current 4',
    'voltage R2+3',
    'voltage Req',
    'voltage E1',
    'power E1',
  ])
})

test('random networks agree with node-voltage equations to the exact fraction', () => {
  fc.assert(
    fc.property(
      fc.nat(),
      fc.integer({ min: 1, max: 14 }),
      fc.boolean(),
      fc.constantFrom('single', 'rounds', 'pairs'),
      (seed, resistors, zeros, order) => {
        const random = networkOf(randomNetwork(seed, resistors, { clutter: true, zeros }))
        const analysis = analysed(random, { order: order as 'single' })
        const shorted = analysis.findings.some(({ code }) => code === 'shorted-supply')
        if (shorted) {
          expect(analysis.equivalent?.exact).toBe('0')
          expect(analysis.supply.current).toBeNull()
          expect(analysis.parts.every(({ current }) => current === null)).toBe(true)
          return
        }
        const { potential, current } = nodeVoltages(random)
        expect(analysis.supply.current?.exact).toBe(current.toFraction())
        expect(analysis.equivalent?.exact).toBe(new Fraction(12).div(current).toFraction())
        for (const node of analysis.nodes) {
          for (const point of node.points) expect(node.potential?.exact).toBe(potential.get(point)?.toFraction())
        }
        random.parts.forEach((part, i) => {
          const { voltage, current: I, power } = analysis.parts[i]
          const [a, b] = [potential.get(part.from), potential.get(part.to)]
          if (!a || !b) return expect([voltage, I?.exact ?? '0']).toEqual([null, '0'])
          const drop = a.sub(b)
          expect(voltage?.exact).toBe(drop.toFraction())
          if (part.kind === 'resistor' && part.resistance && part.resistance.exact !== '0') {
            expect(I?.exact).toBe(drop.div(new Fraction(part.resistance.exact)).toFraction())
            expect(power?.exact).toBe(drop.mul(drop).div(new Fraction(part.resistance.exact)).toFraction())
          }
        })
        expect(analysis.checks.every(({ holds, sum, expected }) => holds && sum.exact === expected.exact)).toBe(true)
      },
    ),
    { numRuns: runs(150) },
  )
})

test('currents through wires and zero ohms obey Kirchhoff’s current law at every point, or are undefined', () => {
  fc.assert(
    fc.property(fc.nat(), fc.integer({ min: 2, max: 12 }), (seed, resistors) => {
      const random = networkOf(randomNetwork(seed, resistors, { clutter: true, zeros: true }))
      const analysis = analysed(random)
      if (!analysis.supply.current) return
      const balance = new Map<string, Fraction | null>()
      random.parts.forEach(({ from, to }, i) => {
        const I = analysis.parts[i].current
        for (const [point, sign] of [
          [from, -1],
          [to, 1],
        ] as const) {
          const sofar = balance.get(point)
          balance.set(
            point,
            sofar === null || I === null
              ? null
              : (sofar ?? new Fraction(0)).add(new Fraction(I.exact ?? NaN).mul(sign)),
          )
        }
      })
      for (const sum of balance.values()) if (sum !== null) expect(sum.toFraction()).toBe('0')
    }),
    { numRuns: runs(100) },
  )
})

test('floats and paper values lie near the exact ones', () => {
  for (let seed = 0; seed < 60; seed++) {
    const random = networkOf(randomNetwork(seed, 2 + (seed % 12)))
    const sharp = analysed(random)
    for (const [arithmetic, slack] of [
      ['float', 1e-12],
      ['rounded:6', 1e-4],
    ] as const) {
      const near = analysed(random, { arithmetic })
      near.parts.forEach((part, i) => {
        for (const which of ['voltage', 'current', 'power'] as const) {
          const wanted = sharp.parts[i][which]?.value ?? NaN
          expect(Math.abs((part[which]?.value ?? NaN) - wanted)).toBeLessThanOrEqual(slack * Math.abs(wanted))
          expect(part[which]).not.toHaveProperty('exact')
        }
      })
      expect(near.checks.every(({ holds }) => holds)).toBe(true)
    }
  }
})

test('the total of a large network is that of its whole analysis, whatever is known of it', () => {
  for (let seed = 0; seed < 80; seed++) {
    const random = randomNetwork(seed, 1 + (seed % 14), { clutter: true })
    const analysis = analysed(networkOf(random))
    const resistor = analysis.parts.find(({ kind, current }) => kind === 'resistor' && current && current.value !== 0)
    const quantity = (['voltage', 'current', 'power'] as const)[seed % 3]
    const known = { part: resistor?.name ?? '', quantity, value: resistor?.[quantity]?.exact?.replace('-', '') ?? '' }
    const parts = random.parts.map((part) => (part.kind === 'source' ? { ...part, voltage: undefined } : part))
    for (const network of [networkOf(random), ...(resistor ? [networkOf({ ...random, parts, known })] : [])]) {
      const total = totalOf(network, wire(network))
      expect(total.status).toBe(analysis.status)
      expect(total.equivalent).toBeCloseTo(analysis.equivalent?.value ?? NaN, 9)
      expect(total.current).toBeCloseTo(analysis.supply.current?.value ?? NaN, 9)
    }
  }
})

test('parts that carry nothing are listed with zeros, or nulls where the potential is undefined', () => {
  const analysis = analysed(network([...worked, 'R6 M X 1', 'R7 A A 1', 'R8 P Q 1', 'W1 Q S']))
  expect(of(analysis, 'R6')).toEqual(['0', '0', '0'])
  expect(of(analysis, 'R7')).toEqual(['0', '0', '0'])
  expect(of(analysis, 'R8')).toEqual([null, '0', '0'])
  expect(analysis.nodes.find(({ points }) => points.includes('X'))?.potential?.exact).toBe('184/25')
  expect(analysis.nodes.find(({ points }) => points.includes('P'))?.potential).toBeNull()
})

test('an open supply gives no current, but its voltage stands at its ends', () => {
  const analysis = analysed(network(['E1 A D 12', 'R1 A B 1', 'R2 D C 1']))
  expect(analysis).toMatchObject({
    status: 'solved',
    equivalent: null,
    supply: { voltage: { exact: '12' }, current: { exact: '0' } },
  })
  expect(analysis.nodes.map(({ potential }) => potential?.exact)).toEqual(['12', '12', '0', '0'])
})

test('terminals ask for the resistance alone', () => {
  const analysis = analysed(network(worked.map((text) => text.replace('E1 A D 12 V', 'T1 A D'))))
  expect(analysis).toMatchObject({
    status: 'resistance',
    equivalent: { exact: '25/2' },
    supply: { voltage: null },
    checks: [],
  })
  expect(of(analysis, 'R1')).toEqual([null, null, null])
  expect(analysed(network(['T1 A B', 'W1 A B', 'R1 A B 1'])).equivalent?.exact).toBe('0')
  expect(analysed(network(['T1 A B', 'R1 A C 1'])).equivalent).toBeNull()
})

test('the 0 V point can be moved', () => {
  const analysis = analysed(network(worked, { reference: 'B' }))
  expect(analysis.nodes.map(({ points, potential }) => `${points} ${potential?.exact}`)).toEqual([
    'A 36/25',
    'M -16/5',
    'C -48/5',
    'D -264/25',
    'B 0',
  ])
})

test('a bridge is named with what stops the reduction, not with what lies in series or beside it', () => {
  const analysis = analysed(
    network([
      'E1 A Z 12',
      'R1 A B 1',
      'R2 B C 2',
      'R3 B D 3',
      'R4 C D 4',
      'R5 C Y 5',
      'R6 D H 6',
      'R7 H Y 7',
      'R8 Y Z 8',
      'R9 B Y 9',
    ]),
  )
  expect(analysis).toMatchObject({
    status: 'not-series-parallel',
    equivalent: null,
    residue: ['R2', 'R3', 'R4', 'R5', 'R6+7'],
    checks: [],
  })
  expect(analysis.steps.map(({ result }) => result)).toEqual(['R6+7'])
  expect(analysis.findings).toEqual([
    {
      code: 'bridge',
      parts: ['R2', 'R3', 'R4', 'R5', 'R6', 'R7'],
      nodes: ['2', '3', '4', '6'],
      message: expect.stringContaining('stops at R2, R3, R4, R5 and R6+7, between nodes 2, 3, 4 and 6: no two of them'),
    },
  ])
})

test('random bridges: what is not a bridge reduces, what is stops', () => {
  for (let seed = 0; seed < 40; seed++) {
    const random = randomNetwork(seed, 6)
    const bridge = ['B1 p0 x 1', 'B2 p0 y 2', 'B3 x y 3', 'B4 x p1 4', 'B5 y p1 5'].map((text) => {
      const [name, from, to, resistance] = text.split(' ')
      return { name, kind: 'resistor' as const, from, to, resistance }
    })
    const analysis = analysed(networkOf({ ...random, parts: [...random.parts, ...bridge] }))
    expect(analysis.status).toBe('not-series-parallel')
    expect(analysis.residue).toEqual(['B1', 'B2', 'B3', 'B4', 'B5'])
  }
})

test('above 200 parts floats are used unless told otherwise, and agree with exact arithmetic', () => {
  const random = networkOf(randomNetwork(7, 230))
  const near = analysed(random)
  const sharp = analysed(random, { arithmetic: 'exact' })
  expect(near.arithmetic).toBe('float')
  expect(near.equivalent?.value).toBeCloseTo(sharp.equivalent?.value ?? NaN, 9)
  expect(sharp.checks.every(({ holds }) => holds)).toBe(true)
  expect(near.checks.every(({ holds }) => holds)).toBe(true)
})

test('14,999 resistors side by side, or in a row, are one group', () => {
  const parts = Array.from({ length: 14_999 }, (_, i) => ({
    name: `R${i}`,
    kind: 'resistor' as const,
    from: 'A',
    to: 'B',
    resistance: i === 5 ? '0' : '100k',
  }))
  const beside = analysed(
    networkOf({
      format: 'nodrel-network',
      version: 1,
      parts: [{ name: 'T1', kind: 'terminals', from: 'A', to: 'B' }, ...parts],
    }),
  )
  expect(beside).toMatchObject({
    steps: { length: 1 },
    equivalent: { value: 0 },
    findings: [{ code: 'shorted', parts: { length: 14_998 } }],
  })
  const row = parts.map((part, i) => ({ ...part, from: `p${i}`, to: `p${i + 1}` }))
  const inRow = analysed(
    networkOf({
      format: 'nodrel-network',
      version: 1,
      parts: [{ name: 'T1', kind: 'terminals', from: 'p0', to: 'p14999' }, ...row],
    }),
  )
  expect(inRow.equivalent?.value).toBe(1_499_800_000)
})

test('a ladder of 14,998 resistors is analysed whole, without recursion', () => {
  const analysis = analysed(networkOf(ladder(14_998)))
  expect(analysis.status).toBe('solved')
  expect(analysis.parts).toHaveLength(14_999)
  expect(analysis.checks.every(({ holds }) => holds)).toBe(true)
})
