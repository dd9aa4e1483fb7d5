import type { Arithmetic } from '../../number'

/** A number, and how it answers to each of the values that it is worked out from. */
export interface Graded {
  readonly value: number
  /** Its derivative to each value. */
  readonly by: readonly number[]
}

const combined = (value: number, a: Graded, toA: number, b: Graded, toB: number): Graded => ({
  value,
  by: Array.from({ length: Math.max(a.by.length, b.by.length) }, (_, i) => toA * (a.by[i] ?? 0) + toB * (b.by[i] ?? 0)),
})

/** Forward differentiation: the rules for sums, products, quotients and roots, without rounding. */
export const graded: Arithmetic<Graded> = {
  name: 'graded',
  zero: { value: 0, by: [] },
  from: ({ value }) => ({ value, by: [] }),
  add: (a, b) => combined(a.value + b.value, a, 1, b, 1),
  subtract: (a, b) => combined(a.value - b.value, a, 1, b, -1),
  multiply: (a, b) => combined(a.value * b.value, a, b.value, b, a.value),
  divide: (a, b) => combined(a.value / b.value, a, 1 / b.value, b, -a.value / b.value ** 2),
  invert: (a) => combined(1 / a.value, a, -1 / a.value ** 2, a, 0),
  squareRoot: (a) => {
    const root = Math.sqrt(a.value)
    return combined(root, a, root === 0 ? 0 : 0.5 / root, a, 0)
  },
  compare: (a, b) => a.value - b.value,
  isZero: ({ value }) => value === 0,
  write: (a) => a,
  writeOnTheWay: (a) => a,
  ratio: () => null,
  toAmount: ({ value }) => ({ value }),
}
