import {
  prefixOf,
  writeQuantity,
  writeWithPrefix,
  type Amount,
  type Figures,
  type ShownUnit,
  type WrittenQuantity,
  type Arithmetic,
} from '../../number'
import type { AskedQuantity } from '../../network'
import { labelAt, type Wiring } from '../../structure'

/** A formula as data. The interface typesets it, a report prints it, tests compare it. */
export type Token =
  /** A quantity's letter with the name of what it belongs to; without a name it is the whole. E is a source's voltage. */
  | { readonly token: 'symbol'; readonly letter: Letter; readonly of: string | null }
  | { readonly token: 'number'; readonly value: number }
  | {
      readonly token: 'amount'
      readonly amount: Amount
      readonly unit: ShownUnit
      /** With six figures, however many the others have. */
      readonly full?: boolean
      /** With the prefix of this power of ten, where it is shown with a prefix. */
      readonly power?: number
    }
  /** A unit with the prefix of a power of ten: what the numbers of a line are in. */
  | { readonly token: 'unit'; readonly unit: ShownUnit; readonly power: number }
  /** Amounts added (or, but for the first, taken away); one unit at the end of the line serves them all. */
  | { readonly token: 'sum'; readonly amounts: readonly Amount[]; readonly unit: ShownUnit; readonly sign: '+' | '−' }
  | { readonly token: 'sign'; readonly sign: '=' | '≈' | '·' | '+' | '−' | '²' }
  | { readonly token: 'fraction'; readonly over: Formula; readonly under: Formula }
  | { readonly token: 'root'; readonly under: Formula }
  | { readonly token: 'bracket'; readonly inside: Formula }

export type Letter = 'R' | 'V' | 'I' | 'P' | 'E'

export type Formula = readonly Token[]

export const symbol = (letter: Letter, of: string | null = null): Token => ({
  token: 'symbol',
  letter,
  of,
})
export const number = (value: number): Token => ({ token: 'number', value })
export const amount = (value: Amount, unit: ShownUnit): Token => ({ token: 'amount', amount: value, unit })
export const sum = (amounts: readonly Amount[], unit: ShownUnit, sign: '+' | '−' = '+'): Token => ({
  token: 'sum',
  amounts,
  unit,
  sign,
})
export const sign = (which: '=' | '≈' | '·' | '+' | '−' | '²'): Token => ({ token: 'sign', sign: which })
export const fraction = (over: Formula, under: Formula): Token => ({ token: 'fraction', over, under })
/** An amount with the prefix of a power of ten, whatever its own is. */
export const amountIn = (value: Amount, unit: ShownUnit, power: number): Token => ({
  token: 'amount',
  amount: value,
  unit,
  power,
})
export const unit = (of: ShownUnit, power: number): Token => ({ token: 'unit', unit: of, power })
export const root = (under: Formula): Token => ({ token: 'root', under })
const bracket = (inside: Formula): Token => ({ token: 'bracket', inside })

/**
 * The figures that a formula is read with: where fractions are wanted and one of its numbers has none that can be read,
 * decimals throughout.
 */
export function figuresFor(formula: Formula, figures: Figures): Figures {
  return figures === 'fraction' && writtenIn(formula, figures).some(({ rounded }) => rounded) ? 6 : figures
}

/** An amount of a formula as it is written with these figures. */
export function writeAmount(
  { amount, unit, full, power }: Extract<Token, { token: 'amount' }>,
  figures: Figures,
): WrittenQuantity {
  const own = power !== undefined && typeof figures === 'number' ? writeWithPrefix(amount, unit, figures, power) : null
  return own ?? writeQuantity(amount, unit, full ? 6 : figures)
}

/** The letters of a unit with its prefix. */
export function unitText({ unit, power }: Extract<Token, { token: 'unit' }>): string {
  return `${prefixOf(power) ?? ''}${unit}`
}

/** All numbers of a formula, as they are written. */
function writtenIn(formula: Formula, figures: Figures): WrittenQuantity[] {
  return formula.flatMap((token) => {
    switch (token.token) {
      case 'amount':
        return [writeAmount(token, figures)]
      case 'sum':
        return token.amounts.map((amount) => writeQuantity(amount, token.unit, figures))
      case 'fraction':
        return [...writtenIn(token.over, figures), ...writtenIn(token.under, figures)]
      case 'root':
        return writtenIn(token.under, figures)
      case 'bracket':
        return writtenIn(token.inside, figures)
      default:
        return []
    }
  })
}

/**
 * The formula as it stands with these figures: = between what is exact, ≈ where a number on either side is rounded.
 * What rounded values add to, in full, is exactly that.
 */
export function withSigns(formula: Formula, figures: Figures): Formula {
  const sides: Token[][] = [[]]
  for (const token of formula) {
    if (isEquals(token)) sides.push([])
    else sides[sides.length - 1].push(token)
  }
  const isFull = sides.map((side) => side.some((token) => token.token === 'amount' && token.full))
  const isRounded = sides.map((side) => writtenIn(side, figures).some(({ rounded }) => rounded))
  let side = 0
  return formula.map((token) => {
    if (!isEquals(token)) return token
    side += 1
    return token.sign === '=' && !isFull[side] && (isRounded[side] || isRounded[side - 1]) ? sign('≈') : token
  })
}

/** A formula in pieces between which a line may end: before each = and ≈, and before what is added or taken away. */
export function piecesOfFormula(formula: Formula, figures: Figures): readonly Formula[] {
  const pieces: Token[][] = [[]]
  const begin = (token: Token) => {
    if (pieces[pieces.length - 1].length > 0) pieces.push([token])
    else pieces[0].push(token)
  }
  for (const token of withSigns(formula, figuresFor(formula, figures))) {
    if (token.token === 'sign' && token.sign !== '·' && token.sign !== '²') begin(token)
    else if (token.token === 'sum')
      token.amounts.forEach((value, i) => {
        const own = amount(value, token.unit)
        if (i === 0) pieces[pieces.length - 1].push(own)
        else pieces.push([sign(token.sign), own])
      })
    else pieces[pieces.length - 1].push(token)
  }
  return pieces
}

function isEquals(token: Token): token is Token & { readonly token: 'sign' } {
  return token.token === 'sign' && (token.sign === '=' || token.sign === '≈')
}

/** What stands below a quantity's letter: `R` of `R2+3` is written R with the subscript 2+3, so that the letter is not said twice. */
export function subscriptOf(letter: Letter, name: string): string {
  return letter === 'R' ? name.replace(/(^|[(])R(?=[\d(YD]|eq|[a-z]{1,2}$)/g, '$1') : name
}

/** A formula on one line of plain text, as it would be read out: `V[R2] = 320 mA · 10 Ω = 3.2 V`. */
export function formulaText(formula: Formula, figures: Figures = 4): string {
  const read = figuresFor(formula, figures)
  return textOf(withSigns(formula, read), read)
}

function textOf(formula: Formula, figures: Figures): string {
  return formula.map((token) => tokenText(token, figures)).join(' ')
}

function tokenText(token: Token, figures: Figures): string {
  switch (token.token) {
    case 'symbol':
      return token.of === null ? token.letter : `${token.letter}[${token.of}]`
    case 'number':
      return String(token.value)
    case 'amount':
      return writtenText(writeAmount(token, figures))
    case 'unit':
      return unitText(token)
    case 'sum':
      return token.amounts
        .map((amount) => writtenText(writeQuantity(amount, token.unit, figures)))
        .join(` ${token.sign} `)
    case 'sign':
      return token.sign
    case 'fraction':
      return `(${textOf(token.over, figures)})/(${textOf(token.under, figures)})`
    case 'bracket':
      return `(${textOf(token.inside, figures)})`
    case 'root':
      return `√(${textOf(token.under, figures)})`
  }
}

function writtenText({ number, prefix, unit }: WrittenQuantity): string {
  return `${number} ${prefix}${unit}`
}

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

/** What can be asked for of a part, an equivalent or a node, as it is worded. */
export const askedTexts = {
  current: 'the current in',
  voltage: 'the voltage across',
  power: 'the power of',
  resistance: 'the resistance of',
  potential: 'the potential of node',
} as const

/** What is asked about, as it is read: a part, an equivalent by what is in it, a node by its label. */
export function askedName(wiring: Wiring | null, { quantity, of }: AskedQuantity): string {
  if (quantity === 'potential') return wiring ? labelAt(wiring, of) : of
  return of.includes(' ') ? `(${of.replaceAll(' ', ', ')})` : of
}
