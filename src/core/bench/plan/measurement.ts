import { nodeAt } from '../../structure'
import type { Problem } from '../../network'
import type { Bench } from '../tolerance'

/** What is measured, with names of parts and points. */
export type Measurement =
  /** With the source out. `lifted`: the part alone, one of its leads free; else in place, across its ends. */
  | { readonly quantity: 'resistance'; readonly of: string; readonly lifted: boolean }
  | { readonly quantity: 'voltage'; readonly of: string }
  /** The red lead on the first. Of a resistance: with the source out. */
  | { readonly quantity: 'resistance' | 'voltage'; readonly between: readonly [string, string] }
  /** In series with the part, where the path is broken at one of its ends. */
  | { readonly quantity: 'current'; readonly of: string; readonly end?: 'from' | 'to' }

/** A measurement in the network's own indices. */
export type Probe =
  /** A resistor by its part index, alone. */
  | { readonly kind: 'alone'; readonly part: number }
  /** The resistance of the whole, between the ends of the source or terminals. */
  | { readonly kind: 'whole' }
  /** The red lead on node `red`, the black one on node `black`. */
  | { readonly kind: 'resistance' | 'voltage'; readonly red: number; readonly black: number }
  | { readonly kind: 'current'; readonly part: number }
  /** What the source gives. */
  | { readonly kind: 'total' }

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
  if (quantity === 'current') {
    if (kind === 'voltmeter') return refuse('of', `${of} is a voltmeter: no current is measured in it`)
    return found(isSupply ? { kind: 'total' } : { kind: 'current', part })
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

/** What tells a measurement from the others. */
export function keyOf(measurement: Measurement): string {
  const where = 'between' in measurement ? measurement.between.join(' ') : measurement.of
  const how =
    'lifted' in measurement && measurement.lifted ? 'lifted' : 'end' in measurement ? (measurement.end ?? '') : ''
  return `${measurement.quantity} ${where} ${how}`.trim()
}
