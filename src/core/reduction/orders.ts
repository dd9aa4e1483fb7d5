import type { Forest } from './forest'
import type { Step } from './reduction'

/** How much is combined in one go, and what first. */
export type Order = 'single' | 'rounds' | 'pairs'

/** The steps of an order, with the ends of every element; `idOf` gives the id of a forest element. */
export interface Ordered {
  readonly steps: Step[]
  readonly from: number[]
  readonly to: number[]
  readonly idOf: (forestElement: number) => number
}

/** An order turns the forest into steps; every group comes after the groups inside it. */
export const orders: Readonly<Record<Order, (forest: Forest) => Ordered>> = {
  single: (forest) => inTurn(forest, (members, combine) => combine(members)),
  pairs: (forest) =>
    inTurn(forest, (members, combine) =>
      members.slice(1).reduce((sofar, member) => combine([sofar, member]), members[0]),
    ),
  rounds: inRounds,
}

type Combine = (members: readonly number[]) => number

/** Deepest groups first, from + to − among equals; each group by its own sequence of combinations. */
function inTurn(forest: Forest, sequence: (members: readonly number[], combine: Combine) => number): Ordered {
  const { leaves, members, series } = forest
  const steps: Step[] = []
  const from = forest.from.slice(0, leaves)
  const to = forest.to.slice(0, leaves)
  const ids: number[] = new Array(members.length)
  const idOf = (element: number) => (element < leaves ? element : ids[element - leaves])
  for (const group of deepestFirst(forest)) {
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
function inRounds(forest: Forest): Ordered {
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

  const sorted = [...made].sort((a, b) => a.round - b.round || a.group - b.group || a.id - b.id)
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
