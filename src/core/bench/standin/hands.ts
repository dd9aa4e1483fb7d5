import type { Meter } from '../meter'
import type { Bench } from '../tolerance'
import { nodeAt } from '../../structure'
import type { Measurement } from '../plan'

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
    supply: { volts, limit: usualLimit, isOn: false, isOut: isTerminals },
    isBlown: false,
  }
}

/** The current limit that a supply is set to at first, in amperes. */
const usualLimit = 2

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
  const [near, far] = bench.turned[part] ? (['to', 'from'] as const) : (['from', 'to'] as const)
  const at = (end: 'from' | 'to') => ({ node: wiring[end][part] })
  if (quantity === 'current') {
    const free = { part, end: near }
    const broken = withBroken(hands, part, near)
    // The source drives out at its + end, a part takes in at its own.
    return part === wiring.supply
      ? { ...broken, red: free, black: at(near) }
      : { ...broken, red: at(near), black: free }
  }
  if ('lifted' in measurement && measurement.lifted)
    return { ...withBroken(hands, part, far), red: at(near), black: { part, end: far } }
  return { ...hands, red: at(near), black: at(far) }
}

/** What the meter measures as it lies: the plan's own measurement where it is one; null where no row could take it. */
export function measurementAt({ built, turned }: Bench, hands: Hands): Measurement | null {
  const { network, wiring } = built
  const { red, black, function: quantity, lifted } = hands
  if (!red || !black) return null
  const point = (node: number) => wiring.nodes[node].points[0]
  if (quantity === 'current') {
    // In the path: one lead on the free end, the other on the node that it was lifted from.
    const [free, other] = 'part' in red ? [red, black] : 'part' in black ? [black, red] : [null, null]
    if (!free || !other || !('node' in other) || wiring[free.end][free.part] !== other.node) return null
    const of = network.parts[free.part].name
    return free.part === wiring.supply ? { quantity, of } : { quantity, of, end: free.end }
  }
  if (quantity === 'resistance') {
    // Across a part of which one lead is up.
    const alone = lifted.find(({ part, end }) => {
      const far = wiring[end === 'from' ? 'to' : 'from'][part]
      const spots = [red, black]
      const onFree = spots.some((spot) => 'part' in spot && spot.part === part && spot.end === end)
      return onFree && spots.some((spot) => 'node' in spot && spot.node === far) && part !== wiring.supply
    })
    if (alone) return { quantity, of: network.parts[alone.part].name, lifted: true }
  }
  if (!('node' in red) || !('node' in black) || red.node === black.node) return null
  const ends = [red.node, black.node]
  if (quantity === 'resistance' && ends.includes(wiring.start) && ends.includes(wiring.finish))
    return { quantity, of: network.parts[wiring.supply].name, lifted: false }
  // The ends of a part, the red lead where the plan has it.
  const parts = [wiring.supply, ...wiring.live]
  const part = parts.find((it) => {
    const [a, b] = turned[it] ? [wiring.to[it], wiring.from[it]] : [wiring.from[it], wiring.to[it]]
    return (a === red.node && b === black.node) || (a === black.node && b === red.node)
  })
  if (part !== undefined && quantity === 'voltage') return { quantity, of: network.parts[part].name }
  return { quantity, between: [point(red.node), point(black.node)] }
}
