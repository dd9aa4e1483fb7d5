import { nearestNumber, roundedDigits, type Digits, type Exact } from './ratio'

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

/**
 * How numbers are shown: as a fraction, as a decimal with its repeating digits, with so many significant figures and a
 * prefix, or as powers of ten.
 */
export type Figures = 'fraction' | 'repeating' | 3 | 4 | 6 | 'ten:3' | 'ten:4' | 'ten:6'

/** A unit that is shown: those of the quantities, and siemens for the sum of reciprocals. */
export type ShownUnit = Unit | 'S'

/** How many significant figures: six where exact values are shown. */
export function figureCount(figures: Figures): number {
  if (figures === 'fraction' || figures === 'repeating') return 6
  return typeof figures === 'number' ? figures : Number(figures.slice('ten:'.length))
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
 * With `'ten:N'`: one digit before the point and a power of ten, `4.7·10³`. With `'fraction'`: the exact fraction in base
 * units; where there is none, or it is too long to read, six figures. With `'repeating'`: the digits that repeat in
 * brackets, `0.(259)`, where they do within six digits after the point; else six figures.
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
  if (figures === 'repeating') {
    const found = repeating(amount)
    return found ? { number: sign + found.number, prefix: found.prefix, unit, rounded: false } : write(amount, unit, 6)
  }
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

/** The most digits after the point of a decimal that repeats. */
const longestRepeating = 6

/**
 * A decimal that repeats without end, its period in brackets, as short as a prefix makes it: in base units where it has
 * its first digit at the point or before. null for one that ends, or repeats later than can be read.
 */
function repeating({ value, exact, rounded }: Amount): { number: string; prefix: string } | null {
  if (rounded || exact === undefined || exact.root !== 1n) return null
  const exponent = Math.floor(Math.log10(Math.abs(value)))
  const third = Math.floor(exponent / 3) * 3
  const powers = exponent >= -1 && exponent < 3 ? [0] : exponent - third === 2 ? [third + 3, third] : [third]
  for (const power of powers) {
    const number = letters[power] === undefined ? null : period(exact, power)
    if (number !== null) return { number, prefix: letters[power] }
  }
  return null
}

/** n / (d · 10^power) with its repeating digits in brackets; null where it has none, or too many digits. */
function period({ n, d }: Exact, power: number): string | null {
  let over = (n < 0n ? -n : n) * (power < 0 ? 10n ** BigInt(-power) : 1n)
  const under = d * (power > 0 ? 10n ** BigInt(power) : 1n)
  const whole = over / under
  over %= under
  const digits: string[] = []
  const seen: bigint[] = []
  while (over !== 0n && digits.length <= longestRepeating) {
    const start = seen.indexOf(over)
    if (start >= 0) return `${whole}.${digits.slice(0, start).join('')}(${digits.slice(start).join('')})`
    seen.push(over)
    digits.push(String((over * 10n) / under))
    over = (over * 10n) % under
  }
  return null
}

/** An amount with a prefix that is not its own: `0.6809 mA`. null where that makes it too long or short to be read. */
export function writeWithPrefix(
  amount: Amount,
  unit: ShownUnit,
  figures: 3 | 4 | 6,
  power: number,
): WrittenQuantity | null {
  const { digits, exponent } = digitsOf(amount, figures)
  const places = exponent - power
  const rounded = !isExactly(amount, digits, exponent)
  const isReadable = places >= -3 && places < (rounded ? figures : 5)
  if (letters[power] === undefined || amount.value === 0 || !isReadable) return null
  const sign = amount.value < 0 ? '−' : ''
  const number =
    places >= 0
      ? point(digits, places, rounded)
      : `0.${'0'.repeat(-places - 1)}${rounded ? digits : digits.replace(/0+$/, '')}`
  return { number: sign + number, prefix: letters[power], unit, rounded }
}

/** Whether a value on paper differs from the exact one by more than a double's last digits. */
export function differs(paper: Amount, exactly: Amount): boolean {
  return Math.abs(paper.value - exactly.value) > 1e-9 * Math.abs(exactly.value)
}

/** The power of ten of a written quantity's prefix. */
export function powerOf({ prefix }: WrittenQuantity): number {
  return prefix === '' ? 0 : prefixes[prefix]
}

/** The letter of a power of ten; undefined where it has none. */
export function prefixOf(power: number): string | undefined {
  return letters[power]
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
function digitsOf({ value, exact }: Amount, figures: number): Digits {
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

/** The SI base units of the quantities a resistor network has: resistance, voltage, current, power. */
export type Unit = 'Ω' | 'V' | 'A' | 'W'

/** The quantity that a unit measures, in the field's word. */
export const quantityOf: Readonly<Record<Unit, string>> = {
  Ω: 'resistance',
  V: 'voltage',
  A: 'current',
  W: 'power',
}

/** The unit of each quantity: the inverse of {@link quantityOf}. */
export const unitOf = { resistance: 'Ω', voltage: 'V', current: 'A', power: 'W' } as const satisfies Record<
  string,
  Unit
>

/** What a resistor or an equivalent has. */
export type Quantity = keyof typeof unitOf

/** The letter that stands for each quantity in formulas. */
export const letterOf = { resistance: 'R', voltage: 'V', current: 'I', power: 'P' } as const

/** What a value is called in a sentence, by the name of what it is of: V(R2); a resistance is called as that is, R2. */
export function valueName(quantity: Quantity, of: string): string {
  return quantity === 'resistance' ? of : `${letterOf[quantity]}(${of})`
}

/** Every spelling that is read for a unit, in small letters. `r` for ohms is the way values are printed on parts. */
export const spellings: Readonly<Record<string, Unit>> = {
  ω: 'Ω', // U+03C9, the small letter of U+03A9, Greek capital omega; U+2126, the ohm sign, is read as that
  ohm: 'Ω',
  ohms: 'Ω',
  r: 'Ω',
  v: 'V',
  volt: 'V',
  volts: 'V',
  a: 'A',
  amp: 'A',
  amps: 'A',
  w: 'W',
  watt: 'W',
  watts: 'W',
}

/** Powers of ten of the engineering prefixes that are read; `K` is read as kilo, `u` and both mu signs as micro. */
export const prefixes: Readonly<Record<string, number>> = {
  p: -12,
  n: -9,
  u: -6,
  µ: -6, // U+00B5, micro sign
  μ: -6, // U+03BC, Greek small mu
  m: -3,
  k: 3,
  K: 3,
  M: 6,
  G: 9,
}
