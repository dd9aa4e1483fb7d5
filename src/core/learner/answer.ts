/**
 * In: what a learner typed. Out: the number, with the figures it was written with and how it was worked out; and how near
 * it comes to another. Textbooks: “significant figures”.
 */

import { quantityProblem, readQuantity, unitOf, type Quantity, type Unit } from '../number'

/** An answer as it was read. */
export interface TypedAnswer {
  /** In SI base units, with its sign. */
  readonly value: number
  /** Significant figures as they were written; of a method those of what goes into it, three at least; Infinity for 0. */
  readonly figures: number
  /** The unit that was typed; null if none. */
  readonly unit: Unit | null
  /** How it was worked out, where that is shown: `12/764`. */
  readonly method: string | null
  /** What was then written behind the equals sign, where that is not what the method comes to. */
  readonly result: TypedAnswer | null
}

/**
 * Reads an answer: with or without unit, with prefix, as a fraction, with a sign; or as it is worked out, `12/764`, with
 * what it comes to or without, `12/764 = 15.7 mA`. null if it is none of these.
 */
export function readAnswer(typed: string): TypedAnswer | null {
  const text = typed.trim().replaceAll('\u2212', '-')
  const plain = readPlain(text)
  if (plain) return plain
  const [method, result, ...more] = text.split('=').map((side) => side.trim())
  if (more.length > 0) return null
  const worked = workExpression(method)
  if (!worked || worked.unit === 'none') return null
  const { value, unit } = worked
  const answer = { value, figures: Math.max(3, worked.figures), unit, method, result: null }
  if (result === undefined) return answer
  const written = readPlain(result)
  if (!written) return null
  return {
    ...answer,
    unit: unit ?? written.unit,
    result: { ...written, method: null },
  }
}

function readPlain(text: string): TypedAnswer | null {
  const negative = text.startsWith('-')
  const read = readQuantity(negative ? text.slice(1).trim() : text, null)
  if (!read.ok) return null
  const value = negative ? -read.value : read.value
  const sides = text.split('/')
  const figures = read.value === 0 ? Infinity : Math.max(...sides.map(figuresOf), sides.length > 1 ? 3 : 0)
  return { value, figures, unit: read.unit, method: sides.length > 1 ? text : null, result: null }
}

/** Why an answer cannot be read, and what would be accepted; null if it can. */
export function answerProblem(typed: string, quantity: Quantity): string | null {
  const unit = unitOf[quantity]
  const text = typed.trim().replaceAll('\u2212', '-')
  const answer = readAnswer(text)
  if (!answer) {
    const [method] = text.split('=')
    if (workExpression(method)?.unit === 'none') return `the units of “${method.trim()}” do not give ${unit}`
    const read = readQuantity(text.startsWith('-') ? text.slice(1) : text, null)
    return `${quantityProblem(read.ok ? 'not-a-number' : read.problem, typed, unit)}, or as you work it out: ${shown[quantity]}`
  }
  const doubt = doubtfulPrefix(text, quantity)
  if (doubt !== null) return doubt
  // Volts where amperes are asked for (or the other way) is a slip worth naming; any other unit is a mistake of typing.
  const exchanged = quantity !== 'resistance' && quantity !== 'power' && (answer.unit === 'V' || answer.unit === 'A')
  return answer.unit === null || answer.unit === unit || exchanged ? null : quantityProblem('wrong-unit', typed, unit)
}

const shown: Readonly<Record<Quantity, string>> = {
  resistance: '1/(1/1k + 1/800)',
  voltage: '20 mA * 330',
  current: '12/764',
  power: '12 * 20 mA',
}

/** A prefix that can be milli or mega is asked about: `5 MA` of a current, `1m` of a resistance. */
function doubtfulPrefix(text: string, quantity: Quantity): string | null {
  const letter = quantity === 'resistance' ? 'm' : 'M'
  const found = new RegExp(
    String.raw`(?<![\p{L}])([\d.,]*\d)\s*${letter}(?:\s*(?:ohms?|volts?|amps?|watts?|[vawrΩω]))?(?![\p{L}])`,
    'iu',
  ).exec(text)
  if (!found || found[0].replace(/[\d.,\s]/g, '')[0] !== letter) return null
  const [, number] = found
  const unit = unitOf[quantity]
  return letter === 'm'
    ? `milli or mega? Write ${number}M for ${number} million ohms, or ${number}e-3 for ${number} thousandths of an ohm`
    : `milli or mega? Write ${number} m${unit} for ${number} thousandths, or ${number}e6 ${unit} for ${number} million`
}

/** The number that is written down: what is behind the equals sign, where there is one. */
export function writtenIn({ value, result }: TypedAnswer): number {
  return result?.value ?? value
}

/** Whether two results are the same number but for the last digits of a double. */
export function isSame(a: number, b: number): boolean {
  return Math.abs(a - b) <= 1e-11 * Math.abs(b)
}

/** What an expression comes to. */
export interface Worked {
  readonly value: number
  /** The unit that follows where every number has its own; null where it does not follow; `none` for no unit of ours. */
  readonly unit: Unit | 'none' | null
  /** The most significant figures that a number in it has. */
  readonly figures: number
}

/** Volts and amperes by power; null where a number stands without its unit. */
type Dimension = readonly [volts: number, amperes: number] | null

interface Value {
  readonly value: number
  readonly dimension: Dimension
}

const units: readonly (readonly [Unit, number, number])[] = [
  ['V', 1, 0],
  ['A', 0, 1],
  ['Ω', 1, -1],
  ['W', 1, 1],
]

const literal =
  /(?:\d+[RrpnuµμmkKMG]\d+|(?:\d+(?:[.,]\d*)?|[.,]\d+)(?:[eE][+-]?\d+)?)(?:\s*[pnuµμmkKMG](?![\p{L}\d]*\d))?(?:\s*(?:ohms?|volts?|amps?|watts?|[vawrΩω\u2126]))?(?![\p{L}\d])/iuy
const products = ['*', '·', '×', 'x', '/', '÷', ':']
const longest = 100
const deepest = 40

/**
 * Works out what a person writes into a calculator: numbers with prefix and unit, `+ − · × * / ÷ ^ ² ⁻¹ √` and
 * brackets.
 *
 * @returns null where it is none, or comes to nothing finite
 */
export function workExpression(typed: string): Worked | null {
  if (typed.length > longest) return null
  const text = typed.replaceAll('\u2212', '-').replaceAll('\u2009', ' ').replaceAll('\u00a0', ' ')
  let at = 0
  let figures = 0
  let depth = 0
  const skip = () => {
    while (text[at] === ' ') at++
  }
  const sign = (...signs: string[]) => {
    skip()
    return signs.includes(text[at]) ? text[at++] : null
  }
  const root = (): Value | null => {
    if (++depth > deepest) return null
    const under = atom()
    depth--
    if (!under || under.value < 0) return null
    const { value, dimension } = under
    return { value: Math.sqrt(value), dimension: dimension && [dimension[0] / 2, dimension[1] / 2] }
  }
  const atom = (): Value | null => {
    skip()
    if (text.startsWith('sqrt', at)) {
      at += 'sqrt'.length
      return root()
    }
    if (sign('√')) return root()
    if (sign('(')) {
      if (++depth > deepest) return null
      const inside = sum()
      depth--
      return inside && sign(')') ? inside : null
    }
    literal.lastIndex = at
    const match = literal.exec(text)
    if (!match) return null
    const read = readQuantity(match[0], null)
    if (!read.ok) return null
    at += match[0].length
    figures = Math.max(figures, figuresOf(match[0]))
    const unit = units.find(([it]) => it === read.unit)
    return { value: read.value, dimension: unit ? [unit[1], unit[2]] : null }
  }
  const power = (): Value | null => {
    const base = atom()
    if (!base) return null
    const raised = text.startsWith('⁻¹', at) ? '⁻¹' : sign('²', '³', '^')
    if (raised === '⁻¹') at += raised.length
    if (raised === null) return base
    const exponent = raised === '⁻¹' ? -1 : raised === '²' ? 2 : raised === '³' ? 3 : whole()
    if (exponent === null) return null
    const { dimension } = base
    return {
      value: base.value ** exponent,
      dimension: dimension && [dimension[0] * exponent, dimension[1] * exponent],
    }
  }
  const whole = (): number | null => {
    skip()
    const match = /^(?:\(\s*([+-]?\d{1,2})\s*\)|([+-]?\d{1,2}))/.exec(text.slice(at))
    if (!match) return null
    at += match[0].length
    return Number(match[1] ?? match[2])
  }
  const signed = (): Value | null => {
    if (sign('-')) {
      if (++depth > deepest) return null
      const it = signed()
      depth--
      return it && { ...it, value: -it.value }
    }
    return power()
  }
  const product = (): Value | null => {
    let left = signed()
    for (let by = sign(...products); left && by; by = sign(...products)) {
      const right = signed()
      if (!right) return null
      const way = '/÷:'.includes(by) ? -1 : 1
      const [a, b]: readonly Dimension[] = [left.dimension, right.dimension]
      left = {
        value: way === 1 ? left.value * right.value : left.value / right.value,
        dimension: a && b && [a[0] + way * b[0], a[1] + way * b[1]],
      }
    }
    return left
  }
  const sum = (): Value | null => {
    let left = product()
    for (let by = sign('+', '-'); left && by; by = sign('+', '-')) {
      const right = product()
      if (!right) return null
      const [a, b] = [left.dimension, right.dimension]
      // Volts and ohms do not add up.
      if (a && b && (a[0] !== b[0] || a[1] !== b[1])) return null
      left = { value: by === '+' ? left.value + right.value : left.value - right.value, dimension: a && b && a }
    }
    return left
  }
  const all = sum()
  skip()
  if (!all || at < text.length || !Number.isFinite(all.value)) return null
  const { value, dimension } = all
  const unit = dimension && (units.find(([, v, a]) => v === dimension[0] && a === dimension[1])?.[0] ?? 'none')
  return { value, unit, figures }
}

/** The significant figures that are written: zeros behind the point count, `4k7` has its point where the prefix stands. */
export function figuresOf(typed: string): number {
  const [mantissa] = typed.split(/e/i)
  return mantissa.replace(/\D/g, '').replace(/^0+/, '').length
}

/**
 * How near an answer comes to a value: `exact`, to all figures that are written, three at least; `figures`, to the
 * figures that are written, two at least; `cut`, the same, but cut off instead of rounded; `near`, as far off as rounding
 * on the way can bring it.
 */
export type Closeness = 'exact' | 'figures' | 'cut' | 'near'

/**
 * How far figures that were rounded on the way may bring an answer off, as a part of it. Two figures may bring it further
 * off; that is found by working with two figures.
 */
const onTheWay = { two: 0.015, more: 0.006 }

/** More figures than these are not held against what is worked out. */
const mostFigures = 5

/**
 * The same number in another prefix is judged the same: zeros at the end of `440` need not be figures, so that it is
 * as good as `0.44k`.
 *
 * @param isSum a sum whose terms are exact, where nothing is rounded on the way
 * @returns null where it is another number
 */
export function closenessOf(answer: TypedAnswer, wanted: number, isSum = false): Closeness | null {
  const { value, figures } = answer
  const off = Math.abs(value - wanted)
  if (isSame(value, wanted)) return 'exact'
  if (figures === Infinity || value === 0) return off <= 1e-6 * Math.abs(wanted) ? 'exact' : null
  // What is worked out by a method has as many figures as what goes into it.
  const written = Math.min(shortFigures(value), answer.method === null ? Infinity : figures)
  // What is worked out from long numbers that were rounded themselves is off in its last ones.
  const short = isSum ? written : Math.min(written, mostFigures)
  if (off <= halfUnit(value, short <= 2 && isSum ? 4 : Math.max(3, short))) return 'exact'
  if (off <= halfUnit(value, Math.max(2, short))) return 'figures'
  if (isCutOff(answer, wanted, isSum ? 3 : 2)) return 'cut'
  if (isSum) return null
  return off <= (isOfTwoFigures(answer) ? onTheWay.two : onTheWay.more) * Math.abs(wanted) ? 'near' : null
}

/** Whether no more than two figures were written. Zeros at the end of a whole number need not be figures. */
export function isOfTwoFigures(answer: TypedAnswer): boolean {
  return (isWhole(answer) ? shortFigures(answer.value) : answer.figures) <= 2
}

/**
 * Whether a number was meant, to the figures that were written of it; three at least, since with two much fits by chance,
 * and a zero at the end is often left out.
 */
export function isWrittenAs(answer: TypedAnswer, number: number): boolean {
  const { value, figures, method } = answer
  if (isSame(value, number)) return true
  // Zeros at the end of a whole number need not be figures.
  const written =
    figures === Infinity ? 6 : isWhole(answer) ? Math.min(figures, Math.max(3, shortFigures(value))) : figures
  return Math.abs(value - number) <= halfUnit(value, method === null ? Math.max(3, written) : Math.min(written, 4))
}

/**
 * Cut off and not rounded may bring two figures this far off: beyond it they are another number. A choice, not measured.
 */
const mostCut = 0.05

/** Whether the digits of a value were written down up to some place, so many at least, those after it left away. */
function isCutOff(answer: TypedAnswer, wanted: number, least: number): boolean {
  const { value, method } = answer
  if (method !== null || Math.abs(value) >= Math.abs(wanted) || value * wanted < 0) return false
  const figures = isWhole(answer) ? shortFigures(value) : answer.figures
  const left = Math.abs(wanted - value)
  // A whole unit of the last place is another digit there.
  return figures >= least && left < (2 - 1e-6) * halfUnit(value, figures) && left <= mostCut * Math.abs(wanted)
}

/** Half of the last place of a number written with so many figures, with room for the last digit of a double. */
function halfUnit(value: number, figures: number): number {
  const size = Math.floor(Math.log10(Math.abs(value)) + 1e-12)
  return 0.5 * 10 ** (size + 1 - figures) * (1 + 1e-9)
}

/** The figures of a number without the zeros at its end. */
export function shortFigures(value: number): number {
  const [mantissa] = Math.abs(value).toExponential(11).split('e')
  return mantissa.replace('.', '').replace(/0+$/, '').length
}

/** Written as a whole number, where zeros at the end may only give its size. */
function isWhole({ value, figures }: TypedAnswer): boolean {
  return figures >= 1 && Math.abs(value) >= 10 && Number.isInteger(value)
}
