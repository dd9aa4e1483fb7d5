import type { Arithmetic } from '../../number'
import type { Network } from '../../network'
import { isIdeal, isZeroOhm, joins, type Wiring } from '../../structure'
import type { Supply } from '../supply'
import { idealCurrents } from './ideal'

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
