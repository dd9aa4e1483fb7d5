import { document, networkOf, worked } from '../../../../test/documents'
import { ladder, randomNetwork } from '../../../../test/randomNetwork'
import { sketched } from '../../../../test/sketched'
import { analyse } from '../..'
import type { NetworkDocument } from '../../network'
import { wire } from '../../structure'
import { closeBoard, drawBoard, openBoard, readStroke, type Board, type Peg } from './index'
import { pegKey } from './layOut'

const bridge = ['E1 A E 5V', 'R1 A B 100', 'R2 B C 1k', 'R3 B D 1.2k', 'R4 C D 470', 'R5 C E 910', 'R6 D E 1.1k']

interface Line {
  readonly of: string
  readonly node: number
  readonly a: { readonly x: number; readonly y: number }
  readonly b: { readonly x: number; readonly y: number }
}

/** Every straight piece of wire of a drawing, with its node. */
function linesOf(from: NetworkDocument, board: Board): Line[] {
  const { from: fromNode, to: toNode, nodes } = wire(networkOf(from))
  return drawBoard(board, nodes).parts.flatMap(({ name, head, tail }, i) =>
    [head, tail].flatMap((half, k) => {
      const corners = half.filter(({ hop }) => !hop)
      const node = k === 0 ? fromNode[i] : toNode[i]
      return corners.slice(1).map((b, j) => ({ of: name, node, a: corners[j], b }))
    }),
  )
}

/** Whether two pieces touch in more than a crossing: an end of one lies on the other. */
function touch(one: Line, two: Line): boolean {
  const on = (p: Line['a'], { a, b }: Line) =>
    Math.abs((b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x)) < 1e-6 &&
    (p.x - a.x) * (p.x - b.x) <= 1e-6 &&
    (p.y - a.y) * (p.y - b.y) <= 1e-6
  return on(one.a, two) || on(one.b, two) || on(two.a, one) || on(two.b, one)
}

/** Lines of two nodes that look joined, and symbols on each other. */
function mistakable(from: NetworkDocument, board: Board): string[] {
  const lines = linesOf(from, board)
  const found = lines.flatMap((one, i) =>
    lines
      .slice(i + 1)
      .filter((two) => one.node !== two.node && touch(one, two))
      .map((two) => `${one.of} and ${two.of} look joined`),
  )
  const symbols = drawBoard(board, []).parts.filter(({ kind }) => kind !== 'wire')
  const close = symbols.flatMap((one, i) =>
    symbols
      .slice(i + 1)
      .filter((two) => Math.hypot(one.symbol.x - two.symbol.x, one.symbol.y - two.symbol.y) < 40)
      .map((two) => `${one.name} on ${two.name}`),
  )
  return [...found, ...close]
}

test('a network without places is laid out as a closed loop, the source standing at the left', () => {
  const board = openBoard(document(worked))
  expect(Object.fromEntries([...board.points].map(([name, peg]) => [name, pegKey(peg)]))).toEqual({
    A: '2,0',
    B: '6,0',
    M: '10,0',
    C: '14,0',
    D: '18,0',
  })
  // R4 lies below R2 and R3, and the source goes down the left side and back along the bottom.
  expect(board.strokes.get('R4')?.map(pegKey)).toEqual(['6,2', '14,2'])
  expect(board.strokes.get('E1')?.map(pegKey)).toEqual(['0,0', '0,4'])
  expect([...board.strokes.keys()].sort()).toEqual(['E1', 'R4'])
})

test('laid-out networks have a peg for each point, and no two lines that only look joined', () => {
  for (let seed = 0; seed < 60; seed++) {
    const random = randomNetwork(seed, 1 + (seed % 20))
    const board = openBoard(random)
    expect(board.points.size).toBe(new Set(random.parts.flatMap(({ from, to }) => [from, to])).size)
    expect(new Set([...board.points.values()].map(pegKey)).size).toBe(board.points.size)
    expect(mistakable(random, board)).toEqual([])
  }
  expect(mistakable(ladder(30), openBoard(ladder(30)))).toEqual([])
  expect(mistakable(document(bridge), openBoard(document(bridge)))).toEqual([])
})

test('clutter, dead ends and islands get places of their own too', () => {
  for (let seed = 0; seed < 60; seed++) {
    const random = randomNetwork(seed, 1 + (seed % 12), { clutter: true })
    const { points } = openBoard(random)
    expect(points.size).toBe(new Set(random.parts.flatMap(({ from, to }) => [from, to])).size)
    expect(new Set([...points.values()].map(pegKey)).size).toBe(points.size)
  }
})

test('writing the places changes nothing but the sketch, and they are read again as they were', () => {
  for (let seed = 0; seed < 40; seed++) {
    const random = randomNetwork(seed, 1 + (seed % 12), { clutter: true })
    const board = openBoard(random)
    const written = closeBoard(board)
    expect({ ...written, sketch: undefined }).toEqual({ ...random, sketch: undefined })
    expect(analyse(written)).toEqual(analyse(random))
    const again = openBoard(written)
    expect(again.points).toEqual(board.points)
    expect(again.strokes).toEqual(board.strokes)
  }
})

function pegOf(points: Board['points'], name: string): Peg {
  const found = points.get(name)
  if (!found) throw new Error(`${name} has no place`)
  return found
}

test('a new part in the list finds a free place; what was drawn stays', () => {
  const drawn = sketched(['E1 0,0 0,4 12V', 'R1 0,0 4,0 10', 'R2 4,0 4,4 20', 'W1 4,4 0,4'])
  const [b, d] = [drawn.parts[1].to, drawn.parts[3].from]
  const more: NetworkDocument = {
    ...drawn,
    parts: [
      ...drawn.parts,
      { name: 'R3', kind: 'resistor', from: b, to: 'new', resistance: '1' },
      { name: 'R4', kind: 'resistor', from: 'island1', to: 'island2', resistance: '1' },
      { name: 'R5', kind: 'resistor', from: 'new', to: d, resistance: '1' },
      { name: 'R6', kind: 'resistor', from: '', to: '', resistance: '' },
    ],
  }
  const { points } = openBoard(more)
  expect(pegKey(pegOf(points, 'new'))).toBe('8,0')
  expect(pegKey(pegOf(points, 'island1'))).toBe('0,7')
  for (const [name, place] of Object.entries(drawn.sketch?.points ?? {}))
    expect(pegKey(pegOf(points, name))).toBe(place.join())
})

test('places off the pegs go to the nearest, and two points never share one', () => {
  const { points } = openBoard({
    ...document(['E1 A B 5V', 'R1 A B 10', 'R2 B C 1']),
    sketch: { points: { A: [0.2, -0.4], B: [3.6, 0], C: [0, 0], gone: [9, 9] } },
  })
  expect(pegKey(pegOf(points, 'A'))).toBe('0,0')
  expect(pegKey(pegOf(points, 'B'))).toBe('4,0')
  expect(points.has('gone')).toBe(false)
  expect(pegKey(pegOf(points, 'C'))).not.toBe('0,0')
})

test('parts between the same two pegs are drawn side by side, and one with both ends on a point as a loop', () => {
  const twins = openBoard(sketched(['E1 0,0 4,0 5V', 'R1 0,0 4,0 10', 'R2 0,0 4,0 20']))
  expect([...twins.strokes].map(([name, stroke]) => `${name} ${stroke.map(pegKey).join(' ')}`)).toEqual([
    'R1 0,1 4,1',
    'R2 0,-1 4,-1',
  ])
  const { strokes } = openBoard({
    ...document(['E1 A B 5V', 'R1 A A 1']),
    sketch: { points: { A: [0, 0], B: [4, 0] } },
  })
  expect(strokes.get('R1')?.map(pegKey)).toEqual(['-1,-2', '1,-2'])
})

test('lines that cross without a common point step over each other; where three ends meet stands a dot', () => {
  const crossed = sketched([
    'E1 0,0 0,4 5V',
    'R1 0,0 4,4 10',
    'W1 0,4 6,-2',
    'R2 4,4 6,-2 1',
    'R3 4,4 0,4 3',
    'W2 2,6 2,0',
  ])
  const { parts, dots, bare } = drawBoard(openBoard(crossed), wire(networkOf(crossed)).nodes)
  const hops = parts.flatMap(({ name, head, tail }) =>
    [...head, ...tail].filter(({ hop }) => hop).map(({ x, y }) => `${name} ${x},${y}`),
  )
  // W1 meets R1 on its symbol and so steps over it; W2 steps over W1 and R3, and over R1 in the same place as W1 does.
  expect(hops.sort()).toEqual(['W1 80,80', 'W2 80,160', 'W2 80,80'])
  expect(dots.map(({ x, y }) => `${x},${y}`).sort()).toEqual(['0,160', '160,160'])
  expect(bare.map(({ x, y }) => `${x},${y}`).sort()).toEqual(['80,0', '80,240'])
})

test('where two ways from a point part to two sides stands a dot; where they turn to the same side, none', () => {
  // R2 and R4 lie below R1 and R3, and both are led up to B; the way back to the source goes down past R4 and R5.
  const { dots } = drawBoard(
    openBoard(document(['E1 A C 5', 'R1 A B 1', 'R2 A B 2', 'R3 B C 3', 'R4 B C 4', 'R5 B C 5'])),
    [],
  )
  const places = dots.map(({ x, y }) => `${x / 40},${y / 40}`).sort()
  expect(places).toEqual(['10,0', '10,2', '10,4', '2,0', '6,0', '6,2'])
  // The rungs of a ladder all end on the line down to its last node.
  const ladder = drawBoard(
    openBoard(document(['E1 A Z 5', 'R1 A B 1', 'R2 B Z 2', 'R3 B C 3', 'R4 C Z 4', 'R5 C D 5', 'R6 D Z 6'])),
    [],
  )
  const right = Math.max(...ladder.dots.map(({ x }) => x))
  expect(
    ladder.dots
      .filter(({ x }) => x === right)
      .map(({ y }) => y / 40)
      .sort(),
  ).toEqual([0, 2, 4])
})

test('a stroke over a point that is not its own steps over it', () => {
  const over = sketched(['E1 0,0 0,4 5V', 'R1 0,0 4,0 10', 'R2 4,0 4,4 1', 'W1 4,4 0,4', 'W2 2,0 6,0'])
  const { parts } = drawBoard(openBoard(over), [])
  expect(parts[4].head).toEqual([
    { x: 80, y: 0 },
    { x: 160, y: 0, hop: true },
    { x: 240, y: 0 },
  ])
})

test('values are written as engineers do, and as typed where they cannot be read', () => {
  const drawn = sketched(['E1 0,0 0,4 5V', 'R1 0,0 4,0 4k7'])
  const odd: NetworkDocument = {
    ...drawn,
    parts: [...drawn.parts, { name: 'R2', kind: 'resistor', from: 'A', to: 'B', resistance: 'x' }],
  }
  expect(drawBoard(openBoard(odd), []).parts.map(({ value }) => value)).toEqual(['5\u2009V', '4.7\u2009kΩ', 'x'])
})

test('terminals, a shorted source, and parts without any source are laid out too', () => {
  const pegs = (texts: readonly string[]) =>
    [...openBoard(document(texts)).points].map(([name, peg]) => `${name} ${pegKey(peg)}`).sort()
  expect(pegs(['T1 A C', 'R1 A B 1', 'R2 B C 2'])).toEqual(['A 2,0', 'B 6,0', 'C 10,0'])
  expect(pegs(['E1 A A 5', 'R1 A B 1'])).toEqual(['A 0,0', 'B 4,0'])
  expect(pegs(['R1 A B 1', 'R2 B C 2'])).toHaveLength(3)
  expect(pegs(['E1 A B 5'])).toEqual(['A 0,0', 'B 0,4'])
  expect(pegs([])).toEqual([])
})

test('behind a resistance its tolerance and rating may stand', () => {
  expect(readStroke('4k7 1%')).toEqual({ ok: true, kind: 'resistor', resistance: '4k7', tolerance: '1 %' })
  expect(readStroke('4k7 5% 1/4W')).toEqual({
    ok: true,
    kind: 'resistor',
    resistance: '4k7',
    tolerance: '5 %',
    rating: '1/4 W',
  })
  expect(readStroke('4,7 kΩ  ± 0,5 %  250mW')).toEqual({
    ok: true,
    kind: 'resistor',
    resistance: '4.7 kΩ',
    tolerance: '0.5 %',
    rating: '250 mW',
  })
  expect(readStroke('R 2%')).toEqual({ ok: true, kind: 'resistor', tolerance: '2 %' })
  for (const bad of ['4k7 120%', '5 %', '4k7 1% zz', '12V 5%', '5 W']) expect(readStroke(bad).ok).toBe(false)
})
