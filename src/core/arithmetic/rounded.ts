import Fraction from 'fraction.js'
import { roundedDigits } from '../quantity'
import type { Arithmetic } from './arithmetic'
import { exact, exactToNumber, rational, type ExactNumber } from './exact'

/**
 * Paper arithmetic: every value that is written down is rounded to so many significant figures, half away
 * from zero, and the work goes on with the written value. What stays in the calculator is not rounded.
 *
 * @param figures significant figures, 1 to 15
 */
export function rounded(figures: number): Arithmetic<ExactNumber> {
  if (!Number.isInteger(figures) || figures < 1 || figures > 15) throw new RangeError('figures must be a whole number from 1 to 15')
  return {
    ...exact,
    name: `rounded:${figures}`,
    write: (a) => round(a, figures),
    toAmount: (a) => ({ value: exactToNumber(a) }),
  }
}

function round(a: ExactNumber, figures: number): ExactNumber {
  const { n, d, s } = a.root === 1n ? a.rational : new Fraction(exactToNumber(a))
  if (n === 0n) return exact.zero
  const { digits, exponent } = roundedDigits(n, d, figures)
  const power = exponent - figures + 1
  const whole = BigInt(digits) * s
  return rational(power >= 0 ? new Fraction(whole * 10n ** BigInt(power), 1n) : new Fraction(whole, 10n ** BigInt(-power)))
}
