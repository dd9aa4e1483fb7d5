import type { Amount } from '../../number'
import type { Formula, Token } from './token'

/**
 * The keys of a scientific calculator for a formula with its numbers put in: `10`, `×`, `20`, `÷`, `(`, `10`, `+`, `20`,
 * `)`, `=`. Values are keyed in base units, with `EXP` for powers of ten; `1 / x` by its own key.
 */
export function keystrokes(work: Formula): string[] {
  return work.length === 0 ? [] : [...keysOf(work), '=']
}

function keysOf(formula: Formula): string[] {
  return formula.flatMap(keysOfToken)
}

function keysOfToken(token: Token): string[] {
  switch (token.token) {
    case 'number':
      return [String(token.value)]
    case 'amount':
      return amountKeys(token.amount)
    case 'sum':
      return token.amounts.flatMap((amount, i) => [...(i > 0 ? [token.sign] : []), ...amountKeys(amount)])
    case 'sign':
      return [token.sign === '·' ? '×' : token.sign === '²' ? 'x²' : token.sign]
    case 'fraction': {
      const [over] = token.over
      const isReciprocal = token.over.length === 1 && over.token === 'number' && over.value === 1
      return isReciprocal ? [...together(token.under), 'x⁻¹'] : [...together(token.over), '÷', ...together(token.under)]
    }
    case 'root':
      return ['√', ...together(token.under)]
    case 'bracket':
      return token.inside.length === 1 ? keysOf(token.inside) : ['(', ...keysOf(token.inside), ')']
    case 'symbol':
    case 'unit':
      return []
  }
}

/** In brackets, unless it is one number. */
function together(formula: Formula): string[] {
  const keys = keysOf(formula)
  const isOne = formula.length === 1 && (formula[0].token === 'amount' || formula[0].token === 'number')
  const isProduct = formula.every(
    (token) =>
      token.token === 'amount' ||
      token.token === 'bracket' ||
      (token.token === 'sign' && (token.sign === '·' || token.sign === '²')),
  )
  return isOne || isProduct ? keys : ['(', ...keys, ')']
}

/** A number as it is keyed in: up to seven figures, `4.7` `EXP` `3` for 4700. */
function amountKeys({ value }: Amount): string[] {
  if (value === 0) return ['0']
  const exponent = Math.floor(Math.log10(Math.abs(value)) / 3) * 3
  const mantissa = String(Number((value / 10 ** exponent).toPrecision(7)))
  return exponent === 0 ? [mantissa] : [mantissa, 'EXP', String(exponent).replace('-', '−')]
}
