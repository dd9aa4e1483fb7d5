import Fraction from 'fraction.js'
import { exact, nearestE24, numberOf, ratioOf, type Amount, type ExactValue, type ExactNumber } from '../../number'
import { deriveAnew, type Worksheet } from '../worked'
import { withValue, type Knob } from './knobs'

/** A value of the knob that gives what is wanted. */
export interface Solution {
  /** The nearest double; what is rational is exact, and so is a root alone. */
  readonly amount: Amount
  /** For a + √b or a − √b: a and b; null where the value is rational. */
  readonly surd: { readonly a: Amount; readonly b: Amount; readonly sign: '+' | '−' } | null
  /** The value runs against the direction in which it is written now. */
  readonly against: boolean
  /** The nearest value of E24, and what it gives. */
  readonly nearest: { readonly value: ExactValue; readonly gives: Amount }
}

/** An end of what a value can be, and where the knob is then; at an end of its own it is never quite reached. */
export interface Bound {
  /** In SI base units; can be infinite. */
  readonly value: number
  /** The value of the knob there: 0, infinite, or one between. */
  readonly at: number
}

export type Asked =
  | { readonly kind: 'found'; readonly solutions: readonly Solution[] }
  /** None gives it: what the value can be. */
  | { readonly kind: 'none'; readonly low: Bound; readonly high: Bound }
  /** The value does not go with the knob at all. */
  | { readonly kind: 'constant'; readonly always: Amount }

type Polynomial = readonly [Fraction, Fraction, Fraction]
type Quotient = { readonly over: Polynomial; readonly under: Polynomial; readonly isSquare: boolean }

const zero = new Fraction(0)
const one = new Fraction(1)

/**
 * Which value of a knob gives what is wanted of another value, exactly. Every resistance, voltage and current of a linear
 * network is a quotient of two linear functions of one resistance (Bode, “Network Analysis and Feedback Amplifier
 * Design”, 1945: the bilinear theorem), every power one of two quadratic ones, and where a power is known, so is the square
 * of a voltage or current. The functions are found from as many exact values of the network as they have unknowns.
 *
 * @param worksheet an exact one
 * @param line the line of the value that is asked about
 * @param wanted what it is to be, above 0
 * @returns null where the value does not exist
 */
export function whichValue(worksheet: Worksheet, knob: Knob, line: number, wanted: ExactValue): Asked | null {
  const quotient = quotientOf(worksheet, knob, line)
  if (!quotient) return null
  const { over, under, isSquare } = quotient
  const own = worksheet.derivation.lines[line].amount
  const goal = new Fraction(wanted.exact)
  if (own && isConstant(quotient)) return { kind: 'constant', always: own }
  // A current can turn round: then it has the size that is wanted against its direction now.
  const goals = isSquare ? [goal.mul(goal)] : [goal, goal.neg()]
  const solutions = goals.flatMap((it, i) =>
    rootsOf(over.map((a, k) => a.sub(it.mul(under[k]))) as unknown as Polynomial).flatMap((root): Solution[] => {
      const nearest = nearestE24(root.amount.value)
      const gives = valueAt(worksheet, knob, line, nearest)
      return gives ? [{ ...root, against: i === 1, nearest: { value: nearest, gives: amountOf(gives) } }] : []
    }),
  )
  if (solutions.length > 0)
    return { kind: 'found', solutions: solutions.sort((a, b) => a.amount.value - b.amount.value) }
  const bounds = boundsOf(quotient)
  return { kind: 'none', low: bounds[0], high: bounds[bounds.length - 1] }
}

/** The exact number of a value at another value of the knob; null where it does not exist. */
function valueAt(worksheet: Worksheet, knob: Knob, line: number, value: ExactValue): ExactNumber | null {
  const derived = deriveAnew(worksheet, withValue(worksheet.network, knob, { ...value, typed: value.value }), exact)
  if (!derived.ok) return null
  const it = derived.derivation.lines[line]
  const number = derived.derivation.numbers[line] as ExactNumber | null
  if (number === null) return null
  // Written as its current runs: against the direction that it has now it is below 0.
  const { enters } = worksheet.derivation
  const isTurned =
    it.quantity === 'current' || it.quantity === 'voltage' ? enters[it.of] !== derived.derivation.enters[it.of] : false
  return isTurned ? { ...number, n: -number.n } : number
}

const amountOf = (number: ExactNumber): Amount => exact.toAmount(number.n < 0n ? { ...number, n: -number.n } : number)

/** Where the knob is tried, as parts of what it is. */
const trials = ['1', '2', '1/2', '3', '1/3', '5', '1/5', '7', '1/7']

/** A value as a quotient of two polynomials of the knob: linear ones if they do, else quadratic. */
function quotientOf(worksheet: Worksheet, knob: Knob, line: number): Quotient | null {
  const at = new Fraction(knob.value.exact)
  const numbers = trials.flatMap((part) => {
    const x = at.mul(part)
    const number = valueAt(worksheet, knob, line, { value: numberOf(x), exact: ratioOf(x) })
    return number ? [{ x, number }] : []
  })
  const isSquare = numbers.some(({ number }) => number.root !== 1n)
  const points = numbers.map(({ x, number: { n, d, root } }) => {
    const y = new Fraction(n, d)
    return { x, y: isSquare ? y.mul(y).mul(new Fraction(root)) : y }
  })
  for (const degree of [1, 2] as const) {
    const unknowns = 2 * degree + 1
    if (points.length <= unknowns) return null
    const fitted = fit(points.slice(0, unknowns), degree)
    if (
      fitted &&
      points
        .slice(unknowns)
        .every(({ x, y }) => polynomialAt(fitted.over, x).equals(y.mul(polynomialAt(fitted.under, x))))
    )
      return { ...fitted, isSquare }
  }
  return null
}

function polynomialAt([a, b, c]: Polynomial, x: Fraction): Fraction {
  return a.add(b.mul(x)).add(c.mul(x).mul(x))
}

/** A quotient of two polynomials through these points: one more unknown than points, found by Gauss’s elimination. */
function fit(
  points: readonly { readonly x: Fraction; readonly y: Fraction }[],
  degree: 1 | 2,
): { readonly over: Polynomial; readonly under: Polynomial } | null {
  const size = degree + 1
  const rows = points.map(({ x, y }) => {
    const powers = [one, x, x.mul(x)].slice(0, size)
    return [...powers, ...powers.map((power) => power.mul(y).neg())]
  })
  const pivots: number[] = []
  let row = 0
  for (let column = 0; column < 2 * size && row < rows.length; column++) {
    const at = rows.findIndex((it, i) => i >= row && !it[column].equals(0))
    if (at < 0) continue
    ;[rows[row], rows[at]] = [rows[at], rows[row]]
    const lead = rows[row][column]
    rows[row] = rows[row].map((it) => it.div(lead))
    const own = rows[row]
    rows.forEach((other, i) => {
      const factor = other[column]
      if (i !== row && !factor.equals(0)) rows[i] = other.map((it, k) => it.sub(factor.mul(own[k])))
    })
    pivots.push(column)
    row++
  }
  const free = Array.from({ length: 2 * size }, (_, i) => i).find((i) => !pivots.includes(i))
  if (free === undefined) return null
  const found = Array.from({ length: 2 * size }, (_, i) => {
    const at = pivots.indexOf(i)
    return at < 0 ? (i === free ? one : zero) : rows[at][free].neg()
  })
  const padded = (list: readonly Fraction[]): Polynomial => [list[0], list[1], list[2] ?? zero]
  const [over, under] = [padded(found.slice(0, size)), padded(found.slice(size))]
  return under.every((it) => it.equals(0)) ? null : { over, under }
}

function isConstant({ over, under }: Quotient): boolean {
  return (
    over[0].mul(under[1]).equals(over[1].mul(under[0])) &&
    over[0].mul(under[2]).equals(over[2].mul(under[0])) &&
    over[1].mul(under[2]).equals(over[2].mul(under[1]))
  )
}

/** The roots above 0 of a polynomial. */
function rootsOf([c, b, a]: Polynomial): Pick<Solution, 'amount' | 'surd'>[] {
  const rational = (it: Fraction) => (it.compare(0) > 0 ? [{ amount: toAmount(it), surd: null }] : [])
  if (a.equals(0)) return b.equals(0) ? [] : rational(c.div(b).neg())
  const half = b.div(a).div(2).neg()
  const under = half.mul(half).sub(c.div(a))
  if (under.compare(0) < 0) return []
  if (under.equals(0)) return rational(half)
  const root = rootOf(under)
  if (root) return [...rational(half.sub(root)), ...rational(half.add(root))]
  const size = Math.sqrt(numberOf(under))
  // The one in which nothing is taken away; the other from their product.
  const large = half.compare(0) >= 0 ? numberOf(half) + size : numberOf(half) - size
  const small = numberOf(c.div(a)) / large
  return [large, small].flatMap((value, i) => {
    if (value <= 0) return []
    const isPlus = half.compare(0) >= 0 === (i === 0)
    return [
      {
        amount: { value },
        surd: { a: toAmount(half), b: toAmount(under), sign: isPlus ? ('+' as const) : ('−' as const) },
      },
    ]
  })
}

function toAmount(it: Fraction): Amount {
  return { value: numberOf(it), exact: { n: it.s < 0n ? -it.n : it.n, d: it.d, root: 1n } }
}

/** The square root of a fraction, where it is one. */
function rootOf(it: Fraction): Fraction | null {
  const { n, d, root } = exact.squareRoot({ n: it.n, d: it.d, root: 1n, lowest: true })
  return root === 1n ? new Fraction(n, d) : null
}

/** What a value can be while the knob goes from nothing to infinite: its ends, and where it turns between them, in order. */
function boundsOf({ over, under, isSquare }: Quotient): Bound[] {
  const [a0, a1, a2] = over
  const [b0, b1, b2] = under
  const quotient = (over: Fraction, under: Fraction) => (under.equals(0) ? Infinity : numberOf(over.div(under)))
  /** By the first powers that there are: the highest at the end, the lowest at the start. */
  const limit = (powers: readonly number[]) => {
    const i = powers.find((power) => !over[power].equals(0) || !under[power].equals(0))
    return i === undefined ? NaN : quotient(over[i], under[i])
  }
  // Where the derivative is nothing: over′·under − over·under′.
  const turns = rootsOf([a1.mul(b0).sub(a0.mul(b1)), a2.mul(b0).sub(a0.mul(b2)).mul(2), a2.mul(b1).sub(a1.mul(b2))])
  const float = (list: Polynomial, x: number) => numberOf(list[0]) + numberOf(list[1]) * x + numberOf(list[2]) * x * x
  const bounds = [
    { value: limit([0, 1, 2]), at: 0 },
    { value: limit([2, 1, 0]), at: Infinity },
    ...turns.map(({ amount: { value: x } }) => ({ value: float(over, x) / float(under, x), at: x })),
  ].map((it) => (isSquare ? { ...it, value: Math.sqrt(it.value) } : it))
  return bounds.sort((a, b) => a.value - b.value)
}
