import type { Arithmetic } from '../arithmetic'
import type { Combining } from '../reduction'
import type { Expansion } from './expand'

/** How a voltage, current or power of an element can be found. Numbers in it are element ids. */
export type Way =
  /** The whole: what the source gives. */
  | { readonly way: 'supply' }
  /** Handed down by the equivalent it belongs to: a current in series, a voltage in parallel. */
  | { readonly way: 'carried'; readonly from: number }
  /** Ohm's law: V = I · R or I = V / R. */
  | { readonly way: 'ohm' }
  /** Voltage divider V · Rx / Rsum, or current divider for any number of branches I · Req / Rx. */
  | { readonly way: 'divider'; readonly of: number }
  /** Current divider for two branches: I · Rother / (Rx + Rother). */
  | { readonly way: 'divider-of-two'; readonly of: number; readonly other: number }
  /** By ratio to another member: voltages as resistances, currents inversely. */
  | { readonly way: 'ratio'; readonly to: number }
  /** The rest: Kirchhoff's voltage law in series, current law in parallel. */
  | { readonly way: 'subtraction'; readonly from: number; readonly others: readonly number[] }
  | { readonly way: 'V·I' }
  | { readonly way: 'I²·R' }
  | { readonly way: 'V²/R' }

export type Quantity = 'voltage' | 'current' | 'power'

/** What there is of each element to find values from. */
export interface Given {
  readonly isZeroOhm: (element: number) => boolean
  /** Whether its current is defined. */
  readonly carries: (element: number) => boolean
}

/**
 * Every way to a value of an element, Ohm's law first where it is found and not handed down. Ways that would divide by
 * zero, or use an undefined current, are left out; none is left where the value itself is undefined.
 */
export function waysTo(quantity: Quantity, element: number, reduction: Combining, given: Given): Way[] {
  const { isZeroOhm, carries } = given
  if (quantity === 'power') {
    return [
      ...(carries(element) ? ([{ way: 'V·I' }, { way: 'I²·R' }] as const) : []),
      ...(isZeroOhm(element) ? [] : ([{ way: 'V²/R' }] as const)),
    ]
  }
  const from = reduction.into[element]
  if (!carries(element)) return quantity === 'voltage' && from >= 0 ? [{ way: 'carried', from }] : []
  const ways: Way[] = quantity === 'voltage' || !isZeroOhm(element) ? [{ way: 'ohm' }] : []
  if (from < 0) return [{ way: 'supply' }, ...ways]
  const { kind, members } = reduction.steps[from - reduction.leaves.length]
  if (quantity === (kind === 'series' ? 'current' : 'voltage')) return [{ way: 'carried', from }, ...ways]
  if (kind === 'parallel' && !carries(from)) return ways

  const others = members.filter((member) => member !== element)
  const sibling = others.find((other) => !isZeroOhm(other))
  if (kind === 'series') {
    if (!isZeroOhm(from)) ways.push({ way: 'divider', of: from })
    if (sibling !== undefined) ways.push({ way: 'ratio', to: sibling })
  } else if (!isZeroOhm(element)) {
    if (others.length === 1) ways.push({ way: 'divider-of-two', of: from, other: others[0] })
    ways.push({ way: 'divider', of: from })
    if (sibling !== undefined && carries(sibling)) ways.push({ way: 'ratio', to: sibling })
  }
  if (kind === 'series' || others.every(carries)) ways.push({ way: 'subtraction', from, others })
  return ways
}

/** Values by element id, as far as they are known. */
export type Values<N> = Pick<Expansion<N>, 'voltage' | 'current'> & { readonly resistance: readonly N[] }

/** The value that a way gives, before it is written down. What the way uses must be known. */
export function valueBy<N>(
  way: Way,
  quantity: Quantity,
  element: number,
  values: Values<N>,
  arithmetic: Arithmetic<N>,
): N {
  const { multiply, divide, subtract, add, zero } = arithmetic
  const { resistance: R, voltage: V } = values
  const I = (id: number) => values.current[id] ?? zero
  const same = (id: number) => (quantity === 'voltage' ? V[id] : I(id))
  switch (way.way) {
    case 'supply':
      return same(element)
    case 'carried':
      return same(way.from)
    case 'ohm':
      return quantity === 'voltage' ? multiply(I(element), R[element]) : divide(V[element], R[element])
    case 'divider':
      return quantity === 'voltage'
        ? divide(multiply(V[way.of], R[element]), R[way.of])
        : divide(multiply(I(way.of), R[way.of]), R[element])
    case 'divider-of-two':
      return divide(multiply(I(way.of), R[way.other]), add(R[element], R[way.other]))
    case 'ratio':
      return quantity === 'voltage'
        ? divide(multiply(V[way.to], R[element]), R[way.to])
        : divide(multiply(I(way.to), R[way.to]), R[element])
    case 'subtraction':
      return way.others.reduce((left, other) => subtract(left, same(other)), same(way.from))
    case 'V·I':
      return multiply(V[element], I(element))
    case 'I²·R':
      return multiply(multiply(I(element), I(element)), R[element])
    case 'V²/R':
      return divide(multiply(V[element], V[element]), R[element])
  }
}

/** Which of the ways to a found voltage or current a person takes. */
export type Taste = 'ohm' | 'divider' | 'ratio' | 'rest'

/**
 * The way of a person's taste where it is among those there are, else the first. A ratio compares with a member that
 * comes before it, since that one is known by then.
 */
export function tasted(ways: readonly Way[], taste: Taste, isKnown: (element: number) => boolean): Way {
  const found = ways.find(({ way }) => {
    if (taste === 'divider') return way === 'divider-of-two' || way === 'divider'
    return way === (taste === 'rest' ? 'subtraction' : taste)
  })
  const needs = found?.way === 'ratio' ? [found.to] : found?.way === 'subtraction' ? found.others : []
  return found && needs.every(isKnown) ? found : ways[0]
}
