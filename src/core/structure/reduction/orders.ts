import type { Edges, Forest, Step } from './forest'

/** Where to begin among the groups that a sheet offers. */
export type FirstChoice = 'deepest' | 'farthest' | 'series' | 'left'

/** The steps of an order, with the ends of every element; `idOf` gives the id of a forest element. */
interface Ordered {
  readonly steps: Step[]
  readonly from: number[]
  readonly to: number[]
  readonly idOf: (forestElement: number) => number
}

/** How much is combined in one go. To add an order, add an entry. */
interface OrderEntry {
  /** In the list of orders, and as the valley's head says it. */
  readonly name: string
  readonly words: string
  /** The groups of a round are combined at once and stand in one row, listed from + to −. */
  readonly inRounds?: true
  /** Turns the forest into steps, each group after the groups inside it; `turn` is the order of the groups. */
  readonly steps: (forest: Forest, turn: readonly number[]) => Ordered
}

export const orders = {
  single: {
    name: 'one group a sheet',
    words: 'combine one group a sheet, until one resistance is left',
    steps: (forest, turn) => inTurn(forest, turn, (members, combine) => combine(members)),
  },
  rounds: {
    name: 'all there are, in rounds',
    words: 'combine every group that a sheet offers, until one resistance is left',
    inRounds: true,
    steps: inRounds,
  },
  pairs: {
    name: 'two at a time',
    words: 'combine two at a time, until one resistance is left',
    steps: (forest, turn) =>
      inTurn(forest, turn, (members, combine) =>
        members.slice(1).reduce((sofar, member) => combine([sofar, member]), members[0]),
      ),
  },
} as const satisfies Readonly<Record<string, OrderEntry>>

export type Order = keyof typeof orders

/** The orders there are, the usual one first. */
export const orderNames = Object.keys(orders) as Order[]

/** Whether the groups of a round stand in one row. */
export function isInRounds(order: Order): boolean {
  const entry: OrderEntry = orders[order]
  return entry.inRounds === true
}

type Combine = (members: readonly number[]) => number

/** One group after the other, each by its own sequence of combinations. */
function inTurn(
  forest: Forest,
  turn: readonly number[],
  sequence: (members: readonly number[], combine: Combine) => number,
): Ordered {
  const { leaves, members, series } = forest
  const steps: Step[] = []
  const from = forest.from.slice(0, leaves)
  const to = forest.to.slice(0, leaves)
  const ids: number[] = new Array(members.length)
  const idOf = (element: number) => (element < leaves ? element : ids[element - leaves])
  for (const group of turn) {
    const kind = series[group] ? 'series' : 'parallel'
    ids[group] = sequence(members[group].map(idOf), (chosen) => {
      const result = leaves + steps.length
      steps.push({ kind, members: chosen, result, round: steps.length })
      from.push(from[chosen[0]])
      to.push(to[chosen[chosen.length - 1]])
      return result
    })
  }
  return { steps, from, to, idOf }
}

/**
 * The groups in the order in which they are combined, each after the groups inside it. Among the groups that a sheet
 * offers: `deepest` inside first; `farthest` from the source, counted in resistors to its two ends; `series` before
 * parallel; `left` to right. Among equals the deeper one goes first, then the one nearer to +.
 */
export function groupOrder(forest: Forest, edges: Edges, begin: FirstChoice): number[] {
  const deepest = deepestFirst(forest)
  if (begin === 'deepest') return deepest
  const { leaves, members, series, from, to } = forest
  const key = keyOf()
  const ranked = deepest.map((group) => [key(group), group] as const).sort(([a], [b]) => a - b)
  const rank: number[] = []
  ranked.forEach(([, group], i) => (rank[group] = i))

  const parent: number[] = []
  members.forEach((inside, group) => {
    for (const member of inside) if (member >= leaves) parent[member - leaves] = group
  })
  const waits = members.map((inside) => inside.filter((member) => member >= leaves).length)
  const turn: number[] = []
  // What can be combined, by rank, the first in turn at the end.
  const offered = ranked.map((_, i) => i).filter((i) => waits[ranked[i][1]] === 0)
  offered.reverse()
  for (let next = offered.pop(); next !== undefined; next = offered.pop()) {
    const [, group] = ranked[next]
    turn.push(group)
    const above = parent[group]
    if (above !== undefined && --waits[above] === 0) insert(offered, rank[above])
  }
  return turn

  function keyOf(): (group: number) => number {
    if (begin === 'series') return (group) => (series[group] ? 0 : 1)
    if (begin === 'left') {
      const { rank, nodes } = edges
      return (group) => rank[from[leaves + group]] * nodes + rank[to[leaves + group]]
    }
    const toStart = hops(edges, edges.start)
    const toFinish = hops(edges, edges.finish)
    const far = (node: number) => toStart[node] + toFinish[node]
    return (group) => -members[group].reduce((most, member) => Math.max(most, far(from[member]), far(to[member])), 0)
  }
}

/** Puts a number into a list that falls, so that it still falls. */
function insert(falling: number[], value: number): void {
  let low = 0
  let high = falling.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (falling[middle] > value) low = middle + 1
    else high = middle
  }
  falling.splice(low, 0, value)
}

/** How many resistors lie between a node and every other, the shortest way. */
function hops({ nodes, from, to }: Edges, start: number): number[] {
  const beside: number[][] = Array.from({ length: nodes }, () => [])
  from.forEach((node, i) => {
    beside[node].push(to[i])
    beside[to[i]].push(node)
  })
  const found = new Array<number>(nodes).fill(Infinity)
  found[start] = 0
  const reached = [start]
  for (const node of reached) {
    for (const next of beside[node]) {
      if (found[next] < Infinity) continue
      found[next] = found[node] + 1
      reached.push(next)
    }
  }
  return found
}

/** Group numbers by depth, deepest first; the same depth from + to −. */
function deepestFirst({ leaves, members }: Forest): number[] {
  const depth: number[] = new Array(members.length).fill(0)
  const levels: number[][] = []
  for (let group = 0; group < members.length; group++) {
    const level = (levels[depth[group]] ??= [])
    level.push(group)
    for (const member of members[group]) if (member >= leaves) depth[member - leaves] = depth[group] + 1
  }
  return levels.reverse().flat()
}

/**
 * Every group that a sheet offers is combined at once, then the next sheet is looked at. A group that is not
 * complete yet is combined as far as it goes, as a person would.
 */
function inRounds(forest: Forest, turn: readonly number[]): Ordered {
  const { leaves, members, series, from, to } = forest
  const made: {
    readonly group: number
    readonly members: readonly number[]
    readonly round: number
    readonly id: number
  }[] = []
  // Provisional ids: leaves, then in the order of making; `readyIn` is the first round that may use an element.
  const readyIn: number[] = new Array(leaves).fill(0)
  const ends: (readonly [number, number])[] = Array.from({ length: leaves }, (_, leaf) => [from[leaf], to[leaf]])
  const whole: number[] = new Array(members.length)
  const provisional = (element: number) => (element < leaves ? element : whole[element - leaves])

  for (let group = members.length - 1; group >= 0; group--) {
    const combine = (chosen: readonly number[], round: number) => {
      const id = leaves + made.length
      made.push({ group, members: chosen, round, id })
      readyIn.push(round + 1)
      ends.push([ends[chosen[0]][0], ends[chosen[chosen.length - 1]][1]])
      return id
    }
    const inside = members[group].map(provisional)
    whole[group] = (series[group] ? seriesRounds : parallelRounds)(inside, readyIn, combine)
  }

  const rank: number[] = []
  turn.forEach((group, i) => (rank[group] = i))
  const sorted = [...made].sort((a, b) => a.round - b.round || rank[a.group] - rank[b.group] || a.id - b.id)
  const final: number[] = []
  sorted.forEach(({ id }, k) => (final[id] = leaves + k))
  const rename = (id: number) => (id < leaves ? id : final[id])
  return {
    steps: sorted.map(({ group, members: chosen, round }, k) => ({
      kind: series[group] ? 'series' : 'parallel',
      members: chosen.map(rename),
      result: leaves + k,
      round,
    })),
    from: [...ends.slice(0, leaves), ...sorted.map(({ id }) => ends[id])].map(([a]) => a),
    to: [...ends.slice(0, leaves), ...sorted.map(({ id }) => ends[id])].map(([, b]) => b),
    idOf: (element) => rename(provisional(element)),
  }
}

type CombineIn = (chosen: readonly number[], round: number) => number

/** In parallel all elements that are ready in the same round go together. */
function parallelRounds(members: readonly number[], readyIn: readonly number[], combine: CombineIn): number {
  const position = new Map(members.map((member, i) => [member, i]))
  const arriving = [...members].sort((a, b) => readyIn[a] - readyIn[b])
  let waiting = [arriving[0]]
  let next = 1
  while (next < arriving.length) {
    const round = Math.max(readyIn[waiting[0]], readyIn[arriving[next]])
    while (next < arriving.length && readyIn[arriving[next]] <= round) waiting.push(arriving[next++])
    const chosen = waiting.sort((a, b) => (position.get(a) as number) - (position.get(b) as number))
    const result = combine(chosen, round)
    position.set(result, position.get(chosen[0]) as number)
    waiting = [result]
  }
  return waiting[0]
}

/** In series every unbroken run of elements that are ready in the same round goes together. */
function seriesRounds(members: readonly number[], readyIn: readonly number[], combine: CombineIn): number {
  // Runs as a linked list over positions; `held` is the element that stands at a run's first position.
  const held = [...members]
  const next = members.map((_, i) => (i + 1 < members.length ? i + 1 : -1))
  const previous = members.map((_, i) => i - 1)
  const arriving = members.map((_, i) => i).sort((a, b) => readyIn[members[a]] - readyIn[members[b]])
  let arrived = 0
  let fresh: number[] = []
  let round = 0
  while (next[0] >= 0) {
    if (fresh.length === 0) round = readyIn[held[arriving[arrived]]]
    while (arrived < arriving.length && readyIn[held[arriving[arrived]]] <= round) fresh.push(arriving[arrived++])
    const ready = (position: number) => position >= 0 && readyIn[held[position]] <= round
    const combined: number[] = []
    for (const position of fresh.sort((a, b) => a - b)) {
      if (held[position] < 0 || !ready(position)) continue
      let head = position
      while (ready(previous[head])) head = previous[head]
      const run = [head]
      for (let end = next[head]; ready(end); end = next[end]) run.push(end)
      if (run.length < 2) continue
      const after = next[run[run.length - 1]]
      const result = combine(
        run.map((place) => held[place]),
        round,
      )
      for (const place of run) held[place] = -1
      held[head] = result
      next[head] = after
      if (after >= 0) previous[after] = head
      combined.push(head)
    }
    fresh = combined
    round += 1
  }
  return held[0]
}
