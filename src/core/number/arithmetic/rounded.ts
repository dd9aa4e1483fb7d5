import { digitsOfRatio } from '../quantity'
import type { Arithmetic } from './arithmetic'
import { exact, exactToNumber, rational, type ExactNumber } from './exact'

/**
 * Paper arithmetic: every value that is written down is rounded to so many significant figures, half away
 * from zero, and the work goes on with the written value. What stays in the calculator is not rounded.
 *
 * @param figures significant figures, 1 to 15
 */
export function rounded(figures: number): Arithmetic<ExactNumber> {
  if (!Number.isInteger(figures) || figures < 1 || figures > 15)
    throw new RangeError('figures must be a whole number from 1 to 15')
  const { multiply, divide, invert, squareRoot } = exact
  return {
    ...exact,
    name: `rounded:${figures}`,
    add: (a, b) => from(add(a, b), a, b),
    subtract: (a, b) => from(add(a, exact.subtract(exact.zero, b)), a, b),
    multiply: (a, b) => from(multiply(a, b), a, b),
    divide: (a, b) => from(divide(a, b), a, b),
    invert: (a) => from(invert(a), a),
    squareRoot: (a) => from(squareRoot(a), a),
    write: (a) => round(a, figures),
    writeOnTheWay: (a) => round(a, figures),
    ratio: (a) => (a.rounded ? null : exact.ratio(a)),
    toAmount: (a) => (a.rounded ? { value: exactToNumber(a), rounded: true } : exact.toAmount(a)),
  }
}

/** The significant figures of paper arithmetic, by its name; null for another one's. */
export function roundedFigures(name: string): number | null {
  const [kind, figures] = name.split(':')
  return kind === 'rounded' ? Number(figures) : null
}

/** A value worked out from others: rounded where one of them was. */
function from(value: ExactNumber, ...others: readonly ExactNumber[]): ExactNumber {
  return others.some((other) => other.rounded) ? { ...value, rounded: true } : value
}

function round(a: ExactNumber, figures: number): ExactNumber {
  const { n, d } = a.root === 1n ? a : decimalOf(exactToNumber(a))
  if (n === 0n) return exact.zero
  const { digits, exponent } = digitsOfRatio(n < 0n ? -n : n, d, figures)
  const power = exponent - figures + 1
  const whole = n < 0n ? -BigInt(digits) : BigInt(digits)
  // Not in lowest terms: a decimal fraction is compared and added as it stands, and long ones would take long to reduce.
  const written = power >= 0 ? rational(whole * 10n ** BigInt(power), 1n) : rational(whole, 10n ** BigInt(-power))
  return a.rounded || a.root !== 1n || exact.compare(a, written) !== 0 ? { ...written, rounded: true } : written
}

/** Decimal fractions are added over the longer of their denominators, so that sums of thousands stay short. */
function add(a: ExactNumber, b: ExactNumber): ExactNumber {
  const [short, long] = a.d < b.d ? [a, b] : [b, a]
  if (a.root !== b.root || a.n === 0n || b.n === 0n || long.d % short.d !== 0n) return exact.add(a, b)
  return { n: short.n * (long.d / short.d) + long.n, d: long.d, root: a.root, lowest: false }
}

/** The double's decimal value to 17 digits: a root has no exact one. */
function decimalOf(x: number): ExactNumber {
  if (x === 0) return exact.zero
  const [mantissa, exponent] = x.toExponential(16).split('e')
  const digits = BigInt(mantissa.replace('.', ''))
  const power = Number(exponent) - 16
  return power >= 0 ? rational(digits * 10n ** BigInt(power), 1n) : rational(digits, 10n ** BigInt(-power))
}
