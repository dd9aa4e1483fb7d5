import { shareLanes } from '../../picture'
import type { Network, PartDocument } from '../../network'
import { wire, type Wiring, growForest, type Forest } from '../../structure'

/** The least length of a part and of a wire, and the distance between two lines, in pegs. */
const partLength = 4
const wireLength = 2
const rowHeight = 2
/** From the source at the left to the + end. */
const lead = 2

interface Room {
  readonly width: number
  /** How many pegs it reaches below the line on which it begins. */
  readonly depth: number
}

interface LaidOut {
  readonly points: ReadonlyMap<string, Peg>
  readonly strokes: ReadonlyMap<string, Stroke>
}

/**
 * Lays out what carries current as a closed loop: the source standing at the left, the rest to the right of it in the
 * order the current meets it, legs that share both ends one below the other. What hangs loose is left to others.
 */
export function layOut(parts: readonly PartDocument[]): LaidOut {
  const points = new Map<string, Peg>()
  const strokes = new Map<string, Stroke>()
  const wiring = wirePoints(parts)
  const pointOf = (node: number) => wiring.nodes[node].points[0]
  const supply = parts[wiring.supply]
  if (wiring.live.length === 0) {
    if (supply && supply.from !== supply.to) {
      points.set(supply.from, { x: 0, y: 0 })
      points.set(supply.to, { x: 0, y: partLength })
    }
    return { points, strokes }
  }
  const forest = growForest({
    nodes: wiring.nodes.length,
    from: wiring.live.map((part) => wiring.from[part]),
    to: wiring.live.map((part) => wiring.to[part]),
    start: wiring.start,
    finish: wiring.finish,
    rank: wiring.rank,
  })
  const rooms = roomsOf(forest, (leaf) => lengthOf(parts[wiring.live[leaf]]))
  const { columns, lanes, depth } = arrange(forest, rooms, wiring.rank)
  for (const [node, peg] of columns) points.set(pointOf(node), peg)

  const open = [...lanes]
  for (let item = open.pop(); item; item = open.pop()) {
    const { element, x, y, width: given } = item
    if (element < forest.leaves) {
      const part = parts[wiring.live[element]]
      const forwards = part.from === pointOf(forest.from[element])
      const ends: Stroke = [
        { x, y },
        { x: x + given, y },
      ]
      strokes.set(part.name, forwards ? ends : [ends[1], ends[0]])
      continue
    }
    const members = forest.members[element - forest.leaves]
    if (!forest.series[element - forest.leaves]) {
      let level = y
      for (const member of members) {
        open.push({ element: member, x, y: level, width: given })
        level += rooms[member].depth + rowHeight
      }
      continue
    }
    let at = x
    members.forEach((member, i) => {
      const last = i === members.length - 1
      const wide = last ? x + given - at : rooms[member].width
      open.push({ element: member, x: at, y, width: wide })
      at += wide
      if (!last) points.set(pointOf(forest.to[member]), { x: at, y })
    })
  }
  // A stroke from point to point needs no place of its own.
  for (const part of parts) {
    const [start, end] = strokes.get(part.name) ?? []
    const [from, to] = [points.get(part.from), points.get(part.to)]
    if (start?.x === from?.x && start?.y === from?.y && end?.x === to?.x && end?.y === to?.y) strokes.delete(part.name)
  }
  if (supply)
    strokes.set(supply.name, [
      { x: 0, y: 0 },
      { x: 0, y: Math.max(partLength, depth + rowHeight) },
    ])
  return { points, strokes }
}

/** The parts with every wire seen as a resistor, so that each point is a node of its own. Node by node: one point. */
function wirePoints(parts: readonly PartDocument[]): Wiring {
  const one = { typed: '1', exact: '1', value: 1 } as const
  const supply = parts.findIndex(({ kind }) => kind === 'source' || kind === 'terminals')
  const network: Network = {
    title: '',
    notes: '',
    parts: [
      ...parts.map((part, i) => ({
        name: part.name,
        from: part.from,
        to: part.to,
        ...(i === supply ? { kind: 'terminals' as const } : { kind: 'resistor' as const, resistance: one }),
      })),
      // Without a supply, the ends of the first part stand for it.
      ...(supply < 0 ? [{ name: '', kind: 'terminals' as const, from: parts[0].from, to: parts[0].to }] : []),
    ],
  }
  return wire(network)
}

/** Long enough for its name, if it is shown, between the labels of two nodes. */
function lengthOf({ kind, name }: PartDocument): number {
  return kind === 'wire' ? wireLength : Math.max(partLength, Math.ceil((name.length + 6) / 5))
}

function roomsOf(forest: Forest, lengthOf: (leaf: number) => number): Room[] {
  const rooms: Room[] = Array.from({ length: forest.leaves }, (_, leaf) => ({ width: lengthOf(leaf), depth: 0 }))
  for (let group = forest.members.length - 1; group >= 0; group--) {
    const inside = forest.members[group].map((member) => rooms[member])
    rooms[forest.leaves + group] = forest.series[group]
      ? {
          width: inside.reduce((sum, { width }) => sum + width, 0),
          depth: Math.max(...inside.map(({ depth }) => depth)),
        }
      : {
          width: Math.max(...inside.map(({ width }) => width)),
          depth: inside.reduce((sum, { depth }) => sum + depth + rowHeight, -rowHeight),
        }
  }
  return rooms
}

interface Lane {
  readonly element: number
  readonly x: number
  readonly y: number
  readonly width: number
}

/**
 * The forest's roots in lanes below each other, each node that they share a column. A root stands just right of the column
 * where it begins; one that reaches over other columns is led on from there.
 */
function arrange({ roots, from, to }: Forest, rooms: readonly Room[], place: readonly number[]) {
  const used = [...new Set(roots.flatMap((root) => [from[root], to[root]]))].sort((a, b) => place[a] - place[b])
  const columnX = new Map<number, number>()
  let x = lead
  for (const node of used) {
    columnX.set(node, x)
    const starting = roots.filter((root) => from[root] === node).map((root) => rooms[root].width)
    if (starting.length > 0) x += Math.max(...starting) + (roots.length === 1 ? 0 : lead)
  }
  const levels: number[] = [] // by position in `roots`
  let depth = -rowHeight
  for (const lane of shareLanes({ roots, from, to }, place)) {
    for (const i of lane) levels[i] = depth + rowHeight
    depth += rowHeight + Math.max(...lane.map((i) => rooms[roots[i]].depth))
  }
  const columns = new Map<number, Peg>()
  const lanes = roots.map((root, i): Lane => {
    const y = levels[i]
    for (const node of [from[root], to[root]]) {
      const before = columns.get(node)?.y ?? Infinity
      columns.set(node, { x: columnX.get(node) as number, y: Math.min(before, y) })
    }
    return { element: root, x: columnX.get(from[root]) as number, y, width: rooms[root].width }
  })
  return { columns, lanes, depth }
}

/** A peg of the board: whole grid units, x to the right, y downwards. Ends connect on pegs, and nowhere else. */
export interface Peg {
  readonly x: number
  readonly y: number
}

/** A straight line from peg to peg. */
export type Stroke = readonly [Peg, Peg]

export function pegKey({ x, y }: Peg): string {
  return `${x},${y}`
}

export function samePeg(a: Peg, b: Peg): boolean {
  return a.x === b.x && a.y === b.y
}

/** Whether a peg lies on a stroke, its ends included. */
export function liesOn({ x, y }: Peg, [a, b]: Stroke): boolean {
  const cross = (b.x - a.x) * (y - a.y) - (b.y - a.y) * (x - a.x)
  return (
    cross === 0 &&
    x >= Math.min(a.x, b.x) &&
    x <= Math.max(a.x, b.x) &&
    y >= Math.min(a.y, b.y) &&
    y <= Math.max(a.y, b.y)
  )
}

/** How far a place is from a stroke, in pegs. */
export function distance({ x, y }: Peg, [a, b]: Stroke): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y]
  const along = ((x - a.x) * dx + (y - a.y) * dy) / (dx * dx + dy * dy || 1)
  const at = Math.min(1, Math.max(0, along))
  return Math.hypot(x - a.x - at * dx, y - a.y - at * dy)
}

/**
 * The way of a part from point to point: from the point of `from` up or down to its stroke, then across; along the stroke;
 * and likewise to the other point. With both ends on one point, straight to the stroke and back.
 */
export function wayAlong([start, end]: Stroke, from: Peg, to: Peg): Peg[] {
  const corners = samePeg(from, to)
    ? [from, start, end, to]
    : [from, { x: from.x, y: start.y }, start, end, { x: to.x, y: end.y }, to]
  return corners.filter((corner, i) => i === 0 || !samePeg(corner, corners[i - 1]))
}

/** Whether two strokes have any place in common. */
export function meet([a, b]: Stroke, [c, d]: Stroke): boolean {
  const side = (p: Peg, q: Peg, r: Peg) => Math.sign((q.x - p.x) * (r.y - p.y) - (q.y - p.y) * (r.x - p.x))
  if (side(a, b, c) !== side(a, b, d) && side(c, d, a) !== side(c, d, b)) return true
  return liesOn(a, [c, d]) || liesOn(b, [c, d]) || liesOn(c, [a, b]) || liesOn(d, [a, b])
}
