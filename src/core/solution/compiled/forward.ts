import type { Program, Tape } from './program'

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
