import { incidence, type Graph } from './blocks'

export interface CurrentOrder {
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
