import { flowFrom, potentials, type Edge } from '../circuit'
import { joins, Sets } from '../../structure'
import { placesOf } from '../places'
import { isOver, resolutionOf, type Meter, type Range } from '../meter'
import type { Bench } from '../tolerance'
import { openLeads, type Hands, type Spot } from './hands'
import { numbersFrom, type Truth } from './truth'

/** What should be said of what the hands are doing. */
export type BenchWarning =
  /** Ohms while the supply is on: what is shown is nonsense. */
  | 'ohms-live'
  /** Ohms while the supply, though off, lies in the circuit. */
  | 'supply-in'
  /** An ammeter across a part or the supply instead of in a path. */
  | 'amps-across'
  | 'fuse-blown'
  | 'limited'
  | 'lead-up'

/** What the bench shows. Values in SI units. */
export interface BenchReading {
  /** What the meter shows, with its errors and in its digits; null where a lead is not laid, `over` beyond the range. */
  readonly shown: number | 'over' | null
  /** How many digits after the point, in SI units: −log10 of the last digit. */
  readonly lastDigit: number
  /** How full each range of the function would be, 1 and more beyond it. */
  readonly fullness: readonly number[]
  /** What the supply reads back. */
  readonly supply: { readonly volts: number; readonly amperes: number }
  /** The power of each resistor, by part index, in watts. */
  readonly power: ReadonlyMap<number, number>
  readonly warnings: readonly BenchWarning[]
  /** The fuse blows with this reading. */
  readonly blows: boolean
}

/** Below so many ohms two ends are one; a shunt has at least as many. */
const joint = 1e-6
/** What an ohmmeter drives through what it measures: so many volts at the end of its range. */
const testVolts = 0.3
/** What a supply that is off leaves between its terminals, in ohms. */
const offSupply = 100

/** What the meter shows and the supply reads back, solved by node voltages with all that is there in the circuit. */
export function readBench(bench: Bench, truth: Truth, hands: Hands, meter: Meter): BenchReading {
  const { ranges } = meter[hands.function]
  const range = ranges[Math.min(hands.range[hands.function], ranges.length - 1)]
  const { shown: real, supply, power, isLimited } = solveBench(bench, truth, hands, meter, range)
  const warnings: BenchWarning[] = []
  const isOnOut = hands.supply.isOn && !hands.supply.isOut
  const isLaid = hands.red !== null && hands.black !== null
  if (isLimited) warnings.push('limited')
  if (hands.function === 'resistance' && isLaid) {
    if (isOnOut) warnings.push('ohms-live')
    else if (!hands.supply.isOut) warnings.push('supply-in')
  }
  if (hands.function === 'current' && isLaid && isAcross(bench, hands)) warnings.push('amps-across')
  if (hands.function === 'voltage' && openLeads(hands).length > 0) warnings.push('lead-up')
  const blows = hands.function === 'current' && !hands.isBlown && real !== null && Math.abs(real) > meter.current.fuse
  if (hands.function === 'current' && hands.isBlown) warnings.push('fuse-blown')
  const lastDigit = resolutionOf(meter, range)
  return {
    shown: real === null ? null : asShown(truth, hands, meter, range, real),
    lastDigit,
    fullness: ranges.map((it, i) => {
      const there = i === ranges.indexOf(range) ? real : solveBench(bench, truth, hands, meter, it).shown
      return there === null ? 0 : Math.abs(there) / it.to
    }),
    supply,
    power,
    warnings,
    blows,
  }
}

/** A value with the meter's errors, in the digits of its range. */
function asShown(truth: Truth, hands: Hands, meter: Meter, range: Range, real: number): number | 'over' {
  const lastDigit = resolutionOf(meter, range)
  // Rounding to the last digit is part of the counts that it may be off.
  const wobble = (2 * numbersFrom(hashOf(truth.seed, hands))() - 1) * Math.max(0, range.counts - 0.5)
  const off = real * (1 + (truth.gain[hands.function] * range.percent) / 100) + wobble * lastDigit
  const counted = Math.round(off / lastDigit) * lastDigit
  // No resistance is shown below zero.
  const value = hands.function === 'resistance' ? Math.max(0, counted) : counted
  return isOver(range, value) || !Number.isFinite(value) ? 'over' : value
}

/** A number for a bench and where the meter lies on it, so that the same reading shows the same. */
function hashOf(seed: number, { red, black, function: of, range, lifted, supply }: Hands): number {
  const text = JSON.stringify([seed, red, black, of, range[of], lifted, supply])
  let hash = 2166136261
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 16777619)
  return hash
}

/** Whether an ammeter lies between two nodes that a part or the supply joins. */
function isAcross({ built }: Bench, { red, black, lifted }: Hands): boolean {
  if (!red || !black || !('node' in red) || !('node' in black)) return false
  const { wiring, network } = built
  return network.parts.some((part, i) => {
    const ends = [wiring.from[i], wiring.to[i]]
    const isUp = lifted.some((it) => it.part === i)
    return (
      part.kind !== 'wire' &&
      part.kind !== 'ammeter' &&
      !isUp &&
      ends.includes(red.node) &&
      ends.includes(black.node) &&
      red.node !== black.node
    )
  })
}

interface Solved {
  /** What an ideal display would show; null where a lead is not laid. */
  readonly shown: number | null
  readonly supply: { readonly volts: number; readonly amperes: number }
  readonly power: ReadonlyMap<number, number>
  readonly isLimited: boolean
}

function solveBench({ built }: Bench, truth: Truth, hands: Hands, meter: Meter, range: Range): Solved {
  const { wiring, network } = built
  // An ammeter with a lead up parts its node: what it was lifted from is the node then, what it still hangs on its free end.
  const opened = hands.lifted.filter(({ part }) => joins(network.parts[part]))
  const places = placesOf(built, new Set(opened.map(({ part }) => part)))
  const placeOf = (node: number) => {
    const lead = opened.find(({ part }) => wiring.from[part] === node)
    return places.of(lead ? network.parts[lead.part][lead.end] : wiring.nodes[node].points[0])
  }
  const all = new Sets(places.count + hands.lifted.length)
  const spotOf = (part: number, end: 'from' | 'to') => {
    const at = hands.lifted.findIndex((it) => it.part === part && it.end === end)
    return at >= 0 ? places.count + at : places.of(network.parts[part][end])
  }
  const spotAt = (spot: Spot) => ('node' in spot ? placeOf(spot.node) : spotOf(spot.part, spot.end))
  // What has no resistance makes one place of two.
  for (const { part } of opened) all.join(spotOf(part, 'from'), spotOf(part, 'to'))
  for (const [a, b] of truth.bridges) all.join(placeOf(a), placeOf(b))
  for (const [one, other] of hands.jumpers) all.join(spotAt(one), spotAt(other))
  for (const [part, R] of truth.ohms) if (R <= joint) all.join(spotOf(part, 'from'), spotOf(part, 'to'))
  const endOf = (part: number, end: 'from' | 'to') => all.find(spotOf(part, end))
  const index = (spot: Spot) => all.find(spotAt(spot))
  const edges: Edge[] = []
  const resistors: { part: number; a: number; b: number; conductance: number }[] = []
  for (const [part, R] of truth.ohms) {
    if (R === Infinity || R <= joint) continue
    const edge = { part, a: endOf(part, 'from'), b: endOf(part, 'to'), conductance: 1 / R }
    resistors.push(edge)
    edges.push(edge)
  }
  const count = places.count + hands.lifted.length
  const red = hands.red && index(hands.red)
  const black = hands.black && index(hands.black)
  const isLaid = red !== null && black !== null
  const plus = endOf(wiring.supply, 'from')
  const minus = endOf(wiring.supply, 'to')
  const isOn = hands.supply.isOn && !hands.supply.isOut
  const isDriven = isOn && plus !== minus
  const isShorted = isOn && plus === minus

  if (hands.function === 'voltage' && isLaid && red !== black)
    edges.push({ a: red, b: black, conductance: 1 / meter.voltage.resistance })
  if (hands.function === 'current' && isLaid && red !== black && !hands.isBlown)
    edges.push({ a: red, b: black, conductance: 1 / Math.max(range.shunt, joint) })
  if (!hands.supply.isOn && !hands.supply.isOut && plus !== minus)
    edges.push({ a: plus, b: minus, conductance: 1 / offSupply })

  // With 1 V between its terminals; all the rest is in proportion.
  const unit = isDriven
    ? potentials(
        count,
        edges,
        new Map([
          [plus, 1],
          [minus, 0],
        ]),
      )
    : new Float64Array(count)
  const drawn = isDriven ? flowFrom(plus, edges, unit) : 0
  const set = hands.supply.volts * truth.supply
  const volts = isDriven ? (drawn * set > hands.supply.limit ? hands.supply.limit / drawn : set) : 0
  const isLimited = isShorted || (isDriven && volts < set)
  const power = new Map(
    resistors.map(({ part, a, b, conductance }): [number, number] => [
      part,
      (volts * (unit[a] - unit[b])) ** 2 * conductance,
    ]),
  )
  const supply = { volts: isDriven ? volts : 0, amperes: isShorted ? hands.supply.limit : drawn * volts }
  const solved = (shown: number | null): Solved => ({ shown, supply, power, isLimited })
  if (!isLaid) return solved(null)
  const across = volts * (unit[red] - unit[black])
  if (hands.function === 'voltage') return solved(red === black ? 0 : across)
  if (hands.function === 'current')
    return solved(red === black || hands.isBlown ? 0 : across / Math.max(range.shunt, joint))
  if (red === black) return solved(0)
  // An ohmmeter drives its own current; on a live circuit what is there already adds to it. A supply that is on holds its
  // terminals together for that current.
  const passive = isDriven ? [...edges, { a: plus, b: minus, conductance: 1 / joint }] : edges
  const alone = potentials(
    count,
    passive,
    new Map([
      [red, 1],
      [black, 0],
    ]),
  )
  const through = flowFrom(red, passive, alone)
  const R = through === 0 ? Infinity : 1 / through
  return solved(R + (across * range.to) / testVolts)
}
