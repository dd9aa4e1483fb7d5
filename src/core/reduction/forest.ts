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

/** Resistors between nodes, the two ends of the supply, and each node's place on the way from + to −. */
export interface Edges {
  readonly nodes: number
  readonly from: readonly number[]
  readonly to: readonly number[]
  readonly start: number
  readonly finish: number
  readonly place: readonly number[]
}

/**
 * Reduces to the end by a worklist over nodes (Valdes, Tarjan and Lawler, “The recognition of series parallel
 * digraphs”, 1982): resistors that share both nodes are joined at once, and a node left with two resistors
 * joins them in series. Linear in the resistors; no recursion.
 */
export function growForest({ nodes: count, from, to, start, finish, place }: Edges): Forest {
  const leaves = from.length
  // Binary elements while growing; a series element remembers the node it was joined at.
  const u: number[] = new Array(leaves)
  const v: number[] = new Array(leaves)
  const left: number[] = new Array(leaves)
  const right: number[] = new Array(leaves)
  const joint: number[] = new Array(leaves) // −1 for parallel
  const first: number[] = new Array(leaves) // smallest leaf inside, to list parallel members in order
  // Incidence: half 2e stands at u[e], half 2e + 1 at v[e]; a doubly linked list per node.
  const head: number[] = new Array(count).fill(-1)
  const next: number[] = []
  const previous: number[] = []
  const degree: number[] = new Array(count).fill(0)
  const between = new Map<number, number>() // both nodes → the element there
  const ready: number[] = []

  const attach = (node: number, half: number) => {
    const old = head[node]
    next[half] = old
    previous[half] = -1
    if (old >= 0) previous[old] = half
    head[node] = half
    degree[node]++
  }
  const detach = (node: number, half: number) => {
    const a = previous[half]
    const b = next[half]
    if (a >= 0) next[a] = b
    else head[node] = b
    if (b >= 0) previous[b] = a
    degree[node]--
  }
  const keyOf = (a: number, b: number) => (a < b ? a * count + b : b * count + a)
  const insert = (element: number) => {
    for (;;) {
      const a = u[element]
      const b = v[element]
      const key = keyOf(a, b)
      const other = between.get(key)
      if (other === undefined) {
        between.set(key, element)
        attach(a, 2 * element)
        attach(b, 2 * element + 1)
        return
      }
      between.delete(key)
      detach(u[other], 2 * other)
      detach(v[other], 2 * other + 1)
      element = create(a, b, other, element, -1)
    }
  }
  const create = (a: number, b: number, one: number, two: number, at: number): number => {
    const element = u.length
    u.push(a)
    v.push(b)
    left.push(one)
    right.push(two)
    joint.push(at)
    first.push(first[one] < first[two] ? first[one] : first[two])
    return element
  }

  for (let leaf = 0; leaf < leaves; leaf++) {
    u[leaf] = from[leaf]
    v[leaf] = to[leaf]
    left[leaf] = right[leaf] = joint[leaf] = -1
    first[leaf] = leaf
  }
  for (let leaf = 0; leaf < leaves; leaf++) insert(leaf)
  for (let node = 0; node < count; node++) if (degree[node] === 2) ready.push(node)
  for (let node = ready.pop(); node !== undefined; node = ready.pop()) {
    if (degree[node] !== 2 || node === start || node === finish) continue
    const one = head[node] >> 1
    const two = next[head[node]] >> 1
    const a = u[one] === node ? v[one] : u[one]
    const b = u[two] === node ? v[two] : u[two]
    for (const element of [one, two]) {
      between.delete(keyOf(u[element], v[element]))
      detach(u[element], 2 * element)
      detach(v[element], 2 * element + 1)
    }
    insert(create(a, b, one, two, node))
    if (degree[a] === 2) ready.push(a)
    if (degree[b] === 2) ready.push(b)
  }

  return flatten({ u, v, left, right, joint, first }, leaves, [...between.values()], place)
}

interface Binary {
  readonly u: readonly number[]
  readonly v: readonly number[]
  readonly left: readonly number[]
  readonly right: readonly number[]
  readonly joint: readonly number[]
  readonly first: readonly number[]
}

/** Turns binary elements into groups as large as they can be, oriented with the current, outermost first. */
function flatten(binary: Binary, leaves: number, roots: readonly number[], place: readonly number[]): Forest {
  const { u, v, left, right, joint, first } = binary
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

  const inOrder = [...roots].sort((a, b) => placeOf(a) - placeOf(b) || first[a] - first[b])
  function placeOf(element: number): number {
    return Math.min(place[u[element]], place[v[element]])
  }
  for (const root of inOrder) ids.push(enter(root, place[u[root]] < place[v[root]] ? u[root] : v[root]))

  for (let group = 0; group < open.length; group++) {
    const outer = open[group]
    const isSeries = joint[outer] >= 0
    const inside: number[] = []
    const pending = [outer] // elements still to be opened or taken, the next one last
    const entries = [from[leaves + group]] // the node at which the current enters each of them
    const taken: number[] = []
    const takenAt: number[] = []
    while (pending.length > 0) {
      const element = pending.pop() as number
      const a = entries.pop() as number
      const same = element >= leaves && (isSeries ? joint[element] >= 0 : joint[element] < 0)
      if (!same) {
        taken.push(element)
        takenAt.push(a)
      } else if (isSeries) {
        const one = left[element]
        const two = right[element]
        const leftFirst = u[one] === a || v[one] === a
        pending.push(leftFirst ? two : one, leftFirst ? one : two)
        entries.push(joint[element], a)
      } else {
        pending.push(right[element], left[element])
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
