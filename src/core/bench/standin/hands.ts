import type { Meter } from '../meter'
import type { Bench } from '../tolerance'

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
