/** The digits of a number, so many figures, and its power of ten. */
function digitsOf(value: number, figures: number): { digits: string[]; exponent: string } {
  const [mantissa, exponent] = Math.abs(value)
    .toExponential(figures - 1)
    .split('e')
  return { digits: [...mantissa.replace('.', '')], exponent }
}

function fromDigits(digits: readonly string[], exponent: string): number {
  return Number(`${digits[0]}.${digits.slice(1).join('')}e${exponent}`)
}

/** A value with two neighbouring digits exchanged, in every way; of long ones only the first figures are read. */
export function swapped(value: number, figures = 4): number[] {
  const { digits, exponent } = digitsOf(value, figures)
  return digits.slice(1).flatMap((digit, i) => {
    if (digit === digits[i]) return []
    const size = fromDigits(digits.with(i, digit).with(i + 1, digits[i]), exponent)
    return size === 0 ? [] : [size * Math.sign(value)]
  })
}

/** A value with one of its first digits another; two are read at least, four at most. */
export function oneDigitOff(value: number): number[] {
  const { digits, exponent } = digitsOf(value, 4)
  const read = digits.slice(0, Math.max(2, digits.findLastIndex((digit) => digit !== '0') + 1))
  return read.flatMap((digit, i) =>
    [...'0123456789']
      .filter((other) => other !== digit && !(i === 0 && other === '0'))
      .map((other) => fromDigits(read.with(i, other), exponent)),
  )
}

/** Whether two numbers of so many figures differ in one digit. */
export function differInOneDigit(a: number, b: number, figures: number): boolean {
  const [one, other] = [digitsOf(a, figures), digitsOf(b, figures)]
  return (
    Math.sign(a) === Math.sign(b) &&
    one.exponent === other.exponent &&
    one.digits.filter((digit, i) => digit !== other.digits[i]).length === 1
  )
}
