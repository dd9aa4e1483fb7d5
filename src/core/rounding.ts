import { float, type Arithmetic } from './arithmetic'
import { valueBy, type Quantity, type Way } from './expansion'
import { knownOf } from './network'
import { wire } from './nodes'
import { figureCount, letterOf } from './quantity'
import { solve } from './solve'
import { tasteOf, type Worksheet } from './worksheet'

/** What rounding has to do with a difference between two numbers that should be the same. In SI base units. */
export interface RoundingAccount {
  /** The first number less the second, as they were written. */
  readonly difference: number
  /** The most that rounding each value on the way to the chosen figures can make of it. */
  readonly bound: number
  /** Whether rounding explains the difference; if not, something is wrong. */
  readonly explained: boolean
  /** The rounding that brought in most of the difference; null where there is none. */
  readonly most: {
    readonly quantity: 'resistance' | Quantity
    /** The element whose value was rounded; null for the supply, or for the value itself as the other way gives it. */
    readonly element: number | null
    readonly before: number
    readonly written: number
    /** Its part of the difference; above 1 where others bring it back. */
    readonly share: number
  } | null
}

/** A number that knows by which rounding it was written, −1 for one that was given or is still in the calculator. */
interface Tracked {
  readonly value: number
  readonly written: number
}

interface Run {
  readonly R: readonly Tracked[]
  readonly V: readonly Tracked[]
  readonly I: readonly (Tracked | null)[]
  readonly P: readonly Tracked[]
  readonly supply: { readonly voltage: Tracked; readonly current: Tracked; readonly power: Tracked }
}

/** Doubles that are changed where a value is written down. */
function tracked(onWriting: (value: number, count: number) => number): Arithmetic<Tracked> {
  let count = 0
  const lift =
    (operation: (a: number, b: number) => number) =>
    (a: Tracked, b: Tracked): Tracked => ({ value: operation(a.value, b.value), written: -1 })
  return {
    name: 'tracked',
    zero: { value: 0, written: -1 },
    from: ({ value }) => ({ value, written: -1 }),
    add: lift(float.add),
    subtract: lift(float.subtract),
    multiply: lift(float.multiply),
    divide: lift(float.divide),
    invert: ({ value }) => ({ value: 1 / value, written: -1 }),
    squareRoot: ({ value }) => ({ value: Math.sqrt(value), written: -1 }),
    compare: (a, b) => a.value - b.value,
    isZero: ({ value }) => value === 0,
    write: ({ value }) => ({ value: onWriting(value, count), written: count++ }),
    toAmount: ({ value }) => ({ value }),
  }
}

/** A value as it was written down, and the most that this can have changed it: half a unit of its last figure. */
interface Penned {
  readonly before: number
  readonly written: number
  readonly half: number
}

function penned(before: number, figures: number): Penned {
  if (before === 0) return { before, written: 0, half: 0 }
  const half = 0.5 * 10 ** (Math.floor(Math.log10(Math.abs(before))) + 1 - figures)
  return { before, written: Number(before.toPrecision(figures)), half }
}

/** The rounding of a worksheet on paper: what each rounding does to every value. */
interface Rounding {
  readonly figures: number
  readonly paper: Run
  readonly arithmetic: Arithmetic<Tracked>
  readonly plain: Run
  /** By rounding: the value before it, as written, and the run in which only this value is half a unit too large. */
  readonly roundings: readonly (Penned & { readonly moved: Run })[]
}

/** Beyond so many roundings, what each of them does is not followed up. */
const mostFollowed = 1500

function followRounding(worksheet: Worksheet): Rounding | null {
  const { network, options, reduction, choices, analysis } = worksheet
  if (choices.carry !== 'paper' || reduction.left.length !== 1 || !analysis.supply.current) return null
  // Beyond a bridge the supply is known from the stage before alone.
  if (!knownOf(network)) return null
  const figures = figureCount(choices.figures)
  const wiring = wire(network, options.nodes)
  const run = (onWriting: (value: number, count: number) => number): Run | null => {
    const solved = solve(network, wiring, reduction, tracked(onWriting), tasteOf(choices, reduction, network))
    if (!solved.ok || !solved.numbers.supply || !solved.numbers.expansion) return null
    const { resistance, expansion, supply } = solved.numbers
    return { R: resistance, V: expansion.voltage, I: expansion.current, P: expansion.power, supply }
  }
  const log: Penned[] = []
  const paper = run((before) => {
    const entry = penned(before, figures)
    log.push(entry)
    return entry.written
  })
  const plain = run((value) => value)
  if (!paper || !plain || log.length > mostFollowed) return null
  const roundings = log.flatMap((entry, k) => {
    const moved = run((value, count) => (count === k ? value + entry.half : value))
    return moved ? [{ ...entry, moved }] : []
  })
  return { figures, paper, plain, roundings, arithmetic: tracked((value) => value) }
}

/** Followed once for each worksheet. */
const followed = new WeakMap<Worksheet, Rounding | null>()

function roundingOf(worksheet: Worksheet): Rounding | null {
  let known = followed.get(worksheet)
  if (known === undefined) followed.set(worksheet, (known = followRounding(worksheet)))
  return known
}

/**
 * Accounts for a difference by first-order propagation of error (“how far do the last digits carry?”): each rounding
 * moves it by its own error times how the difference answers to that value. Twice the bound is allowed, since errors
 * also act on each other.
 */
function account(
  worksheet: Worksheet,
  { paper, plain, roundings }: Rounding,
  differenceIn: (run: Run) => number,
  own: (Penned & { readonly quantity: Quantity }) | null,
): RoundingAccount {
  const difference = differenceIn(paper) + (own ? own.written - own.before : 0)
  const base = differenceIn(plain)
  const moves = roundings.map(({ before, written, half, moved }, k) => {
    const answer = differenceIn(moved) - base
    return { k, before, written, most: Math.abs(answer), by: half === 0 ? 0 : (answer * (written - before)) / half }
  })
  const bound = moves.reduce((sum, { most }) => sum + most, own?.half ?? 0)
  const largest = moves.reduce<(typeof moves)[number] | null>(
    (best, move) => (Math.abs(move.by) > Math.abs(best?.by ?? 0) ? move : best),
    null,
  )
  const noise = 1e-12 * Math.abs(worksheet.analysis.supply.voltage?.value ?? 1)
  const share = (by: number) => (Math.abs(difference) <= noise ? 0 : by / difference)
  const explained = Math.abs(difference) <= 2 * bound + noise
  if (own && Math.abs(own.written - own.before) > Math.abs(largest?.by ?? 0)) {
    const { before, written, quantity } = own
    return {
      difference,
      bound,
      explained,
      most: { quantity, element: null, before, written, share: share(written - before) },
    }
  }
  if (!largest) return { difference, bound, explained, most: null }
  const { before, written, by, k } = largest
  return { difference, bound, explained, most: { ...ownerOf(paper, k), before, written, share: share(by) } }
}

/** Which value was written by a rounding. */
function ownerOf(
  { R, V, I, P, supply }: Run,
  k: number,
): { quantity: 'resistance' | Quantity; element: number | null } {
  const lists = [
    ['resistance', R],
    ['voltage', V],
    ['current', I],
    ['power', P],
  ] as const
  const quantities = ['voltage', 'current', 'power'] as const
  for (const quantity of quantities) if (supply[quantity].written === k) return { quantity, element: null }
  for (const [quantity, list] of lists) {
    // It was found where it stands outermost, and handed down from there.
    const element = list.findLastIndex((number) => number?.written === k)
    if (element >= 0) return { quantity, element }
  }
  return { quantity: 'resistance', element: null }
}

/**
 * What rounding has to do with a check that does not come out exactly: the drops or currents of a step's members
 * against those of the whole, or (`power`) the powers used against the power given. null where values are exact.
 */
export function accountForCheck(worksheet: Worksheet, at: number | 'power'): RoundingAccount | null {
  const rounding = roundingOf(worksheet)
  if (!rounding) return null
  const { reduction } = worksheet
  if (at === 'power') {
    const leaves = reduction.leaves.length
    const used = (run: Run) => run.P.slice(0, leaves).reduce((sum, { value }) => sum + value, 0)
    return account(worksheet, rounding, (run) => used(run) - run.supply.power.value, null)
  }
  const { kind, members, result } = reduction.steps[at]
  const of = (run: Run, id: number) => (kind === 'series' ? run.V[id].value : (run.I[id]?.value ?? 0))
  return account(
    worksheet,
    rounding,
    (run) => members.reduce((sum, id) => sum + of(run, id), 0) - of(run, result),
    null,
  )
}

/** What rounding has to do with another way to a value that gives another number. null where values are exact. */
export function accountForWay(worksheet: Worksheet, id: number, quantity: Quantity, way: Way): RoundingAccount | null {
  const rounding = roundingOf(worksheet)
  if (!rounding) return null
  const letter = letterOf[quantity]
  const byWay = ({ R, V, I }: Run) =>
    valueBy(way, quantity, id, { resistance: R, voltage: V, current: I }, rounding.arithmetic).value
  const own = { ...penned(byWay(rounding.paper), rounding.figures), quantity }
  return account(worksheet, rounding, (run) => byWay(run) - (run[letter][id]?.value ?? 0), own)
}
