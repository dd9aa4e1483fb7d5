import type { Stage } from '../../structure'
import type { Worksheet } from '../../worksheet'
import { layAcross } from './faces'

/** A step of a staircase, in parts of the whole: from 0 at the left, and from 0 at the top. */
export interface StairBlock {
  readonly element: number
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
  /** The nodes of the whole worksheet at its upper and lower end. */
  readonly upper: number
  readonly lower: number
}

export interface Blocks {
  readonly blocks: readonly StairBlock[]
  /** How many columns stand side by side where it is widest. */
  readonly columns: number
}

type Drawn = Pick<Worksheet, 'elements' | 'stages' | 'derivation'>

/** Widths below this part of the largest are drawn as wide as that. */
const narrowest = 1e-9

/**
 * The steps of what has been found so far: the elements that a stage is left with, each in the place of its members once
 * these are found.
 *
 * @param byCurrent whether each is as wide as its current, so that its area is its power; else side by side alike
 * @returns null where nothing is found, or nothing flows
 */
export function blocksOf(worksheet: Drawn, isFound: (line: number) => boolean, byCurrent: boolean): Blocks | null {
  const { elements, stages, derivation } = worksheet
  const { lines, found, enters } = derivation
  const valueOf = (quantity: 'voltage' | 'current', id: number): number | null => {
    const line = found[quantity][id]
    return line === undefined || !isFound(line) ? null : (lines[line].amount?.value ?? null)
  }
  const isKnown = (id: number) => valueOf('voltage', id) !== null
  const stage = stages.find(({ left }) => left.length > 0 && left.every(isKnown))
  if (!stage) return null
  const opened = (id: number): readonly number[] | null => {
    const { made } = elements[id]
    return made && stage.steps.some(({ result }) => result === id) && made.members.every(isKnown) ? made.members : null
  }

  /** How wide an element is: its current, or its branches side by side. */
  const widthOf = (id: number): number => {
    if (byCurrent) return Math.abs(valueOf('current', id) ?? 0)
    // What is flat needs no room of its own.
    if (valueOf('voltage', id) === 0) return 1
    const members = opened(id)
    if (!members) return 1
    const all = members.map(widthOf)
    return elements[id].made?.kind === 'series' ? Math.max(...all) : all.reduce((a, b) => a + b)
  }
  const upperOf = (id: number) =>
    enters[id] === undefined || enters[id] === stage.nodes[stage.from[id]] ? stage.from[id] : stage.to[id]
  const lowerOf = (id: number) => (upperOf(id) === stage.from[id] ? stage.to[id] : stage.from[id])

  const order = nodesDown(stage, upperOf, lowerOf)
  const potentials = potentialsOf(stage, order, upperOf, lowerOf, (id) => valueOf('voltage', id) ?? 0)
  const highest = potentials.get(stage.wiring.start) ?? 0
  if (!(highest > 0)) return null
  const yOf = (node: number) => (highest - (potentials.get(node) ?? 0)) / highest

  const blocks: StairBlock[] = []
  const place = (id: number, left: number, right: number, top: number, bottom: number, upper: number): void => {
    const members = opened(id)
    if (!members) {
      const lower = stage.from[id] === upper ? stage.to[id] : stage.from[id]
      blocks.push({ element: id, left, right, top, bottom, upper: stage.nodes[upper], lower: stage.nodes[lower] })
      return
    }
    if (elements[id].made?.kind === 'series') {
      // From the upper end down, member by member; on paper their drops need not add up to the digit.
      const drops = new Map(members.map((it) => [it, valueOf('voltage', it) ?? 0]))
      const sum = [...drops.values()].reduce((a, b) => a + b, 0)
      let [at, y] = [upper, top]
      const rest = [...members]
      while (rest.length > 0) {
        const next = rest.findIndex((it) => stage.from[it] === at || stage.to[it] === at)
        const [member] = rest.splice(Math.max(0, next), 1)
        const down = rest.length === 0 ? bottom : y + ((bottom - top) * (drops.get(member) ?? 0)) / (sum || 1)
        place(member, left, right, y, down, at)
        at = stage.from[member] === at ? stage.to[member] : stage.from[member]
        y = down
      }
      return
    }
    const widths = members.map(widthOf)
    const all = widths.reduce((a, b) => a + b, 0)
    let x = left
    members.forEach((member, i) => {
      const end =
        i === members.length - 1 ? right : x + (right - left) * (all > 0 ? widths[i] / all : 1 / members.length)
      place(member, x, end, top, bottom, upper)
      x = end
    })
  }

  const { left } = stage
  const widths = left.map(widthOf)
  const most = Math.max(...widths)
  const across = layAcross(
    left.map((id, i) => ({
      from: upperOf(id),
      to: lowerOf(id),
      width: Math.max(widths[i], narrowest * most) || 1,
    })),
    order,
  )
  const whole = Math.max(...across.map(({ right }) => right))
  left.forEach((id, i) => {
    const upper = upperOf(id)
    place(id, across[i].left / whole, across[i].right / whole, yOf(upper), yOf(lowerOf(id)), upper)
  })
  return { blocks, columns: columnsOf(blocks) }
}

/** The nodes of what is left, each after those from which current runs to it. */
function nodesDown(
  { left, wiring }: Stage,
  upperOf: (id: number) => number,
  lowerOf: (id: number) => number,
): readonly number[] {
  const nodes = new Set([wiring.start, ...left.flatMap((id) => [upperOf(id), lowerOf(id)])])
  const order: number[] = []
  const done = new Set<number>()
  while (order.length < nodes.size) {
    const ready = [...nodes].filter(
      (node) =>
        !done.has(node) && left.every((id) => lowerOf(id) !== node || upperOf(id) === node || done.has(upperOf(id))),
    )
    // Where nothing flows, directions can run in a circle.
    const [next] =
      ready.length > 0
        ? ready.sort((a, b) => Number(a === wiring.finish) - Number(b === wiring.finish))
        : [...nodes].filter((node) => !done.has(node))
    done.add(next)
    order.push(next)
  }
  return order
}

/** Potentials against the − end, by what falls on the way there. */
function potentialsOf(
  { left, wiring }: Stage,
  order: readonly number[],
  upperOf: (id: number) => number,
  lowerOf: (id: number) => number,
  drop: (id: number) => number,
): ReadonlyMap<number, number> {
  const potentials = new Map([[wiring.finish, 0]])
  for (const node of [...order].reverse()) {
    const id = left.find((it) => upperOf(it) === node && potentials.has(lowerOf(it)))
    if (id !== undefined && !potentials.has(node)) potentials.set(node, (potentials.get(lowerOf(id)) ?? 0) + drop(id))
  }
  return potentials
}

/** How many steps lie side by side where it is widest. */
function columnsOf(blocks: readonly StairBlock[]): number {
  const heights = [...new Set(blocks.flatMap(({ top, bottom }) => [top, bottom]))].sort((a, b) => a - b)
  const between = heights.slice(1).map((y, i) => (y + heights[i]) / 2)
  return Math.max(1, ...between.map((y) => blocks.filter(({ top, bottom }) => top < y && y < bottom).length))
}
