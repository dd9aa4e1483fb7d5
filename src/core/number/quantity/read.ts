import type { Declaration } from '../../format'
import Fraction from 'fraction.js'
import { prefixes, quantityOf, spellings, type Unit } from './write'
import { numberOf, ratioOf, type Ratio } from './ratio'

/** Why a text is not a quantity; {@link quantityProblem} words it. */
export type QuantityProblem =
  | 'missing'
  | 'empty'
  | 'not-a-number'
  | 'comma'
  | 'negative'
  | 'infinite'
  | 'out-of-range'
  | 'two-units'
  | 'wrong-unit'
  | 'too-long'

export type ReadQuantity =
  | { readonly ok: true; readonly exact: Ratio; readonly value: number; readonly unit: Unit | null }
  | { readonly ok: false; readonly problem: QuantityProblem }

const longest = 100
const number = String.raw`(?:\d+(?:\.\d*)?|\.\d+)`
const prefix = `[${Object.keys(prefixes).join('')}]`
const unit = Object.keys(spellings)
  .sort((a, b) => b.length - a.length)
  .map((word) => [...word].map((letter) => `[${letter.toUpperCase()}${letter}]`).join(''))
  .join('|')
/** `4k7`, `0R47`, `1M5`: the prefix or R stands where the point would. */
const infix = String.raw`(\d+)([Rr]|${prefix})(\d+)`
/** A number with its prefix: `470`, `2.2k`, `1e3`, `4k7`. */
const operand = String.raw`(?:${infix}|(${number})(?:[eE]([+-]?\d+))?(${prefix})?)`
/** `470`, `2.2 kΩ`, `1e3`, `3/2`, `10/4k7`, `250mA`. */
const plain = new RegExp(String.raw`^([+-]?)${operand}(?:\s*/\s*${operand})?(?:\s+(${prefix}))?\s*(${unit})?$`)
const twoUnits = new RegExp(`^[+-]?${number}\\s*(?:${prefix}?(?:${unit})[\\s·*]*){2,}$`)
/**
 * Reads a quantity as people type it, exactly: decimals are decimal fractions, `0.1` is 1/10.
 *
 * @param typed a text, or a number in SI base units
 * @param wanted the unit it must have, or null when any unit (or none) will do
 * @returns the value in SI base units with the unit that stood there (null if none), or why it is refused
 */
export function readQuantity(typed: unknown, wanted: Unit | null): ReadQuantity {
  if (typed === undefined || typed === null) return refuse('missing')
  if (typeof typed === 'number') {
    if (Number.isNaN(typed)) return refuse('not-a-number')
    if (!Number.isFinite(typed)) return refuse('infinite')
    return readText(String(typed), wanted)
  }
  if (typeof typed !== 'string') return refuse('not-a-number')
  if (typed.length > longest) return refuse('too-long')
  return readText(
    typed
      .trim()
      .replaceAll('\u2009', ' ')
      .replaceAll('\u00a0', ' ')
      .replaceAll('\u2212', '-')
      .replaceAll('\u2126', 'Ω'),
    wanted,
  )
}

const lastUnit = new RegExp(`(?:${unit})(?=\\s*$)`)

/**
 * A quantity as the open formats spell it: a decimal comma as a point, the letters of units and of R as they are written
 * there (`4,7k` is 4.7k, `9v` is 9V). Everything else, and what is no quantity, stays as it was typed.
 */
export function inFormat(typed: string): string {
  if (!/[,\p{L}]/u.test(typed)) return typed
  if (!readQuantity(typed, null).ok) return typed
  const spell = (word: string) => {
    const small = word.toLowerCase()
    return small === 'r' ? 'R' : small.length === 1 ? spellings[small] : small
  }
  return withPoints(typed)
    .replace(/(?<=\d)r(?=\d)/g, 'R')
    .replace(lastUnit, spell)
}

function refuse(problem: QuantityProblem): ReadQuantity {
  return { ok: false, problem }
}

function readText(text: string, wanted: Unit | null): ReadQuantity {
  if (text === '') return refuse('empty')
  if (/^[+-]?\s*(?:inf(?:inity)?|∞)/i.test(text)) return refuse('infinite')
  const match = plain.exec(withPoints(text))
  if (!match) {
    if (twoUnits.test(text)) return refuse('two-units')
    return refuse(/\d,\d/.test(text) ? 'comma' : 'not-a-number')
  }
  const [, sign, ...rest] = match
  const [over, under, spaced, spelled] = [operandOf(rest.slice(0, 6)), operandOf(rest.slice(6, 12)), rest[12], rest[13]]
  if (over === null || (spaced && (over.prefixed || under?.prefixed))) return refuse('not-a-number')
  // With R or a prefix where the point would be it is a resistance.
  const found = spelled ? spellings[spelled.toLowerCase()] : over.infixed && under === null ? 'Ω' : null
  const power = over.power + (spaced ? prefixes[spaced] : 0)
  if (Math.abs(power) > 400 || Math.abs(under?.power ?? 0) > 400) return refuse('out-of-range')
  if (under === null && sign !== '-' && (found === null || wanted === null || found === wanted)) {
    const short = readShort(over.mantissa, power)
    if (short) return { ok: true, ...short, unit: found }
  }
  let value = decimal(over.mantissa)
  if (under !== null) {
    const below = decimal(under.mantissa)
    if (below.n === 0n) return refuse('infinite')
    value = value.div(below)
  }
  return finish(sign, value, power - (under?.power ?? 0), found, wanted)
}

/**
 * Decimal commas as points. A comma before exactly three digits may part thousands (12,000), unless what stands before it
 * begins with 0 or is longer than three digits; it is left, and refused.
 */
function withPoints(text: string): string {
  if (!text.includes(',')) return text
  return text.replace(/(\d*),(\d+)/g, (comma, whole: string, decimals: string) =>
    decimals.length === 3 && /^[1-9]\d{0,2}$/.test(whole) ? comma : `${whole}.${decimals}`,
  )
}

interface Operand {
  readonly mantissa: string
  /** The power of ten of its exponent and its prefix. */
  readonly power: number
  readonly prefixed: boolean
  /** R or its prefix stands where the point would. */
  readonly infixed: boolean
}

/** What an operand matched: whole, letter and decimals of `4k7`, or number, exponent and prefix; null if nothing did. */
function operandOf([whole, letter, decimals, plainly, exponent, prefix]: readonly (
  | string
  | undefined
)[]): Operand | null {
  if (whole !== undefined && letter !== undefined)
    return { mantissa: `${whole}.${decimals}`, power: prefixes[letter] ?? 0, prefixed: true, infixed: true }
  if (plainly === undefined) return null
  const power = Number(exponent ?? 0) + (prefix ? prefixes[prefix] : 0)
  return { mantissa: plainly, power, prefixed: prefix !== undefined, infixed: false }
}

/** The everyday case without long numbers: a decimal whose numerator and denominator are both exact doubles. */
function readShort(mantissa: string, power: number): { exact: Ratio; value: number } | null {
  const point = mantissa.indexOf('.')
  const decimals = point < 0 ? 0 : mantissa.length - point - 1
  const shift = power - decimals
  if (mantissa.length > 12 || shift > 3 || shift < -15) return null
  const digits = Number(point < 0 ? mantissa : mantissa.slice(0, point) + mantissa.slice(point + 1))
  const n = shift > 0 ? digits * 10 ** shift : digits
  const d = shift < 0 ? 10 ** -shift : 1
  let [divisor, rest] = [d, n % d]
  while (rest !== 0) [divisor, rest] = [rest, divisor % rest]
  return { exact: d === divisor ? `${n / divisor}` : `${n / divisor}/${d / divisor}`, value: n / d }
}

/** The decimal's exact value: `4.70` is 47/10. */
function decimal(text: string): Fraction {
  const [whole, decimals = ''] = text.split('.')
  return new Fraction(BigInt(whole + decimals || '0'), 10n ** BigInt(decimals.length))
}

function finish(
  sign: string,
  magnitude: Fraction,
  power: number,
  found: Unit | null,
  wanted: Unit | null,
): ReadQuantity {
  if (wanted !== null && found !== null && found !== wanted) return refuse('wrong-unit')
  const ratio = power >= 0 ? magnitude.mul(10n ** BigInt(power)) : magnitude.div(10n ** BigInt(-power))
  const value = numberOf(ratio)
  if (ratio.n !== 0n) {
    if (sign === '-') return refuse('negative')
    if (!(value > 1e-150 && value < 1e150)) return refuse('out-of-range')
  }
  return { ok: true, exact: ratioOf(ratio), value, unit: found }
}

const accepted: Readonly<Record<Unit, string>> = {
  Ω: '470, 4k7, 2.2 kΩ, 0R47 or 3/2',
  V: '12, 13.8 V or 500 mV',
  A: '0.25, 250 mA or 1/4 A',
  W: '5, 0.5 W or 250 mW',
}

/** One sentence for a refused quantity: what is wrong, and what would be accepted. */
export function quantityProblem(problem: QuantityProblem, typed: unknown, wanted: Unit): string {
  // Of an object anything may be told but its own text.
  const text = typeof typed === 'object' ? JSON.stringify(typed) : String(typed)
  const shown = text.length > 24 ? `${text.slice(0, 24)}…` : text
  const like = `write it like ${accepted[wanted]}`
  switch (problem) {
    case 'missing':
      return `the ${quantityOf[wanted]} is missing; ${like}`
    case 'empty':
      return `the ${quantityOf[wanted]} is empty; ${like}`
    case 'not-a-number':
      return `“${shown}” is not a number; ${like}`
    case 'comma':
      return `“${shown}” has a comma that may part thousands; use a point for decimals, as in 2.2, and nothing for thousands`
    case 'negative':
      return `“${shown}” is negative; a ${quantityOf[wanted]} here is 0 or more`
    case 'infinite':
      return `“${shown}” is infinite; ${like}`
    case 'out-of-range':
      return `“${shown}” is out of range; use 0, or a value between 1e-150 and 1e150`
    case 'two-units':
      return `“${shown}” has two units; give one value in ${wanted}`
    case 'wrong-unit':
      return `“${shown}” has the wrong unit; a ${quantityOf[wanted]} is given in ${wanted}`
    case 'too-long':
      return `“${shown}” is longer than ${longest} characters; ${like}`
  }
}

/** A quantity above 0 as it is typed in an open format: a text with its unit or without, or a number in SI units. */
export function typedQuantity(unit: Unit): Declaration<string | number> {
  return {
    schema: { type: ['string', 'number'] },
    judge(value, at, say) {
      const read = readQuantity(value, unit)
      if (!read.ok) say(at, quantityProblem(read.problem, value, unit))
      else if (read.value <= 0) say(at, 'it must be above 0')
    },
  }
}
