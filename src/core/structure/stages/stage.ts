import { type Wiring, finding, isZeroOhm, type Finding, type Wirable } from '../nodes'
import { closed, type Reduction, type Step, type Sheet, stoppingElements, type SheetElement } from '../reduction'

/** A resistor, an equivalent, or what an exchange put into place; its id is its place in {@link Stages.elements}. */
export interface Element {
  readonly name: string
  /** The part of the network that it is; null for an equivalent and for what an exchange put into place. */
  readonly part: number | null
  /** The step that it stands for; null for a resistor. */
  readonly made: Step | null
  /** The equivalent that takes it in; null for what is left, or exchanged. */
  readonly into: number | null
  /** Its resistance is 0 Ω, whatever the other values are. */
  readonly isZero: boolean
}

/** A resistor that an exchange puts into place, from a corner to another or to the new centre, by the next stage's nodes. */
export interface Placed {
  readonly id: number
  readonly from: number
  readonly to: number
  /** Positions of the two members that it is worked out from. */
  readonly pair: readonly [number, number]
}

/** What is exchanged where a bridge stops a stage. Nodes are those of the whole worksheet. */
export interface StageExchange {
  readonly kind: 'delta' | 'wye'
  readonly members: readonly number[]
  readonly corners: readonly number[]
  /** The node inside: that a wye takes away, or a delta brings in. */
  readonly centre: number
  /** The position of a leg of 0 Ω, which makes its corner the centre of the others; null without one. */
  readonly shorted: number | null
  readonly placed: readonly Placed[]
}

/** The steps from one network to what is left of it. Its own nodes are those of its wiring. */
export interface Stage {
  readonly wiring: Wiring
  /** Which node of the whole worksheet each of its nodes is. */
  readonly nodes: readonly number[]
  /** The elements that it begins with, as they are listed. */
  readonly starts: readonly number[]
  readonly steps: readonly Step[]
  /** Its nodes at the ends of each of its elements, by element id, as drawn from + to −. */
  readonly from: readonly number[]
  readonly to: readonly number[]
  /** What is left: one element when reduction succeeds, none when nothing carries current, more at a bridge. */
  readonly left: readonly number[]
  /** What leads to the next stage; null in the last one. */
  readonly exchange: StageExchange | null
}

/** A worksheet's structure, without a number. */
export interface Stages {
  readonly elements: readonly Element[]
  readonly stages: readonly Stage[]
  /** Labels of all nodes: those of the network, then the centres that exchanges bring in. */
  readonly nodeLabels: readonly string[]
  /** The reduction of the network itself, up to a bridge. */
  readonly reduction: Reduction
}

type Elements = Pick<Stages, 'elements'>

/** The resistors inside an element, by element id, in listed order: itself where it is one. */
export function insideOf({ elements }: { readonly elements: readonly Pick<Element, 'made'>[] }, id: number): number[] {
  const found: number[] = []
  const open = [id]
  for (let next = open.pop(); next !== undefined; next = open.pop()) {
    const { made } = elements[next]
    if (made) open.push(...made.members)
    else found.push(next)
  }
  return found.sort((a, b) => a - b)
}

/** How a document names an element: the names of the resistors inside it, joined by spaces. */
export function elementKey(stages: Elements, id: number): string {
  return insideOf(stages, id)
    .map((leaf) => stages.elements[leaf].name)
    .join(' ')
}

/** An element and every equivalent that takes it in, from the inside outward. */
export function outwardFrom({ elements }: Elements, id: number): number[] {
  const found: number[] = []
  for (let next: number | null = id; next !== null; next = elements[next].into) found.push(next)
  return found
}

/**
 * The sheet of a stage after its first `count` steps. Elements stand in the order of the first-listed resistor in them,
 * so that an equivalent takes the place of what it was made of. Nodes are those of the stage.
 */
export function sheetOf(
  {
    wiring,
    starts,
    steps,
    from,
    to,
  }: Pick<Stage, 'starts' | 'steps' | 'from' | 'to'> & { readonly wiring: Pick<Stage['wiring'], 'start' | 'finish'> },
  count: number,
): Sheet {
  const closings = steps.slice(0, count).flatMap(({ closes = [] }) => closes)
  const first = new Map(starts.map((id, i) => [id, i]))
  const standing = [...starts] as (number | undefined)[]
  for (const { members, result } of steps.slice(0, count)) {
    const places = members.map((member) => first.get(member) as number)
    const least = places.reduce((a, b) => Math.min(a, b))
    for (const place of places) standing[place] = undefined
    standing[least] = result
    first.set(result, least)
  }
  const elements = standing.flatMap((id) =>
    id === undefined ? [] : [{ id, from: closed(from[id], closings), to: closed(to[id], closings) }],
  )
  return { elements, start: wiring.start, finish: wiring.finish }
}

/** The elements that stop the reduction of the network itself; none where it succeeds. */
export function stopsAt({ stages: [first] }: Stages): SheetElement[] {
  return first.left.length > 1 ? stoppingElements(sheetOf(first, first.steps.length)) : []
}

/** Findings that only the reduction shows: what stops it, and what zero-ohm resistors short. */
export function reductionFindings(network: Wirable, stages: Stages): Finding[] {
  const { elements } = stages
  const [{ wiring, steps, from, to }] = stages.stages
  const { parts } = network
  const inside = (ids: readonly number[]) =>
    ids.flatMap((id) => insideOf(stages, id)).flatMap((leaf) => elements[leaf].part ?? [])
  const named = (indices: readonly number[]) => indices.map((part) => parts[part].name)
  const zeroOhms = (ids: readonly number[]) => named(inside(ids).filter((part) => isZeroOhm(parts[part])))
  const label = (node: number) => wiring.nodes[node].label
  const findings: Finding[] = []
  const stopping = stopsAt(stages)
  if (stopping.length > 0) {
    const nodes = [...new Set(stopping.flatMap((element) => [element.from, element.to]))].sort((a, b) => a - b)
    const ids = stopping.map(({ id }) => id)
    const names = ids.map((id) => elements[id].name)
    findings.push(finding('bridge', named(inside(ids)), nodes.map(label), names))
  }
  // A supply shorted by wire leaves no element at all, and has its finding from the nodes.
  const last = stages.stages[stages.stages.length - 1]
  const [whole] = last.left
  if (parts[wiring.supply].kind === 'source' && last.left.length === 1 && elements[whole].isZero)
    findings.push(
      finding(
        'shorted-supply',
        [parts[wiring.supply].name, ...zeroOhms([whole])],
        [wiring.start, wiring.finish].map(label),
      ),
    )

  // Outermost shorts first, so that a resistor is named once.
  const told = new Set<number>()
  for (const { kind, members, result } of [...steps].reverse()) {
    if (kind !== 'parallel' || !elements[result].isZero) continue
    const shorted = inside(members.filter((id) => !elements[id].isZero)).filter((part) => !told.has(part))
    if (shorted.length === 0) continue
    shorted.forEach((part) => told.add(part))
    const zeros = zeroOhms(members.filter((id) => elements[id].isZero))
    findings.push(finding('shorted', named(shorted), [from[result], to[result]].map(label), zeros))
  }
  return findings
}
