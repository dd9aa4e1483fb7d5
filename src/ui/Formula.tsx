import { createElement, memo, type ReactNode } from 'react'
import {
  figuresFor,
  formulaText,
  subscriptOf,
  unitText,
  withSigns,
  writeAmount,
  type Formula as FormulaTokens,
  type Token,
} from '@/core/worksheet'
import { writeQuantity, type Figures, type WrittenQuantity } from '@/core/number'

/** A formula, typeset by the browser (MathML); read aloud and found by its text. */
export const Formula = memo(function Formula({
  tokens,
  figures,
  isContinued = false,
}: {
  readonly tokens: FormulaTokens
  readonly figures: Figures
  /** It goes on from another piece, so that its first sign stands between two sides. */
  readonly isContinued?: boolean
}) {
  const read = figuresFor(tokens, figures)
  return (
    <span role="math" aria-label={formulaText(tokens, figures)}>
      {element('math', { 'aria-hidden': true }, isContinued && element('mrow', {}), row(withSigns(tokens, read), read))}
    </span>
  )
})

/** An element of MathML; React names no types for them. */
function element(name: string, properties: Readonly<Record<string, unknown>>, ...children: ReactNode[]): ReactNode {
  return createElement(name, properties, ...children)
}

function row(tokens: FormulaTokens, figures: Figures): ReactNode {
  return element('mrow', {}, ...tokens.map((token) => tokenMath(token, figures)))
}

const operator = (sign: string) => element('mo', {}, sign)
const brackets = (inside: ReactNode) => element('mrow', {}, operator('('), inside, operator(')'))

function tokenMath(token: Token, figures: Figures): ReactNode {
  switch (token.token) {
    case 'symbol': {
      const letter = element('mi', {}, token.letter)
      return token.of === null
        ? letter
        : element('msub', {}, letter, element('mtext', {}, subscriptOf(token.letter, token.of)))
    }
    case 'number':
      return element('mn', {}, token.value)
    case 'amount':
      return amountMath(writeAmount(token, figures))
    case 'unit':
      return element('mtext', {}, unitText(token))
    case 'sum':
      return element(
        'mrow',
        {},
        ...token.amounts.flatMap((amount, i) => [
          ...(i > 0 ? [operator(token.sign)] : []),
          amountMath(writeQuantity(amount, token.unit, figures)),
        ]),
      )
    case 'sign':
      return token.sign === '²'
        ? element('msup', {}, element('mrow', {}), element('mn', {}, '2'))
        : operator(token.sign)
    case 'fraction':
      return element('mfrac', {}, row(token.over, figures), row(token.under, figures))
    case 'bracket':
      return brackets(row(token.inside, figures))
    case 'root':
      return element('msqrt', {}, row(token.under, figures))
  }
}

/** Digits that repeat, under a bar. */
function overlined(period: string): ReactNode {
  return element('mn', { className: 'overline' }, period)
}

/** An amount with its unit; where it is no plain decimal, as it is written by hand. */
function amountMath({ number, prefix, unit }: WrittenQuantity): ReactNode {
  const [over, under] = number.split('/')
  const [before, period] = number.split(/[()]/)
  const digits =
    under !== undefined
      ? element('mfrac', {}, element('mn', {}, over), element('mn', {}, under))
      : period === undefined
        ? element('mn', {}, number)
        : element('mrow', {}, element('mn', {}, before), overlined(period))
  return element('mrow', {}, digits, element('mspace', { width: '0.17em' }), element('mtext', {}, prefix + unit))
}
