import type { PartDocument } from '../../network'
import { drawable, pointAt, wayOf, type Board } from './board'
import { liesWithin } from './land'
import type { Peg } from './peg'

/** The length at which a part is drawn with one key, in pegs. */
const farthest = 4

/** The next peg in a direction at which something ends or passes; four pegs away if nothing does before. */
export function jump(board: Board, from: Peg, [dx, dy]: readonly [number, number]): Peg {
  const ways = drawable(board.document).map((part) => wayOf(board, part))
  for (let steps = 1; steps < farthest; steps++) {
    const peg = { x: from.x + dx * steps, y: from.y + dy * steps }
    if (pointAt(board, peg) !== undefined || ways.some((way) => liesWithin(peg, way))) return peg
  }
  return { x: from.x + dx * farthest, y: from.y + dy * farthest }
}

/** The pegs on the way of a part, its ends included, from its first end to its second. */
export function pegsOn(board: Board, part: PartDocument): Peg[] {
  const way = wayOf(board, part)
  return way.flatMap((corner, i) => {
    if (i === 0) return [corner]
    const before = way[i - 1]
    const steps = divisor(Math.abs(corner.x - before.x), Math.abs(corner.y - before.y))
    return Array.from({ length: steps }, (_, k) => ({
      x: before.x + ((corner.x - before.x) * (k + 1)) / steps,
      y: before.y + ((corner.y - before.y) * (k + 1)) / steps,
    }))
  })
}

function divisor(a: number, b: number): number {
  return b === 0 ? a : divisor(b, a % b)
}
