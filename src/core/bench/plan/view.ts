import { portsOf, type Port, type Ports } from '../circuit'
import type { Bench } from '../tolerance'
import { endsOf, type Probe } from './measurement'

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
