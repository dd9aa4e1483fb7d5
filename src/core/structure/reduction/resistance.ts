import type { Arithmetic } from '../../number'
import type { Combining } from './reduction'

/**
 * The resistance of every element, by element id, in ohms: R = R1 + R2 + … in series,
 * 1/R = 1/R1 + 1/R2 + … in parallel, 0 if a parallel member has 0 Ω.
 *
 * @param leaves the resistance of each live resistor, in the reduction's leaf order
 */
export function resistances<N>(reduction: Combining, leaves: readonly N[], arithmetic: Arithmetic<N>): N[] {
  const R = leaves.slice()
  for (const { kind, members } of reduction.steps) R.push(equivalent(kind, members, R, arithmetic))
  return R
}

/** The resistance of one group, as it is written down; `R` by element id. */
export function equivalent<N>(
  kind: 'series' | 'parallel',
  members: readonly number[],
  R: readonly N[],
  arithmetic: Arithmetic<N>,
): N {
  let sum = kind === 'series' ? R[members[0]] : arithmetic.zero
  if (kind === 'series') {
    for (let i = 1; i < members.length; i++) sum = arithmetic.add(sum, R[members[i]])
    return arithmetic.write(sum)
  }
  for (const member of members) {
    if (arithmetic.isZero(R[member])) return arithmetic.zero
    sum = arithmetic.add(sum, arithmetic.invert(R[member]))
  }
  return arithmetic.write(arithmetic.invert(sum))
}
