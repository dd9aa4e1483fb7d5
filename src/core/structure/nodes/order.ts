interface CurrentOrder {
  /** Every node: first those that carry current, in the order it meets them; then dead ends; then what is cut off. */
  readonly order: readonly number[]
  /** For each node the live node whose potential it has (itself, if live); −1 where it is cut off. */
  readonly tiedTo: readonly number[]
}

/**
 * Orders the nodes as the current meets them: every live node comes after all nodes it can be fed from,
 * branches in the order they were listed.
 *
 * The direction of each live edge comes from an st-numbering (Tarjan, “Two streamlined depth-first search
 * algorithms”, 1986); in a series-parallel network it is the only possible one, hence that of the current.
 */
export function currentOrder(graph: Graph, live: readonly number[]): CurrentOrder {
  const { nodes, edges, from, to, start } = graph
  const order = topological(graph, live, stNumbering(graph, live))
  const tiedTo = new Array<number>(nodes).fill(-1)
  for (const node of order) tiedTo[node] = node

  // Dead ends hang on live nodes: flood outwards from each.
  const { offset, list } = incidence(nodes, edges, from, to)
  const liveCount = order.length
  for (let i = 0; i < liveCount; i++) {
    const flood = [order[i]]
    for (let node = flood.pop(); node !== undefined; node = flood.pop()) {
      for (let k = offset[node]; k < offset[node + 1]; k++) {
        const other = from[list[k]] === node ? to[list[k]] : from[list[k]]
        if (tiedTo[other] >= 0) continue
        tiedTo[other] = order[i]
        order.push(other)
        flood.push(other)
      }
    }
  }
  if (tiedTo[start] < 0) throw new Error('the supply must be part of its own network')
  for (let node = 0; node < nodes; node++) if (tiedTo[node] < 0) order.push(node)
  return { order, tiedTo }
}

/** The st-number of each live node (start lowest, finish highest); −1 for the others. */
function stNumbering({ nodes, from, to, start, finish }: Graph, live: readonly number[]): number[] {
  const { offset, list } = incidence(nodes, live, from, to)
  const preorder = new Array<number>(nodes).fill(-1)
  const parent = new Array<number>(nodes).fill(-1)
  const low = Array.from({ length: nodes }, (_, i) => i) // the node of smallest preorder it reaches
  const next = offset.slice(0, nodes)
  const visited = [start, finish]
  preorder[start] = 0
  preorder[finish] = 1
  low[finish] = start // by the supply
  parent[finish] = start
  const path = start === finish ? [] : [finish]
  while (path.length > 0) {
    const node = path[path.length - 1]
    if (next[node] < offset[node + 1]) {
      const edge = list[next[node]++]
      const other = from[edge] === node ? to[edge] : from[edge]
      if (preorder[other] < 0) {
        preorder[other] = visited.length
        parent[other] = node
        visited.push(other)
        path.push(other)
      } else if (other !== parent[node] && preorder[other] < preorder[low[node]]) {
        low[node] = other
      }
      continue
    }
    path.pop()
    const above = parent[node]
    if (above !== start && preorder[low[node]] < preorder[low[above]]) low[above] = low[node]
  }

  // A doubly linked list, each node put before or after its parent.
  const before = new Array<number>(nodes).fill(-1)
  const after = new Array<number>(nodes).fill(-1)
  const minus = new Array<number>(nodes).fill(0)
  minus[start] = 1
  const link = (a: number, b: number) => {
    if (a >= 0) after[a] = b
    if (b >= 0) before[b] = a
  }
  if (start !== finish) link(start, finish)
  for (const node of visited.slice(2)) {
    const above = parent[node]
    if (minus[low[node]]) {
      link(before[above], node)
      link(node, above)
      minus[above] = 0
    } else {
      link(node, after[above])
      link(above, node)
      minus[above] = 1
    }
  }
  const number = new Array<number>(nodes).fill(-1)
  for (let node = start, i = 0; node >= 0; node = after[node]) number[node] = i++
  return number
}

/** Live nodes so that every edge leads forwards: reverse postorder, the first-listed edge of a node taken last. */
function topological({ nodes, from, to, start, finish }: Graph, live: readonly number[], number: number[]): number[] {
  const { offset, list } = incidence(nodes, live, from, to)
  const next = offset.slice(1)
  const seen = new Array<number>(nodes).fill(0)
  const done: number[] = []
  for (const root of start === finish ? [start] : [finish, start]) {
    const path = [root]
    seen[root] = 1
    while (path.length > 0) {
      const node = path[path.length - 1]
      if (next[node] > offset[node]) {
        const edge = list[--next[node]]
        const other = from[edge] === node ? to[edge] : from[edge]
        if (!seen[other] && number[other] > number[node]) {
          seen[other] = 1
          path.push(other)
        }
        continue
      }
      path.pop()
      done.push(node)
    }
  }
  return done.reverse()
}

/** Resistors between raw nodes, with the supply's two ends. `edges` are part indices into `from` and `to`. */
export interface Graph {
  readonly nodes: number
  readonly edges: readonly number[]
  readonly from: readonly number[]
  readonly to: readonly number[]
  readonly start: number
  readonly finish: number
}

/** The edges at each node, as one flat list: those of node v are list[offset[v]] … list[offset[v + 1] − 1]. */
interface Incidence {
  readonly offset: number[]
  readonly list: number[]
}

function incidence(nodes: number, edges: readonly number[], from: readonly number[], to: readonly number[]): Incidence {
  const offset = new Array<number>(nodes + 1).fill(0)
  for (const edge of edges) {
    offset[from[edge] + 1]++
    offset[to[edge] + 1]++
  }
  for (let node = 0; node < nodes; node++) offset[node + 1] += offset[node]
  const next = offset.slice(0, nodes)
  const list = new Array<number>(2 * edges.length).fill(0)
  for (const edge of edges) {
    list[next[from[edge]]++] = edge
    list[next[to[edge]]++] = edge
  }
  return { offset, list }
}

/**
 * The biconnected components (as lists of edges) of what hangs together with a root node, found by depth-first
 * search (Hopcroft and Tarjan, 1973) without recursion. Edges from a node to itself are passed over.
 */
export function blocks(
  nodes: number,
  edges: readonly number[],
  from: readonly number[],
  to: readonly number[],
  root: number,
): number[][] {
  const { offset, list } = incidence(nodes, edges, from, to)
  const depth = new Array<number>(nodes).fill(-1)
  const low = new Array<number>(nodes).fill(0)
  const entered = new Array<number>(nodes).fill(-1) // the edge by which a node was entered
  const next = offset.slice(0, nodes)
  const pending: number[] = [] // edges whose component is still open
  const found: number[][] = []
  depth[root] = 0
  const path = [root]
  for (;;) {
    const node = path[path.length - 1]
    if (next[node] < offset[node + 1]) {
      const edge = list[next[node]++]
      if (edge === entered[node]) continue
      const other = from[edge] === node ? to[edge] : from[edge]
      if (depth[other] < 0) {
        depth[other] = depth[node] + 1
        low[other] = depth[other]
        entered[other] = edge
        pending.push(edge)
        path.push(other)
      } else if (depth[other] < depth[node]) {
        pending.push(edge)
        low[node] = Math.min(low[node], depth[other])
      }
      continue
    }
    path.pop()
    if (path.length === 0) return found
    const parent = path[path.length - 1]
    low[parent] = Math.min(low[parent], low[node])
    if (low[node] >= depth[parent]) found.push(pending.splice(pending.lastIndexOf(entered[node])))
  }
}

/**
 * The edges that lie on some path from start to finish, in listed order: only these carry current.
 * They are those in one biconnected component with the supply.
 */
export function liveEdges({ nodes, edges, from, to, start, finish }: Graph): number[] {
  if (start === finish) return []
  const supply = from.length
  const closed = blocks(nodes, [supply, ...edges], [...from, start], [...to, finish], start)
  const own = closed.find((block) => block.includes(supply)) ?? []
  return own.filter((edge) => edge !== supply).sort((a, b) => a - b)
}

/** Disjoint sets of 0…size−1 (union by size, path halving). */
export class Sets {
  private readonly parent: number[]
  private readonly size: number[]

  constructor(size: number) {
    this.parent = Array.from({ length: size }, (_, i) => i)
    this.size = new Array<number>(size).fill(1)
  }

  find(item: number): number {
    const { parent } = this
    while (parent[item] !== item) {
      parent[item] = parent[parent[item]]
      item = parent[item]
    }
    return item
  }

  join(a: number, b: number): void {
    a = this.find(a)
    b = this.find(b)
    if (a === b) return
    if (this.size[a] < this.size[b]) [a, b] = [b, a]
    this.parent[b] = a
    this.size[a] += this.size[b]
  }
}

/** Splits items into groups that hang together by shared keys, groups and items in their given order. */
export function groupBy(items: readonly number[], keysOf: (item: number) => readonly number[]): number[][] {
  const sets = new Sets(items.length)
  const first = new Map<number, number>()
  items.forEach((item, i) => {
    for (const key of keysOf(item)) {
      const other = first.get(key)
      if (other === undefined) first.set(key, i)
      else sets.join(other, i)
    }
  })
  const groups = new Map<number, number[]>()
  items.forEach((item, i) => {
    const root = sets.find(i)
    const group = groups.get(root)
    if (group) group.push(item)
    else groups.set(root, [item])
  })
  return [...groups.values()]
}
