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
