import type { Meter } from '../meter'
import type { Bench } from '../tolerance'
import { nodeAt } from '../../structure'
import { endsOf, nearEndOf, otherEnd, type Measurement } from '../plan'

/** Where a lead or a jumper can be put: a node, or the free end of a lifted lead of a part. */
export type Spot = { readonly node: number } | { readonly part: number; readonly end: 'from' | 'to' }

export type MeterFunction = 'resistance' | 'voltage' | 'current'

/** What hands did to the bench. */
export interface Hands {
  readonly red: Spot | null
  readonly black: Spot | null
  readonly function: MeterFunction
  /** Which range of each function, the smallest 0. */
  readonly range: Readonly<Record<MeterFunction, number>>
  /** Leads that are up. */
  readonly lifted: readonly { readonly part: number; readonly end: 'from' | 'to' }[]
  readonly jumpers: readonly (readonly [Spot, Spot])[]
  readonly supply: {
    /** What it is set to, in volts. */
    readonly volts: number
    /** In amperes. */
    readonly limit: number
    readonly isOn: boolean
    /** Taken out of the circuit. */
    readonly isOut: boolean
  }
  /** The fuse of the meter's current input has blown. */
  readonly isBlown: boolean
}

/** A bench that nobody has touched: the meter on its highest ranges, the supply set and off. */
export function freshBench(bench: Bench, meter: Meter, volts: number): Hands {
  const isTerminals = bench.built.drive.at === 'nothing'
  return {
    red: null,
    black: null,
    function: isTerminals ? 'resistance' : 'voltage',
    range: {
      resistance: meter.resistance.ranges.length - 1,
      voltage: meter.voltage.ranges.length - 1,
      current: meter.current.ranges.length - 1,
    },
    lifted: [],
    jumpers: [],
    supply: { volts, limit: limitFor(bench), isOn: false, isOut: isTerminals },
    isBlown: false,
  }
}

/** The current limit that a supply is set to at first, in amperes: more than the network takes. */
const usualLimit = 2
const headroom = 1.5

function limitFor({ built, model }: Bench): number {
  const taken = built.drive.at === 'nothing' ? 0 : Math.abs(model.run(built.resistance).supply)
  return Number.isFinite(taken) ? Math.max(usualLimit, Math.ceil(headroom * taken)) : usualLimit
}

export function isSameSpot(a: Spot | null, b: Spot | null): boolean {
  if (a === null || b === null) return a === b
  return 'node' in a ? 'node' in b && a.node === b.node : 'part' in b && a.part === b.part && a.end === b.end
}

/** Lifts a lead, or puts it back; what lay on its free end is taken off. */
export function withBroken(hands: Hands, part: number, end: 'from' | 'to'): Hands {
  const spot: Spot = { part, end }
  const isUp = hands.lifted.some((it) => isSameSpot(it, spot))
  if (!isUp) return { ...hands, lifted: [...hands.lifted, { part, end }] }
  return {
    ...hands,
    lifted: hands.lifted.filter((it) => !isSameSpot(it, spot)),
    jumpers: hands.jumpers.filter(([a, b]) => !isSameSpot(a, spot) && !isSameSpot(b, spot)),
    red: isSameSpot(hands.red, spot) ? null : hands.red,
    black: isSameSpot(hands.black, spot) ? null : hands.black,
  }
}

/** The leads that are up and that no jumper joins to anything. */
export function openLeads({ lifted, jumpers }: Hands): Hands['lifted'] {
  return lifted.filter((lead) => !jumpers.some(([a, b]) => isSameSpot(a, lead) || isSameSpot(b, lead)))
}

/** Takes the jumper between two spots out, or puts one there. */
export function withJumper(hands: Hands, from: Spot, to: Spot): Hands {
  if (isSameSpot(from, to)) return hands
  const is = ([a, b]: readonly [Spot, Spot]) =>
    (isSameSpot(a, from) && isSameSpot(b, to)) || (isSameSpot(a, to) && isSameSpot(b, from))
  const rest = hands.jumpers.filter((it) => !is(it))
  return { ...hands, jumpers: rest.length < hands.jumpers.length ? rest : [...rest, [from, to]] }
}

/**
 * The bench as it is set up for a measurement: leads laid, what has to be lifted lifted, the supply out for resistances and
 * on for the others. Where the network has not what it names, the leads are off.
 */
export function handsFor(bench: Bench, measurement: Measurement, fresh: Hands): Hands {
  const { network, wiring } = bench.built
  const { quantity } = measurement
  const isOhms = quantity === 'resistance'
  const hands: Hands = {
    ...fresh,
    function: quantity,
    red: null,
    black: null,
    lifted: [],
    jumpers: [],
    supply: { ...fresh.supply, isOn: !isOhms, isOut: isOhms },
  }
  if ('between' in measurement) {
    const [red, black] = measurement.between.map((point) => nodeAt(wiring, point))
    return red < 0 || black < 0 ? hands : { ...hands, red: { node: red }, black: { node: black } }
  }
  const part = network.parts.findIndex(({ name }) => name === measurement.of)
  if (part < 0) return hands
  const near = nearEndOf(bench, part)
  const far = otherEnd(near)
  const at = (end: 'from' | 'to') => ({ node: wiring[end][part] })
  if ('display' in measurement && measurement.display) return { ...hands, red: null, black: null }
  if (quantity === 'current') {
    const end = ('end' in measurement && measurement.end) || near
    const free = { part, end }
    const broken = withBroken(hands, part, end)
    // The source drives out at its + end, a part takes in at its own.
    const isInto = (part === wiring.supply) !== (end === near)
    return isInto ? { ...broken, red: at(end), black: free } : { ...broken, red: free, black: at(end) }
  }
  if ('lifted' in measurement && measurement.lifted)
    return { ...withBroken(hands, part, far), red: at(near), black: { part, end: far } }
  return { ...hands, red: at(near), black: at(far) }
}

/**
 * What the meter measures as it lies: everything that a row of the log may be of, the source and the resistors first, what
 * lies between any two nodes last; none where a lead is off, or an ammeter lies in no path.
 */
export function measurementsAt(bench: Bench, hands: Hands): readonly Measurement[] {
  const { network, wiring } = bench.built
  const { red, black, function: quantity, lifted } = hands
  if (!red || !black) return []
  if (quantity === 'current') {
    // In the path: one lead on the free end, the other on the node that it was lifted from.
    const [free, other] = 'part' in red ? [red, black] : 'part' in black ? [black, red] : [null, null]
    if (!free || !other || !('node' in other) || wiring[free.end][free.part] !== other.node) return []
    return [{ quantity, of: network.parts[free.part].name, end: free.end }]
  }
  if (quantity === 'resistance') {
    // Across a part of which one lead is up.
    const alone = lifted.find(({ part, end }) => {
      const far = wiring[otherEnd(end)][part]
      const spots = [red, black]
      const onFree = spots.some((spot) => 'part' in spot && spot.part === part && spot.end === end)
      const isResistor = network.parts[part].kind === 'resistor'
      return isResistor && onFree && spots.some((spot) => 'node' in spot && spot.node === far)
    })
    if (alone) return [{ quantity, of: network.parts[alone.part].name, lifted: true }]
  }
  if (!('node' in red) || !('node' in black)) return []
  const lies = (part: number) => {
    const [a, b] = endsOf(bench, part)
    return (a === red.node && b === black.node) || (a === black.node && b === red.node)
  }
  const isWhole = lies(wiring.supply)
  const found: Measurement[] = []
  if (quantity === 'resistance' && isWhole)
    found.push({ quantity, of: network.parts[wiring.supply].name, lifted: false })
  if (quantity === 'voltage') {
    if (isWhole) found.push({ quantity, of: network.parts[wiring.supply].name })
    for (const kind of ['resistor', 'voltmeter'])
      network.parts.forEach((part, i) => {
        if (part.kind === kind && lies(i)) found.push({ quantity, of: part.name })
      })
  }
  const point = (node: number) => wiring.nodes[node].points[0]
  if (red.node !== black.node) found.push({ quantity, between: [point(red.node), point(black.node)] })
  return found
}
