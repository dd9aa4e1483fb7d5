import type { Arithmetic } from '../arithmetic'
import type { Combining } from '../reduction'
import type { Supply } from '../supply'
import { tasted, valueBy, waysTo, type Taste } from './ways'

/** What every element carries, by element id, in the direction of the current: volts, amperes, watts. */
export interface Expansion<N> {
  readonly voltage: readonly N[]
  /** null where zero-ohm paths lie side by side: how they share a current is undefined. */
  readonly current: readonly (N | null)[]
  readonly power: readonly N[]
}

/**
 * What is known of an element before expanding: of the whole, of each of those that a bridge leaves, or of those on the
 * way outward from a known resistor, which keep what was found there.
 */
export interface Start<N> {
  readonly element: number
  readonly voltage: N
  readonly current: N | null
}

/** The whole, with what the supply gives it; nothing where nothing closes the circuit. */
export function wholeOf<N>({ left }: Combining, { voltage, current }: Supply<N>): Start<N>[] {
  return left.map((element) => ({ element, voltage, current }))
}

/**
 * Undoes the steps, last first. A series equivalent hands its current to every member, V = I · R follows;
 * a parallel one hands its voltage, I = V / R follows. P = V · I. Beside zero ohms nothing else carries current.
 *
 * @param taste the way to the found quantity of each element, where it is not Ohm's law: the numbers differ only in
 * what rounding does to them
 */
export function expand<N>(
  reduction: Combining,
  R: readonly N[],
  start: readonly Start<N>[],
  arithmetic: Arithmetic<N>,
  taste?: (element: number) => Taste,
): Expansion<N> {
  const { multiply, divide, isZero, write, zero } = arithmetic
  if (start.length === 0) return { voltage: [], current: [], power: [] }
  // Copies, to be overwritten: arrays that hold numbers from the start are several times faster than empty ones.
  const voltage = R.slice()
  const power = R.slice()
  const current: (N | null)[] = R.slice()
  for (const { element, voltage: V, current: I } of start) {
    voltage[element] = V
    current[element] = I
  }
  const kept = start.length > reduction.left.length ? new Set(start.map(({ element }) => element)) : null

  for (let k = reduction.steps.length - 1; k >= 0; k--) {
    const { kind, members: all, result } = reduction.steps[k]
    const members = kept ? all.filter((member) => !kept.has(member)) : all
    const I = current[result]
    const V = voltage[result]
    if (kind === 'series') {
      for (const member of members) current[member] = I
      for (const member of members) voltage[member] = I === null ? zero : write(found('voltage', member, I))
    } else if (isZero(R[result])) {
      const paths = all.filter((member) => isZero(R[member])).length
      for (const member of members) {
        voltage[member] = zero
        current[member] = !isZero(R[member]) ? zero : paths === 1 ? I : null
      }
    } else {
      for (const member of members) voltage[member] = V
      for (const member of members) current[member] = write(found('current', member, V))
    }
  }
  for (let element = 0; element < power.length; element++) {
    const I = current[element]
    power[element] = I === null ? zero : write(multiply(voltage[element], I))
  }
  return { voltage, current, power }

  function found(quantity: 'voltage' | 'current', member: number, carried: N): N {
    const wanted = taste?.(member) ?? 'ohm'
    if (wanted === 'ohm') return quantity === 'voltage' ? multiply(carried, R[member]) : divide(carried, R[member])
    const { members } = reduction.steps[reduction.into[member] - reduction.leaves.length]
    const ways = waysTo(quantity, member, reduction, { isZeroOhm: (id) => isZero(R[id]), carries: () => true })
    const way = tasted(ways, wanted, (id) => members.indexOf(id) < members.indexOf(member))
    return valueBy(way, quantity, member, { resistance: R, voltage, current }, arithmetic)
  }
}
