import { type Wiring, blocks } from '../nodes'
import { growForest, joinPairs, type Combination, type Edges, type Step } from './forest'
import { groupOrder, isInRounds, orders, type FirstChoice, type Order } from './orders'
import type { Arithmetic } from '../../number'
import type { Sheet, SheetElement } from './sheet'

/**
 * All steps of a reduction. Element ids: 0 … leaves−1 are the live resistors in listed order;
 * the equivalent of step k is leaves + k.
 */
export interface Reduction extends Combining<Step> {
  readonly order: Order
  /** Node indices of each element's ends, in the direction of the current. */
  readonly from: readonly number[]
  readonly to: readonly number[]
}

/** What the numbers of a reduction need. Element ids as in {@link Reduction}. */
export interface Combining<S = Combination> {
  /** Part index of each live resistor. */
  readonly leaves: readonly number[]
  readonly steps: readonly S[]
  /** The step that takes each element in, null for what is left at the end. */
  readonly around: readonly (S | null)[]
  /** What is left: one element when reduction succeeds, none when nothing carries current, more at a bridge. */
  readonly left: readonly number[]
}

/**
 * Combines groups until none is left, in the chosen order: `single` one group a sheet; `rounds` every available group
 * at once; `pairs` two resistors at a time; and from where the person begins. Linear in the resistors (but for sorting
 * parallel members, and groups where it does not begin deepest inside); no recursion.
 */
export function reduce(wiring: Wiring, order: Order = 'single', begin: FirstChoice = 'deepest'): Reduction {
  const edges = liveEdgesOf(wiring)
  const forest = growForest(edges)
  // The groups of a round are combined at once; they are listed from + to − unless told otherwise.
  const listed = isInRounds(order) && begin === 'deepest'
  const turn = listed ? forest.members.map((_, group) => group) : groupOrder(forest, edges, begin)
  const { steps, from, to, idOf } = orders[order].steps(forest, turn)
  const around = aroundEach(steps, from.length)
  return { order, leaves: wiring.live, steps, from, to, around, left: forest.roots.map(idOf) }
}

/** The step that takes in each of so many elements. */
export function aroundEach<S extends Combination>(steps: readonly S[], elements: number): (S | null)[] {
  const around = new Array<S | null>(elements).fill(null)
  for (const step of steps) for (const member of step.members) around[member] = step
  return around
}

/**
 * A reduction for its numbers alone: pairs in whatever order they come up, without the ends of equivalents.
 * Several times faster than {@link reduce}, which finds the order and the sheets a person would draw.
 */
export function reduceUnordered(wiring: Wiring): Combining {
  const { leaves, left, right, joint, roots } = joinPairs(liveEdgesOf(wiring))
  const steps = joint.map((node, pair): Combination => {
    const kind = node < 0 ? 'parallel' : 'series'
    return { kind, members: [left[pair], right[pair]], result: leaves + pair }
  })
  return { leaves: wiring.live, steps, around: aroundEach(steps, leaves + joint.length), left: roots }
}

function liveEdgesOf({ nodes, live, from, to, start, finish, rank }: Wiring): Edges {
  const ends = (of: readonly number[]) => live.map((part) => of[part])
  return { nodes: nodes.length, from: ends(from), to: ends(to), start, finish, rank }
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

/** The resistance of one group, as it is written down; `R` by element id. */
export function equivalent<N>(
  kind: 'series' | 'parallel',
  members: readonly number[],
  R: readonly N[],
  arithmetic: Arithmetic<N>,
): N {
  let sum = kind === 'series' ? R[members[0]] : arithmetic.zero
  if (kind === 'series') {
    for (let i = 1; i < members.length; i++) sum = arithmetic.add(sum, R[members[i]])
    return arithmetic.write(sum)
  }
  for (const member of members) {
    if (arithmetic.isZero(R[member])) return arithmetic.zero
    sum = arithmetic.add(sum, arithmetic.invert(R[member]))
  }
  return arithmetic.write(arithmetic.invert(sum))
}

/**
 * The elements that stop the reduction of a sheet on which no group is left. Elements that lie in series with
 * the whole of a bridge, or beside the whole of it, are not among them.
 */
export function stoppingElements(sheet: Sheet): SheetElement[] {
  const found = new Set<SheetElement>()
  const open = [{ elements: sheet.elements, ends: [sheet.start, sheet.finish] }]
  for (let piece = open.pop(); piece; piece = open.pop()) {
    const { elements, ends } = piece
    const index = new Map<number, number>()
    for (const { from, to } of elements)
      for (const node of [from, to]) if (!index.has(node)) index.set(node, index.size)
    const from = elements.map((element) => index.get(element.from) as number)
    const to = elements.map((element) => index.get(element.to) as number)
    const edges = elements.map((_, i) => i)
    const parts = blocks(index.size, edges, from, to, index.get(ends[0]) as number).map((block) =>
      block.map((i) => elements[i]),
    )
    const shared = nodesOfSeveral(parts)
    for (const part of parts.filter((block) => block.length > 1)) {
      const nodes = new Set(part.flatMap((element) => [element.from, element.to]))
      const [a, b] = [...nodes].filter((node) => shared.has(node) || ends.includes(node))
      const inside = part.filter((element) => !([a, b].includes(element.from) && [a, b].includes(element.to)))
      if (inside.length < part.length) open.push({ elements: inside, ends: [a, b] })
      else for (const element of inside) found.add(element)
    }
  }
  return sheet.elements.filter((element) => found.has(element))
}

function nodesOfSeveral(blocksOf: readonly (readonly SheetElement[])[]): Set<number> {
  const seen = new Set<number>()
  const shared = new Set<number>()
  for (const block of blocksOf) {
    for (const node of new Set(block.flatMap(({ from, to }) => [from, to]))) {
      if (seen.has(node)) shared.add(node)
      seen.add(node)
    }
  }
  return shared
}

const longest = 14

/** How equivalents are named. */
export type NamesOf = 'members' | 'letters' | 'numbers'

/**
 * Names every element: resistors by their part name, equivalents by their members, `R2+3`, `(R2+3)‖4`, with `‖`
 * binding tighter than `+` as in the formula line; the last one is `Req`, and one whose name would be longer
 * than 14 characters is `Req1`, `Req2`… by its step. With `letters` they are `Ra`, `Rb`… in the order of the steps,
 * with `numbers` `Req1`, `Req2`…; the last one is `Req` always. Every name is used once.
 *
 * @param taken names that stand elsewhere in the same worksheet
 */
export function nameElements(
  reduction: Reduction,
  partNames: readonly string[],
  naming: NamesOf = 'members',
  taken: ReadonlySet<string> = new Set(),
): string[] {
  const names = reduction.leaves.map((part) => partNames[part])
  const used = new Set([...taken, ...partNames])
  const kinds: ('series' | 'parallel' | null)[] = names.map(() => null)
  const complete = reduction.left.length === 1
  let letter = 0
  reduction.steps.forEach((step, k) => {
    const last = complete && k === reduction.steps.length - 1
    const wanted = last ? 'Req' : wantedName(k)
    const name = wanted !== null && !used.has(wanted) ? wanted : unused(used, last ? 'Req' : `Req${k + 1}`)
    used.add(name)
    names.push(name)
    kinds.push(wanted === null ? null : step.kind)
  })
  return names

  function wantedName(k: number): string | null {
    const { kind, members } = reduction.steps[k]
    if (naming === 'letters') {
      while (used.has(`R${letters(letter)}`)) letter++
      return `R${letters(letter)}`
    }
    return naming === 'numbers' ? `Req${k + 1}` : byMembers(kind, members, names, kinds)
  }
}

/** `a`, `b`, … `z`, `aa`, `ab`… */
function letters(k: number): string {
  let text = ''
  for (let rest = k + 1; rest > 0; rest = Math.floor((rest - 1) / 26))
    text = String.fromCharCode(97 + ((rest - 1) % 26)) + text
  return text
}

type Kind = 'series' | 'parallel' | null

function byMembers(
  kind: 'series' | 'parallel',
  members: readonly number[],
  names: readonly string[],
  kinds: readonly Kind[],
): string | null {
  let total = 0
  for (const member of members) if ((total += names[member].length) > 3 * longest) return null
  const shown = members.map((member, i) => {
    const name = i === 0 ? names[member] : withoutLetter(names[member])
    return kind === 'parallel' && kinds[member] === 'series' ? `(${name})` : name
  })
  const joined = shown.join(kind === 'series' ? '+' : '‖')
  return joined.length <= longest ? joined : null
}

/** `R3` → `3`, `R2+3` → `2+3`; other names stay whole. */
function withoutLetter(name: string): string {
  return /^R\d/.test(name) ? name.slice(1) : /^\(R\d/.test(name) ? `(${name.slice(2)}` : name
}

function unused(used: ReadonlySet<string>, name: string): string {
  while (used.has(name)) name += '′'
  return name
}
