import type { Wiring } from '../nodes'
import { growForest, joinPairs, type Edges } from './forest'
import { orders, turnOf, type Begin, type Order } from './orders'

/** Elements combined into one equivalent. */
export interface Combination {
  readonly kind: 'series' | 'parallel'
  readonly members: readonly number[]
  /** The id of the equivalent. */
  readonly result: number
}

/** One group combined: its members in series as the current meets them, in parallel as they were listed. */
export interface Step extends Combination {
  /** Which round it belongs to, from 0; with one group a sheet, the step's own number. */
  readonly round: number
}

/**
 * All steps of a reduction. Element ids: 0 … leaves−1 are the live resistors in listed order;
 * the equivalent of step k is leaves + k.
 */
export interface Reduction extends Combining {
  readonly order: Order
  readonly steps: readonly Step[]
  /** Node indices of each element's ends, in the direction of the current. */
  readonly from: readonly number[]
  readonly to: readonly number[]
}

/**
 * The reduction by some of its steps only, in another order: every step kept must come after the steps kept that it
 * takes in, and what it takes in must be kept. Equivalents are numbered anew.
 *
 * @param kept numbers of steps
 * @returns also the new id of every element that is still there
 */
export function pickSteps(
  reduction: Reduction,
  kept: readonly number[],
): { readonly reduction: Reduction; readonly ids: ReadonlyMap<number, number> } {
  const leaves = reduction.leaves.length
  const ids = new Map(reduction.leaves.map((_, leaf) => [leaf, leaf]))
  kept.forEach((step, k) => ids.set(leaves + step, leaves + k))
  const rename = (id: number) => ids.get(id) as number
  const steps = kept.map((k, i): Step => {
    const { kind, members, round } = reduction.steps[k]
    return { kind, members: members.map(rename), result: leaves + i, round }
  })
  const old = [...ids.keys()]
  const into = old.map(() => -1)
  for (const { members, result } of steps) for (const member of members) into[member] = result
  const left = old.flatMap((_, id) => (into[id] < 0 ? [id] : []))
  const ends = (of: readonly number[]) => old.map((id) => of[id])
  return { ids, reduction: { ...reduction, steps, into, left, from: ends(reduction.from), to: ends(reduction.to) } }
}

/** What the numbers of a reduction need. Element ids as in {@link Reduction}. */
export interface Combining {
  /** Part index of each live resistor. */
  readonly leaves: readonly number[]
  readonly steps: readonly Combination[]
  /** The equivalent that takes each element in, −1 for what is left at the end. */
  readonly into: readonly number[]
  /** What is left: one element when reduction succeeds, none when nothing carries current, more at a bridge. */
  readonly left: readonly number[]
}

/**
 * Combines groups until none is left, in the chosen order: `single` one group a sheet; `rounds` every available group
 * at once; `pairs` two resistors at a time; and from where the person begins. Linear in the resistors (but for sorting
 * parallel members, and groups where it does not begin deepest inside); no recursion.
 */
export function reduce(wiring: Wiring, order: Order = 'single', begin: Begin = 'deepest'): Reduction {
  const edges = liveEdgesOf(wiring)
  const forest = growForest(edges)
  // The groups of a round are combined at once; they are listed from + to − unless told otherwise.
  const listed = order === 'rounds' && begin === 'deepest'
  const turn = listed ? forest.members.map((_, group) => group) : turnOf(forest, edges, begin)
  const { steps, from, to, idOf } = orders[order](forest, turn)
  const into: number[] = new Array(from.length).fill(-1)
  for (const step of steps) for (const member of step.members) into[member] = step.result
  return { order, leaves: wiring.live, steps, from, to, into, left: forest.roots.map(idOf) }
}

/**
 * A reduction for its numbers alone: pairs in whatever order they come up, without the ends of equivalents.
 * Several times faster than {@link reduce}, which finds the order and the sheets a person would draw.
 */
export function reduceUnordered(wiring: Wiring): Combining {
  const { leaves, left, right, joint, roots } = joinPairs(liveEdgesOf(wiring))
  const steps: Combination[] = []
  const into: number[] = new Array(leaves + joint.length).fill(-1)
  for (let pair = 0; pair < joint.length; pair++) {
    const result = leaves + pair
    steps.push({ kind: joint[pair] < 0 ? 'parallel' : 'series', members: [left[pair], right[pair]], result })
    into[left[pair]] = result
    into[right[pair]] = result
  }
  return { leaves: wiring.live, steps, into, left: roots }
}

function liveEdgesOf({ nodes, live, from, to, start, finish, place }: Wiring): Edges {
  const ends = (of: readonly number[]) => live.map((part) => of[part])
  return { nodes: nodes.length, from: ends(from), to: ends(to), start, finish, place }
}

/** An element and every equivalent that takes it in, from the inside outward. */
export function outwardFrom({ into }: Combining, element: number): number[] {
  const found: number[] = []
  for (let id = element; id >= 0; id = into[id]) found.push(id)
  return found
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
