import { type Amount, type Ratio, bitLength } from '../quantity'

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

const safe = BigInt(Number.MAX_SAFE_INTEGER)

/**
 * The greatest common divisor of two positive whole numbers, by Lehmer's method: many steps of Euclid's algorithm
 * are taken on the leading 52 bits, in doubles, and applied to the long numbers at once
 * (Knuth, “The Art of Computer Programming”, vol. 2, 4.5.2, algorithm L).
 */
export function greatestCommonDivisor(a: bigint, b: bigint): bigint {
  if (a < b) [a, b] = [b, a]
  while (b > safe) {
    const shift = BigInt(Math.floor(bitLength(a)) - 51)
    let x = Number(a >> shift)
    let y = Number(b >> shift)
    let [A, B, C, D] = [1, 0, 0, 1]
    while (y + C !== 0 && y + D !== 0) {
      const q = Math.floor((x + A) / (y + C))
      if (q !== Math.floor((x + B) / (y + D))) break
      ;[A, C] = [C, A - q * C]
      ;[B, D] = [D, B - q * D]
      ;[x, y] = [y, x - q * y]
    }
    if (B === 0) [a, b] = [b, a % b]
    else [a, b] = [BigInt(A) * a + BigInt(B) * b, BigInt(C) * a + BigInt(D) * b]
  }
  if (b === 0n) return a
  let x = Number(b)
  let y = Number(a % b)
  while (y !== 0) [x, y] = [y, x % y]
  return BigInt(x)
}

/** Double-precision arithmetic, for large networks: about fifteen figures. */
export const float: Arithmetic<number> = {
  name: 'float',
  zero: 0,
  from: ({ value }) => value,
  add: (a, b) => a + b,
  subtract: (a, b) => a - b,
  multiply: (a, b) => a * b,
  divide: (a, b) => a / b,
  invert: (a) => 1 / a,
  squareRoot: Math.sqrt,
  compare: (a, b) => a - b,
  isZero: (a) => a === 0,
  write: (a) => a,
  writeOnTheWay: (a) => a,
  ratio: () => null,
  toAmount: (a) => ({ value: a }),
}
