import Fraction from 'fraction.js'

/** An exact rational number as text, `p/q` in lowest terms or `p` when it is whole. Survives JSON. */
export type Ratio = string

/** An exact value, n/d times the square root of a whole number, in lowest terms; the root is 1 for a rational. */
export interface Exact {
  readonly n: bigint
  readonly d: bigint
  readonly root: bigint
}

/** The value of a ratio. Takes only what {@link ratioOf} writes. */
export function exactOf(ratio: Ratio): Exact {
  const slash = ratio.indexOf('/')
  const [n, d] = slash < 0 ? [BigInt(ratio), 1n] : [BigInt(ratio.slice(0, slash)), BigInt(ratio.slice(slash + 1))]
  return { n, d, root: 1n }
}

/** The text of an exact rational: `25/2`, `-3`, `0`. */
export function ratioOf(fraction: Fraction): Ratio {
  const numerator = (fraction.s < 0n ? '-' : '') + fraction.n.toString()
  return fraction.d === 1n ? numerator : `${numerator}/${fraction.d}`
}

const safe = BigInt(Number.MAX_SAFE_INTEGER)

/** The number of bits of a positive whole number, to within four. */
export function bitLength(n: bigint): number {
  const size = Number(n)
  return size === Infinity ? n.toString(16).length * 4 : Math.log2(size)
}

/**
 * The double nearest to numerator / denominator, however many digits they have
 * (dividing the two as doubles gives NaN beyond 308 digits). Both must not be negative.
 */
export function nearestNumber(numerator: bigint, denominator: bigint): number {
  if (numerator === 0n) return 0
  if (denominator === 1n) return Number(numerator)
  if (numerator <= safe && denominator <= safe) return Number(numerator) / Number(denominator)
  // Scale so that the whole quotient has at least 66 bits; a sticky last bit keeps the rounding right.
  const shift = Math.ceil(bitLength(denominator) - bitLength(numerator)) + 72
  const n = shift > 0 ? numerator << BigInt(shift) : numerator
  const d = shift < 0 ? denominator << BigInt(-shift) : denominator
  const quotient = n / d
  const sticky = quotient * d === n ? 0n : 1n
  return scale(Number((quotient << 1n) | sticky), -shift - 1)
}

/** x · 2^power, in two factors so that neither overflows on its own. */
function scale(x: number, power: number): number {
  const half = Math.trunc(power / 2)
  return x * 2 ** half * 2 ** (power - half)
}

/** The double nearest to a fraction. */
export function numberOf(fraction: Fraction): number {
  const magnitude = nearestNumber(fraction.n, fraction.d)
  return fraction.s < 0n ? -magnitude : magnitude
}

/** A positive number rounded half away from zero: digits · 10^(exponent − figures + 1), with 10^exponent ≤ x. */
export interface Digits {
  /** Exactly `figures` decimal digits, the first not 0. */
  readonly digits: string
  readonly exponent: number
}

/** numerator / denominator (both above 0) rounded to a number of significant figures, exactly. */
export function roundedDigits(numerator: bigint, denominator: bigint, figures: number): Digits {
  let exponent = numerator.toString().length - denominator.toString().length
  if (compareToPower(numerator, denominator, exponent) < 0) exponent -= 1
  const shift = figures - 1 - exponent
  const n = shift > 0 ? numerator * 10n ** BigInt(shift) : numerator
  const d = shift < 0 ? denominator * 10n ** BigInt(-shift) : denominator
  const digits = ((2n * n + d) / (2n * d)).toString()
  return digits.length > figures ? { digits: digits.slice(0, figures), exponent: exponent + 1 } : { digits, exponent }
}

function compareToPower(numerator: bigint, denominator: bigint, power: number): number {
  const left = power < 0 ? numerator * 10n ** BigInt(-power) : numerator
  const right = power > 0 ? denominator * 10n ** BigInt(power) : denominator
  return left < right ? -1 : left > right ? 1 : 0
}
