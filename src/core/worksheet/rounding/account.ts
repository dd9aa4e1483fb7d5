import { roundedFigures, type Quantity, letterOf, quantityText, unitOf } from '../../number'
import { methods, sharedIn, type Method, type Sign } from '../method'
import type { Line } from '../derivation'
import { amountAt, workOut, type Found, type Worksheet } from '../worked'
import { graded, type Graded } from './gradient'
import { intervals, type Interval } from './interval'

/** What rounding has to do with a difference between two numbers that should be the same. In SI base units. */
export interface RoundingAccount {
  /** The first number less the second, as they were written. */
  readonly difference: number
  /** Whether rounding explains the difference; if not, something is wrong. */
  readonly explained: boolean
  /** The rounding that brought in most of the difference; null where there is none. */
  readonly most: {
    readonly quantity: Quantity
    /** What the rounded value belongs to; null for the value itself as another way gives it. */
    readonly name: string | null
    readonly before: number
    readonly written: number
    /** Its part of the difference; above 1 where others bring it back. */
    readonly share: number
  } | null
}

/** A value that stands in a difference, added or taken away. */
interface Term {
  readonly line: number
  readonly sign: Sign
}

/** What rounding does to every line of a worksheet on paper. */
interface Rounding {
  readonly interval: ReturnType<typeof intervals>
  /** What each line can be, if every value before it and it itself are off by half a unit of their last figure. */
  readonly range: readonly (Interval | null)[]
  readonly written: readonly (number | null)[]
  /** What each line's method gives from the values as they were written. */
  readonly graded: readonly (Graded | null)[]
}

const followed = new WeakMap<Worksheet['derivation'], Rounding>()

/** Goes over the lines of a worksheet once, forward; null where it is not on paper. */
function followRounding({ derivation, choices, arithmetic }: Worksheet): Rounding | null {
  let known = followed.get(derivation)
  if (known) return known
  const figures = choices.carry === 'paper' ? roundedFigures(arithmetic) : null
  if (figures === null) return null
  const interval = intervals(figures)
  const range: (Interval | null)[] = []
  const written: (number | null)[] = []
  const grades: (Graded | null)[] = []
  for (const { amount, method, uses, signs } of derivation.lines) {
    written.push(amount && amount.value)
    const isGiven = uses.length === 0
    if (amount === null || isGiven) {
      range.push(amount && { low: amount.value, high: amount.value })
      grades.push(amount && { value: amount.value, by: [] })
      continue
    }
    range.push(
      valueOf(
        method,
        uses.map((use) => range[use]),
        signs,
        interval,
        isHandedOn(method) ? (a) => a : interval.write,
      ),
    )
    grades.push(gradesOf(method, uses, signs, written))
  }
  followed.set(derivation, (known = { interval, range, written, graded: grades }))
  return known
}

function isHandedOn(method: Line['method']): boolean {
  return (methods[method] as Method).handsOn === true
}

function valueOf<N>(
  name: Line['method'],
  values: readonly (N | null)[],
  signs: readonly Sign[],
  arithmetic: Parameters<Method['work']>[1],
  write: (value: N) => N,
): N | null {
  if (values.some((value) => value === null)) return null
  return write((methods[name] as Method).work(values as readonly unknown[], arithmetic, signs) as N)
}

function gradesOf(
  name: Line['method'],
  uses: readonly number[],
  signs: readonly Sign[],
  written: readonly (number | null)[],
): Graded | null {
  const values = uses.map((use, i): Graded | null => {
    const value = written[use]
    return value === null ? null : { value, by: Array.from({ length: i + 1 }, (_, k) => (k === i ? 1 : 0)) }
  })
  return valueOf(name, values, signs, graded as never, (value) => value)
}

/**
 * Accounts for a difference. Whether all roundings together explain it is decided by interval arithmetic over the lines,
 * which is a bound; which of them brings in most, by derivatives from the difference back along what each line uses.
 */
function account(worksheet: Worksheet, terms: readonly Term[], own: Found | null): RoundingAccount | null {
  const { derivation, elements } = worksheet
  const rounding = followRounding(worksheet)
  if (rounding === null) return null
  const { interval, range, written } = rounding
  const { lines } = derivation
  if (terms.some(({ line }) => written[line] === null)) return null
  const ownRange =
    own &&
    valueOf(
      own.method,
      own.uses.map((use) => range[use]),
      own.signs,
      interval,
      interval.write,
    )
  const ownGrades = own && gradesOf(own.method, own.uses, own.signs, written)
  const ownWritten = own?.amount?.value ?? 0

  const difference = terms.reduce((sum, { line, sign }) => sum + sign * (written[line] as number), ownWritten)
  let bounds: Interval = ownRange ?? { low: 0, high: 0 }
  for (const { line, sign } of terms) {
    const it = range[line] as Interval
    bounds = sign === 1 ? interval.add(bounds, it) : interval.subtract(bounds, it)
  }
  const size = Math.max(Math.abs(ownWritten), ...terms.map(({ line }) => Math.abs(written[line] as number)))
  const noise = 1e-12 * size
  // Without rounding the difference is nothing: if even half a unit at every line cannot lead from there to here, it is
  // not rounding that did it.
  const isWithin = (value: number) => value >= bounds.low - noise && value <= bounds.high + noise
  const explained = isWithin(0) && isWithin(difference)

  // How the difference answers to each line, from the last to the first.
  const answer = new Float64Array(lines.length)
  for (const { line, sign } of terms) answer[line] += sign
  ownGrades?.by.forEach((by, i) => (answer[own?.uses[i] ?? 0] += by))
  let most: { by: number; line: number | null; before: number; written: number } | null = null
  const consider = (by: number, line: number | null, before: number, after: number) => {
    if (by !== 0 && Math.abs(by) > Math.abs(most?.by ?? 0)) most = { by, line, before, written: after }
  }
  if (ownGrades) consider(ownWritten - ownGrades.value, null, ownGrades.value, ownWritten)
  sweepBack(worksheet, rounding, answer, consider)
  return {
    difference,
    explained,
    most: most && ownerOf(most, Math.abs(difference) <= noise ? 0 : (most as { by: number }).by / difference),
  }

  function ownerOf(
    { line, before, written: after }: { line: number | null; before: number; written: number },
    share: number,
  ): RoundingAccount['most'] {
    const quantity = line === null ? own?.quantity : lines[line].quantity
    if (quantity === undefined || quantity === 'potential') return null
    const of = line === null ? null : lines[line].of
    const name =
      of === null ? null : of === derivation.whole && quantity !== 'resistance' ? 'the supply' : elements[of].name
    return { quantity, name, before, written: after, share }
  }
}

/**
 * Goes over the lines from the last to the first, and says of each rounding what it brings in.
 *
 * @param answer how what is accounted for answers to each line; those that it uses are added on the way
 */
function sweepBack(
  { derivation: { lines } }: Worksheet,
  { written, graded: grades }: Rounding,
  answer: Float64Array,
  visit: (by: number, line: number, before: number, written: number) => void,
): void {
  for (let id = lines.length - 1; id >= 0; id--) {
    const it = grades[id]
    if (answer[id] === 0 || it === null) continue
    const value = written[id] as number
    // Given values are as they are; what was handed on was rounded where it was found.
    if (lines[id].uses.length > 0 && !isHandedOn(lines[id].method)) {
      const off = value - it.value
      if (Math.abs(off) > 1e-12 * Math.abs(value)) visit(answer[id] * off, id, it.value, value)
    }
    it.by.forEach((by, i) => (answer[lines[id].uses[i]] += by * answer[id]))
  }
}

/** What the roundings on the way to a value make of it. In SI base units. */
export interface RoundedValue {
  /** The value as it is written less the exact one. */
  readonly off: number
  /** What each rounding brings in, by the id of its line; to the first order they add up to `off`. */
  readonly by: ReadonlyMap<number, number>
}

/** What each rounding on the way to a value brings in. null where values are exact, or this one does not exist. */
export function roundingsOf(worksheet: Worksheet, id: number): RoundedValue | null {
  const rounding = followRounding(worksheet)
  const exact = rounding && withoutRounding(worksheet)
  const { derivation } = worksheet
  const { lines } = derivation
  const written = lines[id].amount
  const exactly = exact && amountAt(exact, lines[id].quantity, lines[id].of)
  if (rounding === null || !written || !exactly) return null
  const answer = new Float64Array(lines.length)
  answer[id] = 1
  const by = new Map<number, number>()
  sweepBack(worksheet, rounding, answer, (brought, line) => by.set(line, brought))
  // What is given can be rounded too: 7/3 Ω is written 2.33 Ω.
  lines.forEach(({ uses, amount, quantity, of }, line) => {
    if (uses.length > 0 || !amount || answer[line] === 0 || derivation.found[quantity][of] !== line) return
    const given = amountAt(exact, quantity, of)?.value ?? amount.value
    if (given !== amount.value) by.set(line, answer[line] * (amount.value - given))
  })
  return { off: written.value - exactly.value, by }
}

/**
 * What rounding has to do with a check that does not come out exactly: the drops or currents of a step's members against
 * those of the whole. null where values are exact.
 *
 * @param step the equivalent that is undone
 */
export function accountForCheck(worksheet: Worksheet, step: number): RoundingAccount | null {
  const { made } = worksheet.elements[step]
  if (!made) return null
  const found = worksheet.derivation.found[sharedIn(made.kind) === 'current' ? 'voltage' : 'current']
  return accountForSum(worksheet, found, made.members, step)
}

/** What rounding has to do with the powers used against the power given. null where values are exact, or there are none. */
export function accountForPowers(worksheet: Worksheet): RoundingAccount | null {
  const { derivation, stages } = worksheet
  const { power } = derivation.found
  if (derivation.whole === null) return null
  return accountForSum(worksheet, power, stages[0].starts, derivation.whole)
}

/** What rounding has to do with the values of some elements not adding up to that of the whole. */
function accountForSum(
  worksheet: Worksheet,
  found: readonly (number | undefined)[],
  members: readonly number[],
  whole: number,
): RoundingAccount | null {
  const terms = [...members, whole].flatMap((id, i): Term[] => {
    const line = found[id]
    return line === undefined ? [] : [{ line, sign: i < members.length ? 1 : -1 }]
  })
  return terms.length > members.length ? account(worksheet, terms, null) : null
}

/** What rounding has to do with another way to a value that gives another number. null where values are exact. */
export function accountForWay(worksheet: Worksheet, way: Found): RoundingAccount | null {
  const line = way.quantity === 'potential' ? undefined : worksheet.derivation.found[way.quantity][way.of]
  // What is given was not worked out in any way.
  return line === undefined || way.uses.length === 0 ? null : account(worksheet, [{ line, sign: -1 }], way)
}

/** Worked out once for each worksheet on paper. */
const unrounded = new WeakMap<Worksheet, Worksheet | null>()

/** The same worksheet without rounding: the exact value beside each one on paper. null where it is exact already. */
export function withoutRounding(worksheet: Worksheet): Worksheet | null {
  const { network, choices, naming, arithmetic } = worksheet
  if (choices.carry !== 'paper' || roundedFigures(arithmetic) === null) return null
  let found = unrounded.get(worksheet)
  if (found === undefined) {
    const exact = workOut(network, { nodes: naming, choices: { ...choices, carry: 'exact' } })
    unrounded.set(worksheet, (found = 'status' in exact ? null : exact))
  }
  return found
}

/**
 * Whether rounding explains a difference, and which rounding brought in most of it, in a sentence or two.
 *
 * @param quantity what the difference is one of
 */
export function accountText({ difference, explained, most }: RoundingAccount, quantity: Quantity): string {
  const text = (value: number, of: Quantity, figures: 3 | 6 = 6) =>
    // A difference of two written values is a short decimal, but for the last digits of a double.
    quantityText({ value: Number(value.toPrecision(12)) }, unitOf[of], figures)
  const apart = `${text(Math.abs(difference), quantity, 3)} apart`
  if (!explained) return `${apart}: rounding does not explain that, so something is wrong.`
  if (!most || most.share <= 0.05) return `Equal within rounding: ${apart}.`
  const { share, name, written, before } = most
  return `Equal within rounding: ${apart}. ${share > 0.95 ? 'All' : 'Most'} of it from ${letterOf[most.quantity]} of ${name ?? 'this way'}, written ${text(written, most.quantity)} for ${text(before, most.quantity)}.`
}
