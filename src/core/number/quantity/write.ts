import { nearestNumber, roundedDigits, type Digits, type Exact } from './ratio'
import type { Unit } from './unit'

/** A computed number in SI base units. Plain data: survives `structuredClone`. */
export interface Amount {
  /** The nearest double. */
  readonly value: number
  /** The exact value, when the arithmetic is exact. */
  readonly exact?: Exact
  /** It was rounded when it was written down, or worked out from values that were: on paper. */
  readonly rounded?: true
}

/** The exact value in text, `25/2` or `5√10/2`; undefined where there is none. */
export function exactText({ exact }: Amount): string | undefined {
  if (exact === undefined) return undefined
  const { n, d, root } = exact
  const under = d === 1n ? '' : `/${d}`
  if (root === 1n || n === 0n) return `${n}${under}`
  const factor = n === 1n ? '' : n === -1n ? '-' : String(n)
  return `${factor}√${root}${under}`
}

/** How numbers are shown: as a fraction, or with so many significant figures and a prefix, or as powers of ten. */
export type Figures = 'fraction' | 3 | 4 | 6 | 'ten:3' | 'ten:4' | 'ten:6'

/** A unit that is shown: those of the quantities, and siemens for the sum of reciprocals. */
export type ShownUnit = Unit | 'S'

/** How many significant figures: those of six where fractions are shown. */
export function figureCount(figures: Figures): number {
  return typeof figures === 'number' ? figures : figures === 'fraction' ? 6 : Number(figures.slice('ten:'.length))
}

/** A number ready to be set: `1.44`, `k`, `Ω`. `number` is signed; `prefix` may be empty. */
export interface WrittenQuantity {
  readonly number: string
  readonly prefix: string
  readonly unit: ShownUnit
  /** Whether the amount is another one than the number that stands here: = before an exact one, ≈ before a rounded one. */
  readonly rounded: boolean
}

const letters: Readonly<Record<number, string>> = {
  [-12]: 'p',
  [-9]: 'n',
  [-6]: 'µ',
  [-3]: 'm',
  0: '',
  3: 'k',
  6: 'M',
  9: 'G',
}
const longestFraction = 13
const superscripts: Readonly<Record<string, string>> = {
  '-': '⁻',
  ...Object.fromEntries([...'⁰¹²³⁴⁵⁶⁷⁸⁹'].map((raised, digit) => [String(digit), raised])),
}

/**
 * Writes an amount as engineers do: a prefix in steps of a thousand and so many significant figures,
 * rounded half away from zero on the exact value. A rounded number has all its figures, `16.10 mA`; one that is exact as
 * it stands drops trailing zeros, `12 V`.
 * With `'ten:N'`: one digit before the point and a power of ten, `4.7·10³`. With `'fraction'`: the exact fraction in base units; where there is none, or it is too long to read, six figures.
 */
export function writeQuantity(amount: Amount, unit: ShownUnit, figures: Figures): WrittenQuantity {
  let known = written.get(amount)
  if (!known) written.set(amount, (known = {}))
  const before = known[figures]
  return before?.unit === unit ? before : (known[figures] = write(amount, unit, figures))
}

/** What was written of an amount: the same amounts stand on many sheets, and writing takes longer than looking up. */
const written = new WeakMap<Amount, Partial<Record<Figures, WrittenQuantity>>>()

function write(amount: Amount, unit: ShownUnit, figures: Figures): WrittenQuantity {
  if (figures === 'fraction') {
    const fraction = exactText(amount)
    if (fraction !== undefined && fraction.length <= longestFraction)
      return { number: fraction.replace('-', '−'), prefix: '', unit, rounded: false }
    return write(amount, unit, 6)
  }
  if (amount.value === 0) return { number: '0', prefix: '', unit, rounded: false }
  const sign = amount.value < 0 ? '−' : ''
  const { digits, exponent } = digitsOf(amount, figureCount(figures))
  const rounded = !isExactly(amount, digits, exponent)
  const third = Math.floor(exponent / 3) * 3
  const letter = typeof figures === 'string' ? undefined : letters[third]
  if (letter !== undefined)
    return { number: sign + point(digits, exponent - third, rounded), prefix: letter, unit, rounded }
  const number = sign + point(digits, 0, rounded)
  if (typeof figures !== 'string') return { number: `${number}e${exponent}`, prefix: '', unit, rounded }
  const power = exponent === 0 ? '' : `·10${[...String(exponent)].map((c) => superscripts[c]).join('')}`
  return { number: number + power, prefix: '', unit, rounded }
}

/** Whether an amount is exactly the number with these significant digits. */
function isExactly({ value, exact, rounded }: Amount, digits: string, exponent: number): boolean {
  const power = exponent - digits.length + 1
  // A double that is another one than the number's cannot be exactly it; one that is may still stand for a fraction near it.
  if (rounded || Number(`${digits}e${power}`) !== Math.abs(value)) return false
  if (exact === undefined) return true
  const { n, d, root } = exact
  const whole = BigInt(digits)
  const size = n < 0n ? -n : n
  return (
    root === 1n && (power >= 0 ? size === whole * 10n ** BigInt(power) * d : size * 10n ** BigInt(-power) === whole * d)
  )
}

/** {@link writeQuantity} as one text; the space is a plain one unless told otherwise. */
export function quantityText(amount: Amount, unit: ShownUnit, figures: Figures = 4, space = ' '): string {
  const written = writeQuantity(amount, unit, figures)
  return `${written.number}${space}${written.prefix}${written.unit}`
}

/** A quantity as it stands on the screen: a thin space before the unit, a dash where there is none. */
export function shownText(amount: Amount | null, unit: ShownUnit, figures: Figures): string {
  return amount ? quantityText(amount, unit, figures, '\u2009') : '–'
}

/** {@link shownText} with the sign before it: `= 12 V` where it is exact as it stands, `≈ 16.10 mA` where it is rounded. */
export function equalText(amount: Amount | null, unit: ShownUnit, figures: Figures): string {
  return `${amount && writeQuantity(amount, unit, figures).rounded ? '≈' : '='} ${shownText(amount, unit, figures)}`
}

/** The significant digits of an amount other than 0, whatever its sign. */
export function digitsOf({ value, exact }: Amount, figures: number): Digits {
  const size = Math.abs(value)
  if (exact === undefined || exact.root !== 1n) return plainDigits(size, figures)
  const { n, d } = exact
  return sureDigits(size, figures) ?? roundedDigits(n < 0n ? -n : n, d, figures)
}

/** {@link roundedDigits}, by the nearest double where that is enough to tell: long fractions take long to divide. */
export function digitsOfRatio(numerator: bigint, denominator: bigint, figures: number): Digits {
  return sureDigits(nearestNumber(numerator, denominator), figures) ?? roundedDigits(numerator, denominator, figures)
}

/** The digits of a number that is known as a double only to its own precision; null where that does not tell them. */
function sureDigits(size: number, figures: number): Digits | null {
  // Outside of these a double has fewer digits, or none.
  if (!(size > 1e-290 && size < 1e290)) return null
  const found = plainDigits(size, figures)
  const unit = 10 ** (found.exponent - figures + 1)
  // Near the middle between two roundings only the exact value can tell.
  const off = Math.abs(size - Number(`${found.digits}e${found.exponent - figures + 1}`))
  return Math.abs(off - 0.5 * unit) < 5e-4 * unit + size * 2 ** -50 ? null : found
}

function plainDigits(size: number, figures: number): Digits {
  const written = size.toExponential(figures - 1)
  const mark = written.indexOf('e')
  return { digits: written.slice(0, 1) + written.slice(2, mark), exponent: Number(written.slice(mark + 1)) }
}

/** The digits with a point after so many more than one of them; trailing zeros are kept where they are significant. */
function point(digits: string, whole: number, keepsZeros: boolean): string {
  const padded = digits.padEnd(whole + 1, '0')
  let end = padded.length
  while (!keepsZeros && end > whole + 1 && padded[end - 1] === '0') end--
  return end === whole + 1 ? padded.slice(0, end) : `${padded.slice(0, whole + 1)}.${padded.slice(whole + 1, end)}`
}
