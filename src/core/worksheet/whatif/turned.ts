import { float, type Amount, type Arithmetic, type ExactValue, type Quantity } from '../../number'
import { knownOf, type GivenQuantity, type Network } from '../../network'
import { deriveAnew, withArithmetic, type Worksheet } from '../worked'
import { dual } from './dual'

/** A value that can be turned: a resistance, or what is known of the source or a resistor. */
export interface Knob {
  readonly part: string
  /** The line of the value. */
  readonly line: number
  readonly quantity: Quantity
  readonly value: GivenQuantity
}

/** The knobs of a worksheet: what is given and above 0. */
export function knobsOf({ network, elements, wiring, derivation }: Worksheet): Knob[] {
  const { found, lines, supply, whole } = derivation
  const knobs = elements.flatMap(({ part }, id): Knob[] => {
    const it = part === null ? null : network.parts[part]
    const line = found.resistance[id]
    if (it?.kind !== 'resistor' || !it.resistance || it.resistance.value <= 0 || line === undefined) return []
    return [{ part: it.name, line, quantity: 'resistance', value: it.resistance }]
  })
  const known = knownOf(network)
  if (!known || known.value.value <= 0) return knobs
  const isSource = known.part === network.parts[wiring.supply].name
  const of = isSource
    ? (supply ?? whole)
    : elements.findIndex(({ part }) => part !== null && network.parts[part].name === known.part)
  const line = of === null ? undefined : found[known.quantity][of]
  if (line === undefined || lines[line].method !== 'given') return knobs
  return [...knobs, { part: known.part, line, quantity: known.quantity, value: known.value }]
}

/** The network with another value at a knob. */
export function withValue(network: Network, { part, quantity }: Knob, value: GivenQuantity): Network {
  if (quantity !== 'resistance' && network.known) return { ...network, known: { ...network.known, value } }
  return {
    ...network,
    parts: network.parts.map((it) => {
      if (it.name !== part) return it
      if (it.kind === 'resistor') return { ...it, resistance: value }
      return it.kind === 'source' ? { ...it, voltage: value } : it
    }),
  }
}

/** What turning a knob makes of a worksheet, by the ids of its lines. */
export interface Turned {
  /** null where a value does not exist, or is open. */
  readonly amounts: readonly (Amount | null)[]
  /**
   * How strongly each value goes with the one that is turned: by how many per cent, when that grows by one; null where it
   * is nothing, or does not exist.
   */
  readonly strengths: readonly (number | null)[]
}

/**
 * Every value of a worksheet at another value of a knob, as the worksheet's own number system writes it, and how strongly
 * each goes with it. null where what is known contradicts the network then.
 */
export function turned(worksheet: Worksheet, knob: Knob, value: ExactValue): Turned | null {
  const amounts = withArithmetic(worksheet.arithmetic, (arithmetic) => amountsAt(worksheet, knob, value, arithmetic))
  const strengths = amounts && strengthsAt(worksheet, knob, value, float, (it) => it)
  return amounts && strengths && { amounts, strengths }
}

function amountsAt<N>(worksheet: Worksheet, knob: Knob, value: ExactValue, arithmetic: Arithmetic<N>) {
  const network = withValue(worksheet.network, knob, { ...value, typed: value.value })
  const derived = deriveAnew(worksheet, network, arithmetic)
  return derived.ok ? derived.derivation.lines.map(({ amount }) => amount) : null
}

/**
 * How strongly every value goes with a knob: the derivative times knob over value, all of them from one pass.
 *
 * @param toNumber the nearest double
 * @returns by the id of the line; null where a value is nothing, or does not exist
 */
export function strengthsAt<N>(
  worksheet: Worksheet,
  knob: Knob,
  value: ExactValue,
  arithmetic: Arithmetic<N>,
  toNumber: (quotient: N) => number,
): (number | null)[] | null {
  const { divide, multiply, isZero } = arithmetic
  const given: GivenQuantity = { ...value, typed: value.value }
  const network = withValue(worksheet.network, knob, given)
  const derived = deriveAnew(worksheet, network, dual(arithmetic, given))
  if (!derived.ok) return null
  const at = arithmetic.from(value)
  return (derived.derivation.numbers as readonly ({ value: N; slope: N } | null)[]).map((it) =>
    it === null || isZero(it.value) ? null : toNumber(divide(multiply(it.slope, at), it.value)),
  )
}
