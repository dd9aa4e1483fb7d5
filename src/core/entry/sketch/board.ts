import { pointName } from '../formula'
import type { NetworkDocument, PartDocument, SketchPlace } from '../../network'
import { layOut, pegKey, samePeg, wayAlong, type Peg, type Stroke, meet } from './layOut'

/** A document with a peg for every point. No two points share one. */
export interface Board {
  readonly document: NetworkDocument
  readonly points: ReadonlyMap<string, Peg>
  /** Where the strokes of parts lie that are not drawn straight from point to point, by the part's name. */
  readonly strokes: ReadonlyMap<string, Stroke>
}

/** The farthest peg from the origin that is taken from a document, in grid units. */
const farthest = 10_000

/** The point that stands on a peg; undefined if none does. */
export function pointAt(board: Board, peg: Peg): string | undefined {
  for (const [name, place] of board.points) if (samePeg(place, peg)) return name
  return undefined
}

/** The first name with this letter that no part has. */
export function freeName({ parts }: NetworkDocument, letter: string): string {
  const taken = new Set(parts.map(({ name }) => name))
  let number = 1
  while (taken.has(`${letter}${number}`)) number++
  return `${letter}${number}`
}

/** The first of A … Z, P27, P28 … that no point has. */
export function freePoint(taken: { has(name: string): boolean }): string {
  for (let i = 0; ; i++) {
    const name = pointName(i)
    if (!taken.has(name)) return name
  }
}

/** The board with a point on a peg, and its name: that of the one that stands there, or a new one. */
export function pointOn(board: Board, peg: Peg): readonly [Board, string] {
  const there = pointAt(board, peg)
  if (there !== undefined) return [board, there]
  const name = freePoint(board.points)
  return [{ ...board, points: new Map(board.points).set(name, peg) }, name]
}

/** The parts that have both ends: those that can be drawn. */
export function drawable(document: NetworkDocument): PartDocument[] {
  return document.parts.filter(({ from, to }) => from !== '' && to !== '')
}

/** How many ends meet at each point. */
export function endsAt(parts: readonly PartDocument[]): ReadonlyMap<string, number> {
  const ends = new Map<string, number>()
  for (const { from, to } of parts) for (const point of [from, to]) ends.set(point, (ends.get(point) ?? 0) + 1)
  return ends
}

/** The stroke of a part: its own, or straight from point to point. */
export function strokeOf(board: Board, { name, from, to }: PartDocument): Stroke {
  return board.strokes.get(name) ?? [board.points.get(from) as Peg, board.points.get(to) as Peg]
}

/** The way of a part from point to point, corner by corner: along its stroke, and to it where that lies elsewhere. */
export function wayOf(board: Board, part: PartDocument): Peg[] {
  return wayAlong(strokeOf(board, part), board.points.get(part.from) as Peg, board.points.get(part.to) as Peg)
}

/**
 * Reads where a document's points were drawn. Those without a place are laid out: all of them as a closed loop with the
 * source at the left, some of them near what they belong to. Parts that would lie on each other are drawn side by side.
 */
export function openBoard(document: NetworkDocument): Board {
  const parts = drawable(document)
  const used = new Set(parts.flatMap(({ from, to }) => [from, to]))
  const points = new Map<string, Peg>()
  const taken = new Set<string>()
  for (const [name, place] of Object.entries(document.sketch?.points ?? {})) {
    const peg = pegOf(place)
    if (!used.has(name) || peg === null || taken.has(pegKey(peg))) continue
    points.set(name, peg)
    taken.add(pegKey(peg))
  }
  const strokes = new Map<string, Stroke>()
  if (points.size === 0 && parts.length > 0) {
    const laidOut = layOut(parts)
    laidOut.points.forEach((peg, name) => points.set(name, peg))
    laidOut.strokes.forEach((stroke, name) => strokes.set(name, stroke))
  }
  const names = new Set(parts.map(({ name }) => name))
  for (const [name, [start, end]] of Object.entries(document.sketch?.strokes ?? {})) {
    const [a, b] = [pegOf(start), pegOf(end)]
    if (a && b && !samePeg(a, b) && names.has(name)) strokes.set(name, [a, b])
  }
  placeNear(parts, points, strokes)
  const board = { document, points, strokes }
  return { ...board, strokes: spread(board, parts) }
}

function pegOf(place: SketchPlace): Peg | null {
  const [x, y] = place.map(Math.round)
  return Math.abs(x) <= farthest && Math.abs(y) <= farthest ? { x, y } : null
}

/** Strokes for parts that would lie on an earlier one: each as few pegs to the side as are free. */
function spread(board: Board, parts: readonly PartDocument[]): Map<string, Stroke> {
  const strokes = new Map(board.strokes)
  const taken = new Set([...strokes.values()].map(strokeKey))
  for (const part of parts) {
    if (strokes.has(part.name)) continue
    const straight = strokeOf(board, part)
    let stroke = part.from === part.to ? loopAbove(straight[0], 2) : straight
    for (let tries = 1; taken.has(strokeKey(stroke)); tries++)
      stroke = part.from === part.to ? loopAbove(straight[0], 2 + tries) : aside(straight, tries)
    taken.add(strokeKey(stroke))
    if (stroke !== straight) strokes.set(part.name, stroke)
  }
  return strokes
}

function strokeKey(stroke: Stroke): string {
  return stroke.map(pegKey).sort().join(' ')
}

/** The stroke of a part with both ends on one point. */
function loopAbove({ x, y }: Peg, height: number): Stroke {
  return [
    { x: x - 1, y: y - height },
    { x: x + 1, y: y - height },
  ]
}

/** The stroke moved to the side: one peg, one the other way, two pegs …. */
function aside([a, b]: Stroke, tries: number): Stroke {
  const by = tries % 2 === 1 ? (tries + 1) / 2 : -tries / 2
  const level = Math.abs(b.x - a.x) >= Math.abs(b.y - a.y)
  const shift = ({ x, y }: Peg): Peg => (level ? { x, y: y + by } : { x: x + by, y })
  return [shift(a), shift(b)]
}

/** The board's document, with the place of every point in its sketch. */
export function closeBoard({ document, points, strokes }: Board): NetworkDocument {
  const parts = drawable(document)
  const used = new Set(parts.flatMap(({ from, to }) => [from, to]))
  const names = new Set(parts.map(({ name }) => name))
  const place = ({ x, y }: Peg): SketchPlace => [x, y]
  const labels = Object.entries(document.sketch?.labels ?? {}).filter(([point]) => used.has(point))
  const own = [...strokes].filter(([name]) => names.has(name))
  return {
    ...document,
    sketch: {
      ...document.sketch,
      points: Object.fromEntries(
        [...points].filter(([name]) => used.has(name)).map(([name, peg]) => [name, place(peg)]),
      ),
      strokes:
        own.length > 0 ? Object.fromEntries(own.map(([name, [a, b]]) => [name, [place(a), place(b)]])) : undefined,
      labels: labels.length > 0 ? Object.fromEntries(labels) : undefined,
    },
  }
}

/** The length at which a part is put down first, in pegs. */
const usual = { wire: 2, other: 4 } as const
/** How much longer than that it may become to find a free place. */
const longest = 12
/** Right, down, up, left, then slanted. */
const directions = [
  [1, 0],
  [0, 1],
  [0, -1],
  [-1, 0],
  [1, 1],
  [1, -1],
  [-1, 1],
  [-1, -1],
] as const

/**
 * Gives a place to every point that has none: near a point that it has a part in common with, where neither another point
 * nor another part lies; else below all others. Adds to `points`.
 */
function placeNear(
  parts: readonly PartDocument[],
  points: Map<string, Peg>,
  strokes: ReadonlyMap<string, Stroke>,
): void {
  let open = parts.filter(({ from, to }) => !points.has(from) || !points.has(to))
  if (open.length === 0) return
  const taken = new Set([...points.values()].map(pegKey))
  const drawn = parts.flatMap(({ name, from, to }): Stroke[] => {
    const [a, b] = [points.get(from), points.get(to)]
    if (!a || !b) return []
    const way = wayAlong(strokes.get(name) ?? [a, b], a, b)
    return way.slice(1).map((corner, i) => [way[i], corner])
  })
  const put = (name: string, peg: Peg) => {
    points.set(name, peg)
    taken.add(pegKey(peg))
  }
  while (open.length > 0) {
    const part = open.find(({ from, to }) => points.has(from) || points.has(to)) ?? open[0]
    if (!points.has(part.from) && !points.has(part.to)) put(part.from, below(points))
    const [here, other] = points.has(part.from) ? [part.from, part.to] : [part.to, part.from]
    const from = points.get(here) as Peg
    const length = part.kind === 'wire' ? usual.wire : usual.other
    if (!points.has(other)) put(other, freePegNear(from, length, taken, drawn) ?? below(points))
    drawn.push([from, points.get(other) as Peg])
    open = open.filter(({ from, to }) => !points.has(from) || !points.has(to))
  }
}

/** A peg in the first column, below everything. */
function below(points: ReadonlyMap<string, Peg>): Peg {
  const pegs = [...points.values()]
  if (pegs.length === 0) return { x: 0, y: 0 }
  return { x: Math.min(...pegs.map(({ x }) => x)), y: Math.max(...pegs.map(({ y }) => y)) + 3 }
}

function freePegNear(from: Peg, length: number, taken: ReadonlySet<string>, drawn: readonly Stroke[]): Peg | null {
  for (let longer = 0; longer < longest; longer++) {
    for (const [x, y] of directions) {
      const at = (steps: number) => ({ x: from.x + x * steps, y: from.y + y * steps })
      // The first step leaves what is drawn at the point itself; nothing may lie in the way of the others.
      const way: Stroke = [at(1), at(length + longer)]
      if (drawn.some((other) => meet(way, other))) continue
      if (Array.from({ length: length + longer }, (_, i) => at(i + 1)).some((peg) => taken.has(pegKey(peg)))) continue
      return way[1]
    }
  }
  return null
}
