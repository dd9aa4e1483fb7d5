import type { Amount, Arithmetic, Quantity } from '../../number'
import type { Stages } from '../../structure'
import { I, methods, R, surroundingsOf, V, type Method, type MethodName, type Need, type Sign } from '../method'

/** A line's value with the sign that it is added with. */
export interface Term {
  readonly line: number
  readonly sign: Sign
}

const none: readonly never[] = []

/** A derivation while it is written, line by line. */
export type Draft<N> = ReturnType<typeof createDraft<N>>

/** An empty derivation of these elements. */
export function createDraft<N>(stages: Stages, arithmetic: Arithmetic<N>) {
  const { elements } = stages
  const lines: Line[] = []
  const numbers: (N | null)[] = []
  const list = () => new Array<number | undefined>(elements.length).fill(undefined)
  const found: Record<Line['quantity'], (number | undefined)[]> = {
    resistance: list(),
    voltage: list(),
    current: list(),
    power: list(),
    potential: [],
  }
  const enters: (number | undefined)[] = []
  const written = new Map<N, Amount>()

  /** The number of a value; undefined where it is not found yet, null where it does not exist, or is open. */
  const numberOf = (quantity: Line['quantity'], of: number): N | null | undefined => {
    const line = found[quantity][of]
    return line === undefined ? undefined : numbers[line]
  }
  /** Whether a value does not exist, whatever the resistors that have no value yet will be. */
  const isUndefined = (quantity: Line['quantity'], of: number): boolean => {
    const line = found[quantity][of]
    return line !== undefined && numbers[line] === null && !lines[line].isOpen
  }
  const isFound = ([quantity, of]: Need): boolean => found[quantity][of] !== undefined
  const lineOf = ([quantity, of]: Need): number => {
    const line = found[quantity][of]
    if (line === undefined) throw new Error(`${quantity} of element ${of} is used before it is found`)
    return line
  }
  /** A number as it is written; each is written once, since most stand in several places. */
  const amountOf = (value: N): Amount => {
    let amount = written.get(value)
    if (!amount) written.set(value, (amount = arithmetic.toAmount(value)))
    return amount
  }
  const keep = (line: Omit<Line, 'id' | 'amount' | 'isOpen'>, value: N | null, isOpen = false): number => {
    const id = lines.length
    const { section, quantity, of, method, uses, signs } = line
    const amount = value === null ? null : amountOf(value)
    lines.push({ id, quantity, of, method, uses, signs, amount, isOpen, section })
    numbers.push(value)
    found[line.quantity][line.of] = id
    return id
  }
  /** Writes a line from the lines with these ids. */
  const put = (
    section: Section,
    quantity: Line['quantity'],
    of: number,
    method: MethodName,
    uses: readonly number[],
    signs: readonly Sign[] = none,
  ): number => {
    const line = { section, quantity, of, method, uses, signs }
    const values: N[] = []
    for (const use of uses) {
      const value = numbers[use]
      if (value === null) return keep(line, null, !uses.some((it) => numbers[it] === null && !lines[it].isOpen))
      values.push(value)
    }
    const value = (methods[method] as Method).work(values, arithmetic, signs)
    // What is only handed on is the same number.
    const isSame = values.length === 1 && value === values[0]
    return keep(line, isSame ? value : arithmetic.write(value))
  }
  /** Writes a line from terms, by their signs. */
  const addUp = (
    section: Section,
    quantity: Line['quantity'],
    of: number,
    method: MethodName,
    terms: readonly Term[],
  ) =>
    put(
      section,
      quantity,
      of,
      method,
      terms.map(({ line }) => line),
      terms.map(({ sign }) => sign),
    )
  /** Writes the line of a value from those that its method needs. */
  const by = (section: Section, quantity: Quantity, of: number, method: MethodName, needs: readonly Need[]) =>
    put(section, quantity, of, method, needs.map(lineOf))
  /** Ohm's law at an element: V = I · R or I = V / R. */
  const ohm = (section: Section, quantity: 'voltage' | 'current', of: number) =>
    quantity === 'voltage'
      ? by(section, quantity, of, 'ohm-voltage', [I(of), R(of)])
      : by(section, quantity, of, 'ohm-current', [V(of), R(of)])
  /** Writes that a resistor has no value yet. */
  const leaveOpen = (section: Section, quantity: Quantity, of: number): number =>
    keep({ section, quantity, of, method: 'given', uses: none, signs: none }, null, true)
  /** Writes a value that is known, does not exist (null), or is nothing. */
  const give = (
    section: Section,
    quantity: Line['quantity'],
    of: number,
    value: N | null,
    method: MethodName = 'given',
  ): number => keep({ section, quantity, of, method, uses: none, signs: none }, value)
  /** What terms add up to; null where one of them is undefined. */
  const total = (terms: readonly Term[]): N | null => {
    let sum = arithmetic.zero
    for (const { line, sign } of terms) {
      const value = numbers[line]
      if (value === null) return null
      sum = sign === 1 ? arithmetic.add(sum, value) : arithmetic.subtract(sum, value)
    }
    return sum
  }
  const around = surroundingsOf(elements, (id) => !isUndefined('current', id))
  /** Everything that is written so far. */
  const read = () => ({ lines, numbers, found, enters })
  return {
    arithmetic,
    stages,
    around,
    found,
    enters,
    numberOf,
    isFound,
    isUndefined,
    leaveOpen,
    by,
    ohm,
    put,
    addUp,
    give,
    amountOf,
    total,
    read,
  }
}

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
