import { exactOf, nearestNumber, type Amount, type Exact } from '../quantity'
import { type Arithmetic, type Given, greatestCommonDivisor } from './arithmetic'

/**
 * An exact value: n/d times the square root of a whole number. The root is 1 unless the network is solved from a
 * given power, where V = √(P·R) makes every voltage and current a multiple of one same root.
 * d is above 0; n/d is in lowest terms once it has been written down, not between.
 */
export interface ExactNumber extends Exact {
  /** Known to be in lowest terms. */
  readonly lowest: boolean
  /** On paper: rounded when it was written down, or worked out from values that were. */
  readonly rounded?: true
}

/** n/d as an exact value, any signs; d must not be 0. */
export function rational(n: bigint, d: bigint): ExactNumber {
  return d < 0n ? { n: -n, d: -d, root: 1n, lowest: false } : { n, d, root: 1n, lowest: false }
}

const zero: ExactNumber = { n: 0n, d: 1n, root: 1n, lowest: true }

/** The nearest double of an exact value. */
export function exactToNumber({ n, d, root }: Pick<ExactNumber, 'n' | 'd' | 'root'>): number {
  const size = n < 0n ? -n : n
  const magnitude = root === 1n ? nearestNumber(size, d) : Math.sqrt(nearestNumber(size * size * root, d * d))
  return n < 0n ? -magnitude : magnitude
}

/** The same value in lowest terms. */
function reduced(a: ExactNumber): ExactNumber {
  const { n, d, root, lowest } = a
  if (lowest) return a
  if (n === 0n) return zero
  const divisor = greatestCommonDivisor(n < 0n ? -n : n, d)
  return { n: n / divisor, d: d / divisor, root, lowest: true }
}

/** Beyond this, sums are brought to lowest terms on the way, so that long ones do not swell. */
const large = 1n << 8192n

function add(a: ExactNumber, b: ExactNumber): ExactNumber {
  if (a.n === 0n) return b
  if (b.n === 0n) return a
  if (a.root !== b.root) throw new Error('a rational and a root cannot be added: one of them is not of this network')
  if (a.d === b.d) return { n: a.n + b.n, d: a.d, root: a.root, lowest: false }
  const sum = { n: a.n * b.d + b.n * a.d, d: a.d * b.d, root: a.root, lowest: false }
  return sum.d > large ? reduced(sum) : sum
}

function negate({ n, d, root, lowest }: ExactNumber): ExactNumber {
  return { n: -n, d, root, lowest }
}

/** In lowest terms where both are, since crosswise the divisors are those of shorter numbers. */
function multiply(a: ExactNumber, b: ExactNumber): ExactNumber {
  if (a.lowest && b.lowest && a.root === 1n && b.root === 1n) {
    if (a.n === 0n || b.n === 0n) return zero
    if (a === b) return { n: a.n * a.n, d: a.d * a.d, root: 1n, lowest: true }
    const first = greatestCommonDivisor(a.n < 0n ? -a.n : a.n, b.d)
    const second = greatestCommonDivisor(b.n < 0n ? -b.n : b.n, a.d)
    return { n: (a.n / first) * (b.n / second), d: (a.d / second) * (b.d / first), root: 1n, lowest: true }
  }
  const n = a.n * b.n
  const d = a.d * b.d
  if (a.root === b.root) return { n: n * a.root, d, root: 1n, lowest: false }
  if (a.root !== 1n && b.root !== 1n) throw new Error('two different roots cannot meet in one network')
  return { n, d, root: a.root * b.root, lowest: false }
}

function invert({ n, d, root, lowest }: ExactNumber): ExactNumber {
  if (root === 1n) return n < 0n ? { n: -d, d: -n, root, lowest } : { n: d, d: n, root, lowest }
  const under = n * root
  return under < 0n ? { n: -d, d: -under, root, lowest: false } : { n: d, d: under, root, lowest: false }
}

/** √(n/d) = √(n·d)/d, with the squares taken out of the root as far as small factors go. */
function squareRoot(a: ExactNumber): ExactNumber {
  if (a.root !== 1n) throw new Error('the square root of a root is not needed in a resistor network')
  const { n, d } = reduced(a)
  if (n === 0n) return zero
  let inside = n * d
  let outside = 1n
  for (let factor = 2n; factor < 100n; factor += 1n) {
    for (const square = factor * factor; inside % square === 0n; inside /= square) outside *= factor
  }
  const whole = wholeRoot(inside)
  return reduced(
    whole * whole === inside ? rational(outside * whole, d) : { n: outside, d, root: inside, lowest: false },
  )
}

/** The largest whole number whose square is at most n (Newton's iteration from above). */
function wholeRoot(n: bigint): bigint {
  let x = 1n << BigInt((n.toString(2).length >> 1) + 1)
  for (;;) {
    const next = (x + n / x) >> 1n
    if (next >= x) return x
    x = next
  }
}

/** Compares by sign, then by cross products; with different roots by the squares, which are rational. */
function compare(a: ExactNumber, b: ExactNumber): number {
  if (a.root === b.root || a.n === 0n || b.n === 0n || a.n < 0n !== b.n < 0n) return order(a.n * b.d, b.n * a.d)
  const squares = order(a.n * a.n * a.root * b.d * b.d, b.n * b.n * b.root * a.d * a.d)
  return a.n < 0n ? -squares : squares
}

function order(left: bigint, right: bigint): number {
  return left < right ? -1 : left > right ? 1 : 0
}

/** In lowest terms; without looking for them where the value is the same as the one expected. */
function write(a: ExactNumber, expected?: ExactNumber): ExactNumber {
  return expected !== undefined && a.root === expected.root && compare(a, expected) === 0 ? expected : reduced(a)
}

function from({ exact: ratio }: Given): ExactNumber {
  if (ratio === undefined) throw new Error('exact arithmetic begins with exact values')
  const { n, d, root } = exactOf(ratio)
  return { n, d, root, lowest: true }
}

function toAmount(a: ExactNumber): Amount {
  const exact = reduced(a)
  return { value: exactToNumber(exact), exact }
}

/** Exact arithmetic on fractions of whole numbers of any length: 1/3 + 1/6 is 1/2. */
export const exact: Arithmetic<ExactNumber> = {
  name: 'exact',
  zero,
  from,
  add,
  subtract: (a, b) => add(a, negate(b)),
  multiply,
  divide: (a, b) => multiply(a, invert(b)),
  invert,
  squareRoot,
  compare,
  isZero: (a) => a.n === 0n,
  write,
  writeOnTheWay: (a) => a,
  ratio: (a) => (a.root === 1n ? reduced(a) : null),
  toAmount,
}
