import Fraction from 'fraction.js'
import type { Amount } from '@/core/number'
import type { Formula, Token } from '@/core/worksheet'

/** What a letter of a formula stands for; NaN where that is not known. */
export type Letters = (symbol: Extract<Token, { token: 'symbol' }>) => Fraction | number

const unknown: Letters = () => NaN

/**
 * What a formula's numbers come to, worked out from its own tokens: fractions where all of them are exact or decimals.
 * Fractions know no roots: those are taken as doubles.
 *
 * @param letters what its letters stand for; without it a formula with letters is NaN
 */
export function evaluate(formula: Formula, letters: Letters = unknown): Fraction | number {
  // Signs bind as they are read: powers, then products, then sums.
  let total: Fraction | number = new Fraction(0)
  let product: Fraction | number | null = null
  let sign = 1
  const close = () => {
    if (product !== null) total = add(total, multiply(product, new Fraction(sign)))
    product = null
  }
  for (const token of formula) {
    if (token.token === 'sign' && (token.sign === '+' || token.sign === '−')) {
      close()
      sign = token.sign === '+' ? 1 : -1
    } else if (token.token === 'sign' && token.sign === '²')
      product = product === null ? NaN : multiply(product, product)
    else if (token.token !== 'sign') {
      const value = valueOf(token, letters)
      product = product === null ? value : multiply(product, value)
    }
  }
  close()
  return total
}

function valueOf(token: Token, letters: Letters): Fraction | number {
  switch (token.token) {
    case 'symbol':
      return letters(token)
    case 'number':
      return new Fraction(token.value)
    case 'amount':
      return numberOf(token.amount)
    case 'sum':
      return token.amounts
        .map(numberOf)
        .reduce((a, b) => (token.sign === '+' ? add(a, b) : add(a, multiply(b, new Fraction(-1)))))
    case 'fraction': {
      const [over, under] = [evaluate(token.over, letters), evaluate(token.under, letters)]
      if (typeof over === 'number' || typeof under === 'number') return Number(over.valueOf()) / Number(under.valueOf())
      return over.div(under)
    }
    case 'root':
      return Math.sqrt(Number(evaluate(token.under, letters).valueOf()))
    case 'bracket':
      return evaluate(token.inside, letters)
    case 'unit':
      return new Fraction(10).pow(token.power) as Fraction
    case 'sign':
      return NaN
  }
}

/** A number as it is written: its fraction, or its decimals. */
export function numberOf({ value, exact }: Amount): Fraction | number {
  if (exact !== undefined) return exact.root === 1n ? new Fraction(exact.n, exact.d) : value
  const [mantissa, exponent] = String(value).split('e')
  return new Fraction(mantissa).mul(new Fraction(10).pow(Number(exponent ?? 0)) as Fraction)
}

function add(a: Fraction | number, b: Fraction | number): Fraction | number {
  return typeof a === 'number' || typeof b === 'number' ? Number(a.valueOf()) + Number(b.valueOf()) : a.add(b)
}

function multiply(a: Fraction | number, b: Fraction | number): Fraction | number {
  return typeof a === 'number' || typeof b === 'number' ? Number(a.valueOf()) * Number(b.valueOf()) : a.mul(b)
}

/** Rounded to so many significant figures, half away from zero, as it is done by hand. */
export function roundedTo(number: Fraction, figures: number): Fraction {
  if (number.equals(0)) return number
  let scale = new Fraction(1)
  const size = number.abs()
  while (size.mul(scale).compare(new Fraction(10n ** BigInt(figures))) >= 0) scale = scale.div(10)
  while (size.mul(scale).compare(new Fraction(10n ** BigInt(figures - 1))) < 0) scale = scale.mul(10)
  const whole = size.mul(scale).add(new Fraction(1, 2)).floor()
  const rounded = new Fraction(whole.n).div(scale)
  return number.compare(0) < 0 ? rounded.neg() : rounded
}

/** A formula between its signs of equality. */
export function sidesOf(formula: Formula): Formula[] {
  const sides: Token[][] = [[]]
  for (const token of formula)
    if (token.token === 'sign' && (token.sign === '=' || token.sign === '≈')) sides.push([])
    else sides[sides.length - 1].push(token)
  return sides
}
