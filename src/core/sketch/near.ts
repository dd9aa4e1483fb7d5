import type { PartDocument } from '../network'
import { liesOn, pegKey, type Peg, type Stroke } from './peg'

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
export function placeNear(parts: readonly PartDocument[], points: Map<string, Peg>): void {
  let open = parts.filter(({ from, to }) => !points.has(from) || !points.has(to))
  if (open.length === 0) return
  const taken = new Set([...points.values()].map(pegKey))
  const drawn = parts.flatMap(({ from, to }): Stroke[] => {
    const [a, b] = [points.get(from), points.get(to)]
    return a && b ? [[a, b]] : []
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
      const peg = { x: from.x + x * (length + longer), y: from.y + y * (length + longer) }
      const way = pegsOn([from, peg])
      if (way.some((step) => taken.has(pegKey(step))) || drawn.some((other) => way.some((step) => liesOn(step, other))))
        continue
      return peg
    }
  }
  return null
}

/** The pegs on a stroke after its first. */
function pegsOn([a, b]: Stroke): Peg[] {
  const steps = Math.max(Math.abs(b.x - a.x), Math.abs(b.y - a.y))
  const pegs = Array.from({ length: steps }, (_, i) => ({
    x: a.x + ((b.x - a.x) * (i + 1)) / steps,
    y: a.y + ((b.y - a.y) * (i + 1)) / steps,
  }))
  return pegs.filter(({ x, y }) => Number.isInteger(x) && Number.isInteger(y))
}
