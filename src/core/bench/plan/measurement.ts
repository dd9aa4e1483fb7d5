import { nodeAt, Sets } from '../../structure'
import type { Problem } from '../../network'
import type { Bench } from '../tolerance'
import { portsOf, type Port, type Ports } from '../circuit'

/** What is measured, with names of parts and points. */
export type Measurement =
  /** With the source out. `lifted`: the part alone, one of its leads free; else in place, across its ends. */
  | { readonly quantity: 'resistance'; readonly of: string; readonly lifted: boolean }
  /** `display`: as the supply itself shows it. */
  | { readonly quantity: 'voltage'; readonly of: string; readonly display?: true }
  /** The red lead on the first. Of a resistance: with the source out. */
  | { readonly quantity: 'resistance' | 'voltage'; readonly between: readonly [string, string] }
  /** In series with the part, where the path is broken at one of its ends. */
  | { readonly quantity: 'current'; readonly of: string; readonly end?: 'from' | 'to'; readonly display?: true }

/** A measurement in the network's own indices. */
export type Probe =
  /** A resistor by its part index, alone. */
  | { readonly kind: 'alone'; readonly part: number }
  /** The resistance of the whole, between the ends of the source or terminals. */
  | { readonly kind: 'whole' }
  /** The red lead on node `red`, the black one on node `black`. */
  | { readonly kind: 'resistance' | 'voltage'; readonly red: number; readonly black: number }
  /** In series with a part, the path broken at this end of it; at the one nearer + where none is named. */
  | { readonly kind: 'current'; readonly part: number; readonly end?: 'from' | 'to' }
  /** What the source gives, broken at its + lead unless told otherwise. */
  | { readonly kind: 'total'; readonly end?: 'from' | 'to' }

export type FoundProbe =
  | { readonly ok: true; readonly probe: Probe }
  | { readonly ok: false; readonly problem: Problem }

/**
 * Where the leads of a measurement go. Across a part the red one is on the end nearer to +; of a source on its + end. What
 * names no part or point of the network is refused.
 */
export function probeOf(bench: Pick<Bench, 'built' | 'turned'>, measurement: Measurement): FoundProbe {
  const { network, wiring } = bench.built
  const found = (probe: Probe): FoundProbe => ({ ok: true, probe })
  const refuse = (field: string, message: string): FoundProbe => ({
    ok: false,
    problem: { part: null, field, message },
  })
  if ('between' in measurement) {
    const [red, black] = measurement.between.map((point) => nodeAt(wiring, point))
    const missing = measurement.between.find((point) => nodeAt(wiring, point) < 0)
    if (missing !== undefined) return refuse('between', `there is no point “${missing.slice(0, 32)}” in this network`)
    const { start, finish } = wiring
    if (
      measurement.quantity === 'resistance' &&
      ((red === start && black === finish) || (red === finish && black === start))
    )
      return found({ kind: 'whole' })
    if (measurement.quantity === 'voltage' && network.parts[wiring.supply].kind === 'terminals')
      return refuse('quantity', 'there is no source, so there is no voltage to be measured')
    return found({ kind: measurement.quantity, red, black })
  }
  const { of, quantity } = measurement
  const part = network.parts.findIndex(({ name }) => name === of)
  if (part < 0) return refuse('of', `there is no part “${of.slice(0, 32)}” in this network`)
  const { kind } = network.parts[part]
  const isSupply = part === wiring.supply
  if (quantity !== 'resistance' && network.parts[wiring.supply].kind === 'terminals')
    return refuse('quantity', `there is no source, so there is no ${quantity} to be measured`)
  if (isDisplay(measurement) && !isSupply)
    return refuse('display', `${of} is not the supply, so it shows nothing itself`)
  if (quantity === 'current') {
    if (kind === 'voltmeter') return refuse('of', `${of} is a voltmeter: no current is measured in it`)
    const end = 'end' in measurement && measurement.end !== undefined ? { end: measurement.end } : {}
    return found(isSupply ? { kind: 'total', ...end } : { kind: 'current', part, ...end })
  }
  if (quantity === 'resistance' && isSupply) return found({ kind: 'whole' })
  if (quantity === 'resistance' && measurement.lifted) {
    if (kind !== 'resistor') return refuse('of', `${of} is no resistor, so it has no resistance of its own`)
    return found({ kind: 'alone', part })
  }
  const [red, black] = endsOf(bench, part)
  return found({ kind: quantity, red, black })
}

/** The nodes at the ends of a part, the one nearer to + first; as listed where neither is. */
export function endsOf({ built, turned }: Pick<Bench, 'built' | 'turned'>, part: number): readonly [number, number] {
  const { from, to } = built.wiring
  return turned[part] ? [to[part], from[part]] : [from[part], to[part]]
}

/** Which end of a part is the one nearer +. */
export function nearEndOf({ turned }: Pick<Bench, 'turned'>, part: number): 'from' | 'to' {
  return turned[part] ? 'to' : 'from'
}

/** The other end of a part. */
export function otherEnd(end: 'from' | 'to'): 'from' | 'to' {
  return end === 'from' ? 'to' : 'from'
}

/** What tells a measurement from the others, wherever the path was broken for it. */
export function keyOf(measurement: Measurement): string {
  const where = 'between' in measurement ? measurement.between.join(' ') : measurement.of
  const how = 'lifted' in measurement && measurement.lifted ? 'lifted' : isDisplay(measurement) ? 'display' : ''
  return `${measurement.quantity} ${where} ${how}`.trim()
}

/** Whether two are one measurement; where the path was broken counts as far as both say it. */
export function isSameMeasurement(a: Measurement, b: Measurement): boolean {
  const [one, other] = ['end' in a ? a.end : undefined, 'end' in b ? b.end : undefined]
  return keyOf(a) === keyOf(b) && (one === undefined || other === undefined || one === other)
}

/** Whether it is what the supply itself shows. */
export function isDisplay(measurement: Measurement): boolean {
  return 'display' in measurement && measurement.display === true
}

/** Which parts carry one current: the source and every resistor that carries any, by their places in `carriers`. */
export interface Branches {
  /** Part indices: the source or terminals, then the resistors by leaf. */
  readonly carriers: readonly number[]
  /** The carriers that meet at each node. */
  readonly at: ReadonlyMap<number, readonly number[]>
  /** The branch of a carrier: the same number for all that lie in series. */
  readonly branchOf: (carrier: number) => number
}

/** The branches of a network: what meets at a node where nothing else does lies in series. */
export function branchesOf({ wiring }: Bench['built']): Branches {
  const carriers = [wiring.supply, ...wiring.live]
  const at = new Map<number, number[]>()
  carriers.forEach((part, i) => {
    for (const node of [wiring.from[part], wiring.to[part]]) at.set(node, [...(at.get(node) ?? []), i])
  })
  const branches = new Sets(carriers.length)
  for (const meeting of at.values()) if (meeting.length === 2) branches.join(meeting[0], meeting[1])
  return { carriers, at, branchOf: (carrier) => branches.find(carrier) }
}

/** The branch of a current; null where it is that of no path. */
export function pathOf(built: Bench['built'], probe: Probe): number | null {
  if (probe.kind !== 'current' && probe.kind !== 'total') return null
  const { carriers, branchOf } = branchesOf(built)
  const carrier = carriers.indexOf(probe.kind === 'total' ? built.wiring.supply : probe.part)
  return carrier < 0 ? null : branchOf(carrier)
}

/** Whether two currents are one: their parts lie in series. */
export function isOnePath(built: Bench['built'], a: Probe, b: Probe): boolean {
  const path = pathOf(built, a)
  return path !== null && path === pathOf(built, b)
}

/** A bench with everything that may be measured or go wrong on it seen from its ports. */
export interface View {
  readonly bench: Bench
  /** First the resistors that carry current, by leaf, then the idle ones, then pairs of nodes. */
  readonly ports: Ports
  readonly ends: readonly Port[]
  /** The port of each resistor with a value, by part index; undefined for other parts. */
  readonly ofPart: readonly (number | undefined)[]
  /** What the source holds with the nominal values, in volts; 1 where there is none. */
  readonly volts: number
  readonly hasSource: boolean
}

/** The view of a bench, with ports for these pairs of nodes. */
export function viewOf(bench: Bench, pairs: readonly Port[]): View {
  const { network, wiring, resistance, drive } = bench.built
  const idle = network.parts.flatMap((part, index) => {
    const isIdle = part.kind === 'resistor' && wiring.idle[index] !== null
    return isIdle && part.resistance ? [{ part: index, ohms: part.resistance.value }] : []
  })
  const edges = [...wiring.live.map((part, leaf) => ({ part, ohms: resistance[leaf] })), ...idle]
  const known = new Set(edges.map(({ part }) => endsOf(bench, part).join()))
  const others: Port[] = []
  for (const pair of pairs) {
    const [red, black] = pair
    if (red === black || known.has(pair.join()) || known.has([black, red].join())) continue
    known.add(pair.join())
    others.push(pair)
  }
  const { ports, ends } = portsOf(wiring, edges, others)
  const ofPart: (number | undefined)[] = []
  edges.forEach(({ part }, port) => (ofPart[part] = port))
  const { supply, equivalent } = bench.model.run(resistance)
  const hasSource = drive.at !== 'nothing'
  return { bench, ports, ends, ofPart, volts: hasSource ? supply * equivalent : 1, hasSource }
}

/** Every pair of nodes, each once. */
export function allPairs(nodes: number): Port[] {
  const pairs: Port[] = []
  for (let a = 0; a < nodes; a++) for (let b = a + 1; b < nodes; b++) pairs.push([a, b])
  return pairs
}

/** The pairs of nodes that probes are laid on. */
export function pairsOf(probes: readonly Probe[]): Port[] {
  return probes.flatMap((probe) =>
    probe.kind === 'voltage' || probe.kind === 'resistance' ? [[probe.red, probe.black] as const] : [],
  )
}

/** The port between two nodes, with −1 where it lies the other way round; null between a node and itself. */
export function portBetween({ ends }: View, red: number, black: number): { port: number; turn: 1 | -1 } | null {
  for (let port = 0; port < ends.length; port++) {
    const [a, b] = ends[port]
    if (a === red && b === black) return { port, turn: 1 }
    if (a === black && b === red) return { port, turn: -1 }
  }
  return null
}
