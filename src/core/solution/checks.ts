/**
 * In: an expansion. Out: whether Kirchhoff's laws and the power balance hold, with the numbers compared.
 * Textbooks: “KCL”, “KVL”, “power supplied equals power dissipated”.
 */

import { agree, type Arithmetic } from '../number'
import type { Stage, Wiring } from '../structure'
import type { Expansion } from './expansion'
import type { Supply } from './supply'

/** The network's own resistors and steps. */
type Steps = Pick<Stage, 'starts' | 'steps' | 'from' | 'to'>

/** One law at one place, with the two numbers that must agree. */
export interface Check<N> {
  readonly law: 'current' | 'voltage' | 'power'
  /** A node index for the current law; an element id (a series equivalent) or `supply` for the others. */
  readonly at: { readonly node: number } | { readonly element: number } | 'supply'
  /** Currents leaving the node; drops along the group or path; powers used. */
  readonly sum: N
  /** Currents entering; the voltage across the whole; the power given. */
  readonly expected: N
  readonly holds: boolean
}

/**
 * Kirchhoff's current law at every junction, his voltage law in every series group and from + to − along one
 * path, and the balance of power. A junction where a current is undefined has no check.
 *
 * @param tolerance how far the two numbers may lie apart, as a part of the larger one: 0 when exact
 */
export function checks<N>(
  wiring: Wiring,
  stage: Steps,
  expansion: Expansion<N>,
  supply: Supply<N>,
  arithmetic: Arithmetic<N>,
  tolerance: number,
): Check<N>[] {
  const check = (law: Check<N>['law'], at: Check<N>['at'], sum: N, expected: N): Check<N> => ({
    law,
    at,
    sum: arithmetic.compare(sum, expected) === 0 ? expected : sum,
    expected,
    holds: agree(arithmetic, sum, expected, tolerance),
  })
  return [
    ...currentLaw(wiring, stage, expansion, supply, arithmetic).map(({ node, leaving, entering }) =>
      check('current', { node }, leaving, entering),
    ),
    ...stage.steps.flatMap(({ kind, members, result }) =>
      kind === 'series'
        ? [
            check(
              'voltage',
              { element: result },
              total(
                members.map((m) => expansion.voltage[m]),
                arithmetic,
              ),
              expansion.voltage[result],
            ),
          ]
        : [],
    ),
    check('voltage', 'supply', dropsAlongPath(wiring, stage, expansion, arithmetic), supply.voltage),
    check(
      'power',
      'supply',
      total(
        stage.starts.map((leaf) => expansion.power[leaf]),
        arithmetic,
      ),
      supply.power,
    ),
  ]
}

function total<N>(values: readonly N[], { add, zero }: Arithmetic<N>): N {
  return values.reduce((sum, value) => add(sum, value), zero)
}

function currentLaw<N>(
  wiring: Wiring,
  { starts, from, to }: Steps,
  expansion: Expansion<N>,
  supply: Supply<N>,
  arithmetic: Arithmetic<N>,
) {
  const { zero, add } = arithmetic
  const leaving: (N | null)[] = wiring.nodes.map(() => zero)
  const entering: (N | null)[] = wiring.nodes.map(() => zero)
  const put = (side: (N | null)[], node: number, I: N | null) => {
    const sofar = side[node]
    side[node] = I === null || sofar === null ? null : add(sofar, I)
  }
  starts.forEach((leaf) => {
    put(leaving, from[leaf], expansion.current[leaf])
    put(entering, to[leaf], expansion.current[leaf])
  })
  put(entering, wiring.start, supply.current)
  put(leaving, wiring.finish, supply.current)
  return wiring.nodes.flatMap(({ junction }, node) => {
    const [out, into] = [leaving[node], entering[node]]
    return junction && out !== null && into !== null ? [{ node, leaving: out, entering: into }] : []
  })
}

/** The sum of the drops on the way from + to − that takes the first-listed resistor at every node. */
function dropsAlongPath<N>(
  wiring: Wiring,
  { starts, from, to }: Steps,
  expansion: Expansion<N>,
  { zero, add }: Arithmetic<N>,
): N {
  const onward = new Map<number, number>()
  starts.forEach((leaf) => {
    if (!onward.has(from[leaf])) onward.set(from[leaf], leaf)
  })
  let sum = zero
  for (let node = wiring.start; node !== wiring.finish;) {
    const leaf = onward.get(node) as number
    sum = add(sum, expansion.voltage[leaf])
    node = to[leaf]
  }
  return sum
}
