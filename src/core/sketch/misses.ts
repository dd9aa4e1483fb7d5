import type { PartDocument } from '../network'
import { drawable, endsAt, strokeOf, type Board } from './board'
import { moveEnd, splitPart } from './edit'
import { liesOn, pegKey, samePeg, type Peg } from './peg'

/** A bare end that seems to be meant for something else: one peg short of another end, or on a part without joining it. */
export interface Miss {
  readonly part: string
  readonly end: 'from' | 'to'
  readonly peg: Peg
  /** The peg of the other end, one step away. */
  readonly short?: Peg
  /** The part that it lies on. */
  readonly over?: string
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
        misses.push({ part: part.name, end, peg, over: over.name })
        continue
      }
      const otherEnd = part[end === 'from' ? 'to' : 'from']
      const short = around(peg).find((next) => {
        const name = nameAt.get(pegKey(next))
        return name !== undefined && name !== otherEnd && nodeOf(name) !== nodeOf(point)
      })
      if (!short) continue
      told.add(nameAt.get(pegKey(short)) as string)
      misses.push({ part: part.name, end, peg, short })
    }
  }
  return misses
}

function passes(board: Board, other: PartDocument, peg: Peg, nodeOf: (point: string) => number, point: string) {
  const stroke = strokeOf(board, other)
  if (nodeOf(other.from) === nodeOf(point) || nodeOf(other.to) === nodeOf(point)) return false
  return liesOn(peg, stroke) && !stroke.some((end) => samePeg(end, peg))
}

/** The eight pegs one step away, the straight ones first. */
function around({ x, y }: Peg): Peg[] {
  const steps = [-1, 0, 1].flatMap((dx) => [-1, 0, 1].map((dy) => ({ x: dx, y: dy }))).filter(({ x, y }) => x || y)
  return steps
    .sort((a, b) => Math.abs(a.x) + Math.abs(a.y) - Math.abs(b.x) - Math.abs(b.y))
    .map((step) => ({ x: x + step.x, y: y + step.y }))
}

/** Joins what a miss points out. */
export function mendMiss(board: Board, { part, end, peg, short, over }: Miss): Board {
  if (short) return moveEnd(board, part, end, short)
  return over === undefined ? board : splitPart(board, over, peg)
}
