import { float } from '../../number'
import { equivalent } from '../../structure'
import type { Slip } from './slips'

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
