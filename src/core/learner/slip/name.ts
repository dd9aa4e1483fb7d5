import { isOfTwoFigures, shortFigures, isSame, isWrittenAs, type TypedAnswer } from '../answer'
import { float, type Quantity } from '../../number'
import { equivalent } from '../../structure'
import type { Slip } from './slips'

/** Where slips are looked for: what would be right, and the numbers that slips give. */
export interface Guesses {
  /** The right value, and what the learner's own earlier values lead to. */
  readonly targets: readonly number[]
  /** What the paper leads to where lines between were left out; asked for only where nothing nearer fits. */
  readonly further: () => readonly number[]
  readonly singles: readonly Guess[]
  /** Asked for only where no single slip fits. */
  readonly pairs: () => readonly Guess[]
  /** The learner writes two figures, as a rule. */
  readonly isRough: boolean
  /** With a digit of what was put in copied wrongly; asked for last. */
  readonly miscopied: () => readonly Guess[]
}

/** Results of working in kilohms or milliamperes that are no resistance, or no resistance squared. */
const scales = [1, 1e-3, 1e3, 1e-6, 1e6, 1e-9, 1e9]
const thousands = scales.slice(1)
/** A thousandfold beside another slip. */
const fewThousands = thousands.slice(0, 4)
const tens = [0.1, 10, 0.01, 100]
// The thresholds below are set by `npm run judge`: wrong answers by usual slips, and numbers that come from none.
/**
 * A value that was rounded on the way may be off by this part of it. Of numbers that come from no usual slip 4.5 in 100 are
 * explained all the same; 3.8 with a third of it, 8.0 with three times as much.
 */
const near = 0.0015
/** Numbers that are nearer to the right one than this are the right one, rounded. From a quarter of it to 2.5 times, nothing measured changes. */
const right = 0.002
/** More explanations than this say nothing. With 2, 80 of 100 wrong answers are named; with 4 or 8, 88. */
const most = 4
/** With fewer figures too many pairs fit. From 4 figures on, 75 of 100 pairs would be named instead of 94. */
const figuresOfPairs = 3
/** With fewer figures too many digits could have been copied wrongly: 9.7 in 100 numbers of no slip would be explained. */
const figuresOfCopies = 4

const times = (scale: number) =>
  `${Math.max(scale, 1 / scale).toLocaleString('en')} times too ${scale > 1 ? 'large' : 'small'}`

/** A number with a kilo or a milli lost. */
const lost = (target: number) => thousands.map((scale) => guess('thousandfold', target * scale, times(scale)))

/** Slips that any number can have. */
function anywhere(target: number, answer: TypedAnswer): Guess[] {
  return [
    ...(answer.value < 0 ? [guess('sign', -target)] : []),
    ...lost(target),
    ...(shortFigures(answer.value) === 1 && !isSame(Math.abs(answer.value), target)
      ? [guess('rounded-early', Number(target.toPrecision(1)), 'the result rounded to one figure')]
      : []),
    ...tens.map((scale) => guess('tenfold', target * scale, times(scale))),
    ...exchangedDigits(target, answer),
  ]
}

/** The right number as it would be written with as many figures, or with zeros left out, two digits of it exchanged. */
function exchangedDigits(target: number, { value, figures }: TypedAnswer): Guess[] {
  const least = Math.max(3, shortFigures(value))
  const longest = figures === Infinity ? 6 : Math.max(4, figures)
  const counts = Array.from({ length: Math.max(0, longest - least + 1) }, (_, i) => least + i)
  return counts
    .flatMap((count) => swapped(target, count).filter((it) => isSame(it, Math.abs(value))))
    .slice(0, 1)
    .map((it) => guess('transposed', it, 'compare the digits with those on your calculator'))
}

/**
 * Which slips give the typed number: single ones to the figures that are written; else two together; else single ones
 * nearly, as after rounding on the way. Every explanation that fits as well as the others is there; none where there
 * are too many to say anything.
 */
export function nameSlips(answer: TypedAnswer, guesses: Guesses): Guess[] {
  return asShown(answer, fitting(answer, guesses))
}

function fitting(answer: TypedAnswer, guesses: Guesses): Guess[] {
  const { targets, further, singles: numbers, pairs, miscopied, isRough } = guesses
  // What gives the right number is no slip here: an equal share of equal resistances, say.
  const isSlip = ({ value }: Guess) => !targets.some((target) => Math.abs(value - target) <= right * Math.abs(target))
  const singles = numbers.filter(isSlip)
  const sizes = targets.flatMap((target) => anywhere(target, answer))
  const all = [...sizes, ...singles]
  const size = { ...answer, value: Math.abs(answer.value) }
  const fits = (list: readonly Guess[], how: (a: TypedAnswer, value: number) => boolean) =>
    different(
      list.filter(({ value, slips, isScaled }) => {
        if (!Number.isFinite(value) || value === 0) return false
        if (slips.includes('sign')) return how(answer, value)
        return (isScaled ? scales : [1]).some((scale) => how(size, Math.abs(value) * scale))
      }),
    )
  // With two figures much fits by chance: what was copied is the same.
  if (isOfTwoFigures(answer) && isRough) {
    const same = fits(all, (a, value) => isSame(a.value, value))
    return few(same.length > 0 ? same : fits(sizes, isWrittenAs))
  }
  const exact = fits(all, isWrittenAs)
  if (exact.length > 0) return few(withoutChance(exact))
  const lostFurther = fits(further().flatMap(lost), isWrittenAs)
  if (lostFurther.length > 0) return lostFurther
  const scaled = singles.flatMap((it) =>
    it.isScaled
      ? []
      : fewThousands.map((scale): Guess => ({
          ...it,
          slips: [...it.slips, 'thousandfold'],
          value: it.value * scale,
        })),
  )
  const isLong = answer.figures >= figuresOfPairs || answer.method !== null
  const two = fits([...scaled, ...pairs()].filter(isSlip), isLong ? isWrittenAs : (a, value) => isSame(a.value, value))
  if (two.length > 0) return few(two)
  const nearly = fits(singles, (a, value) => Math.abs(a.value - value) <= near * value)
  if (nearly.length > 0) return few(nearly)
  if (shortFigures(answer.value) < figuresOfCopies) return []
  const wrongDigit = targets
    .filter((target) => differInOneDigit(target, size.value, Math.min(Math.max(answer.figures, figuresOfCopies), 8)))
    .map((target) => guess('copied', target, 'all digits but one are right'))
  return few(different([...wrongDigit, ...fits(miscopied(), isWrittenAs)]))
}

/** Digits exchanged give many numbers: where another slip gives this one to all its figures, they are not named beside it. */
function withoutChance(list: readonly Guess[]): Guess[] {
  const others = list.filter(({ slips: [slip] }) => slip !== 'transposed')
  return others.length > 0 ? others : [...list]
}

/** Where the work is shown, of several explanations those that work with as many numbers. */
function asShown({ method }: TypedAnswer, list: readonly Guess[]): Guess[] {
  if (method === null) return [...list]
  const signs = method.match(/[·*×x/÷:+−^²³]|(?<=[\d)\p{L}]\s*)-/gu)?.length ?? 0
  const alike = list.filter(({ how }) => (how?.match(/ [·/+−] |²/g)?.length ?? 0) === signs)
  return alike.length > 0 ? alike : [...list]
}

const few = (list: readonly Guess[]) => (list.length > most ? [] : [...list])

/** Explanations that say different things: of the same slips the first. */
function different(list: readonly Guess[]): Guess[] {
  return [...new Map(list.toReversed().map((it) => [it.slips.join(), it])).values()].toReversed()
}

/** A number that a slip gives, in SI base units. */
export interface Guess {
  readonly slips: readonly Slip[]
  readonly value: number
  /** How it comes to the number, in letters: `V(R2) / R3`. */
  readonly how?: string
  /** The elements that the remark names. */
  readonly of?: readonly string[]
  /** The number may be in whatever prefix it was worked out in: it is no resistance. */
  readonly isScaled?: true
}

/** An element with what stands at it on the learner's paper; NaN where nothing does. */
export interface Seat {
  readonly name: string
  readonly R: number
  readonly V: number
  readonly I: number
  readonly P: number
}

export const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)

/** How a number was rounded, in words. */
export const roundedTo = (what: string, figures: number) =>
  `${what} rounded to ${figures === 1 ? 'one figure' : 'two figures'}`

/** A guess of a single slip. */
export function guess(slip: Slip, value: number, how?: string, of?: readonly string[]): Guess {
  return { slips: [slip], value, how, of }
}

/** The equivalent of resistances in series or in parallel, in ohms. */
export function equivalentOf(kind: 'series' | 'parallel', values: readonly number[]): number {
  return equivalent(kind, [...values.keys()], values, float)
}

/** What is certain of a wrong value, whatever led to it. */
export type Certainty =
  | 'sure-negative'
  | 'sure-zero'
  | 'sure-parallel'
  | 'sure-series'
  | 'sure-voltage'
  | 'sure-current'
  | 'sure-power'

/**
 * The bound that a wrong value breaks; null where it breaks none.
 *
 * @param kind how the members of a step lie
 * @param members their resistances
 * @param most what the whole has of the quantity; null where that is not the bound
 */
export function certain(
  quantity: Quantity,
  value: number,
  kind: 'series' | 'parallel' | null,
  members: readonly number[],
  most: number | null,
): Certainty | null {
  if (value < 0) return 'sure-negative'
  if (value === 0) return 'sure-zero'
  if (kind === 'parallel' && value >= Math.min(...members)) return 'sure-parallel'
  if (kind === 'series' && value <= Math.max(...members)) return 'sure-series'
  if (most === null || value <= most * (1 + 1e-3)) return null
  return quantity === 'voltage' ? 'sure-voltage' : quantity === 'current' ? 'sure-current' : 'sure-power'
}

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

/** Whether a number has so many digits of the right one, but for one of them; a digit more is none of them. */
function differInOneDigit(right: number, typed: number, figures: number): boolean {
  const [one, other] = [digitsOf(right, figures), digitsOf(typed, figures)]
  const wrong = one.digits.flatMap((digit, i) => (digit !== other.digits[i] ? [i] : []))
  return (
    Math.sign(right) === Math.sign(typed) &&
    one.exponent === other.exponent &&
    wrong.length === 1 &&
    wrong[0] < shortFigures(right)
  )
}
