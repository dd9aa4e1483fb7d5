import fc from 'fast-check'
import { document, network, networkOf, worked } from '../../../test/documents'
import { floatNodes, marked } from '../../../test/floatNodes'
import { randomBridges, randomNetwork, randomNumbers } from '../../../test/randomNetwork'
import { runs } from '../../../test/runs'
import type { NetworkDocument } from '../network'
import {
  benchOf,
  betweenNodes,
  gradientOf,
  loosestClasses,
  ofPart,
  quantitiesOf,
  ratingsOf,
  sharesOf,
  spreadOf,
  worstCase,
  worstCases,
  type NamedQuantity,
  type NetworkQuantity,
} from '.'

function benchFor(of: NetworkDocument) {
  const bench = benchOf(networkOf(of))
  if (!bench.ok) throw new Error(JSON.stringify(bench.problems))
  return bench
}

/** The tolerances that random parts are given: some have none noted, which counts as 5 %. */
const tolerances = [undefined, '1 %', '2 %', '10 %', '20 %', '0.5%']

function withTolerances(of: NetworkDocument, seed: number): NetworkDocument {
  const random = randomNumbers(seed)
  return {
    ...of,
    parts: of.parts.map((part) => {
      const tolerance = tolerances[Math.floor(random() * tolerances.length)]
      return part.kind === 'resistor' && tolerance ? { ...part, tolerance } : part
    }),
  }
}

const toleranceOf = (part: NetworkDocument['parts'][number]) =>
  part.kind === 'resistor' ? parseFloat(String(part.tolerance ?? '5 %')) / 100 : 0

/** What an observer of the node voltages finds of each quantity. */
function observe(
  of: NetworkDocument,
  all: readonly NamedQuantity[],
  ohms: ReadonlyMap<string, number>,
  volts: number,
): number[] {
  const { potential, current } = floatNodes(of, { ohms, volts })
  const at = (point: string) => potential.get(point) as number
  return all.map(({ quantity, of: name }) => {
    if (quantity === 'equivalent') return volts / current
    if (quantity === 'potential') return at(name as string) - at(of.parts[0].to)
    const part = of.parts.find((it) => it.name === name)
    if (!part) throw new Error(`no part ${name}`)
    const V = part.kind === 'source' ? volts : at(part.from) - at(part.to)
    const I = part.kind === 'source' ? current : V / (ohms.get(part.name) as number)
    return quantity === 'voltage' ? V : quantity === 'current' ? I : V * I
  })
}

const observed = (
  of: NetworkDocument,
  named: NamedQuantity,
  ohms: ReadonlyMap<string, number>,
  volts: number,
): number => observe(of, [named], ohms, volts)[0]

/** The extremes over all corners; of powers on a grid along the part's own tolerance too. */
function extremes(of: NetworkDocument, all: readonly NamedQuantity[]): { min: number; max: number }[] {
  const { ohms, volts } = marked(of)
  const resistors = of.parts.filter(({ kind }) => kind === 'resistor')
  const limits = all.map(() => ({ min: Infinity, max: -Infinity }))
  const look = (values: ReadonlyMap<string, number>, which: readonly number[]) => {
    const asked = which.map((i) => all[i])
    for (const E of [0.99 * volts, 1.01 * volts])
      observe(of, asked, values, E).forEach((value, k) => {
        const { min, max } = limits[which[k]]
        limits[which[k]] = { min: Math.min(min, value), max: Math.max(max, value) }
      })
  }
  const powers = all.flatMap(({ quantity }, i) => (quantity === 'power' ? [i] : []))
  for (let corner = 0; corner < 2 ** resistors.length; corner++) {
    const values = new Map(
      resistors.map((part, bit): [string, number] => [
        part.name,
        (ohms.get(part.name) as number) * (1 + (corner & (1 << bit) ? 1 : -1) * toleranceOf(part)),
      ]),
    )
    look(
      values,
      all.map((_, i) => i),
    )
    for (const i of powers) {
      const own = resistors.findIndex(({ name }) => name === all[i].of)
      if (own < 0 || corner & (1 << own)) continue
      const R = ohms.get(resistors[own].name) as number
      const t = toleranceOf(resistors[own])
      for (let step = -12; step <= 12; step++)
        look(new Map(values).set(resistors[own].name, R * (1 + (step / 12) * t)), [i])
    }
  }
  return limits
}

const close = (a: number, b: number, part: number) =>
  Math.abs(a - b) <= part * Math.max(Math.abs(a), Math.abs(b)) + 1e-10

test('the worst case is that of all corners, whatever the quantity', () => {
  fc.assert(
    fc.property(fc.nat(), fc.integer({ min: 1, max: 6 }), (seed, resistors) => {
      const of = withTolerances(randomNetwork(seed, resistors, { clutter: seed % 3 === 0 }), seed)
      fc.pre(of.parts.filter(({ kind }) => kind === 'resistor').length <= 8)
      const { built, model } = benchFor(of)
      const all = quantitiesOf(built, model)
      const limits = extremes(of, all)
      all.forEach((named, i) => {
        const found = named.is ? worstCase(built, model, named.is) : { min: 0, max: 0, atLeast: false }
        expect(found.atLeast).toBe(false)
        const { min, max } = limits[i]
        // A grid only comes near the peak of a power, from below.
        const peak = named.quantity === 'power' ? 2e-3 : 1e-9
        const isRight =
          close(found.min, min, 1e-9) && found.max >= max - 1e-9 * Math.abs(max) - 1e-10 && close(found.max, max, peak)
        if (!isRight)
          throw new Error(`${named.quantity} of ${named.of}: ${JSON.stringify(found)}, corners ${min} ${max}`)
      })
    }),
    { numRuns: runs(12) },
  )
})

test('between any two nodes, at a bridge too, the limits are those of all corners', () => {
  fc.assert(
    fc.property(fc.nat(), fc.boolean(), (seed, isBridge) => {
      const of = withTolerances(isBridge ? randomBridges(seed, 3) : randomNetwork(seed, 7), seed)
      fc.pre(of.parts.length <= 9)
      const { built, model } = benchFor(of)
      const { nodes } = built.wiring
      const pairs = nodes.flatMap((_, a) => nodes.map((__, b) => [a, b] as const)).filter(([a, b]) => a < b)
      const quantities = pairs.map(([a, b]) => betweenNodes(built, model, a, b) as NetworkQuantity)
      const limits = worstCases(built, model, quantities)
      const { ohms, volts } = marked(of)
      const resistors = of.parts.filter(({ kind }) => kind === 'resistor')
      const reached = pairs.map(() => ({ min: Infinity, max: -Infinity }))
      for (let corner = 0; corner < 2 ** resistors.length; corner++) {
        const values = new Map(
          resistors.map((part, bit): [string, number] => [
            part.name,
            (ohms.get(part.name) as number) * (1 + (corner & (1 << bit) ? 1 : -1) * toleranceOf(part)),
          ]),
        )
        for (const E of [0.99 * volts, 1.01 * volts]) {
          const { potential } = floatNodes(of, { ohms: values, volts: E })
          pairs.forEach(([a, b], i) => {
            const V = (potential.get(nodes[a].points[0]) as number) - (potential.get(nodes[b].points[0]) as number)
            reached[i] = { min: Math.min(reached[i].min, V), max: Math.max(reached[i].max, V) }
          })
        }
      }
      reached.forEach(({ min, max }, i) => {
        if (!close(limits[i].min, min, 1e-9) || !close(limits[i].max, max, 1e-9))
          throw new Error(`${pairs[i]}: ${JSON.stringify(limits[i])}, corners ${min} ${max}`)
      })
    }),
    { numRuns: runs(10) },
  )
})

test('at a bridge too large for all corners a search says that it reaches at least so far', () => {
  const of = withTolerances(randomBridges(5, 9), 5)
  const { built, model } = benchFor(of)
  const all = quantitiesOf(built, model).filter(({ is }) => is !== null)
  const { ohms, volts } = marked(of)
  const random = randomNumbers(3)
  const limits = worstCases(
    built,
    model,
    all.map(({ is }) => is as NetworkQuantity),
  )
  for (let k = 0; k < runs(30); k++) {
    const values = new Map(
      of.parts.slice(1).map((part): [string, number] => {
        const R = ohms.get(part.name) as number
        return [part.name, R * (1 + toleranceOf(part) * (k % 2 ? Math.sign(random() - 0.5) : 2 * random() - 1))]
      }),
    )
    observe(of, all, values, volts).forEach((value, i) => {
      expect(limits[i].atLeast).toBe(true)
      expect(value).toBeLessThanOrEqual(limits[i].max + 1e-9 * Math.abs(limits[i].max))
      expect(value).toBeGreaterThanOrEqual(limits[i].min - 1e-9 * Math.abs(limits[i].min))
    })
  }
})

test('derivatives agree with differences of the node voltages, whatever is known', () => {
  const knowns = [
    undefined,
    { part: 'R2', quantity: 'current', value: '20 mA' },
    { part: 'R1', quantity: 'voltage', value: '5 V' },
    { part: 'R3', quantity: 'power', value: '2 W' },
    { part: 'E1', quantity: 'power', value: '9 W' },
    { part: 'E1', quantity: 'current', value: '1 A' },
  ] as const
  for (const [seed, known] of knowns.entries()) {
    const of = randomNetwork(seed + 40, 7)
    const [source, ...rest] = of.parts
    const asKnown = known
      ? { ...of, known, parts: [{ name: 'E1', kind: 'source', from: source.from, to: source.to } as const, ...rest] }
      : of
    const { built, model } = benchFor(asKnown as NetworkDocument)
    const { ohms } = marked(of)
    const value = (named: NamedQuantity, values: ReadonlyMap<string, number>): number => {
      const unit = (quantity: 'voltage' | 'current' | 'power', name: string) =>
        Math.abs(observed(of, { quantity, of: name, is: null }, values, 1))
      const volts = !known
        ? 12
        : known.quantity === 'power'
          ? Math.sqrt(parseFloat(known.value) / unit('power', known.part))
          : (parseFloat(known.value) * (known.value.includes('mA') ? 1e-3 : 1)) / unit(known.quantity, known.part)
      return observed(of, named, values, volts)
    }
    for (const named of quantitiesOf(built, model)) {
      if (!named.is) continue
      const gradient = gradientOf(built, model, named.is, built.resistance)
      built.wiring.live.forEach((part, leaf) => {
        const { name } = asKnown.parts[part]
        const R = ohms.get(name) as number
        const h = 1e-5 * R
        const slope =
          (value(named, new Map(ohms).set(name, R + h)) - value(named, new Map(ohms).set(name, R - h))) / (2 * h)
        const scale = Math.abs(value(named, ohms)) / R
        if (Math.abs(gradient[leaf] - slope) > 1e-6 * scale)
          throw new Error(`${named.quantity} of ${named.of} by ${name}: ${gradient[leaf]}, difference ${slope}`)
      })
    }
  }
})

test('sampled means, deviations and percentiles are those of a plain sampling of the node voltages', () => {
  for (const distribution of ['uniform', 'normal'] as const)
    for (const it of [withTolerances(randomNetwork(7, 8), 3), withTolerances(randomBridges(2, 3), 4)]) {
      const { built, model } = benchFor(it)
      const all = quantitiesOf(built, model)
      const spreads = spreadOf(built, model, all, { samples: 40_000, seed: 11, distribution })
      const random = randomNumbers(99)
      const draw = () => {
        if (distribution === 'uniform') return 2 * random() - 1
        for (;;) {
          const z = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
          if (Math.abs(z) <= 3) return z / 3
        }
      }
      const { ohms, volts } = marked(it)
      const plain = all.map((): number[] => [])
      const samples = runs(500)
      for (let k = 0; k < samples; k++) {
        const values = new Map(
          [...ohms].map(([name, R]): [string, number] => {
            const part = it.parts.find((part) => part.name === name) as NetworkDocument['parts'][number]
            return [name, R * (1 + toleranceOf(part) * draw())]
          }),
        )
        const E = volts * (1 + 0.01 * draw())
        observe(it, all, values, E).forEach((value, i) => plain[i].push(value))
      }
      all.forEach((named, i) => {
        const sorted = plain[i].sort((a, b) => a - b)
        const mean = sorted.reduce((sum, value) => sum + value, 0) / samples
        const deviation = Math.sqrt(sorted.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (samples - 1))
        const error = deviation / Math.sqrt(samples)
        const { sampled } = spreads[i]
        const slack = 1e-9 * Math.abs(mean) + 1e-15
        expect(Math.abs(sampled.mean - mean)).toBeLessThanOrEqual(5 * error * 1.1 + slack)
        expect(Math.abs(sampled.deviation - deviation)).toBeLessThanOrEqual(5 * error + slack)
        // The error of a percentile, from how close the samples lie there.
        for (const [part, value] of [
          [0.01, sampled.p1],
          [0.5, sampled.p50],
          [0.99, sampled.p99],
        ]) {
          const rank = part * samples
          const off = 5 * Math.sqrt(samples * part * (1 - part)) * 1.1
          expect(value).toBeGreaterThanOrEqual(sorted[Math.max(0, Math.floor(rank - off))] - slack)
          expect(value).toBeLessThanOrEqual(sorted[Math.min(samples - 1, Math.ceil(rank + off))] + slack)
        }
      })
    }
}, 60_000)

test('the same seed gives the same numbers, another gives others', () => {
  const { built, model } = benchFor(document(worked))
  const all = quantitiesOf(built, model)
  const options = { samples: 20_000, seed: 5, distribution: 'uniform' } as const
  const once = spreadOf(built, model, all, options)
  expect(spreadOf(built, model, all, options)).toEqual(once)
  expect(spreadOf(built, model, all, { ...options, seed: 6 })[0].sampled.mean).not.toBe(once[0].sampled.mean)
})

test('two resistors alike in series share the spread of their sum alike', () => {
  const { built, model } = benchFor(document(['E1 A C 10 V', 'R1 A B 100', 'R2 B C 100']))
  expect(sharesOf(built, model, { kind: 'equivalent' })).toEqual([
    { part: 'R1', share: expect.closeTo(0.5, 12) },
    { part: 'R2', share: expect.closeTo(0.5, 12) },
  ])
  // The divider's middle: ∂V/∂R1·R1 = −V/2, so 5 % of each moves it by 2.5 %, the source's 1 % by 1 %.
  const V = ofPart(built, model, 2, 'voltage') as NetworkQuantity
  const parts = sharesOf(built, model, V)
  expect(parts.map(({ part }) => part).sort()).toEqual(['E1', 'R1', 'R2'])
  expect(parts.find(({ part }) => part === 'E1')?.share).toBeCloseTo(1 / (1 + 2 * 2.5 ** 2), 10)
})

test('a wish is kept by the fewest resistors tightened, and these as loosely as may be', () => {
  // 1 kΩ + 10 Ω at 5 %: within 2 % only the large one matters, and 1 % of it is not needed.
  const { built, model } = benchFor(document(['E1 A C 10 V', 'R1 A B 1k', 'R2 B C 10']))
  const classes = loosestClasses(built, model, { kind: 'equivalent' }, 0.025)
  expect(classes?.tightened).toEqual([0])
  expect(classes?.tolerance).toEqual([0.02, 0.05])
  expect(classes?.worst.max).toBeCloseTo(1020 + 10.5, 9)
  expect(loosestClasses(built, model, { kind: 'equivalent' }, 0.06)?.tightened).toEqual([])
  expect(loosestClasses(built, model, { kind: 'equivalent' }, 0.005)).toBeNull()
})

test('a part over half its rating is hot, over all of it is a finding, and the next size is named', () => {
  // 10 V on 100 Ω: 1 W, at worst 10.1² / 95 = 1.0738 W.
  const rated = (rating?: string) => {
    const of = document(['E1 A B 10 V', 'R1 A B 100'])
    const [source, R1] = of.parts
    const { built, model } = benchFor({ ...of, parts: [source, { ...R1, rating } as typeof R1] })
    return ratingsOf(built, model)[0]
  }
  expect(rated('5 W')).toMatchObject({
    nominal: 1,
    verdict: 'cool',
    size: 5,
    worst: expect.closeTo(10.1 ** 2 / 95, 12),
  })
  expect(rated('2 W').verdict).toBe('hot')
  expect(rated('1 W').verdict).toBe('over')
  expect(rated('much').verdict).toBe('unrated')
  expect(rated().verdict).toBe('unrated')
})

test('what stands as a tolerance and is none counts as missing, and is said', () => {
  const of = document(['E1 A B 10 V', 'R1 A B 100'])
  const [source, R1] = of.parts
  const bench = benchFor({ ...of, parts: [source, { ...R1, tolerance: 'gold', rating: '1/4 W' } as typeof R1] })
  expect(bench.findings.map(({ code, parts }) => [code, parts])).toEqual([['unread-tolerance', ['R1']]])
  expect(bench.built.tolerance).toEqual([0.05])
})

test('a network without values to measure is refused in words', () => {
  const refused = (texts: readonly string[]) => {
    const bench = benchOf(network(texts))
    return bench.ok ? [] : bench.problems.map(({ part, field }) => [part, field])
  }
  expect(refused(['E1 A B 10 V', 'R1 A B'])).toEqual([['R1', 'resistance']])
  expect(refused(['E1 A B 10 V', 'R1 A C 5'])).toEqual([['E1', 'parts']])
  expect(refused(['E1 A B 10 V', 'R1 A B 0'])).toEqual([['E1', 'parts']])
})

test('zero ohms at a bridge are exact, and an undefined current is left out', () => {
  // R3 of 0 Ω joins the middles: 100‖200 + 300‖600 = 66.67 + 200 Ω.
  const bridge = [
    'E1 A Z 12 V',
    'R1 A B 100',
    'R2 A C 200',
    'R3 B C 0',
    'R4 B Z 300',
    'R5 C Z 600',
    'R6 A D 50',
    'R7 D Z 50',
    'R8 D B 1k',
  ]
  const { built, model } = benchFor(document(bridge))
  expect(model.compiled).toBeNull()
  const all = quantitiesOf(built, model)
  const V3 = all.find(({ quantity, of }) => quantity === 'voltage' && of === 'R3')
  expect(worstCase(built, model, V3?.is as NetworkQuantity)).toMatchObject({ nominal: 0, min: 0, max: 0 })
  const doubled = benchFor(document([...bridge, 'R9 B C 0']))
  const names = quantitiesOf(doubled.built, doubled.model).map(({ quantity, of }) => `${quantity} ${of}`)
  expect(names).not.toContain('current R3')
  expect(names).toContain('current R4')
})
