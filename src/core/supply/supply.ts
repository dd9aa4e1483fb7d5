import type { Arithmetic } from '../arithmetic'
import { knownOf, type Known, type Network, type Problem } from '../network'
import type { Wiring } from '../nodes'
import type { Combining } from '../reduction'

/** Voltage, current and power of the whole: what the source gives, in volts, amperes and watts. */
export interface Supply<N> {
  readonly voltage: N
  readonly current: N
  readonly power: N
}

/** What an element carries, found on the way outward from a known resistor. */
export interface OnTheWay<N> {
  readonly element: number
  readonly voltage: N
  readonly current: N
}

export type FoundSupply<N> =
  | {
      readonly ok: true
      readonly supply: Supply<N>
      /** From the known resistor to the whole; none where it is known of the source itself. */
      readonly outward: readonly OnTheWay<N>[]
    }
  | { readonly ok: false; readonly problem: Problem }

/**
 * The supply from the one known quantity. From the source's own: I = V / Req, P = V · I, or V = √(P · Req).
 * From a resistor: its voltage and current by Ohm's law, then outward: in series the current carries over,
 * in parallel the voltage does, until the whole is reached.
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
  const source = network.parts[wiring.supply]
  const refuse = (part: string, message: string): FoundSupply<N> => ({
    ok: false,
    problem: { part, field: 'known', message },
  })
  const known = knownOf(network)
  if (!known) throw new Error('a source without voltage or known quantity does not pass the door')
  const value = arithmetic.from(known.value)
  const [whole] = reduction.left

  if (known.part === source.name) {
    if (whole !== undefined)
      return { ok: true, supply: supplyOfWhole(known.quantity, value, R[whole], arithmetic), outward: [] }
    if (known.quantity === 'voltage') {
      return {
        ok: true,
        supply: { voltage: value, current: arithmetic.zero, power: arithmetic.zero },
        outward: [],
      }
    }
    return refuse(
      known.part,
      `nothing closes the circuit, so ${source.name} gives no current and its voltage cannot be found from its ${known.quantity}`,
    )
  }

  const part = network.parts.findIndex(({ name }) => name === known.part)
  const leaf = reduction.leaves.indexOf(part)
  if (leaf < 0 || whole === undefined) {
    return refuse(
      known.part,
      `${known.part} carries no current whatever the source gives, so the supply cannot be found from it`,
    )
  }
  return outwardFrom(leaf)

  function outwardFrom(start: number): FoundSupply<N> {
    const name = (known as { part: string }).part
    const quantity = (known as { quantity: string }).quantity
    if (arithmetic.isZero(R[start]) && quantity !== 'current') {
      return refuse(
        name,
        `${name} has zero ohms: its ${quantity} is 0 whatever flows, so the supply cannot be found from it; give its current`,
      )
    }
    let { voltage, current } = atResistor(quantity, value, R[start], arithmetic)
    const outward: OnTheWay<N>[] = [{ element: start, voltage, current }]
    for (let element = start; reduction.into[element] >= 0; element = reduction.into[element]) {
      const result = reduction.into[element]
      const { kind, members } = reduction.steps[result - reduction.leaves.length]
      if (kind === 'series') {
        voltage = arithmetic.write(arithmetic.multiply(current, R[result]))
      } else if (!arithmetic.isZero(R[result])) {
        current = arithmetic.write(arithmetic.divide(voltage, R[result]))
      } else if (
        !arithmetic.isZero(R[element]) ||
        members.filter((member) => arithmetic.isZero(R[member])).length > 1
      ) {
        return refuse(
          name,
          `${name} lies beside zero ohms, so the current there does not tell the current of the whole`,
        )
      }
      outward.push({ element: result, voltage, current })
    }
    return {
      ok: true,
      supply: { voltage, current, power: arithmetic.write(arithmetic.multiply(voltage, current)) },
      outward,
    }
  }
}

/** The supply from one quantity of the source: I = V / Req, V = I · Req, or V = √(P · Req); P = V · I. */
export function supplyOfWhole<N>(quantity: Known['quantity'], value: N, Req: N, arithmetic: Arithmetic<N>): Supply<N> {
  const { multiply, divide, squareRoot, write } = arithmetic
  if (quantity === 'current') {
    const voltage = write(multiply(value, Req))
    return { voltage, current: value, power: write(multiply(voltage, value)) }
  }
  const voltage = quantity === 'voltage' ? value : write(squareRoot(multiply(value, Req)))
  const current = write(divide(voltage, Req))
  return { voltage, current, power: quantity === 'power' ? value : write(multiply(voltage, current)) }
}

/** Ohm's law at the known resistor; from its power P, I = √(P / R). */
function atResistor<N>(quantity: string, value: N, R: N, arithmetic: Arithmetic<N>): { voltage: N; current: N } {
  const { multiply, divide, squareRoot, write } = arithmetic
  if (quantity === 'voltage') return { voltage: value, current: write(divide(value, R)) }
  const current = quantity === 'current' ? value : write(squareRoot(divide(value, R)))
  return { current, voltage: write(multiply(current, R)) }
}
