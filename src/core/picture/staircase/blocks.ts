import type { Stage } from '../../structure'
import type { Worksheet } from '../../worksheet'

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

interface Blocks {
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

/** A step between two nodes: it stands on the lower one and hangs from the upper one. */
interface Span {
  readonly from: number
  readonly to: number
  /** How wide it is, at least. */
  readonly width: number
}

/** From where to where a step lies across. */
interface Across {
  readonly left: number
  readonly right: number
}

/** So many orders of what leaves a node are tried at most. */
const mostTries = 4000

/**
 * Lays steps between nodes side by side so that what meets at a node lies together: from the upper end down, what comes
 * into a node is replaced by what leaves it (Brooks, Smith, Stone and Tutte, “The dissection of rectangles into squares”,
 * 1940: with currents as widths the steps of a planar network tile a rectangle). Where no order does, each has a place of
 * its own.
 *
 * @param nodes all nodes, each after those from which something leads to it
 * @returns for each step, in units of the widths; the first begins at 0
 */
function layAcross(spans: readonly Span[], nodes: readonly number[]): Across[] {
  const faces = facesOf(spans, nodes)
  if (!faces) {
    let at = 0
    return spans.map(({ width }) => ({ left: at, right: (at += width) }))
  }
  // A face has one place: far enough from the one before it for every step between them.
  const place = new Array<number>(faces.count).fill(0)
  for (let isMoved = true; isMoved;) {
    isMoved = false
    spans.forEach(({ width }, i) => {
      const least = place[faces.left[i]] + width
      if (place[faces.right[i]] >= least - 1e-12 * Math.abs(least)) return
      place[faces.right[i]] = least
      isMoved = true
    })
  }
  return spans.map((_, i) => ({ left: place[faces.left[i]], right: place[faces.right[i]] }))
}

interface Faces {
  /** The face at the left and at the right of each step. */
  readonly left: number[]
  readonly right: number[]
  readonly count: number
}

function facesOf(spans: readonly Span[], nodes: readonly number[]): Faces | null {
  const leaving = new Map(nodes.map((node) => [node, spans.flatMap(({ from }, i) => (from === node ? [i] : []))]))
  const left: number[] = []
  const right: number[] = []
  let tries = 0
  const go = (at: number, front: readonly number[], faces: readonly number[], count: number): number | null => {
    if (at === nodes.length) return count
    const out = leaving.get(nodes[at]) ?? []
    const places = front.flatMap((span, i) => (spans[span].to === nodes[at] ? [i] : []))
    const first = at === 0 ? 0 : places[0]
    if (first === undefined || places.some((it, i) => it !== first + i)) return null
    if (out.length === 0) return go(at + 1, front, faces, count)
    for (const order of orders(out)) {
      if (tries++ > mostTries) return null
      const between = order.slice(1).map((_, i) => count + i)
      const edges = [faces[first], ...between, faces[first + places.length]]
      if (at === 0) edges[edges.length - 1] = faces[1]
      order.forEach((span, i) => {
        left[span] = edges[i]
        right[span] = edges[i + 1]
      })
      const done = go(
        at + 1,
        [...front.slice(0, first), ...order, ...front.slice(first + places.length)],
        at === 0 ? edges : [...faces.slice(0, first), ...edges, ...faces.slice(first + places.length + 1)],
        count + between.length,
      )
      if (done !== null) return done
    }
    return null
  }
  const count = go(0, [], [0, 1], 2)
  return count === null ? null : { left, right, count }
}

/** Every order of some things, the one that they have first. */
function* orders(list: readonly number[]): Generator<readonly number[]> {
  if (list.length <= 1) {
    yield list
    return
  }
  for (let i = 0; i < list.length; i++)
    for (const rest of orders([...list.slice(0, i), ...list.slice(i + 1)])) yield [list[i], ...rest]
}
