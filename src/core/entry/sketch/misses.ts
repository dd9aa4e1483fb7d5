import type { PartDocument } from '../../network'
import { drawable, endsAt, wayOf, type Board } from './board'
import { moveEnd } from './edit'
import { divide, land, liesWithin } from './land'
import { distance, pegKey, type Peg, type Stroke } from './layOut'

/** A bare end that seems to be meant for something else: one peg short of another end, or on a part without joining it. */
export interface Miss {
  readonly part: string
  readonly end: 'from' | 'to'
  readonly peg: Peg
  /** The peg of the other end, one step away. */
  readonly short?: Peg
  /** The part that it lies on. */
  readonly over?: string
  /** The parts that it would be joined to. */
  readonly other: readonly string[]
}

/**
 * Every bare end that stops one peg short of an end of another node, or lies on a part that passes there.
 *
 * @param nodeOf tells apart points that are joined already
 */
export function findMisses(board: Board, nodeOf: (point: string) => number): Miss[] {
  const parts = drawable(board.document)
  const ends = endsAt(parts)
  const nameAt = new Map([...board.points].map(([name, peg]) => [pegKey(peg), name]))
  const told = new Set<string>() // points that another miss leads to
  const misses: Miss[] = []
  for (const part of parts) {
    for (const end of ['from', 'to'] as const) {
      const point = part[end]
      if (ends.get(point) !== 1 || told.has(point)) continue
      const peg = board.points.get(point) as Peg
      const over = parts.find((other) => other !== part && passes(board, other, peg, nodeOf, point))
      if (over) {
        misses.push({ part: part.name, end, peg, over: over.name, other: [over.name] })
        continue
      }
      const otherEnd = part[end === 'from' ? 'to' : 'from']
      const short = around(peg).find((next) => {
        const name = nameAt.get(pegKey(next))
        return name !== undefined && name !== otherEnd && nodeOf(name) !== nodeOf(point)
      })
      if (!short) continue
      const name = nameAt.get(pegKey(short)) as string
      told.add(name)
      const other = parts.filter(({ from, to }) => from === name || to === name)
      misses.push({ part: part.name, end, peg, short, other: other.map((one) => one.name) })
    }
  }
  return misses
}

function passes(board: Board, other: PartDocument, peg: Peg, nodeOf: (point: string) => number, point: string) {
  if (nodeOf(other.from) === nodeOf(point) || nodeOf(other.to) === nodeOf(point)) return false
  return liesWithin(peg, wayOf(board, other))
}

/** The eight pegs one step away, the straight ones first. */
function around({ x, y }: Peg): Peg[] {
  const steps = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => ({ x: dx, y: dy }))).filter(({ x, y }) => x || y)
  return steps
    .sort((a, b) => Math.abs(a.x) + Math.abs(a.y) - Math.abs(b.x) - Math.abs(b.y))
    .map((step) => ({ x: x + step.x, y: y + step.y }))
}

/**
 * Where a sign about a miss stands: in the middle of four pegs beside it, where the fewest lines are near. In pegs.
 */
export function besideMiss({ peg, short }: Miss, lines: readonly Stroke[]): Peg {
  const sides = short
    ? short.x !== peg.x && short.y !== peg.y
      ? [{ x: (peg.x + short.x) / 2, y: (peg.y + short.y) / 2 }]
      : [-0.5, 0.5].map((off) =>
          short.y === peg.y
            ? { x: (peg.x + short.x) / 2, y: peg.y + off }
            : { x: peg.x + off, y: (peg.y + short.y) / 2 },
        )
    : [-0.5, 0.5].flatMap((x) => [-0.5, 0.5].map((y) => ({ x: peg.x + x, y: peg.y + y })))
  const room = (side: Peg) => Math.min(...lines.map((line) => distance(side, line)))
  return sides.reduce((best, side) => (room(side) > room(best) + 1e-9 ? side : best))
}

/** Joins what a miss points out. */
export function mendMiss(board: Board, { part, end, peg, short, over }: Miss): Board {
  if (short) return moveEnd(board, part, end, short)
  if (over === undefined) return board
  const divided = divide(board, over, peg)
  // An earlier join may have made two of what this end lay on.
  return divided === board ? land(board, peg) : divided
}
