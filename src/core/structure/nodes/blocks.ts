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
export interface Incidence {
  readonly offset: number[]
  readonly list: number[]
}

export function incidence(
  nodes: number,
  edges: readonly number[],
  from: readonly number[],
  to: readonly number[],
): Incidence {
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
