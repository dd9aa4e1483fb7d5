/**
 * In: the nodes of a network. Out: a program over typed arrays that gives its equivalent, voltages, currents and their
 * derivatives for as many values as are wanted, without allocation. Textbooks: “sensitivity”, “automatic differentiation”.
 */

import { reduceUnordered, type Wiring } from '../structure'

/**
 * How the current of the whole answers its resistance, −d(ln I)/d(ln R): 1 where the supply holds its voltage, 0 where it
 * holds its current, 1/2 where it holds its power.
 */
export const elasticity = { voltage: 1, current: 0, power: 0.5 } as const

/** How much one quantity moves with each element's resistance and current: ∂y/∂R and ∂y/∂I, by element. */
export interface Adjoint {
  readonly resistance: Float64Array
  readonly current: Float64Array
}

/** Room for the derivatives of one quantity, all 0. */
export function adjointOf({ leaves, joins }: Program): Adjoint {
  const elements = leaves.length + joins
  return { resistance: new Float64Array(elements), current: new Float64Array(elements) }
}

/**
 * The derivatives of one quantity with respect to the resistance of every leaf, by reverse accumulation through a run
 * (Griewank and Walther, “Evaluating Derivatives”, 2008, chapter 3).
 *
 * @param adjoint on the way in ∂y/∂R and ∂y/∂I with all else held; on the way out ∂y/∂R of the whole run at the leaves, and 0
 *   everywhere else, so that it can be used again once the leaves are cleared
 * @param held which quantity the supply holds
 */
export function backward(
  { leaves, joins, isSeries, left, right }: Program,
  { resistance, current, share }: Tape,
  adjoint: Adjoint,
  held: keyof typeof elasticity,
): void {
  const { resistance: toR, current: toI } = adjoint
  const first = leaves.length
  const whole = first + joins - 1
  for (let k = 0; k < joins; k++) {
    const a = left[k]
    const b = right[k]
    const Ia = toI[a]
    const Ib = toI[b]
    toI[a] = 0
    toI[b] = 0
    if (isSeries[k] === 1) {
      toI[first + k] += Ia + Ib
      continue
    }
    const Ra = resistance[a]
    const Rb = resistance[b]
    if (Ra + Rb === 0) continue
    const over = share[k]
    toI[first + k] += (Ia * Rb + Ib * Ra) * over
    // An undefined current moves nothing that is asked for.
    const turn = Ia === Ib ? 0 : current[first + k] * over * over * (Ia - Ib)
    toR[b] += turn * Ra
    toR[a] -= turn * Rb
  }
  toR[whole] -= (elasticity[held] * toI[whole] * current[whole]) / resistance[whole]
  toI[whole] = 0
  for (let k = joins - 1; k >= 0; k--) {
    const a = left[k]
    const b = right[k]
    const R = toR[first + k]
    toR[first + k] = 0
    if (isSeries[k] === 1) {
      toR[a] += R
      toR[b] += R
      continue
    }
    const Ra = resistance[a]
    const Rb = resistance[b]
    if (Ra + Rb === 0) continue
    const ofA = Rb * share[k]
    const ofB = Ra * share[k]
    toR[a] += R * ofA * ofA
    toR[b] += R * ofB * ofB
  }
}

/**
 * The resistance of every element from those of the leaves: R1 + R2 in series, R1·R2/(R1 + R2) in parallel, 0 where both
 * are 0.
 *
 * @returns the resistance of the whole, in ohms
 */
export function reduceValues({ leaves, joins, isSeries, left, right }: Program, { resistance, share }: Tape): number {
  const first = leaves.length
  for (let k = 0; k < joins; k++) {
    const a = resistance[left[k]]
    const b = resistance[right[k]]
    const sum = a + b
    if (isSeries[k] === 1) resistance[first + k] = sum
    else if (sum === 0) resistance[first + k] = 0
    else {
      const over = 1 / sum
      share[k] = over
      resistance[first + k] = a * over * b
    }
  }
  return resistance[first + joins - 1]
}

/**
 * The current of every element from that of the whole, after {@link reduceValues}: the same in series; in parallel
 * I1 = I·R2/(R1 + R2), the current divider.
 *
 * @param whole in amperes
 */
export function expandValues(
  { leaves, joins, isSeries, left, right }: Program,
  { resistance, current, share }: Tape,
  whole: number,
): void {
  const first = leaves.length
  current[first + joins - 1] = whole
  for (let k = joins - 1; k >= 0; k--) {
    const I = current[first + k]
    const a = left[k]
    const b = right[k]
    if (isSeries[k] === 1) {
      current[a] = I
      current[b] = I
    } else {
      const Ra = resistance[a]
      const Rb = resistance[b]
      if (Ra + Rb === 0) {
        current[a] = NaN
        current[b] = NaN
      } else {
        const part = I * share[k]
        current[a] = part * Rb
        current[b] = part * Ra
      }
    }
  }
}

/** The values of many runs at once, by element and then by lane: element e of lane l stands at e·lanes + l. */
export interface Lanes {
  readonly lanes: number
  readonly resistance: Float64Array
  readonly current: Float64Array
  readonly share: Float64Array
}

/** Room for so many runs at once. */
export function lanesOf({ leaves, joins }: Program, lanes: number): Lanes {
  const elements = leaves.length + joins
  return {
    lanes,
    resistance: new Float64Array(elements * lanes),
    current: new Float64Array(elements * lanes),
    share: new Float64Array(joins * lanes),
  }
}

/** `reduceValues` in every lane. */
export function reduceLanes(program: Program, { lanes, resistance, share }: Lanes): void {
  const { leaves, joins, isSeries, left, right } = program
  for (let k = 0; k < joins; k++) {
    const a = left[k] * lanes
    const b = right[k] * lanes
    const to = (leaves.length + k) * lanes
    const at = k * lanes
    if (isSeries[k] === 1) for (let l = 0; l < lanes; l++) resistance[to + l] = resistance[a + l] + resistance[b + l]
    else
      for (let l = 0; l < lanes; l++) {
        const Ra = resistance[a + l]
        const Rb = resistance[b + l]
        const sum = Ra + Rb
        const over = sum === 0 ? 0 : 1 / sum
        share[at + l] = over
        resistance[to + l] = Ra * over * Rb
      }
  }
}

/** `expandValues` in every lane; the currents of the whole are filled in before, as the last element's. */
export function expandLanes(program: Program, { lanes, resistance, current, share }: Lanes): void {
  const { leaves, joins, isSeries, left, right } = program
  for (let k = joins - 1; k >= 0; k--) {
    const a = left[k] * lanes
    const b = right[k] * lanes
    const from = (leaves.length + k) * lanes
    const at = k * lanes
    if (isSeries[k] === 1)
      for (let l = 0; l < lanes; l++) {
        current[a + l] = current[from + l]
        current[b + l] = current[from + l]
      }
    else
      for (let l = 0; l < lanes; l++) {
        const over = share[at + l]
        const part = over === 0 ? NaN : current[from + l] * over
        current[a + l] = part * resistance[b + l]
        current[b + l] = part * resistance[a + l]
      }
  }
}

/**
 * A reduction as a flat list of joins of two: elements 0 … leaves−1 are the live resistors in listed order, join k makes
 * element leaves + k of two earlier ones, and the last element is the whole.
 */
export interface Program {
  /** Part index of each live resistor. */
  readonly leaves: readonly number[]
  readonly joins: number
  /** 1 where a join is in series, 0 where it is in parallel. */
  readonly isSeries: Uint8Array
  readonly left: Int32Array
  readonly right: Int32Array
}

/** The values of one run, by element. The resistances of the leaves are filled in by whoever runs the program. */
export interface Tape {
  /** In ohms. */
  readonly resistance: Float64Array
  /** In amperes, in the direction from + to −. NaN where zero ohms leave the split undefined. */
  readonly current: Float64Array
  /** Of each join in parallel 1/(R1 + R2), by join. */
  readonly share: Float64Array
}

/** The program of a network; null where no current flows or a bridge stops the reduction. Linear in the resistors. */
export function compile(wiring: Wiring): Program | null {
  const { leaves, steps, left } = reduceUnordered(wiring)
  if (left.length !== 1) return null
  return {
    leaves,
    joins: steps.length,
    isSeries: Uint8Array.from(steps, ({ kind }) => (kind === 'series' ? 1 : 0)),
    left: Int32Array.from(steps, ({ members }) => members[0]),
    right: Int32Array.from(steps, ({ members }) => members[1]),
  }
}

/** Room for the values of a program. */
export function tapeOf({ leaves, joins }: Program): Tape {
  const elements = leaves.length + joins
  return {
    resistance: new Float64Array(elements),
    current: new Float64Array(elements),
    share: new Float64Array(joins),
  }
}
