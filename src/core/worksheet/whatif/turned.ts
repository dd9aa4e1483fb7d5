import { float, type Amount, type Arithmetic, type ExactValue } from '../../number'
import type { GivenQuantity } from '../../network'
import { deriveAnew, withArithmetic, type Worksheet } from '../worked'
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

/** A number, and how fast it goes with the one that is turned. */
interface Dual<N> {
  readonly value: N
  readonly slope: N
}

/**
 * Forward differentiation over any number system: each operation carries the derivative along by its rule (Clifford's
 * dual numbers, 1873), so that one pass gives every value and its derivative, as exact as the system is.
 *
 * @param turned what was read for the number that is turned: this very object has the slope 1, all else 0
 */
function dual<N>(base: Arithmetic<N>, turned: object): Arithmetic<Dual<N>> {
  const { add, subtract, multiply, divide } = base
  const square = (a: N) => multiply(a, a)
  const [one, two] = [1, 2].map((value) => base.from({ value, exact: String(value) }))
  return {
    name: `dual ${base.name}`,
    zero: { value: base.zero, slope: base.zero },
    from: (given) => ({ value: base.from(given), slope: given === turned ? one : base.zero }),
    add: (a, b) => ({ value: add(a.value, b.value), slope: add(a.slope, b.slope) }),
    subtract: (a, b) => ({ value: subtract(a.value, b.value), slope: subtract(a.slope, b.slope) }),
    multiply: (a, b) => ({
      value: multiply(a.value, b.value),
      slope: add(multiply(a.slope, b.value), multiply(a.value, b.slope)),
    }),
    divide: (a, b) => ({
      value: divide(a.value, b.value),
      slope: divide(subtract(multiply(a.slope, b.value), multiply(a.value, b.slope)), square(b.value)),
    }),
    invert: (a) => ({
      value: base.invert(a.value),
      slope: divide(subtract(base.zero, a.slope), square(a.value)),
    }),
    squareRoot: (a) => {
      const root = base.squareRoot(a.value)
      return { value: root, slope: base.isZero(a.slope) ? base.zero : divide(a.slope, multiply(two, root)) }
    },
    // Equal numbers that go apart are not the same: what holds for equal ones alone does not hold on.
    compare: (a, b) => base.compare(a.value, b.value) || base.compare(a.slope, b.slope),
    isZero: (a) => base.isZero(a.value),
    write: ({ value, slope }) => ({ value: base.write(value), slope: base.write(slope) }),
    writeOnTheWay: (a) => a,
    ratio: () => null,
    toAmount: ({ value }) => base.toAmount(value),
  }
}
