import type { Forest } from '../../structure'
import { measures as m } from './picture'
import { rowLevels, type Room } from './room'

export interface Lane {
  readonly root: number
  readonly x: number
  readonly y: number
  /** The bars at its two ends. */
  readonly fromX: number
  readonly toX: number
}

/**
 * The lanes of a forest's roots, by their positions in `roots`: each lies in the first lane that is free from where it
 * begins.
 */
export function shareLanes(
  { roots, from, to }: Pick<Forest, 'roots' | 'from' | 'to'>,
  rank: readonly number[],
): number[][] {
  const taken: number[] = [] // by lane, the rank up to which it is taken
  const lanes: number[][] = []
  roots.forEach((root, i) => {
    const free = taken.findIndex((until) => until <= rank[from[root]])
    const lane = free < 0 ? taken.length : free
    taken[lane] = rank[to[root]]
    if (free < 0) lanes.push([i])
    else lanes[lane].push(i)
  })
  return lanes
}

/**
 * Puts the forest's roots into lanes. Each root lies in the column right of the bar it starts from, which is as
 * wide as the widest root there; a lane holds roots whose spans do not overlap.
 */
export function shareOut({ roots, from, to }: Forest, rooms: readonly Room[], rank: readonly number[]) {
  const used = [...new Set(roots.flatMap((root) => [from[root], to[root]]))].sort((a, b) => rank[a] - rank[b])
  const single = roots.length === 1
  const barX = new Map<number, number>()
  let x = m.margin + m.node + (single ? m.end - m.gap / 2 : m.end)
  used.forEach((node) => {
    barX.set(node, x)
    const starting = roots.filter((root) => from[root] === node)
    if (starting.length > 0) x += Math.max(...starting.map((root) => rooms[root].width)) + (single ? 0 : 2 * m.end)
  })
  const width = x + (single ? m.end - m.gap / 2 : m.end) + m.margin + m.node

  const laneOf: number[] = []
  const rows = shareLanes({ roots, from, to }, rank).map((shared, lane) => {
    for (const i of shared) laneOf[i] = lane
    const inside = shared.map((i) => rooms[roots[i]])
    return {
      width: 0,
      wire: 0,
      above: Math.max(...inside.map(({ above }) => above)),
      below: Math.max(...inside.map(({ below }) => below)),
    }
  })
  const levels = rows.length > 0 ? rowLevels(rows) : [0]
  const top = m.margin + (rows[0]?.above ?? 20) - levels[0]
  const bars = new Map<number, { x: number; ys: number[] }>(
    used.map((node) => [node, { x: barX.get(node) as number, ys: [] }]),
  )
  const lanes = roots.map((root, i): Lane => {
    const y = top + levels[laneOf[i]]
    for (const node of [from[root], to[root]]) bars.get(node)?.ys.push(y)
    const left = barX.get(from[root]) as number
    return { root, fromX: left, x: single ? left : left + m.end, y, toX: barX.get(to[root]) as number }
  })
  const height = top + levels[levels.length - 1] + Math.max(rows[rows.length - 1]?.below ?? 20, 28) + m.margin
  return { lanes, bars, width: Math.max(width, 2 * m.end + 40), height }
}
