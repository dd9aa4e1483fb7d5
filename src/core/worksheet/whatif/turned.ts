import { float, type Amount, type Arithmetic, type ExactValue } from '../../number'
import type { GivenQuantity } from '../../network'
import { deriveAnew, withArithmetic, type Worksheet } from '../worked'
import { dual } from './dual'
import { withValue, type Knob } from './knobs'

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

/** A worksheet as it is with other values: only its derivation has them. */
export function withAmounts(worksheet: Worksheet, amounts: Turned['amounts']): Worksheet {
  const lines = worksheet.derivation.lines.map((line, id) => ({ ...line, amount: amounts[id] }))
  return { ...worksheet, derivation: { ...worksheet.derivation, lines } }
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
