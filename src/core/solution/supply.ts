/**
 * In: a reduction with resistances and one known quantity. Out: voltage, current and power of the whole.
 * Textbooks: “total current”, “working outward from a known current”.
 */

import type { Arithmetic } from '../number'
import { knownOf, type Network, type Problem } from '../network'
import type { Combination, Combining, Wiring } from '../structure'

/** Voltage, current and power of the whole: what the source gives, in volts, amperes and watts. */
export interface Supply<N> {
  readonly voltage: N
  readonly current: N
  readonly power: N
}

/** A resistor of which something is known, and the equivalents that take it in. */
export interface KnownInside {
  readonly element: number
  readonly groupAround: (element: number) => Combination | null
  readonly isZero: (element: number) => boolean
}

export type FoundSupply<N> =
  | { readonly ok: true; readonly supply: Supply<N> }
  | { readonly ok: false; readonly problem: Problem }

/**
 * Why the supply cannot be found from what is known of a resistor; null where it can.
 *
 * @param inside null where the resistor carries nothing
 */
export function knownProblem(part: string, quantity: string, inside: KnownInside | null): Problem | null {
  const refuse = (message: string): Problem => ({ part, field: 'known', message })
  if (inside === null)
    return refuse(`${part} carries no current whatever the source gives, so the supply cannot be found from it`)
  const { element, groupAround, isZero } = inside
  if (isZero(element) && quantity !== 'current')
    return refuse(
      `${part} has zero ohms: its ${quantity} is 0 whatever flows, so the supply cannot be found from it; give its current`,
    )
  for (let id = element, group = groupAround(id); group; id = group.result, group = groupAround(id)) {
    const { kind, members, result } = group
    if (kind === 'series' || !isZero(result)) continue
    if (!isZero(id) || members.filter(isZero).length > 1)
      return refuse(`${part} lies beside zero ohms, so the current there does not tell the current of the whole`)
  }
  return null
}

/** Why a source that nothing closes cannot be told from what is known of it; null where it can. */
export function openProblem(source: string, quantity: string): Problem | null {
  return quantity === 'voltage'
    ? null
    : {
        part: source,
        field: 'known',
        message: `nothing closes the circuit, so ${source} gives no current and its voltage cannot be found from its ${quantity}`,
      }
}

/**
 * The supply from the one known quantity, in numbers alone. From the source's own: I = V / Req, P = V · I, or
 * V = √(P · Req). From a resistor: its voltage and current by Ohm's law, then outward: in series the current carries
 * over, in parallel the voltage does, until the whole is reached.
 *
 * The network must have a source. `R` holds the resistance of every element; the reduction must have ended in
 * one element that is not 0 Ω, or in none (nothing closes the circuit).
 */
export function findSupply<N>(
  network: Network,
  wiring: Wiring,
  reduction: Combining,
  R: readonly N[],
  arithmetic: Arithmetic<N>,
): FoundSupply<N> {
  const { multiply, divide, squareRoot, isZero, zero } = arithmetic
  const source = network.parts[wiring.supply]
  const known = knownOf(network)
  if (!known) throw new Error('a source without voltage or known quantity is refused by its reader')
  const value = arithmetic.from(known.value)
  const whole = reduction.left.length === 0 ? null : reduction.left[0]
  const given = (voltage: N, current: N): FoundSupply<N> => ({
    ok: true,
    supply: { voltage, current, power: multiply(voltage, current) },
  })

  if (known.part === source.name) {
    if (whole === null) {
      const problem = openProblem(source.name, known.quantity)
      return problem ? { ok: false, problem } : given(value, zero)
    }
    if (known.quantity === 'current') return given(multiply(value, R[whole]), value)
    const voltage = known.quantity === 'voltage' ? value : squareRoot(multiply(value, R[whole]))
    return given(voltage, divide(voltage, R[whole]))
  }

  const part = network.parts.findIndex(({ name }) => name === known.part)
  const leaf = reduction.leaves.indexOf(part)
  const groupAround = (id: number) => reduction.around[id]
  const inside =
    leaf < 0 || whole === null ? null : { element: leaf, groupAround, isZero: (id: number) => isZero(R[id]) }
  const problem = knownProblem(known.part, known.quantity, inside)
  if (problem) return { ok: false, problem }
  let current = known.quantity === 'power' ? squareRoot(divide(value, R[leaf])) : value
  if (known.quantity === 'voltage') current = divide(value, R[leaf])
  let voltage = known.quantity === 'voltage' ? value : multiply(current, R[leaf])
  for (let group = groupAround(leaf); group; group = groupAround(group.result)) {
    if (group.kind === 'series') voltage = multiply(current, R[group.result])
    else if (!isZero(R[group.result])) current = divide(voltage, R[group.result])
  }
  return given(voltage, current)
}
