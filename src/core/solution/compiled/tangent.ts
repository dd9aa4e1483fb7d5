import { elasticity, type Adjoint } from './backward'
import type { Program, Tape } from './program'

/**
 * How every element's resistance and current move with one leaf's resistance, after a run: dR/dr and dI/dr by element
 * (forward accumulation).
 *
 * @param leaf which resistance is moved, by element
 * @param found filled in
 */
export function tangent(
  { leaves, joins, isSeries, left, right }: Program,
  { resistance, current, share }: Tape,
  leaf: number,
  held: keyof typeof elasticity,
  found: Adjoint,
): void {
  const { resistance: dR, current: dI } = found
  const first = leaves.length
  dR.fill(0, 0, first)
  dR[leaf] = 1
  for (let k = 0; k < joins; k++) {
    const a = left[k]
    const b = right[k]
    const sum = resistance[a] + resistance[b]
    if (isSeries[k] === 1) dR[first + k] = dR[a] + dR[b]
    else if (sum === 0) dR[first + k] = 0
    else {
      const ofA = resistance[b] * share[k]
      const ofB = resistance[a] * share[k]
      dR[first + k] = ofA * ofA * dR[a] + ofB * ofB * dR[b]
    }
  }
  const whole = first + joins - 1
  dI[whole] = (-elasticity[held] * dR[whole] * current[whole]) / resistance[whole]
  for (let k = joins - 1; k >= 0; k--) {
    const a = left[k]
    const b = right[k]
    const I = current[first + k]
    const step = dI[first + k]
    if (isSeries[k] === 1) {
      dI[a] = step
      dI[b] = step
      continue
    }
    const Ra = resistance[a]
    const Rb = resistance[b]
    if (Ra + Rb === 0) {
      dI[a] = NaN
      dI[b] = NaN
      continue
    }
    const over = share[k]
    const turn = I * over * over * (Ra * dR[b] - Rb * dR[a])
    dI[a] = step * Rb * over + turn
    dI[b] = step * Ra * over - turn
  }
}
