import type { Arithmetic } from '../../number'

/** A number, and how fast it goes with the one that is turned. */
export interface Dual<N> {
  readonly value: N
  readonly slope: N
}

/**
 * Forward differentiation over any number system: each operation carries the derivative along by its rule (Clifford's
 * dual numbers, 1873), so that one pass gives every value and its derivative, as exact as the system is.
 *
 * @param turned what was read for the number that is turned: this very object has the slope 1, all else 0
 */
export function dual<N>(base: Arithmetic<N>, turned: object): Arithmetic<Dual<N>> {
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
