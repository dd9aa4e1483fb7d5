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
