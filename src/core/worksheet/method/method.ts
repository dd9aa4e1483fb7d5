import type { Amount, Arithmetic, Quantity } from '../../number'
import type { Element, Step } from '../../structure'
import type { Formula, Typeset } from '../explain'

/** A value that a method needs: which quantity of which element. */
export type Need = readonly [quantity: Quantity, element: number]

export const R = (element: number): Need => ['resistance', element]
export const V = (element: number): Need => ['voltage', element]
export const I = (element: number): Need => ['current', element]
export const P = (element: number): Need => ['power', element]

/** What surrounds an element: the groups it belongs to, and what is known of zeros. Element ids throughout. */
export interface Surroundings {
  /** The group that an element stands for; null for a resistor. */
  readonly groupOf: (element: number) => Pick<Step, 'kind' | 'members' | 'result'> | null
  /** The group that takes an element in; null for what is left. */
  readonly groupAround: (element: number) => Pick<Step, 'kind' | 'members' | 'result'> | null
  readonly isZeroOhm: (element: number) => boolean
  /** Whether its current is defined: not where zero-ohm paths lie side by side. */
  readonly carries: (element: number) => boolean
}

/**
 * What surrounds the elements of a worksheet.
 *
 * @param carries as in {@link Surroundings}
 */
export function surroundingsOf(elements: readonly Element[], carries: Surroundings['carries']): Surroundings {
  return {
    groupOf: (id) => elements[id].made,
    groupAround: (id) => {
      const { into } = elements[id]
      return into === null ? null : elements[into].made
    },
    isZeroOhm: (id) => elements[id].isZero,
    carries,
  }
}

/** A value with what a formula writes for it. */
interface Shown<N> {
  readonly number: N
  readonly amount: Amount
}

/**
 * A way to a value: one entry gives the number, its formula and its words. To add a way, add an entry to a table of
 * methods; what it may be chosen instead of, it is offered beside.
 */
export interface Method {
  /** What it can find. */
  readonly finds: readonly Quantity[]
  /** How a document names it where a person can choose it; absent where it follows from the structure alone. */
  readonly choice?: string
  /** In words: `{from}` is the element of the first value it needs, `{name}` its own. */
  readonly wording: string | Readonly<Partial<Record<Quantity, string>>>
  /**
   * The sets of values of which each is enough, the usual one first; none where it does not apply. Ways that would
   * divide by zero, or use an undefined current, do not apply.
   */
  readonly needs: (quantity: Quantity, element: number, around: Surroundings) => readonly (readonly Need[])[]
  /** Whether it applies to these values: of equal ones, say. It does unless told otherwise. */
  readonly suits?: <N>(values: readonly N[], arithmetic: Arithmetic<N>) => boolean
  /**
   * The value, before it is written down; intermediate values that a person writes down are noted.
   *
   * @param values what it needs, in order
   * @param signs for each, whether it is added or taken away, where that depends on directions
   */
  readonly work: <N>(values: readonly N[], arithmetic: Arithmetic<N>, signs: readonly Sign[]) => N
  /** A law that is read by its letters first where it gives the supply: I = V / Req. */
  readonly isLaw?: true
  /**
   * The law that is turned round to find the value, as it is learned: both sides of V = I · R where I is sought.
   *
   * @param own the letter of what is sought
   * @param used the letters of what it needs, in order
   */
  readonly law?: (own: Typeset, used: readonly Typeset[]) => readonly [Typeset, Typeset]
  /** Its value has another unit than what it is worked out from, so that prefixes are worked too: V over kΩ gives mA. */
  readonly changesUnit?: true
  /** Its letters stand for other values than its numbers: they are not read. */
  readonly isByNumbers?: true
  /** Its formula shows letters where it only hands a value on. */
  readonly handsOn?: true
  /**
   * Its arithmetic in lines of its own, the value at the end of the last, and what goes into the calculator; one line
   * from {@link Method.work} unless told otherwise.
   */
  readonly written?: <N>(
    own: Formula,
    values: readonly Shown<N>[],
    value: Amount,
    arithmetic: Arithmetic<N>,
  ) => { readonly lines: readonly Formula[]; readonly work: Formula }
}

export type Sign = 1 | -1

/** The quantity that members of a group have in common. */
export function sharedIn(kind: 'series' | 'parallel'): 'current' | 'voltage' {
  return kind === 'series' ? 'current' : 'voltage'
}

/** Values added up, those with the sign −1 taken away. */
export function signedSum<N>(values: readonly N[], signs: readonly Sign[], { add, subtract, zero }: Arithmetic<N>): N {
  return values.reduce((sum, value, i) => (signs[i] === -1 ? subtract(sum, value) : add(sum, value)), zero)
}
