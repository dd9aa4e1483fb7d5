import { useCallback, useMemo, useState } from 'react'
import {
  freshBench,
  hiddenTruth,
  handsFor,
  measurementsAt,
  readBench,
  withBroken,
  withJumper,
  type BenchReading,
  type Hands,
  type Measurement,
  type Meter,
  type MeterFunction,
  type Spot,
  type Truth,
} from '@/core/bench'
import type { Planning } from './laid'
import type { StandInSeed } from './run'

export interface StandInState {
  readonly hands: Hands
  readonly truth: Truth
  readonly reading: BenchReading
  /** What the meter measures as it lies: all that a row of the log may be of. */
  readonly measurements: readonly Measurement[]
  /** Which lead is laid next. */
  readonly inHand: 'red' | 'black'
  readonly lay: (lead: 'red' | 'black', spot: Spot | null) => void
  /** Lays the lead in hand; the other one is in hand then. */
  readonly layNext: (spot: Spot) => void
  readonly lift: (part: number, end: 'from' | 'to') => void
  /** Begins a jumper at a spot, or ends it there. */
  readonly jump: (spot: Spot) => void
  /** Puts a jumper between two spots, or takes the one there out. */
  readonly join: (from: Spot, to: Spot) => void
  /** Does by hand all that a measurement needs. */
  readonly setUp: (measurement: Measurement) => void
  /** Where a jumper was begun; null where none was. */
  readonly jumpFrom: Spot | null
  readonly turnTo: (of: MeterFunction) => void
  readonly setRange: (range: number) => void
  readonly setSupply: (some: Partial<Hands['supply']>) => void
  readonly replaceFuse: () => void
  readonly clear: () => void
}

/** The bench that stands in for a real one: what hands did to it, and what it shows. */
export function useStandIn({ bench, view }: Planning, { seed, faults }: StandInSeed, meter: Meter): StandInState {
  const volts = view.hasSource ? view.volts : 0
  // A bench of another structure has not been touched yet.
  const { network } = bench.built
  const of = JSON.stringify([
    seed,
    faults,
    meter,
    network.parts.map(({ name, from, to, kind }) => [name, from, to, kind]),
  ])
  const untouched = useMemo(() => freshBench(bench, meter, Number(volts.toPrecision(6))), [bench, meter, volts])
  const [held, setHeld] = useState<{ of: string; hands: Hands }>({ of, hands: untouched })
  const hands = held.of === of ? held.hands : untouched
  const [inHand, setInHand] = useState<'red' | 'black'>('red')
  const [jumpFrom, setJumpFrom] = useState<Spot | null>(null)
  const truth = useMemo(() => hiddenTruth(bench, seed, faults), [bench, seed, faults])
  const reading = useMemo(() => readBench(bench, truth, hands, meter), [bench, truth, hands, meter])

  const put = useCallback(
    (next: Hands) => {
      // A fuse blows as soon as the current flows, whatever brought it about.
      const { blows } = readBench(bench, truth, next, meter)
      setHeld({ of, hands: blows ? { ...next, isBlown: true } : next })
    },
    [bench, truth, meter, of],
  )
  const lay = (lead: 'red' | 'black', spot: Spot | null) => {
    put({ ...hands, [lead]: spot })
    setInHand(lead === 'red' ? 'black' : 'red')
  }
  return {
    hands,
    truth,
    reading,
    measurements: useMemo(() => measurementsAt(bench, hands), [bench, hands]),
    inHand,
    lay,
    layNext: (spot) => lay(inHand, spot),
    lift: (part, end) => put(withBroken(hands, part, end)),
    jump: (spot) => {
      if (jumpFrom === null) return setJumpFrom(spot)
      setJumpFrom(null)
      put(withJumper(hands, jumpFrom, spot))
    },
    join: (from, to) => put(withJumper(hands, from, to)),
    setUp: (measurement) => put(handsFor(bench, measurement, hands)),
    jumpFrom,
    turnTo: (function_) => put({ ...hands, function: function_ }),
    setRange: (range) => put({ ...hands, range: { ...hands.range, [hands.function]: range } }),
    setSupply: (some) => put({ ...hands, supply: { ...hands.supply, ...some } }),
    replaceFuse: () => setHeld({ of, hands: { ...hands, isBlown: false, red: null, black: null } }),
    clear: () => {
      setJumpFrom(null)
      setInHand('red')
      setHeld({ of, hands: { ...untouched, supply: { ...untouched.supply } } })
    },
  }
}
