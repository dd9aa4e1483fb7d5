import type { Peg } from '../../entry'
import { keyOf } from './solution'

/** What of a peg is taken: by nothing a wire may touch, or by a node's wires, and how they pass there. */
interface Taken {
  readonly node: number
  /** Level or upright: another node's wire may cross it. Null where it bends, branches or ends: none may. */
  readonly way: 'level' | 'upright' | null
}

/** Where wires may run: whole pegs within bounds, round what stands there. */
interface Ground {
  readonly width: number
  readonly height: number
  /** Pegs that no wire may touch: symbols and words. */
  readonly closed: ReadonlySet<string>
}

const directions = [
  { x: 1, y: 0 },
  { x: 0, y: 1 },
  { x: -1, y: 0 },
  { x: 0, y: -1 },
] as const
const wayOf = (direction: number) => (direction % 2 === 0 ? 'level' : 'upright')

/** What a step, a bend, and a crossing cost. */
const cost = { step: 2, bend: 3, crossing: 7 }

/**
 * Leads wires of every node from pin to pin, each the shortest way that is free: none along another, crossings at right
 * angles where neither bends nor branches. Null where one cannot be led.
 *
 * @param nodes the pins of each node
 */
export function route(nodes: readonly (readonly Peg[])[], ground: Ground): (readonly [Peg, Peg])[][] | null {
  const taken = new Map<string, Taken>()
  nodes.forEach((pins, node) => pins.forEach((pin) => taken.set(keyOf(pin), { node, way: null })))
  const wires: (readonly [Peg, Peg])[][] = nodes.map(() => [])
  for (const [node, pins] of nodes.entries()) {
    const tree = new Set(pins.slice(0, 1).map(keyOf))
    const open = new Map(pins.slice(1).map((pin) => [keyOf(pin), pin]))
    while (open.size > 0) {
      const path = shortest(tree, open, node, taken, ground)
      if (path === null) return null
      open.delete(keyOf(path[path.length - 1]))
      path.forEach((peg, i) => {
        if (i > 0) wires[node].push([path[i - 1], peg])
        const [before, after] = [path[i - 1], path[i + 1]]
        const key = keyOf(peg)
        const there = taken.get(key)
        tree.add(key)
        // Where it starts from the tree it branches.
        const isStraight = before && after && (before.x === after.x || before.y === after.y)
        if (there && there.node !== node) return
        taken.set(key, {
          node,
          way: there || !isStraight ? null : before.x === after.x ? 'upright' : 'level',
        })
      })
    }
  }
  return wires
}

/** The cheapest way from a node's wires to one of its pins. */
function shortest(
  tree: ReadonlySet<string>,
  goals: ReadonlyMap<string, Peg>,
  node: number,
  taken: ReadonlyMap<string, Taken>,
  { width, height, closed }: Ground,
): Peg[] | null {
  const at = (peg: Peg, direction: number) => (peg.y * width + peg.x) * 4 + direction
  const best = new Map<number, number>()
  const cameFrom = new Map<number, number>()
  // By cost: costs are small whole numbers.
  const queue: { readonly peg: Peg; readonly direction: number; readonly isStart: boolean }[][] = []
  const push = (total: number, peg: Peg, direction: number, isStart: boolean) => {
    const list = queue[total] ?? (queue[total] = [])
    list.push({ peg, direction, isStart })
  }
  for (const key of tree) {
    const [x, y] = key.split(',').map(Number)
    // A wire of another node may cross here: then none may begin.
    if (taken.get(key)?.node !== node) continue
    directions.forEach((_, direction) => {
      best.set(at({ x, y }, direction), 0)
      push(0, { x, y }, direction, true)
    })
  }
  for (let total = 0; total < queue.length; total++) {
    for (const { peg, direction, isStart } of queue[total] ?? []) {
      const here = at(peg, direction)
      if ((best.get(here) ?? Infinity) < total) continue
      if (!isStart && goals.has(keyOf(peg))) return pathTo(here)
      const there = taken.get(keyOf(peg))
      const isCrossing = there !== undefined && there.node !== node
      directions.forEach(({ x: dx, y: dy }, turned) => {
        if ((turned + 2) % 4 === direction) return
        // Across another wire it goes straight on.
        if (isCrossing && turned !== direction) return
        const next = { x: peg.x + dx, y: peg.y + dy }
        if (next.x < 0 || next.y < 0 || next.x >= width || next.y >= height) return
        const key = keyOf(next)
        if (closed.has(key) || tree.has(key)) return
        const other = taken.get(key)
        if (other && other.node === node && !goals.has(key)) return
        if (other && other.node !== node && (other.way === null || other.way === wayOf(turned))) return
        const more =
          total +
          cost.step +
          (turned === direction ? 0 : cost.bend) +
          (other && other.node !== node ? cost.crossing : 0)
        const id = at(next, turned)
        if ((best.get(id) ?? Infinity) <= more) return
        best.set(id, more)
        cameFrom.set(id, here)
        push(more, next, turned, false)
      })
    }
  }
  return null

  function pathTo(end: number): Peg[] {
    const path: Peg[] = []
    for (let id: number | undefined = end; id !== undefined; id = cameFrom.get(id)) {
      const cell = Math.floor(id / 4)
      const peg = { x: cell % width, y: Math.floor(cell / width) }
      const last = path[path.length - 1]
      if (!last || last.x !== peg.x || last.y !== peg.y) path.push(peg)
    }
    return path.reverse()
  }
}
