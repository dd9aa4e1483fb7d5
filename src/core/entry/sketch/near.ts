import type { PartDocument } from '../../network'
import { meet, pegKey, wayAlong, type Peg, type Stroke } from './layOut'

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
export function placeNear(
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
