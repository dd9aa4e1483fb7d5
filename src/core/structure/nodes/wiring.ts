import { finding, type Finding } from './finding'
import { liveEdges, type Graph, currentOrder, groupBy, Sets } from './order'

/** Why a part carries no current whatever the source gives; null for a part that does. */
export type Idle = 'shorted' | 'dead-end' | 'cut-off' | 'open-supply' | 'shorted-supply'

/** All points joined by ideal wire: one voltage. */
export interface Node extends LabelledPoints {
  /** Three or more current-carrying parts (the source among them) meet here. */
  readonly junction: boolean
  /** The index of the live node whose potential this one has; null where nothing ties it to the supply. */
  readonly tiedTo: number | null
}

/**
 * A network seen as nodes. Nodes are numbered in the order the current meets them from the + end;
 * those that no current meets come after, the 0 V node last. Indices are into `nodes` and the network's parts.
 */
export interface Wiring {
  readonly nodes: readonly Node[]
  /** Node index of each part's `from` and `to`, by part index. */
  readonly from: readonly number[]
  readonly to: readonly number[]
  readonly idle: readonly (Idle | null)[]
  /** Part indices of the resistors that carry current, in listed order. */
  readonly live: readonly number[]
  /** Part index of the source or terminals. */
  readonly supply: number
  /** Node index of the supply's + end (`from`) and − end (`to`). */
  readonly start: number
  readonly finish: number
  /** Node index of the 0 V node. */
  readonly reference: number
  /** The rank of each node on the way from + to −, by node index: current runs to higher ranks. */
  readonly rank: readonly number[]
  readonly findings: readonly Finding[]
}

/** The node to which a point belongs; −1 where there is none. */
export function nodeAt({ nodes }: Pick<Wiring, 'nodes'>, point: string): number {
  return nodes.findIndex(({ points }) => points.includes(point))
}

/** The label of the node to which a point belongs; the point itself where there is none. */
export function labelAt({ nodes }: Pick<Wiring, 'nodes'>, point: string): string {
  return nodes.find(({ points }) => points.includes(point))?.label ?? point
}

/** A part between two points, with what of it the structure depends on. */
export interface WirablePart {
  readonly name: string
  readonly kind: 'resistor' | 'wire' | 'source' | 'terminals' | 'ammeter' | 'voltmeter'
  readonly from: string
  readonly to: string
  readonly resistance?: { readonly value: number }
}

/** What of a network its structure depends on. */
export interface Wirable {
  readonly parts: readonly WirablePart[]
  /** The point at 0 V; the supply's − end if absent. */
  readonly reference?: string
  /** What the person calls a node, by one of its points. */
  readonly sketch?: { readonly labels?: Readonly<Record<string, string>> | null }
}

/** Whether a part is a resistor of 0 Ω: a part like any other, but an ideal conductor. */
export function isZeroOhm({ kind, resistance }: WirablePart): boolean {
  return kind === 'resistor' && resistance?.value === 0
}

/**
 * Whether a part joins its points whatever flows: wire, an ammeter, or zero ohms that no current of the network needs.
 *
 * @param part by its index
 */
export function isIdeal({ parts }: Wirable, { idle }: Pick<Wiring, 'idle'>, part: number): boolean {
  return joins(parts[part]) || (idle[part] !== null && isZeroOhm(parts[part]))
}

/**
 * Merges the points that wires join, numbers or letters the nodes, and finds what carries no current. Linear in the
 * parts. Labels that the sketch gives to nodes stand instead.
 */
export function wire(network: Wirable, naming: Naming = 'numbers'): Wiring {
  const { wiring, ends } = joined(network, naming)
  return { ...wiring, findings: findingsOf(network, wiring, ends) }
}

type Ends = readonly (readonly [number, number])[]

/** {@link wire} without its findings; with the points at the ends of each part. */
function joined(network: Wirable, naming: Naming): { readonly wiring: Wired; readonly ends: Ends } {
  const { parts } = network
  const { points, nodeOf: rawOfPoint, nodes: raws } = joinPoints(parts)
  const ends = parts.map((part) => [points.get(part.from) as number, points.get(part.to) as number] as const)
  const from = ends.map(([point]) => rawOfPoint[point])
  const to = ends.map(([, point]) => rawOfPoint[point])

  const supply = parts.findIndex((part) => part.kind === 'source' || part.kind === 'terminals')
  const edges = parts.flatMap((part, i) => (part.kind === 'resistor' && from[i] !== to[i] ? [i] : []))
  const graph: Graph = { nodes: raws, edges, from, to, start: from[supply], finish: to[supply] }
  const live = liveEdges(graph)
  const { order, tiedTo } = currentOrder(graph, live)

  // Renumber: the order the current meets them, the 0 V node last.
  const referencePoint = network.reference === undefined ? undefined : points.get(network.reference)
  const reference = referencePoint === undefined ? to[supply] : rawOfPoint[referencePoint]
  const numbered = [...order.filter((node) => node !== reference), reference]
  const index: number[] = []
  numbered.forEach((raw, i) => (index[raw] = i))
  const rank: number[] = []
  order.forEach((raw, i) => (rank[index[raw]] = i))

  const meeting = new Array<number>(raws).fill(0)
  for (const edge of [...live, supply]) {
    meeting[from[edge]]++
    meeting[to[edge]]++
  }
  const pointsOfRaw: string[][] = numbered.map(() => [])
  for (const [name, point] of points) pointsOfRaw[rawOfPoint[point]].push(name)

  const labels = labelNodes(
    numbered.map((raw) => pointsOfRaw[raw]),
    naming,
    network.sketch?.labels,
  )
  const nodes = numbered.map((raw, i): Node => ({
    label: labels[i],
    points: pointsOfRaw[raw],
    junction: meeting[raw] >= 3,
    tiedTo: tiedTo[raw] < 0 ? null : index[tiedTo[raw]],
  }))
  const carries = new Set(live)
  const shortedSupply = from[supply] === to[supply]
  const idle = parts.map((part, i): Idle | null => {
    if (part.kind !== 'resistor' || carries.has(i)) return null
    if (tiedTo[from[i]] < 0) return 'cut-off'
    if (shortedSupply) return 'shorted-supply'
    if (from[i] === to[i]) return 'shorted'
    return live.length === 0 ? 'open-supply' : 'dead-end'
  })
  const wiring = {
    nodes,
    from: from.map((raw) => index[raw]),
    to: to.map((raw) => index[raw]),
    idle,
    live,
    supply,
    start: index[from[supply]],
    finish: index[to[supply]],
    reference: index[reference],
    rank,
  }
  return { wiring, ends }
}

type Wired = Omit<Wiring, 'findings'>

function findingsOf(network: Wirable, wiring: Wired, ends: Ends): Finding[] {
  const { idle, nodes, from, to, supply } = wiring
  const { parts } = network
  const named = (indices: readonly number[]) => indices.map((i) => parts[i].name)
  const of = (reason: Idle) => parts.flatMap((_, i) => (idle[i] === reason ? [i] : []))
  const findings: Finding[] = []

  if (wiring.start === wiring.finish) {
    findings.push(finding('shorted-supply', named([supply]), [nodes[wiring.start].label]))
  } else if (wiring.live.length === 0) {
    findings.push(
      finding('open-supply', named([supply, ...of('open-supply')]), [
        nodes[wiring.start].label,
        nodes[wiring.finish].label,
      ]),
    )
  }
  for (const i of of('shorted')) findings.push(finding('shorted', [parts[i].name], [nodes[from[i]].label]))

  // A dangling subnetwork hangs together by nodes that carry nothing; each hangs at one live node.
  const dangling = groupBy(of('dead-end'), (i) => [from[i], to[i]].filter((node) => nodes[node].tiedTo !== node))
  const bare = bareWires(network, ends)
  for (const group of dangling) {
    const hangsAt = nodes[nodes[from[group[0]]].tiedTo as number].label
    findings.push(finding('dead-end', named(group), [hangsAt]))
  }
  const tied = (i: number) => nodes[from[i]].tiedTo !== null
  for (const group of groupBy(bare.filter(tied), (i) => [...ends[i]])) {
    findings.push(finding('dead-end', named(group), [nodes[from[group[0]]].label]))
  }
  const isTied = (i: number) => tied(i) && (parts[i].kind !== 'voltmeter' || nodes[to[i]].tiedTo !== null)
  const adrift = parts.flatMap((part, i) =>
    part.kind !== 'source' && part.kind !== 'terminals' && !isTied(i) ? [i] : [],
  )
  for (const group of groupBy(adrift, (i) => [from[i], to[i]])) {
    const labels = [...new Set(group.flatMap((i) => [from[i], to[i]]))].map((node) => nodes[node].label)
    findings.push(finding('cut-off', named(group), labels))
  }
  for (const i of shortingMeters(network))
    findings.push(finding('meter-shorts', [parts[i].name], [nodes[from[i]].label]))
  return findings
}

/** What looking for ammeters that short something may cost, in parts looked at. */
const mostLooked = 2e6

/**
 * Ammeters between two nodes that current reaches without them, and that 0 Ω else joins: in series one of their ends
 * would be dead without them.
 */
function shortingMeters({ parts }: Wirable): number[] {
  const ammeters = parts.flatMap(({ kind }, i) => (kind === 'ammeter' ? [i] : []))
  return ammeters.slice(0, Math.floor(mostLooked / parts.length)).filter((meter) => {
    const without = joined({ parts: parts.filter((_, i) => i !== meter) }, 'numbers').wiring
    const [a, b] = [nodeAt(without, parts[meter].from), nodeAt(without, parts[meter].to)]
    const isReached = (node: number) => node >= 0 && without.nodes[node].tiedTo === node
    return a !== b && isReached(a) && isReached(b) && without.live.length > 0
  })
}

/** Wires and ammeters that lead to a bare end: pruned from the free points inwards. A voltmeter's leads are none. */
function bareWires(network: Wirable, ends: Ends): number[] {
  const at: number[][] = []
  ends.forEach((pair, i) => pair.forEach((point) => (at[point] ??= []).push(i)))
  const left = at.map((parts) => parts.length)
  const pruned = new Set<number>()
  const free = left.flatMap((count, point) => (count === 1 ? [point] : []))
  for (const point of free) {
    const last = at[point].find((i) => !pruned.has(i))
    if (last === undefined || !joins(network.parts[last])) continue
    pruned.add(last)
    for (const end of ends[last]) if (--left[end] === 1) free.push(end)
  }
  return [...pruned].sort((a, b) => a - b)
}

/** What decides which points are one: the parts' kinds and ends. */
interface PartEnds {
  readonly kind: string
  readonly from: string
  readonly to: string
}

/** Whether a part is an ideal conductor that joins its points: wire, or an ammeter. */
export function joins({ kind }: { readonly kind: string }): boolean {
  return kind === 'wire' || kind === 'ammeter'
}

/** Points merged into raw nodes, both numbered in the order in which the parts list them. */
interface JoinedPoints {
  /** The index of each point, by its name. */
  readonly points: ReadonlyMap<string, number>
  /** The raw node of each point, by point index. */
  readonly nodeOf: readonly number[]
  readonly nodes: number
}

/**
 * Merges the points that wires and ammeters join. Linear in the parts.
 *
 * @param isOpened those that join nothing now, by part index
 */
export function joinPoints(
  parts: readonly PartEnds[],
  isOpened: (part: number) => boolean = () => false,
): JoinedPoints {
  const points = new Map<string, number>()
  for (const { from, to } of parts) for (const name of [from, to]) if (!points.has(name)) points.set(name, points.size)
  const sets = new Sets(points.size)
  const index = (name: string) => points.get(name) as number
  parts.forEach((part, i) => {
    if (joins(part) && !isOpened(i)) sets.join(index(part.from), index(part.to))
  })
  const nodeOf: number[] = []
  const nodeOfRoot = new Map<number, number>()
  for (let point = 0; point < points.size; point++) {
    const root = sets.find(point)
    if (!nodeOfRoot.has(root)) nodeOfRoot.set(root, nodeOfRoot.size)
    nodeOf.push(nodeOfRoot.get(root) as number)
  }
  return { points, nodeOf, nodes: nodeOfRoot.size }
}

/** How nodes are labelled unless the person renamed them: 1, 2, 3 … or A, B, C …. */
export type Naming = 'numbers' | 'letters'

/** Labels that the person gave, by a point of the node. */
type GivenLabels = Readonly<Record<string, string>>

/** A node as far as the points alone tell: its label and the points it joins. */
export interface LabelledPoints {
  readonly label: string
  readonly points: readonly string[]
}

/**
 * The label of each node, in order. A label that was given to one of a node's points stands there, unless a node before
 * has it; the others are numbered or lettered, passing over labels that were given.
 */
function labelNodes(
  points: readonly (readonly string[])[],
  naming: Naming,
  labels?: GivenLabels | null,
): readonly string[] {
  const given = labels ?? {}
  const taken = new Set<string>()
  const own = points.map((names) => {
    const point = names.find((name) => Object.hasOwn(given, name) && !taken.has(given[name]))
    if (point === undefined) return null
    taken.add(given[point])
    return given[point]
  })
  let number = 0
  return own.map((label) => {
    if (label !== null) return label
    let next: string
    do next = naming === 'letters' ? letters(number++) : String(++number)
    while (taken.has(next))
    return next
  })
}

/** A … Z, AA, AB …. */
function letters(number: number): string {
  const last = String.fromCharCode(65 + (number % 26))
  return number < 26 ? last : letters(Math.floor(number / 26) - 1) + last
}

/** The nodes of parts that make no network yet, in the order in which the parts list them. */
export function roughNodes(parts: readonly PartEnds[], naming: Naming, given?: GivenLabels): LabelledPoints[] {
  const { points, nodeOf, nodes } = joinPoints(parts)
  const names: string[][] = Array.from({ length: nodes }, () => [])
  for (const [name, point] of points) names[nodeOf[point]].push(name)
  const labels = labelNodes(names, naming, given)
  return names.map((joined, i) => ({ label: labels[i], points: joined }))
}
