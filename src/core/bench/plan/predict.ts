import { isZeroOhm } from '../../structure'
import { type Ports, portsOf } from '../circuit'
import { resistanceInGap } from '../places'
import { ofPart, betweenNodes, toleranceOf, worstCases, type Bench, type NetworkQuantity } from '../tolerance'
import { endsOf, nearEndOf, portBetween, type Measurement, type Probe, type View } from './measurement'
import { allowance, fullest, usualAccuracy, type Accuracy, type Meter, type Range } from '../meter'

/** What a meter does to what it measures, in ohms. */
export interface Loading {
  /** Of a voltmeter, across what it measures. */
  readonly across: number
  /** Of an ammeter, in the path. */
  readonly shunt: number
}

export const noLoading: Loading = { across: Infinity, shunt: 0 }

/** A value that moves with every resistance and with the source. */
export interface Predicted {
  /** In SI units; Infinity for a resistance without a path. */
  readonly value: number
  /** Its derivative by each resistance, by port. */
  readonly slopes: readonly number[]
  /** Its derivative by the voltage of the source. */
  readonly bySource: number
}

/** A probe in the ports of a view, found once. */
export type Laid =
  | { readonly kind: 'alone' | 'current'; readonly port: number }
  | { readonly kind: 'whole' | 'total' }
  | { readonly kind: 'resistance' | 'voltage'; readonly port: number; readonly turn: 1 | -1 }
  /**
   * A current of a wire or an ammeter: so many times those of ports and of the source. `resistance` is what a meter in its
   * place sees, in ohms.
   */
  | {
      readonly kind: 'sum'
      readonly terms: readonly { readonly port: number | null; readonly times: number }[]
      readonly resistance: number
    }
  /** 0 whatever the values are. */
  | { readonly kind: 'nothing' }

type Of<K extends Probe['kind']> = Probe & { readonly kind: K }

/** One sort of reading: what it measures, where its leads go, and what is seen there. */
interface Sort<P extends Probe> {
  readonly quantity: Measurement['quantity']
  /** Where the leads go, in words. */
  readonly leads: (bench: Bench, probe: P) => string
  /** In the ports of a view; null where nothing is known of what it measures. */
  readonly lay: (view: View, probe: P) => Laid | null
  /** What an ideal meter shows: a quantity, or its limits where they are plain. */
  readonly ideal: (view: View, probe: P, laid: Laid) => NetworkQuantity | Limits
}

interface Limits {
  readonly min: number
  readonly max: number
}

const nothing: Limits = { min: 0, max: 0 }

const labelOf = ({ built }: Bench, node: number) => built.wiring.nodes[node].label

const between = (view: View, { kind, red, black }: Of<'voltage' | 'resistance'>): Laid | null => {
  const { nodes } = view.bench.built.wiring
  if (nodes[red].tiedTo === null || nodes[black].tiedTo === null) return null
  const at = portBetween(view, red, black)
  return at === null ? { kind: 'nothing' } : { kind, ...at }
}

const sorts: { readonly [K in Probe['kind']]: Sort<Of<K>> } = {
  alone: {
    quantity: 'resistance',
    leads: (bench, { part }) => {
      const [near, far] = endsOf(bench, part)
      return `lift the lead at node ${labelOf(bench, far)}; one lead of the meter on node ${labelOf(bench, near)}, the other on the free end`
    },
    lay: (view, { part }) => {
      const port = view.ofPart[part]
      return port === undefined ? null : { kind: 'alone', port }
    },
    ideal: ({ bench: { built } }, probe) => {
      const part = built.network.parts[probe.part]
      const R = part.kind === 'resistor' ? (part.resistance?.value ?? 0) : 0
      const leaf = built.wiring.live.indexOf(probe.part)
      const middle = leaf < 0 ? R : built.resistance[leaf]
      const tolerance = leaf < 0 ? toleranceOf(built.network, probe.part) : built.tolerance[leaf]
      return { min: middle * (1 - tolerance), max: middle * (1 + tolerance) }
    },
  },
  whole: {
    quantity: 'resistance',
    leads: (bench) => {
      const { start, finish } = bench.built.wiring
      return `one lead on node ${labelOf(bench, start)}, the other on node ${labelOf(bench, finish)}; the supply out`
    },
    lay: () => ({ kind: 'whole' }),
    ideal: () => ({ kind: 'equivalent' }),
  },
  resistance: {
    quantity: 'resistance',
    leads: (bench, { red, black }) =>
      `one lead on node ${labelOf(bench, red)}, the other on node ${labelOf(bench, black)}; the supply out`,
    lay: between,
    ideal: (view, { red, black }, laid) => {
      if (laid.kind !== 'resistance') return nothing
      // Every resistance between two points rises with each resistor (Rayleigh's law).
      const at = (sign: number) => {
        const scaled = scaledView(view, red, black, sign)
        return predict(scaled, { kind: 'resistance', port: scaled.count - 1, turn: 1 }, 1, noLoading).value
      }
      return { min: at(-1), max: at(1) }
    },
  },
  voltage: {
    quantity: 'voltage',
    leads: (bench, { red, black }) => `red on node ${labelOf(bench, red)}, black on node ${labelOf(bench, black)}`,
    lay: between,
    ideal: ({ bench: { built, model } }, { red, black }) => betweenNodes(built, model, red, black) ?? nothing,
  },
  current: {
    quantity: 'current',
    leads: (bench, { part, end }) => {
      const { network, wiring } = bench.built
      const near = nearEndOf(bench, part)
      const at = end ?? near
      const [first, second] = at === near ? ['the node', 'the free end'] : ['the free end', 'the node']
      return `lift ${network.parts[part].name}’s lead at node ${labelOf(bench, wiring[at][part])}: red on ${first}, black on ${second}`
    },
    lay: (view, { part }) => {
      const { bench } = view
      const port = view.ofPart[part]
      // The current is positive as it enters at the end nearer to +.
      if (port !== undefined) {
        if (isUndefinedIn(bench, part)) return null
        return isZeroOhm(bench.built.network.parts[part])
          ? { kind: 'sum', terms: [{ port, times: 1 }], resistance: gapOf(view, part) }
          : { kind: 'current', port }
      }
      const sum = ofPart(bench.built, bench.model, part, 'current')
      if (sum === undefined) return null
      if (sum === null || sum.kind !== 'sum') return { kind: 'nothing' }
      return {
        kind: 'sum',
        resistance: gapOf(view, part),
        terms: sum.terms.map(({ leaf, times }) => ({
          port: leaf,
          times: leaf === null ? times : times * alongPort(view, leaf),
        })),
      }
    },
    ideal: (view, { part }, laid) => {
      const { built, model } = view.bench
      const leaf = built.wiring.live.indexOf(part)
      if (leaf < 0 && laid.kind !== 'current') return ofPart(built, model, part, 'current') ?? nothing
      return leaf < 0 ? nothing : { kind: 'sum', terms: [{ of: 'current', leaf, times: alongPort(view, leaf) }] }
    },
  },
  total: {
    quantity: 'current',
    leads: (bench, { end }) => {
      const { network, wiring } = bench.built
      const { name } = network.parts[wiring.supply]
      return end === 'to'
        ? `break the path at node ${labelOf(bench, wiring.finish)}: lift ${name}’s − lead, red on the node, black on the free end`
        : `break the path at node ${labelOf(bench, wiring.start)}: lift ${name}’s + lead, red on the free end, black on the node`
    },
    lay: () => ({ kind: 'total' }),
    ideal: () => ({ kind: 'sum', terms: [{ of: 'current', leaf: null, times: 1 }] }),
  },
}

function sortOf<P extends Probe>({ kind }: P): Sort<P> {
  return sorts[kind] as Sort<Probe>
}

/** Where the leads of a probe go, in words. */
export function leadsOf(bench: Bench, probe: Probe): string {
  return sortOf(probe).leads(bench, probe)
}

/** Lays a probe on the ports of a view; null where nothing is known of what it measures. */
export function layProbe(view: View, probe: Probe): Laid | null {
  return sortOf(probe).lay(view, probe)
}

/** What a meter sees that is put in series with a part without resistance, in ohms. */
function gapOf({ bench: { built }, ofPart: portOf, ports }: View, part: number): number {
  const ohms = built.network.parts.map((_, i) => {
    const at = i === part ? undefined : portOf[i]
    return at === undefined ? undefined : ports.resistance[at]
  })
  return resistanceInGap(built, part, ohms)
}

/** Whether zero ohms beside a part leave its current undefined. */
function isUndefinedIn({ built, model }: View['bench'], part: number): boolean {
  const leaf = built.wiring.live.indexOf(part)
  return leaf >= 0 && Number.isNaN(model.run(built.resistance).current[leaf])
}

/** 1 where a leaf's port lies along the current that its model gives, −1 where against it. */
function alongPort({ bench, ends }: View, leaf: number): 1 | -1 {
  const part = bench.built.wiring.live[leaf]
  const isForward = ends[leaf][0] === bench.built.wiring.from[part]
  return isForward === bench.model.turn[leaf] > 0 ? 1 : -1
}

/** What a meter shows at a probe, with how that moves. */
export function predict(ports: Ports, laid: Laid, volts: number, { across, shunt }: Loading): Predicted {
  const { count, resistors, resistance, voltage, impedance, conductance } = ports
  const slopes = new Array<number>(resistors).fill(0)
  const flow = (port: number) => voltage[port] / resistance[port]
  switch (laid.kind) {
    case 'nothing':
      return { value: 0, slopes, bySource: 0 }
    case 'alone':
      slopes[laid.port] = 1
      return { value: resistance[laid.port], slopes, bySource: 0 }
    case 'whole': {
      if (conductance === 0) return { value: Infinity, slopes, bySource: 0 }
      for (let k = 0; k < resistors; k++) slopes[k] = (flow(k) / conductance) ** 2
      return { value: 1 / conductance, slopes, bySource: 0 }
    }
    case 'total': {
      const divisor = 1 + shunt * conductance
      for (let k = 0; k < resistors; k++) slopes[k] = (-volts * flow(k) ** 2) / divisor ** 2
      return { value: (volts * conductance) / divisor, slopes, bySource: conductance / divisor }
    }
    case 'voltage': {
      const { port, turn } = laid
      const own = impedance[port * count + port]
      const loaded = 1 / (1 + own / across)
      const V = voltage[port]
      for (let k = 0; k < resistors; k++) {
        const transfer = impedance[port * count + k] / resistance[k]
        const bend = across === Infinity ? 0 : (V * loaded * transfer * transfer) / across
        slopes[k] = turn * volts * loaded * (transfer * flow(k) - bend)
      }
      return { value: turn * volts * V * loaded, slopes, bySource: turn * V * loaded }
    }
    case 'resistance': {
      const { port } = laid
      const V = voltage[port]
      const own = impedance[port * count + port]
      const through = V === 0 ? 0 : V / conductance
      if (own > 1e15 || through === Infinity) return { value: Infinity, slopes, bySource: 0 }
      for (let k = 0; k < resistors; k++) {
        const transfer = impedance[port * count + k] / resistance[k]
        slopes[k] = (transfer + through * flow(k)) ** 2
      }
      return { value: own + V * through, slopes, bySource: 0 }
    }
    case 'current': {
      const { port } = laid
      const R = resistance[port]
      if (R === Infinity) return { value: 0, slopes, bySource: 0 }
      const V = voltage[port]
      const own = impedance[port * count + port]
      const divisor = R + shunt * (1 - own / R)
      for (let k = 0; k < resistors; k++) {
        const transfer = impedance[port * count + k] / resistance[k]
        const dV = transfer * flow(k)
        const dOwn = transfer * transfer
        const dDivisor = k === port ? 1 + (shunt * own) / R ** 2 - (shunt / R) * dOwn : (-shunt / R) * dOwn
        slopes[k] = volts * (dV / divisor - (V / divisor ** 2) * dDivisor)
      }
      return { value: (volts * V) / divisor, slopes, bySource: V / divisor }
    }
    case 'sum': {
      let value = 0
      // As behind any two points (Thévenin): the shunt lies in series with what it sees.
      const share = laid.resistance > 0 && shunt > 0 ? 1 / (1 + shunt / laid.resistance) : 1
      for (const { port, times } of laid.terms) {
        const of: Laid = port === null ? { kind: 'total' } : { kind: 'current', port }
        const term = predict(ports, of, volts, noLoading)
        value += share * times * term.value
        for (let k = 0; k < resistors; k++) slopes[k] += share * times * term.slopes[k]
      }
      return { value, slopes, bySource: volts === 0 ? 0 : value / volts }
    }
  }
}

/** Between which limits a reading must fall, in SI units. Infinity for a resistance without a path. */
export interface Band {
  /** With marked values and this meter. */
  readonly nominal: number
  /** With the tolerances and the meter at their worst. */
  readonly min: number
  readonly max: number
  /** The limits were searched for: it may reach further. */
  readonly atLeast: boolean
  /** It may be negative for more than the meter's own error. */
  readonly isSigned: boolean
}

/** A probe with the meter that it is read on. */
export interface MeterRead {
  readonly probe: Probe
  readonly laid: Laid
  readonly accuracy: Accuracy
  readonly loading: Loading
  /** null without a meter. */
  readonly range: Range | null
  /** No other range would tell more of what is nearly nothing. */
  readonly isFinest: boolean
  /** The supply's own display, which is no meter of the bench. */
  readonly isDisplay: boolean
}

/** The quantity that a probe measures. */
export function quantityOf(probe: Probe): Measurement['quantity'] {
  return sortOf(probe).quantity
}

/** How a meter reads on a range: what it adds to the circuit, and how far it may be off. */
export function readOn(probe: Probe, laid: Laid, meter: Meter, range: Range): MeterRead {
  const isVoltage = probe.kind === 'voltage'
  return {
    probe,
    laid,
    accuracy: allowance(meter, range),
    loading: { across: isVoltage ? meter.voltage.resistance : Infinity, shunt: range.shunt },
    range,
    isFinest: meter[quantityOf(probe)].ranges[0] === range,
    isDisplay: false,
  }
}

/** How a reading without a meter is taken, or off the supply's own display. */
export function readPlainly(probe: Probe, laid: Laid, lastDigit: number, isDisplay = false): MeterRead {
  return { probe, laid, accuracy: usualAccuracy(lastDigit), loading: noLoading, range: null, isFinest: true, isDisplay }
}

const isResistance = (probe: Probe) => quantityOf(probe) === 'resistance'

/** What a meter must not, or cannot, be used for: what it would have to bear, in SI units. */
export interface Beyond {
  readonly value: number
  /** The end of its largest range, or what its fuse bears. */
  readonly limit: number
  readonly by: 'range' | 'fuse'
}

/** Whether a voltage or a current is more than a meter bears; null where it is not. */
export function beyondOf(view: View, probe: Probe, laid: Laid, meter: Meter): Beyond | null {
  const quantity = quantityOf(probe)
  if (quantity === 'resistance') return null
  const largest = meter[quantity].ranges.reduce((most, { to }) => Math.max(most, to), 0)
  const fuse = quantity === 'current' ? meter.current.fuse : Infinity
  // As an ideal meter would have it: a shunt must not be what makes it bearable.
  const value = Math.abs(predict(view.ports, laid, view.volts, noLoading).value)
  if (value <= Math.min(largest, fuse)) return null
  return fuse < largest ? { value, limit: fuse, by: 'fuse' } : { value, limit: largest, by: 'range' }
}

/** The fullest range of a meter for what a probe is expected to show. */
export function rangeFor(view: View, probe: Probe, laid: Laid, meter: Meter): Range {
  const { ranges } = meter[quantityOf(probe)]
  // The shunt lowers what it measures, so a range that holds it without one holds it.
  return fullest(ranges, predict(view.ports, laid, view.volts, noLoading).value)
}

/** The bands of readings. */
export function bandsOf(view: View, reads: readonly MeterRead[]): Band[] {
  const { built, model } = view.bench
  const asked = reads.map(({ probe, laid }) => sortOf(probe).ideal(view, probe, laid))
  const quantities = asked.flatMap((it) => ('kind' in it ? [it] : []))
  const limits = worstCases(built, model, quantities)
  const widest = Math.min(1, Math.max(0, ...built.tolerance))
  return reads.map(({ laid, loading, accuracy }, i): Band => {
    const nominal = predict(view.ports, laid, view.volts, loading).value
    const ideal = predict(view.ports, laid, view.volts, noLoading).value
    const it = asked[i]
    const { min, max, atLeast } = 'kind' in it ? limits[quantities.indexOf(it)] : { ...it, atLeast: false }
    // What the meter takes away moves with the resistances about as much as they do.
    const lost = ideal === 0 || !Number.isFinite(ideal) ? 0 : Math.max(0, ideal / nominal - 1)
    const shown = (value: number, outward: boolean) => value / (1 + lost * (1 + (outward ? -1 : 1) * widest))
    const off = (value: number) => accuracy.part * Math.abs(value) + accuracy.amount
    const low = shown(min, min < 0)
    const high = shown(max, max >= 0)
    const least = low - off(low)
    return {
      nominal,
      min: isResistance(reads[i].probe) ? Math.max(0, least) : least,
      max: high + off(high),
      atLeast,
      isSigned: low < 0,
    }
  })
}

/** The ports with every resistor at one end of its tolerance, and the two nodes as the last port. */
function scaledView({ bench, ofPart: portOf, ports }: View, red: number, black: number, sign: number) {
  const { network, wiring, tolerance, resistance } = bench.built
  const edges = network.parts.flatMap((_, part) => {
    if (portOf[part] === undefined) return []
    const leaf = wiring.live.indexOf(part)
    const [R, t] =
      leaf >= 0
        ? [resistance[leaf], tolerance[leaf]]
        : [ports.resistance[portOf[part] ?? 0], toleranceOf(network, part)]
    return [{ part, ohms: R * (1 + sign * t) }]
  })
  return portsOf(wiring, edges, [[red, black]]).ports
}
