import { portsOf } from '../circuit'
import { allowance, fullest, usualAccuracy, type Accuracy, type Meter, type Range } from '../meter'
import { betweenNodes, ofPart, toleranceOf, worstCases, type NetworkQuantity } from '../tolerance'
import type { Probe } from './measurement'
import { alongPort, noLoading, predict, type Laid, type Loading } from './predict'
import type { View } from './view'

/** Between which limits a reading must fall, in SI units. Infinity for a resistance without a path. */
export interface Band {
  /** With marked values and this meter. */
  readonly nominal: number
  /** With the tolerances and the meter at their worst. */
  readonly min: number
  readonly max: number
  /** The limits were searched for: it may reach further. */
  readonly atLeast: boolean
}

/** A probe with the meter that it is read on. */
export interface MeterRead {
  readonly probe: Probe
  readonly laid: Laid
  readonly accuracy: Accuracy
  readonly loading: Loading
  /** null without a meter. */
  readonly range: Range | null
}

/** The quantity that a probe measures. */
export function quantityOf({ kind }: Probe): 'resistance' | 'voltage' | 'current' {
  if (kind === 'voltage') return 'voltage'
  return kind === 'current' || kind === 'total' ? 'current' : 'resistance'
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
  }
}

/** How a reading without a meter is taken. */
export function readPlainly(probe: Probe, laid: Laid, lastDigit: number): MeterRead {
  return { probe, laid, accuracy: usualAccuracy(lastDigit), loading: noLoading, range: null }
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
  const asked = reads.map(({ probe, laid }) => idealOf(view, probe, laid))
  const quantities = asked.flatMap((it) => ('kind' in it ? [it] : []))
  const limits = worstCases(built, model, quantities)
  const widest = Math.max(0, ...built.tolerance)
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
    return { nominal, min: low - off(low), max: high + off(high), atLeast }
  })
}

/** What an ideal meter at a probe shows: a quantity, or its limits where they are plain. */
function idealOf(
  view: View,
  probe: Probe,
  laid: Laid,
): NetworkQuantity | { readonly min: number; readonly max: number } {
  const { built, model } = view.bench
  const { network, wiring } = built
  const nothing = { min: 0, max: 0 }
  switch (probe.kind) {
    case 'whole':
      return { kind: 'equivalent' }
    case 'total':
      return { kind: 'sum', terms: [{ of: 'current', leaf: null, times: 1 }] }
    case 'voltage':
      return betweenNodes(built, model, probe.red, probe.black) ?? nothing
    case 'current': {
      if (laid.kind !== 'current') return ofPart(built, model, probe.part, 'current') ?? nothing
      const leaf = wiring.live.indexOf(probe.part)
      return leaf < 0 ? nothing : { kind: 'sum', terms: [{ of: 'current', leaf, times: alongPort(view, leaf) }] }
    }
    case 'alone': {
      const part = network.parts[probe.part]
      const R = part.kind === 'resistor' ? (part.resistance?.value ?? 0) : 0
      const leaf = wiring.live.indexOf(probe.part)
      const middle = leaf < 0 ? R : built.resistance[leaf]
      const tolerance = leaf < 0 ? toleranceOf(network, probe.part) : built.tolerance[leaf]
      return { min: middle * (1 - tolerance), max: middle * (1 + tolerance) }
    }
    case 'resistance': {
      if (laid.kind !== 'resistance') return nothing
      // Every resistance between two points rises with each resistor (Rayleigh's law).
      const at = (sign: number) => {
        const scaled = scaledView(view, probe.red, probe.black, sign)
        return predict(scaled, { kind: 'resistance', port: scaled.count - 1, turn: 1 }, 1, noLoading).value
      }
      return { min: at(-1), max: at(1) }
    }
  }
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
