/**
 * In: one known quantity, and where it is known. Out: why the supply cannot be told from it, where that is so.
 * Textbooks: “total current”, “working outward from a known current”.
 */

import type { Problem } from '../network'
import type { Combination } from '../structure'

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

/** Why a resistor that carries nothing tells nothing of the supply. */
export const carriesNothing = (part: string) =>
  `${part} carries no current, whatever the source gives; the supply cannot be found from it`

/**
 * Why the supply cannot be found from what is known of a resistor; null where it can.
 *
 * @param inside null where the resistor carries nothing
 */
export function knownProblem(part: string, quantity: string, inside: KnownInside | null): Problem | null {
  const refuse = (message: string): Problem => ({ part, field: 'known', message })
  if (inside === null) return refuse(carriesNothing(part))
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

/** Why a source that 0 Ω closes cannot be told from what is known of it; null where it can. */
export function openProblem(source: string, quantity: string): Problem | null {
  return quantity === 'voltage'
    ? null
    : {
        part: source,
        field: 'known',
        message: `nothing closes the circuit, so ${source} gives no current and its voltage cannot be found from its ${quantity}`,
      }
}
