/**
 * In: what resistors carry. Out: voltage, current and power of every part. Textbooks: “work back”.
 */

import type { Arithmetic } from '../number'
import { isIdeal, isZeroOhm, joins, type Wiring } from '../structure'
import type { Supply } from './supply'
import type { Network } from '../network'

/** What every element carries, by element id, in the direction of the current: volts, amperes, watts. */
export interface Expansion<N> {
  readonly voltage: readonly N[]
  /** null where zero-ohm paths lie side by side: how they share a current is undefined. */
  readonly current: readonly (N | null)[]
  readonly power: readonly N[]
}

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

/** What each part carries, by part index, seen from its `from` to its `to`; null where it does not exist. */
export interface PartValues<N> {
  readonly voltage: (N | null)[]
  readonly current: (N | null)[]
  readonly power: (N | null)[]
}

/** What a resistor carries, seen from its `from` to its `to`. */
export interface Carried<N> {
  readonly voltage: N
  readonly current: N | null
  readonly power: N
}

/**
 * Values of all parts, but for the voltages that voltmeters show. A part's voltage is the potential of `from` minus that of `to`, its current is positive
 * from `from` to `to`. So the source's current is negative (it leaves at the + end), and so is its power: it
 * gives what the resistors use.
 *
 * @param carried what each resistor carries, by part index; undefined for one that carries nothing
 */
export function partValues<N>(
  network: Network,
  wiring: Wiring,
  carried: readonly (Carried<N> | undefined)[],
  supply: Supply<N>,
  arithmetic: Arithmetic<N>,
): PartValues<N> {
  const { zero, subtract } = arithmetic
  const { parts } = network
  const negative = (value: N) => subtract(zero, value)
  const voltage: (N | null)[] = parts.map((_, part) => carried[part]?.voltage ?? null)
  const current: (N | null)[] = parts.map((_, part) => carried[part]?.current ?? null)
  const power: (N | null)[] = parts.map((_, part) => carried[part]?.power ?? zero)
  voltage[wiring.supply] = supply.voltage
  current[wiring.supply] = negative(supply.current)
  power[wiring.supply] = negative(supply.power)

  parts.forEach((_, part) => {
    if (wiring.idle[part] === null && !isIdeal(network, wiring, part)) return
    // Idle parts and wires have no drop; where no path leads to the supply, potentials are undefined.
    voltage[part] = wiring.nodes[wiring.from[part]].tiedTo === null ? null : zero
    current[part] = zero
  })
  parts.forEach(({ kind }, part) => {
    if (kind === 'voltmeter') current[part] = zero
  })
  idealCurrents(network, current, (part) => joins(parts[part]) || isZeroOhm(parts[part]), arithmetic).forEach(
    (I, part) => {
      if (isIdeal(network, wiring, part)) current[part] = I
    },
  )
  return { voltage, current, power }
}
