import type { Wiring } from '../nodes'
import { growForest } from './forest'
import { orders, type Order } from './orders'

/** One group combined into one equivalent. */
export interface Step {
  readonly kind: 'series' | 'parallel'
  /** Element ids: in series as the current meets them, in parallel as they were listed. */
  readonly members: readonly number[]
  /** The id of the equivalent. */
  readonly result: number
  /** Which round it belongs to, from 0; with one group a sheet, the step's own number. */
  readonly round: number
}

/**
 * All steps of a reduction. Element ids: 0 … leaves−1 are the live resistors in listed order;
 * the equivalent of step k is leaves + k.
 */
export interface Reduction {
  readonly order: Order
  /** Part index of each live resistor. */
  readonly leaves: readonly number[]
  readonly steps: readonly Step[]
  /** Node indices of each element's ends, in the direction of the current. */
  readonly from: readonly number[]
  readonly to: readonly number[]
  /** The equivalent that takes each element in, −1 for what is left at the end. */
  readonly into: readonly number[]
  /** What is left: one element when reduction succeeds, none when nothing carries current, more at a bridge. */
  readonly left: readonly number[]
}

/**
 * Combines groups until none is left, in the chosen order: `single` one group a sheet, deepest inside first;
 * `rounds` every available group at once; `pairs` two resistors at a time, deepest inside first.
 * Linear in the resistors (but for sorting parallel members); no recursion.
 */
export function reduce(wiring: Wiring, order: Order = 'single'): Reduction {
  const forest = growForest({
    ...wiring,
    nodes: wiring.nodes.length,
    from: wiring.live.map((part) => wiring.from[part]),
    to: wiring.live.map((part) => wiring.to[part]),
  })
  const { steps, from, to, idOf } = orders[order](forest)
  const into: number[] = new Array(from.length).fill(-1)
  for (const step of steps) for (const member of step.members) into[member] = step.result
  return { order, leaves: wiring.live, steps, from, to, into, left: forest.roots.map(idOf) }
}

/** The original resistors (part indices) inside an element, in listed order. */
export function leavesOf(reduction: Reduction, element: number): number[] {
  const found: number[] = []
  const open = [element]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (id < reduction.leaves.length) found.push(reduction.leaves[id])
    else open.push(...reduction.steps[id - reduction.leaves.length].members)
  }
  return found.sort((a, b) => a - b)
}
