import type { Arithmetic } from '../../number'
import type { Network } from '../../network'

/**
 * The currents of ideal conductors (wires and zero-ohm resistors), by part index: Kirchhoff's current law at the
 * points gives the current of every conductor that closes no loop of ideal conductors. In such a loop the split
 * is undefined: null. Parts that are not ideal are null too.
 *
 * @param current of every other part, `from` → `to`
 */
export function idealCurrents<N>(
  network: Network,
  current: readonly (N | null)[],
  isIdeal: (part: number) => boolean,
  { zero, add, subtract }: Arithmetic<N>,
): (N | null)[] {
  const { parts } = network
  const index = new Map<string, number>()
  for (const { from, to } of parts) for (const point of [from, to]) if (!index.has(point)) index.set(point, index.size)
  const from = parts.map((part) => index.get(part.from) as number)
  const to = parts.map((part) => index.get(part.to) as number)
  const inflow: N[] = new Array(index.size).fill(zero)
  const at: number[][] = Array.from({ length: index.size }, () => [])
  parts.forEach((_, i) => {
    if (!isIdeal(i)) return
    at[from[i]].push(i)
    at[to[i]].push(i)
  })
  parts.forEach((part, i) => {
    if (isIdeal(i) || part.kind === 'terminals') return
    const I = current[i] ?? zero
    if (at[from[i]].length > 0) inflow[from[i]] = subtract(inflow[from[i]], I)
    if (at[to[i]].length > 0) inflow[to[i]] = add(inflow[to[i]], I)
  })

  const found: (N | null)[] = new Array(parts.length).fill(null)
  const depth = new Array<number>(index.size).fill(-1)
  const low = new Array<number>(index.size).fill(0)
  const next = new Array<number>(index.size).fill(0)
  const entered = new Array<number>(index.size).fill(-1)
  for (let root = 0; root < index.size; root++) {
    if (depth[root] >= 0) continue
    depth[root] = 0
    const path = [root]
    while (path.length > 0) {
      const point = path[path.length - 1]
      if (next[point] < at[point].length) {
        const part = at[point][next[point]++]
        if (part === entered[point]) continue
        const other = from[part] === point ? to[part] : from[part]
        if (depth[other] >= 0) {
          low[point] = Math.min(low[point], depth[other])
          continue
        }
        depth[other] = low[other] = depth[point] + 1
        entered[other] = part
        path.push(other)
        continue
      }
      path.pop()
      if (path.length === 0) break
      const above = path[path.length - 1]
      const part = entered[point]
      low[above] = Math.min(low[above], low[point])
      // All that flows in beyond this conductor must come back through it, unless a loop offers another way.
      if (low[point] > depth[above]) found[part] = to[part] === above ? inflow[point] : subtract(zero, inflow[point])
      inflow[above] = add(inflow[above], inflow[point])
    }
  }
  return found
}
