import type { Arithmetic } from '../arithmetic'
import { isZeroOhm, type Network } from '../network'
import type { Wiring } from '../nodes'
import type { Reduction } from '../reduction'
import type { Supply } from '../supply'
import type { Expansion } from './expand'
import { idealCurrents } from './ideal'

/** What each part carries, by part index, seen from its `from` to its `to`; null where it does not exist. */
export interface PartValues<N> {
  readonly voltage: (N | null)[]
  readonly current: (N | null)[]
  readonly power: (N | null)[]
}

/**
 * Values of all parts. A part's voltage is the potential of `from` minus that of `to`, its current is positive
 * from `from` to `to`. So the source's current is negative (it leaves at the + end), and so is its power: it
 * gives what the resistors use.
 */
export function partValues<N>(
  network: Network,
  wiring: Wiring,
  reduction: Reduction,
  expansion: Expansion<N>,
  supply: Supply<N>,
  arithmetic: Arithmetic<N>,
): PartValues<N> {
  const { zero, subtract } = arithmetic
  const { parts } = network
  const negative = (value: N) => subtract(zero, value)
  const voltage: (N | null)[] = new Array(parts.length).fill(null)
  const current: (N | null)[] = new Array(parts.length).fill(null)
  const power: (N | null)[] = new Array(parts.length).fill(zero)

  reduction.leaves.forEach((part, element) => {
    const along = wiring.from[part] === reduction.from[element]
    const I = expansion.current[element]
    voltage[part] = along ? expansion.voltage[element] : negative(expansion.voltage[element])
    current[part] = I === null || along ? I : negative(I)
    power[part] = expansion.power[element]
  })
  voltage[wiring.supply] = supply.voltage
  current[wiring.supply] = negative(supply.current)
  power[wiring.supply] = negative(supply.power)

  const isIdeal = (part: number) => {
    const { kind } = parts[part]
    return kind === 'wire' || (wiring.idle[part] !== null && isZeroOhm(parts[part]))
  }
  parts.forEach((_, part) => {
    if (wiring.idle[part] === null && !isIdeal(part)) return
    // Idle parts and wires have no drop; where no path leads to the supply, potentials are undefined.
    voltage[part] = wiring.nodes[wiring.from[part]].tiedTo < 0 ? null : zero
    current[part] = zero
  })
  idealCurrents(network, current, (part) => parts[part].kind === 'wire' || isZeroOhm(parts[part]), arithmetic).forEach(
    (I, part) => {
      if (isIdeal(part)) current[part] = I
    },
  )
  return { voltage, current, power }
}

/**
 * The potential of every node against the 0 V node, by node index; null where nothing ties a node to it.
 * Walks outwards from the 0 V node, each part's drop added or taken away.
 */
export function potentials<N>(
  network: Network,
  wiring: Wiring,
  voltage: readonly (N | null)[],
  arithmetic: Arithmetic<N>,
): (N | null)[] {
  const { zero, add, subtract, write } = arithmetic
  const potential: (N | null)[] = wiring.nodes.map(() => null)
  const at: number[][] = wiring.nodes.map(() => [])
  network.parts.forEach(({ kind }, part) => {
    if (kind === 'wire' || kind === 'terminals') return
    at[wiring.from[part]].push(part)
    at[wiring.to[part]].push(part)
  })
  potential[wiring.reference] = zero
  const reached = [wiring.reference]
  for (const node of reached) {
    const here = potential[node] as N
    for (const part of at[node]) {
      const drop = voltage[part] ?? zero // null only where nothing flows, so nothing drops
      const isFrom = wiring.from[part] === node
      const other = isFrom ? wiring.to[part] : wiring.from[part]
      if (potential[other] !== null) continue
      potential[other] = write(isFrom ? subtract(here, drop) : add(here, drop))
      reached.push(other)
    }
  }
  return potential
}
