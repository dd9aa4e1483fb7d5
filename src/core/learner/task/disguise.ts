import type { Peg } from '../../entry'
import type { Chance } from './chance'
import { type Laid, keyOf } from './solution'
import type { Ends } from './shape'
import { route } from './route'

/** A part, its words and a wire round them fill a cell of so many pegs. */
const cell = { width: 5, height: 4 }
/** Free pegs around the cells. */
const border = 1
/** How many placements are looked at, and how many of them are wired before it is given up. */
const looked = 40
const wired = 12

interface Placed {
  readonly from: Peg
  readonly to: Peg
  readonly column: number
  readonly row: number
  readonly isUpright: boolean
}

/**
 * A picture that frightens: parts anywhere, the source too, wires from far; what is drawn side by side need not be in
 * parallel, and what is in parallel need not lie side by side. Null where no placement could be wired.
 *
 * @param ends the nodes of every part; node 0 is at the source's + end, node 1 at its − end
 */
export function layDisguised(ends: readonly Ends[], nodes: number, chance: Chance): Laid | null {
  const all: readonly Ends[] = [...ends, [0, 1]]
  const columns = Math.max(2, Math.ceil(Math.sqrt(all.length * 0.95)))
  const rows = Math.max(2, Math.ceil(all.length / columns))
  const spots = Array.from({ length: columns * rows }, (_, i) => i)
  const placements = Array.from({ length: looked }, () => {
    const order = chance.shuffled(spots)
    const placed = all.map((_, i) => place(order[i] % columns, Math.floor(order[i] / columns), chance))
    return { placed, score: scoreOf(placed, all) }
  })
  const best = [...placements].sort((a, b) => a.score - b.score).slice(0, wired)
  const ground = {
    width: columns * cell.width + 2 * border,
    height: rows * cell.height + 2 * border,
  }
  for (const { placed } of best) {
    if (!isDisguised(placed, ends)) continue
    const pins = Array.from({ length: nodes }, (_, node) =>
      placed.flatMap(({ from, to }, i) => [
        ...(all[i][0] === node ? [from] : []),
        // With both ends on one node, wires run round it.
        ...(all[i][1] === node ? [to] : []),
      ]),
    )
    const wires = route(pins, { ...ground, closed: closedBy(placed) })
    if (!wires) continue
    const source = placed[placed.length - 1]
    return {
      parts: new Map(ends.map((_, i) => [i, [placed[i].from, placed[i].to] as const])),
      source: [source.from, source.to],
      wires,
    }
  }
  return null
}

/** A part in the middle of its cell, standing or lying, either way round. */
function place(column: number, row: number, chance: Chance): Placed {
  const isUpright = chance.once(2)
  const middle = { x: border + column * cell.width + 2, y: border + row * cell.height + 2 }
  const [dx, dy] = isUpright ? [0, 1] : [1, 0]
  const ends = [
    { x: middle.x - dx, y: middle.y - dy },
    { x: middle.x + dx, y: middle.y + dy },
  ]
  const [from, to] = chance.once(2) ? ends : ends.reverse()
  return { from, to, column, row, isUpright }
}

/** Pegs that symbols and the words beside them cover. */
function closedBy(placed: readonly Placed[]): Set<string> {
  const closed = new Set<string>()
  for (const { from, to, isUpright } of placed) {
    const [x, y] = [(from.x + to.x) / 2, (from.y + to.y) / 2]
    closed.add(keyOf({ x, y }))
    // Name and value stand to the right of what stands.
    if (isUpright) for (const dy of [-1, 0, 1]) closed.add(keyOf({ x: x + 1, y: y + dy }))
  }
  return closed
}

/** Short wires, and little that looks as it is: the less the better. */
function scoreOf(placed: readonly Placed[], ends: readonly Ends[]): number {
  const spans = new Map<number, { left: number; right: number; top: number; bottom: number }>()
  placed.forEach(({ from, to }, i) =>
    [from, to].forEach(({ x, y }, end) => {
      const node = ends[i][end]
      const { left, right, top, bottom } = spans.get(node) ?? { left: x, right: x, top: y, bottom: y }
      spans.set(node, {
        left: Math.min(left, x),
        right: Math.max(right, x),
        top: Math.min(top, y),
        bottom: Math.max(bottom, y),
      })
    }),
  )
  const length = [...spans.values()].reduce((sum, { left, right, top, bottom }) => sum + right - left + bottom - top, 0)
  return length + 12 * asTheyLook(placed, ends)
}

/** Pairs in parallel that are drawn side by side. */
function asTheyLook(placed: readonly Placed[], ends: readonly Ends[]): number {
  return pairsOf(placed.length).filter(([a, b]) => isParallel(ends[a], ends[b]) && isBeside(placed[a], placed[b]))
    .length
}

/** Whether some pair looks parallel and is not, and where some is, it does not look so. */
function isDisguised(placed: readonly Placed[], ends: readonly Ends[]): boolean {
  const pairs = pairsOf(ends.length)
  const parallel = pairs.filter(([a, b]) => isParallel(ends[a], ends[b]))
  const looks = pairs.some(([a, b]) => isBeside(placed[a], placed[b]) && !isParallel(ends[a], ends[b]))
  return (
    (looks || parallel.length === pairs.length) &&
    (parallel.length === 0 || parallel.some(([a, b]) => !isBeside(placed[a], placed[b])))
  )
}

const pairsOf = (count: number) =>
  Array.from({ length: count }, (_, b) => Array.from({ length: b }, (__, a) => [a, b] as const)).flat()

export function isParallel([a, b]: Ends, [c, d]: Ends): boolean {
  return (a === c && b === d) || (a === d && b === c)
}

/** Drawn side by side: alike, in neighbouring cells, across their length. */
function isBeside(a: Placed, b: Placed): boolean {
  if (a.isUpright !== b.isUpright) return false
  const [dx, dy] = [Math.abs(a.column - b.column), Math.abs(a.row - b.row)]
  return a.isUpright ? dx === 1 && dy === 0 : dx === 0 && dy === 1
}
