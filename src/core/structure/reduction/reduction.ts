import type { Wiring } from '../nodes'
import type { Combination, Step } from './step'
import { growForest, joinPairs, type Edges } from './forest'
import { groupOrder, isInRounds, orders, type FirstChoice, type Order } from './orders'

/**
 * All steps of a reduction. Element ids: 0 … leaves−1 are the live resistors in listed order;
 * the equivalent of step k is leaves + k.
 */
export interface Reduction extends Combining<Step> {
  readonly order: Order
  /** Node indices of each element's ends, in the direction of the current. */
  readonly from: readonly number[]
  readonly to: readonly number[]
}

/** What the numbers of a reduction need. Element ids as in {@link Reduction}. */
export interface Combining<S = Combination> {
  /** Part index of each live resistor. */
  readonly leaves: readonly number[]
  readonly steps: readonly S[]
  /** The step that takes each element in, null for what is left at the end. */
  readonly around: readonly (S | null)[]
  /** What is left: one element when reduction succeeds, none when nothing carries current, more at a bridge. */
  readonly left: readonly number[]
}

/**
 * Combines groups until none is left, in the chosen order: `single` one group a sheet; `rounds` every available group
 * at once; `pairs` two resistors at a time; and from where the person begins. Linear in the resistors (but for sorting
 * parallel members, and groups where it does not begin deepest inside); no recursion.
 */
export function reduce(wiring: Wiring, order: Order = 'single', begin: FirstChoice = 'deepest'): Reduction {
  const edges = liveEdgesOf(wiring)
  const forest = growForest(edges)
  // The groups of a round are combined at once; they are listed from + to − unless told otherwise.
  const listed = isInRounds(order) && begin === 'deepest'
  const turn = listed ? forest.members.map((_, group) => group) : groupOrder(forest, edges, begin)
  const { steps, from, to, idOf } = orders[order].steps(forest, turn)
  const around = aroundEach(steps, from.length)
  return { order, leaves: wiring.live, steps, from, to, around, left: forest.roots.map(idOf) }
}

/** The step that takes in each of so many elements. */
export function aroundEach<S extends Combination>(steps: readonly S[], elements: number): (S | null)[] {
  const around = new Array<S | null>(elements).fill(null)
  for (const step of steps) for (const member of step.members) around[member] = step
  return around
}

/**
 * A reduction for its numbers alone: pairs in whatever order they come up, without the ends of equivalents.
 * Several times faster than {@link reduce}, which finds the order and the sheets a person would draw.
 */
export function reduceUnordered(wiring: Wiring): Combining {
  const { leaves, left, right, joint, roots } = joinPairs(liveEdgesOf(wiring))
  const steps = joint.map((node, pair): Combination => {
    const kind = node < 0 ? 'parallel' : 'series'
    return { kind, members: [left[pair], right[pair]], result: leaves + pair }
  })
  return { leaves: wiring.live, steps, around: aroundEach(steps, leaves + joint.length), left: roots }
}

function liveEdgesOf({ nodes, live, from, to, start, finish, rank }: Wiring): Edges {
  const ends = (of: readonly number[]) => live.map((part) => of[part])
  return { nodes: nodes.length, from: ends(from), to: ends(to), start, finish, rank }
}

/** The original resistors (part indices) inside an element, in listed order. */
export function leavesOf(reduction: Reduction, element: number): number[] {
  const found: number[] = []
  const open = [element]
  for (let id = open.pop(); id !== undefined; id = open.pop()) {
    if (id < reduction.leaves.length) found.push(reduction.leaves[id])
    else for (const member of reduction.steps[id - reduction.leaves.length].members) open.push(member)
  }
  return found.sort((a, b) => a - b)
}
