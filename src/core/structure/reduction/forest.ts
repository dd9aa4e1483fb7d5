import type { Closing } from './sheet'

/**
 * The series-parallel tree of a network, or a forest where a bridge stops the reduction.
 * Element ids: 0 … leaves−1 are the live resistors in listed order; then come the groups, each before the
 * groups inside it. Every series group is as long, every parallel group as wide as it can be.
 */
export interface Forest {
  readonly leaves: number
  readonly series: readonly boolean[]
  /** Member ids of each group: series members in the current's order, parallel ones as listed. */
  readonly members: readonly (readonly number[])[]
  /** Node indices of each element's ends, in the current's direction, by element id. */
  readonly from: readonly number[]
  readonly to: readonly number[]
  /** What is left when nothing more can be combined: one element when reduction succeeds. */
  readonly roots: readonly number[]
}

/** Resistors between nodes, the two ends of the supply, and each node's rank on the way from + to −. */
export interface Edges {
  readonly nodes: number
  readonly from: readonly number[]
  readonly to: readonly number[]
  readonly start: number
  readonly finish: number
  readonly rank: readonly number[]
}

/**
 * Two elements at a time, as they were found: ids 0 … leaves−1 are the given edges, every joined pair takes the next
 * one. `joint` is the node at which a pair lies in series, −1 for a parallel pair.
 */
interface Pairs {
  readonly leaves: number
  /** The ends of every element. */
  readonly u: number[]
  readonly v: number[]
  /** The two elements joined, and where, of the pair with id leaves + i. */
  readonly left: number[]
  readonly right: number[]
  readonly joint: number[]
  /** What is left when nothing more can be joined. */
  readonly roots: number[]
}

/**
 * Joins pairs to the end by a worklist over nodes (Valdes, Tarjan and Lawler, “The recognition of series parallel
 * digraphs”, 1982): elements that share both nodes are joined at once, and a node left with two elements joins
 * them in series. Linear in the resistors; no recursion.
 */
export function joinPairs({ nodes, from, to, start, finish }: Edges): Pairs {
  const leaves = from.length
  const u = from.slice()
  const v = to.slice()
  const left: number[] = []
  const right: number[] = []
  const joint: number[] = []
  const join = (a: number, b: number, one: number, two: number, at: number): number => {
    left.push(one)
    right.push(two)
    joint.push(at)
    v.push(b)
    return u.push(a) - 1
  }

  // A slot is a pair of nodes with the one element between them. Its half 2s stands at `near[s]`, its half 2s + 1 at
  // `far[s]`, each in the doubly linked list of its node.
  const { slotOf, values: slotAt } = pairTable(leaves)
  const near = integers(leaves, 0)
  const far = integers(leaves, 0)
  const element = integers(leaves, 0)
  const next = integers(2 * leaves, 0)
  const previous = integers(2 * leaves, 0)
  const head = integers(nodes, -1)
  const degree = integers(nodes, 0)
  const attach = (node: number, half: number) => {
    const first = head[node]
    next[half] = first
    previous[half] = -1
    if (first >= 0) previous[first] = half
    head[node] = half
    degree[node]++
  }
  const detach = (node: number, half: number) => {
    const before = previous[half]
    const after = next[half]
    if (before >= 0) next[before] = after
    else head[node] = after
    if (after >= 0) previous[after] = before
    degree[node]--
  }

  let slots = 0
  for (let edge = 0; edge < leaves; edge++) {
    const a = from[edge]
    const b = to[edge]
    const pair = slotOf(a, b)
    const slot = slotAt[pair]
    if (slot >= 0) {
      element[slot] = join(a, b, element[slot], edge, -1)
      continue
    }
    slotAt[pair] = slots
    near[slots] = a
    far[slots] = b
    element[slots] = edge
    attach(a, 2 * slots)
    attach(b, 2 * slots + 1)
    slots++
  }

  const ready: number[] = []
  for (let node = 0; node < nodes; node++) if (degree[node] === 2) ready.push(node)
  while (ready.length > 0) {
    const node = ready.pop() as number
    if (degree[node] !== 2 || node === start || node === finish) continue
    const halfOne = head[node]
    const halfTwo = next[halfOne]
    const one = halfOne >> 1
    const two = halfTwo >> 1
    const a = halfOne & 1 ? near[one] : far[one]
    const b = halfTwo & 1 ? near[two] : far[two]
    const joined = join(a, b, element[one], element[two], node)
    slotAt[slotOf(node, a)] = -1
    slotAt[slotOf(node, b)] = -1
    degree[node] = 0
    const pair = slotOf(a, b)
    const beside = slotAt[pair]
    detach(b, halfTwo ^ 1)
    if (beside >= 0) {
      detach(a, halfOne ^ 1)
      element[beside] = join(a, b, element[beside], joined, -1)
      if (degree[a] === 2) ready.push(a)
      if (degree[b] === 2) ready.push(b)
      continue
    }
    // The first slot goes on, with its half at the joined node moved to the far end of the second.
    slotAt[pair] = one
    element[one] = joined
    if (halfOne & 1) far[one] = b
    else near[one] = b
    attach(b, halfOne)
  }

  const roots: number[] = []
  for (let slot = 0; slot < slots; slot++) if (slotAt[slotOf(near[slot], far[slot])] === slot) roots.push(element[slot])
  return { leaves, u, v, left, right, joint, roots }
}

type Integers = number[] | Int32Array

/** So many integers, all alike. Small plain arrays are made faster than typed ones, large typed ones are more compact. */
function integers(length: number, value: number): Integers {
  return length < 2048 ? new Array<number>(length).fill(value) : new Int32Array(length).fill(value)
}

/**
 * A table by unordered pairs of nodes, −1 where nothing was set, with open addressing. A reduction meets a pair for each
 * edge and one more for each series joint at most, so a third of it stays empty.
 */
function pairTable(edges: number) {
  let capacity = 16
  while (capacity < 3 * edges) capacity *= 2
  const low = integers(capacity, -1)
  const high = integers(capacity, -1)
  const values = integers(capacity, -1)
  const slotOf = (a: number, b: number): number => {
    if (a > b) [a, b] = [b, a]
    let at = (Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b)) >>> 7
    for (at &= capacity - 1; low[at] >= 0; at = (at + 1) & (capacity - 1))
      if (low[at] === a && high[at] === b) return at
    low[at] = a
    high[at] = b
    return at
  }
  return { slotOf, values }
}

/** The forest of a network: its pairs turned into groups as large as they can be. */
export function growForest(edges: Edges): Forest {
  return flatten(joinPairs(edges), edges.rank)
}

/** Turns binary elements into groups as large as they can be, oriented with the current, outermost first. */
function flatten({ leaves, u, v, left, right, joint, roots }: Pairs, rank: readonly number[]): Forest {
  // The first-listed resistor inside each element, to list parallel members in that order.
  const first: number[] = []
  for (let element = 0; element < u.length; element++) {
    first.push(element < leaves ? element : Math.min(first[left[element - leaves]], first[right[element - leaves]]))
  }
  const series: boolean[] = []
  const members: number[][] = []
  const from: number[] = new Array(leaves)
  const to: number[] = new Array(leaves)
  const open: number[] = [] // binary ids of the groups, in the order of their ids
  const ids: number[] = []
  const enter = (element: number, a: number): number => {
    const id = element < leaves ? element : leaves + open.length
    from[id] = a
    to[id] = u[element] === a ? v[element] : u[element]
    if (element >= leaves) open.push(element)
    return id
  }

  const inOrder = [...roots].sort((a, b) => rankOf(a) - rankOf(b) || first[a] - first[b])
  function rankOf(element: number): number {
    return Math.min(rank[u[element]], rank[v[element]])
  }
  for (const root of inOrder) ids.push(enter(root, rank[u[root]] < rank[v[root]] ? u[root] : v[root]))

  for (let group = 0; group < open.length; group++) {
    const outer = open[group]
    const isSeries = joint[outer - leaves] >= 0
    const inside: number[] = []
    const pending = [outer] // elements still to be opened or taken, the next one last
    const entries = [from[leaves + group]] // the node at which the current enters each of them
    const taken: number[] = []
    const takenAt: number[] = []
    while (pending.length > 0) {
      const element = pending.pop() as number
      const a = entries.pop() as number
      const same = element >= leaves && joint[element - leaves] >= 0 === isSeries
      if (!same) {
        taken.push(element)
        takenAt.push(a)
      } else if (isSeries) {
        const one = left[element - leaves]
        const two = right[element - leaves]
        const leftFirst = u[one] === a || v[one] === a
        pending.push(leftFirst ? two : one, leftFirst ? one : two)
        entries.push(joint[element - leaves], a)
      } else {
        pending.push(right[element - leaves], left[element - leaves])
        entries.push(a, a)
      }
    }
    if (!isSeries) taken.sort((a, b) => first[a] - first[b])
    for (let i = 0; i < taken.length; i++) inside.push(enter(taken[i], isSeries ? takenAt[i] : takenAt[0]))
    series.push(isSeries)
    members.push(inside)
  }
  return { leaves, series, members, from, to, roots: ids }
}

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
  /** The places that close up where its members lie apart; absent where they do not. */
  readonly closes?: readonly Closing[]
}
