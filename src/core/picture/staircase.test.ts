import fc from 'fast-check'
import { network, networkOf, worked } from '../../../test/documents'
import { randomBridges, randomNetwork } from '../../../test/randomNetwork'
import { worksheetOf } from '../../../test/worked'
import { runs } from '../../../test/runs'
import { revealed, stopsOf, type Worksheet } from '../worksheet'
import {
  describeStaircase,
  drawStaircase,
  overlap,
  stairMeasures,
  type Box,
  type Staircase,
  type StairText,
} from './index'

const drawn = (worksheet: Worksheet, byCurrent = false): Staircase => {
  const made = drawStaircase(worksheet, { figures: 4, byCurrent })
  if (!made) throw new Error('nothing is drawn')
  return made
}
const five = worksheetOf(network(worked))

/** A random network or bridge of so many resistors at most. */
const anyNetwork = fc.record({
  seed: fc.integer({ min: 0, max: 1e6 }),
  size: fc.integer({ min: 1, max: 14 }),
  bridge: fc.boolean(),
  clutter: fc.boolean(),
  zeros: fc.boolean(),
})
type Recipe = typeof anyNetwork extends fc.Arbitrary<infer T> ? T : never
const workedOf = ({ seed, size, bridge, clutter, zeros }: Recipe) =>
  bridge
    ? worksheetOf(networkOf(randomBridges(seed, 3 + (size % 3))), { beyond: 'yes' })
    : worksheetOf(networkOf(randomNetwork(seed, size, { clutter, zeros })))

/** Potentials of the treads, from the top of the whole down, as parts of it. */
function levelsOf({ treads }: Staircase): Map<number, number> {
  const ys = treads.map(({ y }) => y)
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)]
  return new Map(treads.map(({ node, y }) => [node, (bottom - y) / (bottom - top)]))
}

describe('five resistors', () => {
  test('each step falls by its voltage, from + to 0 V', () => {
    const { stairs, treads } = drawn(five)
    const high = Math.max(...stairs.map(({ y, height }) => y + height)) - Math.min(...stairs.map(({ y }) => y))
    const falls = Object.fromEntries(
      stairs.map(({ name, height }) => [name, Number(((12 * height) / high).toFixed(6))]),
    )
    expect(falls).toEqual({ R1: 1.44, R2: 3.2, R3: 6.4, R4: 9.6, R5: 0.96 })
    expect(treads.map(({ label, potential }) => `${label} ${potential?.text.replace(/\s/g, ' ')}`)).toEqual([
      '1 12 V',
      '2 10.56 V',
      '3 7.36 V',
      '4 960 mV',
      '5 0 V',
    ])
    expect(describeStaircase(drawn(five))).toMatch(/^Staircase of potentials: node 1 at 12.V, .*Steps: R1 1\.44.V/)
  })
  test('as wide as their currents, areas are powers', () => {
    const { stairs } = drawn(five, true)
    const area = stairs.reduce((sum, { width, height }) => sum + width * height, 0)
    const powers = Object.fromEntries(
      stairs.map(({ name, width, height }) => [name, Number(((11.52 * width * height) / area).toFixed(6))]),
    )
    expect(powers).toEqual({ R1: 1.3824, R2: 1.024, R3: 2.048, R4: 6.144, R5: 0.9216 })
  })
  test('it grows with what has been found', () => {
    const stops = stopsOf(five)
    const names = Array.from({ length: stops.length + 1 }, (_, shown) => {
      const made = drawStaircase(five, { figures: 4, isFound: revealed(five, stops, shown).isFound })
      return made?.stairs.map(({ name }) => name).join(' ') ?? 'nothing'
    })
    expect(names.filter((it, i) => it !== names[i - 1])).toEqual([
      'nothing',
      'Req',
      'R1 (R2+3)‖4 R5',
      'R1 R2+3 R4 R5',
      'R1 R2 R3 R4 R5',
    ])
  })
})

test('zero ohms are flat, a dead end is level and open, without a source there is nothing', () => {
  const of = network(['E1 A C 10', 'R1 A B 5', 'R2 B C 0', 'R3 B D 7'])
  const { stairs, levels } = drawn(worksheetOf(of))
  expect(stairs.map(({ name, isFlat }) => [name, isFlat])).toEqual([
    ['R1', false],
    ['R2', true],
  ])
  expect(levels.map(({ part, from, to, isOpen }) => [part, from.y === to.y, isOpen])).toEqual([['R3', true, true]])
  const open = network(['T1 A B', 'R1 A B 5'])
  expect(drawStaircase(worksheetOf(open), { figures: 4 })).toBeNull()
  // In letters: only what can be said of a resistor is an answer.
  expect(drawStaircase(worksheetOf(network(['E1 A C 10', 'R1 A B', 'R2 B C'])), { figures: 4 })).toBeNull()
  const half = drawStaircase(worksheetOf(network(['E1 A C 10', 'R1 A B', 'R2 B C', 'R3 A C 5'])), { figures: 4 })
  expect(half?.stairs.map(({ name }) => name)).toEqual(['R1+2', 'R3'])
})

test('a bridge is a step between two paths', () => {
  const of = network(['E1 A D 10', 'R1 A B 100', 'R2 A C 220', 'R3 B C 330', 'R4 B D 470', 'R5 C D 150'])
  const { stairs } = drawn(worksheetOf(of, { beyond: 'yes' }), true)
  const at = (name: string) => stairs.find((it) => it.name === name) as (typeof stairs)[number]
  const [bridge, above, below] = [at('R3'), at('R1'), at('R5')]
  expect(bridge.y).toBeCloseTo(above.y + above.height, 6)
  expect(bridge.y + bridge.height).toBeCloseTo(below.y, 6)
  // What R1 carries parts into R3 and R4 below it; R3 and R2 come together in R5.
  expect(at('R3').width + at('R4').width).toBeCloseTo(at('R1').width, 6)
  expect(at('R3').width + at('R2').width).toBeCloseTo(at('R5').width, 6)
})

test('random: the steps add up along every path, each between its two nodes; none lies on another', () => {
  let [bridges, tiled] = [0, 0]
  fc.assert(
    fc.property(anyNetwork, fc.boolean(), (recipe, byCurrent) => {
      const worksheet = workedOf(recipe)
      const made = drawStaircase(worksheet, { figures: 4, byCurrent })
      if (!made) return
      const { derivation, elements, wiring } = worksheet
      const level = levelsOf(made)
      const whole = derivation.lines[derivation.found.voltage[derivation.supply ?? -1] ?? -1].amount?.value ?? NaN
      const ys = made.treads.map(({ y }) => y)
      const high = Math.max(...ys) - Math.min(...ys)
      made.stairs.forEach(({ element, height, y }) => {
        const V = derivation.lines[derivation.found.voltage[element] as number].amount?.value ?? NaN
        expect(height / high).toBeCloseTo(V / whole, 7)
        // It hangs between the treads of its nodes: so along every path the steps add up to the whole.
        const part = elements[element].part as number
        const ends = [wiring.from[part], wiring.to[part]].map((node) => level.get(node) as number)
        const bottom = Math.max(...ys)
        expect((bottom - y) / high).toBeCloseTo(Math.max(...ends), 7)
        expect((bottom - y - height) / high).toBeCloseTo(Math.min(...ends), 7)
      })
      if (worksheet.stages.length > 1) bridges++
      const clashes = made.stairs.flatMap((a, i) => made.stairs.slice(i + 1).filter((b) => overlapsMuch(a, b)))
      expect(clashes).toEqual([])
      const area = made.stairs.reduce((sum, { width, height }) => sum + width * height, 0)
      const all =
        (Math.max(...made.stairs.map(({ x, width }) => x + width)) - Math.min(...made.stairs.map(({ x }) => x))) * high
      if (Math.abs(area / all - 1) < 1e-6) tiled++
    }),
    { numRuns: runs(120) },
  )
  expect([bridges > runs(10), tiled > runs(50)]).toEqual([true, true])
})

test('random: no words lie on others or outside, up to fourteen resistors; hardly any leader runs over words', () => {
  let [leaders, crossing] = [0, 0]
  fc.assert(
    fc.property(anyNetwork, fc.boolean(), fc.constantFrom(130, 250, 900), (recipe, byCurrent, room) => {
      const made = drawStaircase(workedOf(recipe), { figures: 4, byCurrent, room })
      if (!made) return
      const texts: StairText[] = [
        ...made.stairs.flatMap((it) => it.texts),
        ...made.levels.map(({ text }) => text),
        ...made.treads.flatMap(({ potential }) => potential ?? []),
      ]
      const boxes = [
        ...texts.map(boxOf),
        ...made.treads.map(({ mark: { x, y } }) => ({ x: x - 7.5, y: y - 7.5, width: 15, height: 15 })),
      ]
      const isInside = ({ x, y, width, height }: Box) =>
        x >= 0 && y >= 0 && x + width <= made.width && y + height <= made.height
      expect(boxes.filter((box) => !isInside(box))).toEqual([])
      const clashes = boxes.flatMap((box, i) =>
        boxes.slice(i + 1).flatMap((other) => (overlap(box, other) ? [[box, other]] : [])),
      )
      expect(clashes).toEqual([])
      for (const { name, texts: own, leader } of made.stairs) {
        // Its name, its voltage, its current stand on it, or beside it, where its name on it or a leader says whose they are.
        expect(own.some(({ text, anchor }) => text === name && (anchor === 'middle' || leader.length > 0))).toBe(true)
        if (leader.length === 0) continue
        const [{ x, y }, bend] = leader
        leaders++
        if (texts.map(boxOf).some((box) => overlap(box, { x, y, width: bend.x - x, height: 0.1 }))) crossing++
      }
    }),
    { numRuns: runs(150) },
  )
  expect([leaders > runs(100), crossing / leaders < 0.08]).toEqual([true, true])
})

function boxOf({ x, y, text, anchor }: StairText): Box {
  const width = text.length * stairMeasures.character
  return { x: anchor === 'middle' ? x - width / 2 : x, y: y - 10, width, height: 13 }
}

/** Whether two steps have more than a hair in common. */
function overlapsMuch(a: Box, b: Box): boolean {
  const wide = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x)
  const high = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y)
  return wide > 1e-6 && high > 1e-6
}
