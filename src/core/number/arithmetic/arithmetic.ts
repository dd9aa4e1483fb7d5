import type { Amount, Ratio } from '../quantity'

/** A number as it was read: its nearest double, and its exact ratio. */
export interface Given {
  readonly value: number
  readonly exact?: Ratio
}

/**
 * A number system. Reduction and expansion are written once over it.
 * Values are in SI base units; `divide` must not be given a zero divisor.
 */
export interface Arithmetic<N> {
  /** `exact`, `float` or `rounded:N`, as the command line names it. */
  readonly name: string
  readonly zero: N
  /** The number that was read: a rational. */
  from(given: Given): N
  add(a: N, b: N): N
  subtract(a: N, b: N): N
  multiply(a: N, b: N): N
  divide(a: N, b: N): N
  /** 1 / a. */
  invert(a: N): N
  /** The square root of a number that is not negative. */
  squareRoot(a: N): N
  /** Below 0 if a < b, 0 if they are the same number, above 0 if a > b. */
  compare(a: N, b: N): number
  isZero(a: N): boolean
  /**
   * The value as a person would write it down before going on: rounded where the system rounds, in lowest terms
   * where it is exact. A value it is expected to equal saves the exact system the search for lowest terms.
   */
  write(a: N, expected?: N): N
  /** The value that a person would write down on the way to another one: {@link write} where the system rounds. */
  writeOnTheWay(a: N): N
  /** Numerator and denominator in lowest terms; null where the system has none, or the value is rounded or a root. */
  ratio(a: N): { readonly n: bigint; readonly d: bigint } | null
  toAmount(a: N): Amount
}

/** The smallest double with full precision: below it, values that fade out along a long ladder lose their digits. */
const smallestNormal = 2 ** -1022

/** Whether two results agree: exactly where `tolerance` is 0, else within that part of the larger one. */
export function agree<N>(arithmetic: Arithmetic<N>, a: N, b: N, tolerance: number): boolean {
  if (arithmetic.compare(a, b) === 0) return true
  const left = arithmetic.toAmount(a).value
  const right = arithmetic.toAmount(b).value
  return (
    tolerance > 0 && Math.abs(left - right) <= tolerance * Math.max(Math.abs(left), Math.abs(right)) + smallestNormal
  )
}
