import Fraction from 'fraction.js'
import { fractionOf, numberOf, ratioOf, type Amount } from '../quantity'
import type { Arithmetic } from './arithmetic'

/**
 * An exact value: a rational times the square root of a whole number. The root is 1 unless the network is
 * solved from a given power, where V = √(P·R) makes every voltage and current a multiple of one same root.
 */
export interface ExactNumber {
  readonly rational: Fraction
  readonly root: bigint
}

/** An exact value without a root. */
export function rational(fraction: Fraction): ExactNumber {
  return { rational: fraction, root: 1n }
}

const zero = rational(new Fraction(0n, 1n))

/** The nearest double of an exact value. */
export function exactToNumber(a: ExactNumber): number {
  const factor = numberOf(a.rational)
  return a.root === 1n ? factor : factor * Math.sqrt(Number(a.root))
}

function multiply(a: ExactNumber, b: ExactNumber): ExactNumber {
  const product = a.rational.mul(b.rational)
  if (a.root === b.root) return rational(a.root === 1n ? product : product.mul(a.root))
  if (a.root !== 1n && b.root !== 1n) throw new Error('two different roots cannot meet in one network')
  return { rational: product, root: a.root * b.root }
}

function invert(a: ExactNumber): ExactNumber {
  return a.root === 1n ? rational(a.rational.inverse()) : { rational: a.rational.mul(a.root).inverse(), root: a.root }
}

function combine(a: ExactNumber, b: ExactNumber, rationals: Fraction): ExactNumber {
  if (a.root === b.root) return { rational: rationals, root: a.root }
  if (a.rational.n === 0n) return { rational: rationals, root: b.root }
  if (b.rational.n === 0n) return { rational: rationals, root: a.root }
  throw new Error('a rational and a root cannot be added: one of them is not of this network')
}

/** √(p/q) = √(p·q)/q, with the squares taken out of the root as far as small factors go. */
function squareRoot(a: ExactNumber): ExactNumber {
  if (a.root !== 1n) throw new Error('the square root of a root is not needed in a resistor network')
  const { n, d } = a.rational
  if (n === 0n) return zero
  let inside = n * d
  let outside = 1n
  for (let factor = 2n; factor < 100n; factor += 1n) {
    for (const square = factor * factor; inside % square === 0n; inside /= square) outside *= factor
  }
  const whole = wholeRoot(inside)
  return whole * whole === inside
    ? rational(new Fraction(outside * whole, d))
    : { rational: new Fraction(outside, d), root: inside }
}

/** The largest whole number whose square is at most n (Newton's iteration from above). */
function wholeRoot(n: bigint): bigint {
  let x = 1n << BigInt(n.toString(2).length / 2 + 1 | 0)
  for (;;) {
    const next = (x + n / x) >> 1n
    if (next >= x) return x
    x = next
  }
}

/** Compares by sign, then by the square, which is rational: a root needs no rounding. */
function compare(a: ExactNumber, b: ExactNumber): number {
  if (a.root === b.root) return a.rational.compare(b.rational)
  const signs = Number(a.rational.s) - Number(b.rational.s)
  if (signs !== 0 || a.rational.n === 0n) return signs
  const squares = a.rational.mul(a.rational).mul(a.root).compare(b.rational.mul(b.rational).mul(b.root))
  return squares * Number(a.rational.s)
}

function toAmount(a: ExactNumber): Amount {
  const value = exactToNumber(a)
  if (a.root === 1n || a.rational.n === 0n) return { value, exact: ratioOf(a.rational) }
  const { n, d, s } = a.rational
  return { value, root: `${s < 0n ? '-' : ''}${n === 1n ? '' : n}√${a.root}${d === 1n ? '' : `/${d}`}` }
}

/** Exact arithmetic on fractions of whole numbers of any length: 1/3 + 1/6 is 1/2. */
export const exact: Arithmetic<ExactNumber> = {
  name: 'exact',
  zero,
  from: (ratio) => rational(fractionOf(ratio)),
  add: (a, b) => combine(a, b, a.rational.add(b.rational)),
  subtract: (a, b) => combine(a, b, a.rational.sub(b.rational)),
  multiply,
  divide: (a, b) => multiply(a, invert(b)),
  invert,
  squareRoot,
  compare,
  isZero: (a) => a.rational.n === 0n,
  write: (a) => a,
  toAmount,
}
