import { withResistance, type Ports } from '../circuit'

/** What may be wrong, as the open format calls it. */
export const faultCodes = [
  'none',
  'open',
  'shorted',
  'value',
  'swapped',
  'bridged',
  'lifted',
  'source',
  'scale',
  'reversed',
] as const
export type FaultCode = (typeof faultCodes)[number]

/** What may be wrong, in the network's own indices. */
export type Fault =
  | { readonly fault: 'none' }
  | { readonly fault: 'open' | 'shorted'; readonly part: number }
  /** `times` its marked value. */
  | { readonly fault: 'value'; readonly part: number; readonly times: number }
  | { readonly fault: 'swapped'; readonly part: number; readonly other: number }
  /** Nodes that have become one. */
  | { readonly fault: 'bridged'; readonly port: number; readonly nodes: readonly [number, number] }
  /** A lead left up while voltages and currents were read, and resistances of the whole too where `always`. */
  | { readonly fault: 'lifted'; readonly part: number; readonly always: boolean }
  /** The source gives so many times what it is set to. */
  | { readonly fault: 'source'; readonly times: number }
  /** A reading that is 10^power times what it should be. */
  | { readonly fault: 'scale'; readonly reading: number; readonly power: number }
  | { readonly fault: 'reversed'; readonly reading: number }

/** The bench under a fault. */
export interface Faulty {
  readonly fault: Fault
  /** The natural logarithm of its prior probability. */
  readonly prior: number
  /** What voltages and currents are read in. */
  readonly ports: Ports
  /** What resistances with the source out are read in, but for those of parts alone. */
  readonly out: Ports
  /** Of each part alone, by port: what it has with the fault. */
  readonly alone: Ports
  /** The standard deviation of each resistance, by port, in ohms. */
  readonly spread: Float64Array
  readonly volts: number
  /** How many ports are read at, the first ones; faults may lie between the nodes of others. */
  readonly keep: number
  /** The source is shorted: it gives no volts, and as much current as it may. */
  readonly isLimited?: true
}

/**
 * How probable each kind of fault is before anything is read. By experience of learners' benches: most are built right; a
 * joint that is open or a part misread is commoner than a short, a wrong value commoner by a colour band (×10, ÷10) or its
 * neighbour than at random; slips of reading are about as common as faults of the bench.
 */
export const priors = {
  none: 0.6,
  open: 0.1,
  shorted: 0.04,
  /** ×10 and ÷10 together. */
  decade: 0.05,
  /** The values above and below it in the series together. */
  neighbour: 0.03,
  /** Any value within three decades either way. */
  free: 0.02,
  swapped: 0.04,
  bridged: 0.03,
  lifted: 0.03,
  source: 0.02,
  scale: 0.008,
  reversed: 0.01,
} as const

/** The step from a value to its neighbour in the E12 series. */
export const neighbourStep = 10 ** (1 / 12)

/** Of an ideal short, in ohms: so much may be left in a joint, as a standard deviation. */
const shortSpread = 0.05
/** What a short has instead of zero ohms, as a part of the least resistance. */
const ofLeast = 1e-7

/** What stands for zero ohms in these ports. */
export function shortOf({ resistance }: Ports): number {
  return resistance.reduce((least, R) => Math.min(least, R), Infinity) * ofLeast
}

/** The bench with one resistance changed; an idle part changes nothing but itself. */
export function changed(bench: Faulty, port: number, to: number): Faulty {
  const ports = withResistance(bench.ports, port, to, bench.keep)
  const spread = bench.spread.slice()
  const factor = to / bench.ports.resistance[port]
  const isShort = to <= shortOf(bench.ports) * 1.01
  spread[port] = to === Infinity ? 0 : isShort ? shortSpread : spread[port] * factor
  return { ...bench, ports, out: ports, alone: ports, spread, ...(isShort && limited(bench, port)) }
}

/** What a short between these nodes does to the source. */
function limited({ ports }: Faulty, port: number): Pick<Faulty, 'volts' | 'isLimited'> | null {
  const isAcross = ports.impedance[port * ports.count + port] === 0 && ports.voltage[port] !== 0
  return isAcross ? { volts: 0, isLimited: true } : null
}

/** The bench with two nodes joined. */
export function joined(bench: Faulty, port: number): Faulty {
  const to = withResistance(bench.ports, port, shortOf(bench.ports), bench.keep)
  // What lies between the two nodes keeps its own resistance alone, and is not told from the short in place.
  const spread = bench.spread.slice()
  spread[port] = shortSpread
  return { ...bench, ports: to, out: to, spread, ...limited(bench, port) }
}
