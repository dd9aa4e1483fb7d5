import type { Arithmetic } from '../arithmetic'
import type { Reduction } from '../reduction'
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

export type WithValue<N> = Way & { readonly value: N }

type Values<N> = Expansion<N> & { readonly resistance: readonly N[] }

/**
 * Every way to a value of an element, the one that expansion took first. Ways that would divide by zero, or use
 * an undefined current, are left out; none is left where the value itself is undefined.
 */
export function waysTo<N>(
  quantity: 'voltage' | 'current' | 'power',
  element: number,
  reduction: Reduction,
  values: Values<N>,
  arithmetic: Arithmetic<N>,
): WithValue<N>[] {
  if (quantity === 'power') return powerWays(element, values, arithmetic)
  const { resistance: R, voltage: V, current: I } = values
  const { multiply, divide, subtract, add, isZero } = arithmetic
  const own = I[element]
  const expected = quantity === 'voltage' ? V[element] : (own ?? undefined)
  const write = (value: N) => arithmetic.write(value, expected)
  if (own === null)
    return quantity === 'voltage' ? [{ way: 'carried', from: reduction.into[element], value: V[element] }] : []
  const ohm = (): WithValue<N>[] => {
    if (quantity === 'voltage') return [{ way: 'ohm', value: write(multiply(own, R[element])) }]
    return isZero(R[element]) ? [] : [{ way: 'ohm', value: write(divide(V[element], R[element])) }]
  }

  const from = reduction.into[element]
  if (from < 0) return [{ way: 'supply', value: quantity === 'voltage' ? V[element] : own }, ...ohm()]
  const { kind, members } = reduction.steps[from - reduction.leaves.length]
  const carriedOver = kind === 'series' ? 'current' : 'voltage'
  if (quantity === carriedOver) {
    return [{ way: 'carried', from, value: quantity === 'voltage' ? V[element] : own }, ...ohm()]
  }

  const whole = kind === 'series' ? V[from] : I[from]
  if (whole === null) return ohm()
  const others = members.filter((member) => member !== element)
  const sibling = others.find((other) => !isZero(R[other]))
  const ways: WithValue<N>[] = ohm()
  if (kind === 'series') {
    if (!isZero(R[from]))
      ways.push({ way: 'divider', of: from, value: write(divide(multiply(whole, R[element]), R[from])) })
    if (sibling !== undefined)
      ways.push({ way: 'ratio', to: sibling, value: write(divide(multiply(V[sibling], R[element]), R[sibling])) })
  } else if (!isZero(R[element])) {
    const [other] = others
    if (others.length === 1) {
      const value = write(divide(multiply(whole, R[other]), add(R[element], R[other])))
      ways.push({ way: 'divider-of-two', of: from, other, value })
    }
    ways.push({ way: 'divider', of: from, value: write(divide(multiply(whole, R[from]), R[element])) })
    const siblings = sibling === undefined ? null : I[sibling]
    if (sibling !== undefined && siblings !== null) {
      ways.push({ way: 'ratio', to: sibling, value: write(divide(multiply(siblings, R[sibling]), R[element])) })
    }
  }
  const rest = others.map((other) => (kind === 'series' ? V[other] : I[other]))
  if (rest.every((value) => value !== null)) {
    ways.push({
      way: 'subtraction',
      from,
      others,
      value: write(rest.reduce<N>((left, value) => subtract(left, value as N), whole)),
    })
  }
  return ways
}

function powerWays<N>(element: number, values: Values<N>, arithmetic: Arithmetic<N>): WithValue<N>[] {
  const { multiply, divide, isZero } = arithmetic
  const write = (value: N) => arithmetic.write(value, values.power[element])
  const R = values.resistance[element]
  const V = values.voltage[element]
  const I = values.current[element]
  const ways: WithValue<N>[] = []
  if (I !== null) {
    ways.push({ way: 'V·I', value: write(multiply(V, I)) })
    ways.push({ way: 'I²·R', value: write(multiply(multiply(I, I), R)) })
  }
  if (!isZero(R)) ways.push({ way: 'V²/R', value: write(divide(multiply(V, V), R)) })
  return ways
}
