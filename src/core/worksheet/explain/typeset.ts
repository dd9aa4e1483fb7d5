import type { Amount, Arithmetic, ShownUnit } from '../../number'
import { bracket, fraction, number, root, sign, sum, type Formula, type Token } from './token'

/** A part of a formula: its tokens, and what it is, so that brackets stand where they are needed. */
export interface Typeset {
  readonly tokens: Formula
  readonly is: 'one' | 'product' | 'sum'
}

/** A value as it stands in a formula; with its letter alone where `token` is a symbol. */
export function typesetOf(token: Token): Typeset {
  return { tokens: [token], is: 'one' }
}

const isAmount = (token: Token): token is Token & { readonly token: 'amount' } => token.token === 'amount'

/** Amounts of one unit that are only added, or only taken away, are one sum with one unit at its end. */
function joined(a: Typeset, which: '+' | '−', b: Typeset): Typeset {
  const [first] = a.tokens
  const [second] = b.tokens
  if (a.tokens.length === 1 && b.tokens.length === 1 && isAmount(second)) {
    const { unit, amount } = second
    if (isAmount(first) && first.unit === unit && first.amount.value >= 0 && amount.value >= 0)
      return { tokens: [sum([first.amount, amount], unit, which)], is: 'sum' }
    if (first.token === 'sum' && first.unit === unit && first.sign === which)
      return { tokens: [sum([...first.amounts, amount], unit, which)], is: 'sum' }
  }
  return {
    tokens: [...a.tokens, sign(which), ...(which === '−' && b.is === 'sum' ? [bracket(b.tokens)] : b.tokens)],
    is: 'sum',
  }
}

const factor = ({ tokens, is }: Typeset): Formula => (is === 'sum' ? [bracket(tokens)] : tokens)

const nothing: Formula = []

/**
 * An “arithmetic” that writes down what it is asked to work out: a method that computes a value over any arithmetic
 * gives its formula over this one.
 */
export const typeset: Arithmetic<Typeset> = {
  name: 'typeset',
  zero: { tokens: nothing, is: 'one' },
  from: ({ value }) => typesetOf(number(value)),
  add: (a, b) => (a.tokens.length === 0 ? b : joined(a, '+', b)),
  subtract: (a, b) => (a.tokens.length === 0 ? { tokens: [sign('−'), ...b.tokens], is: 'sum' } : joined(a, '−', b)),
  multiply: (a, b) =>
    a === b
      ? { tokens: [bracket(a.tokens), sign('²')], is: 'product' }
      : { tokens: [...factor(a), sign('·'), ...factor(b)], is: 'product' },
  divide: (a, b) => ({ tokens: [fraction(a.tokens, b.tokens)], is: 'one' }),
  invert: (a) => ({ tokens: [fraction([number(1)], a.tokens)], is: 'one' }),
  squareRoot: (a) => ({ tokens: [root(a.tokens)], is: 'one' }),
  compare: () => 0,
  isZero: () => false,
  write: (a) => a,
  writeOnTheWay: (a) => a,
  ratio: () => null,
  toAmount: () => ({ value: NaN }),
}

/** An amount in a formula. */
export function typesetAmount(amount: Amount, unit: ShownUnit): Typeset {
  return typesetOf({ token: 'amount', amount, unit })
}
