import { writeQuantity } from '../../number'
import { oneDigitOff, swapped, equivalentOf, guess, roundedTo, sum, type Guess, type Seat } from './name'
import type { Slip } from './slips'

/** A step whose equivalent was worked out, and what stood around it. */
export interface StepPlace {
  readonly kind: Kind
  readonly members: readonly Inside[]
  /** What else stood on its sheet. */
  readonly beside: readonly Seat[]
  /** The other groups that its sheet offered. */
  readonly others: readonly { readonly kind: Kind; readonly members: readonly Seat[] }[]
  /** How many resistors the network has. */
  readonly resistors: number
}

/** A member, and what it was made of where it is an equivalent itself. */
interface Inside extends Seat {
  readonly made: { readonly kind: Kind; readonly members: readonly Seat[] } | null
}

type Kind = 'series' | 'parallel'
/** Resistances that were combined in the place of the members'. */
interface Put extends Omit<Guess, 'value'> {
  readonly kind: Kind
  readonly values: readonly number[]
}

const reciprocals = (values: readonly number[]) => sum(values.map((value) => 1 / value))
const without = <T>(values: readonly T[], k: number) => values.filter((_, i) => i !== k)
const product = (values: readonly number[]) => values.reduce((a, b) => a * b, 1)

/** What arithmetic that is wrong makes of the resistances of a group. */
function bent(kind: Kind, values: readonly number[], names: readonly string[]): Guess[] {
  const total = sum(values)
  const letters = names.join(' + ')
  const most = Math.max(...values)
  const difference = Math.abs(2 * most - total)
  const average = guess('averaged', total / values.length)
  const overCount = values.map((value, k) =>
    guess('over-count', value / values.length, `${names[k]} / ${values.length}`),
  )
  const productOnly = scaled(guess('product-only', product(values)))
  const subtracted = guess('subtracted', difference, letters.replaceAll('+', '−'))
  if (kind === 'series')
    return [
      guess('as-parallel', 1 / reciprocals(values)),
      scaled(guess('as-parallel', reciprocals(values))),
      average,
      subtracted,
      productOnly,
      ...(values.length === 2 ? [] : [scaled(guess('as-parallel', product(values) / total))]),
    ]
  return [
    scaled(guess('not-turned-over', reciprocals(values))),
    guess('added', total),
    ...(values.length > 2 ? [scaled(guess('product-over-sum', product(values) / total))] : []),
    productOnly,
    average,
    ...overCount,
    ...(values.length === 2
      ? [guess('subtracted', product(values) / difference, 'the product over the difference')]
      : []),
    scaled(guess('product-only', 1 / product(values))),
  ]
}

const scaled = (it: Guess): Guess => ({ ...it, isScaled: true })

/** The resistances of a step as a slip of structure, or of copying, puts them. */
function wronglyPut({ kind, members, beside, others, resistors }: StepPlace): Put[] {
  const values = members.map(({ R }) => R)
  const names = members.map(({ name }) => name)
  const bare = values.map(bareNumber)
  const isMixed = new Set(values.map((value, k) => Math.round(Math.log10(value / bare[k])))).size > 1
  const put = (slip: Slip, list: readonly number[], how?: string, of?: readonly string[], as = kind): Put => ({
    slips: [slip],
    kind: as,
    values: list,
    how,
    of,
  })
  const joined = (list: readonly string[]) => list.join(kind === 'series' ? ' + ' : ' ‖ ')
  return [
    ...(isMixed ? [{ ...put('mixed-units', bare), isScaled: true as const }] : []),
    ...values.map((_, k) => put('dropped', without(values, k), joined(without(names, k)))),
    ...values.map((value, k) => put('counted-twice', [...values, value], undefined, [names[k]])),
    ...beside.map(({ R, name }) => put('one-too-many', [...values, R], undefined, [name])),
    ...(beside.length > 1 && beside.length + members.length <= resistors
      ? [
          put(
            'one-too-many',
            [...values, ...beside.map(({ R }) => R)],
            undefined,
            beside.map(({ name }) => name),
          ),
        ]
      : []),
    ...others.map((group) =>
      put(
        'wrong-group',
        group.members.map(({ R }) => R),
        undefined,
        group.members.map(({ name }) => name),
        group.kind,
      ),
    ),
    ...members.flatMap(({ made, name }, k) => {
      if (made === null) return []
      const inner = made.members.map(({ R }) => R)
      const old = [
        ...inner,
        ...(made.kind === 'parallel' ? [sum(inner), reciprocals(inner)] : [1 / reciprocals(inner)]),
      ]
      return old.map((value) => put('old-value', values.with(k, value), undefined, [name]))
    }),
    ...values.flatMap((value, k) =>
      swapped(value).map((other) =>
        put('transposed', values.with(k, other), `${names[k]} was taken as ${Number(other.toPrecision(6))}`),
      ),
    ),
  ]
}

/** Numbers that a single slip gives for a step. */
export function stepGuesses(place: StepPlace): Guess[] {
  const values = place.members.map(({ R }) => R)
  const names = place.members.map(({ name }) => name)
  const straight = wronglyPut(place).map(({ kind, values: put, ...it }): Guess => ({
    ...it,
    value: equivalentOf(kind, put),
  }))
  // Of two members the value of one is the other one missing.
  const members = values.length > 2 ? place.members : []
  const copied = [...members, ...place.beside].map(({ R, name }) => guess('other-value', R, name))
  return [...bent(place.kind, values, names), ...straight, ...roundedStep(place), ...copied]
}

/** Numbers that a step gives with one digit of a term copied wrongly. */
export function miscopiedStep({ kind, members }: StepPlace): Guess[] {
  const values = members.map(({ R }) => R)
  return members.flatMap(({ R, name }, k) =>
    oneDigitOff(R).map((other) =>
      guess(
        'copied',
        equivalentOf(kind, values.with(k, other)),
        `${name} was taken as ${Number(other.toPrecision(4))}`,
      ),
    ),
  )
}

/** Slips that are looked for alone: with another one they would explain too much. */
const alone: ReadonlySet<Slip> = new Set(['transposed', 'counted-twice', 'over-count', 'subtracted'])

/** Numbers that a slip of structure and one of arithmetic give together. */
export function stepPairs(place: StepPlace): Guess[] {
  return wronglyPut(place).flatMap(({ kind, values, slips: [structure], of }) =>
    values.length < 2 || alone.has(structure)
      ? []
      : bent(kind, values, []).flatMap(({ slips: [arithmetic], value, isScaled }): Guess[] =>
          alone.has(arithmetic) ? [] : [{ slips: [structure, arithmetic], value, of, isScaled }],
        ),
  )
}

/** The number that stands before the prefix: 4.7 of 4.7 kΩ. */
function bareNumber(value: number): number {
  const { prefix } = writeQuantity({ value }, 'Ω', 6)
  return prefix === 'k' ? value / 1e3 : prefix === 'M' ? value / 1e6 : prefix === 'm' ? value * 1e3 : value
}

/** Reciprocals that were rounded to one or two figures before they were added up. A sum in series is never rounded. */
function roundedStep({ kind, members }: StepPlace): Guess[] {
  if (kind === 'series') return []
  const values = members.map(({ R }) => R)
  const to = (value: number, figures: number) => Number(value.toPrecision(figures))
  return [1, 2].flatMap((figures) => {
    const rounded = sum(values.map((value) => to(1 / value, figures)))
    const how = roundedTo('1/R', figures)
    return [guess('rounded-early', 1 / rounded, how), guess('rounded-early', 1 / to(rounded, figures), how)]
  })
}
