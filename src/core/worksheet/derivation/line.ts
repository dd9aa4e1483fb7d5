import type { Amount, Quantity } from '../../number'
import type { MethodName, Sign } from '../method'

/** Where in a worksheet a line stands. */
export type Section =
  /** Known before anything is worked out. */
  | { readonly at: 'given' }
  /** The row of the step that made this equivalent: on the way down, or when it is undone. */
  | { readonly at: 'step'; readonly step: number; readonly side: 'down' | 'up' }
  /** Where a stage ends with an exchange. */
  | { readonly at: 'exchange'; readonly stage: number; readonly side: 'down' | 'up' }
  /** The way from a known resistor outward, the supply, or what is added to the table at the end. */
  | { readonly at: 'known' | 'supply' | 'powers' | 'potentials' | 'readings' }

/** One value and what it was found from. */
export interface Line {
  /** Its place in {@link Derivation.lines}; what it uses stands before it. */
  readonly id: number
  readonly quantity: Quantity | 'potential'
  /** The element that it is a value of; of a potential the node; of what a meter shows {@link readingId}. */
  readonly of: number
  readonly method: MethodName
  /** Ids of the lines that the method needs, in its order. */
  readonly uses: readonly number[]
  /** For each of them whether it is added or taken away, where that depends on directions. */
  readonly signs: readonly Sign[]
  /** null where it is undefined, or open. */
  readonly amount: Amount | null
  /** It waits for resistors that have no value yet. */
  readonly isOpen: boolean
  readonly section: Section
}

/** All values of a worksheet, worked out once: a graph of lines, each after those it uses. */
export interface Derivation {
  readonly lines: readonly Line[]
  /** The number of each line as its arithmetic has it; null where it is undefined, or open. */
  readonly numbers: readonly unknown[]
  /** The line of each value, by element id (of potentials by node); absent where there is none. */
  readonly found: Readonly<Record<Quantity | 'potential', readonly (number | undefined)[]>>
  /** The node of the whole worksheet at which current enters each element, by element id. */
  readonly enters: readonly (number | undefined)[]
  /** The elements that take in what is known, from the known resistor to the whole; none where the source's is known. */
  readonly outwardPath: readonly number[]
  /** What meters show, and what flows in wires that are asked for, by part index. */
  readonly readings: readonly { readonly part: number; readonly line: number }[]
  /** What is left in the end; null at a bridge, or where nothing closes the circuit. */
  readonly whole: number | null
  /** What has the voltage, current and power of the supply: the whole, as a rule; null where they cannot be told. */
  readonly supply: number | null
}

/** Whether a value does not exist: that it has no amount is not because resistors have no value yet. */
export function isUndefined({ amount, isOpen }: Line): boolean {
  return amount === null && !isOpen
}

/**
 * What a reading is of, beside the elements: the supply alone has the first id after theirs, the parts follow.
 *
 * @param elements how many there are
 */
export function readingId(elements: number, part: number): number {
  return elements + 1 + part
}

/** The part that shows a reading; null for a value of an element. */
export function readingPart(elements: number, of: number): number | null {
  return of > elements ? of - elements - 1 : null
}
