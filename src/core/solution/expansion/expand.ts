import type { Arithmetic } from '../../number'
import type { Combining } from '../../structure'
import type { Supply } from '../supply'

/** What every element carries, by element id, in the direction of the current: volts, amperes, watts. */
export interface Expansion<N> {
  readonly voltage: readonly N[]
  /** null where zero-ohm paths lie side by side: how they share a current is undefined. */
  readonly current: readonly (N | null)[]
  readonly power: readonly N[]
}

/**
 * Undoes the steps, last first, in numbers alone. A series equivalent hands its current to every member, V = I · R
 * follows; a parallel one hands its voltage, I = V / R follows. P = V · I. Beside zero ohms nothing else carries current.
 */
export function expand<N>(
  reduction: Combining,
  R: readonly N[],
  supply: Supply<N>,
  { multiply, divide, isZero, zero }: Arithmetic<N>,
): Expansion<N> {
  // Copies, to be overwritten: arrays that hold numbers from the start are several times faster than empty ones.
  const voltage = R.slice()
  const power = R.slice()
  const current: (N | null)[] = R.slice()
  for (const element of reduction.left) {
    voltage[element] = supply.voltage
    current[element] = supply.current
  }
  for (let k = reduction.steps.length - 1; k >= 0; k--) {
    const { kind, members, result } = reduction.steps[k]
    const I = current[result]
    const V = voltage[result]
    if (kind === 'series') {
      for (const member of members) current[member] = I
      for (const member of members) voltage[member] = I === null ? zero : multiply(I, R[member])
    } else if (isZero(R[result])) {
      const paths = members.filter((member) => isZero(R[member])).length
      for (const member of members) {
        voltage[member] = zero
        current[member] = !isZero(R[member]) ? zero : paths === 1 ? I : null
      }
    } else {
      for (const member of members) voltage[member] = V
      for (const member of members) current[member] = divide(V, R[member])
    }
  }
  for (let element = 0; element < power.length; element++) {
    const I = current[element]
    power[element] = I === null ? zero : multiply(voltage[element], I)
  }
  return { voltage, current, power }
}
