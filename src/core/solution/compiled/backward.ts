import type { Program, Tape } from './program'

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
