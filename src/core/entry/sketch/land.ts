import type { PartDocument } from '../../network'
import { drawable, freeName, pointOn, strokeOf, wayOf, type Board, pointAt } from './board'
import { liesOn, samePeg, type Peg, type Stroke } from './layOut'

/** How much of a stroke its symbol takes, in pegs; nothing joins there. */
const bodies: Readonly<Record<string, number>> = { wire: 0, resistor: 1, source: 0.5 }

/**
 * The parts that lead past a peg without ending there, so that an end put onto it means them: wires anywhere, others on
 * their leads. Nothing joins the body of a symbol, nor terminals, which are no line at all.
 */
export function leadsPast(board: Board, peg: Peg): PartDocument[] {
  return drawable(board.document).filter((part) => {
    if (!(part.kind in bodies) || !liesWithin(peg, wayOf(board, part))) return false
    const [start, end] = strokeOf(board, part)
    const fromMiddle = Math.hypot(2 * peg.x - start.x - end.x, 2 * peg.y - start.y - end.y) / 2
    return fromMiddle >= bodies[part.kind] / 2
  })
}

/** Whether a peg lies on a way, its two ends left out. */
export function liesWithin(peg: Peg, way: readonly Peg[]): boolean {
  const last = way.length - 1
  if (samePeg(peg, way[0]) || samePeg(peg, way[last])) return false
  return way.some((corner, i) => i < last && liesOn(peg, [corner, way[i + 1]]))
}

/** The board with everything that leads past a peg ending there, so that they are joined; as it is where nothing does. */
export function land(board: Board, peg: Peg, but: (part: PartDocument) => boolean = () => false): Board {
  return leadsPast(board, peg)
    .filter((part) => !but(part))
    .reduce((now, { name }) => divide(now, name, peg), board)
}

/**
 * Makes an end of what leads past a peg: a wire becomes two wires; any other part keeps the side on which its symbol
 * stands, or where that is divided the longer one, and a wire leads the rest of the way. The board itself where the part
 * does not lead past the peg.
 */
export function divide(board: Board, name: string, peg: Peg): Board {
  const part = board.document.parts.find((one) => one.name === name)
  if (!part) return board
  const way = wayOf(board, part)
  if (!liesWithin(peg, way)) return board
  // The piece of the way on which the peg lies, and the one that is the stroke.
  const piece = way.findIndex((corner, i) => i + 1 < way.length && liesOn(peg, [corner, way[i + 1]]))
  const [start, end] = board.strokes.get(name) ?? [way[0], way[way.length - 1]]
  const stroke = way.findIndex((corner, i) => samePeg(corner, start) && i + 1 < way.length && samePeg(way[i + 1], end))
  const far = ({ x, y }: Peg) => Math.hypot(x - peg.x, y - peg.y)
  const keepsFrom = piece === stroke ? far(start) >= far(end) : piece > stroke

  const [{ points }, point] = pointOn(board, peg)
  const kept: Stroke = piece !== stroke ? [start, end] : keepsFrom ? [start, peg] : [peg, end]
  const ends: Stroke = keepsFrom ? [way[0], peg] : [peg, way[way.length - 1]]
  const rest = keepsFrom ? [peg, ...way.slice(piece + 1)] : [...way.slice(0, piece + 1), peg]
  const corners = rest.filter((corner, i) => i === 0 || !samePeg(corner, rest[i - 1]))
  const wire: PartDocument = {
    name: freeName(board.document, 'W'),
    kind: 'wire',
    from: keepsFrom ? point : part.from,
    to: keepsFrom ? part.to : point,
  }
  const strokes = new Map(board.strokes)
  strokes.delete(name)
  if (!samePeg(kept[0], ends[0]) || !samePeg(kept[1], ends[1])) strokes.set(name, kept)
  if (corners.length > 2) {
    const [a, b] = keepsFrom ? corners : corners.slice(-2)
    strokes.set(wire.name, [a, b])
  }
  const parts = board.document.parts.flatMap((one) =>
    one === part ? [{ ...part, ...(keepsFrom ? { to: point } : { from: point }) }, wire] : [one],
  )
  return { document: { ...board.document, parts }, points, strokes }
}

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
