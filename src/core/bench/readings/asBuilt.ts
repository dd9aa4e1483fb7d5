import { isDisplay } from '../plan'
import { modelOf, toleranceOf, type Bench, type Built } from '../tolerance'
import type { LaidReading } from './lay'

/** What was read of a resistor alone, or of the source: where it lies against what is marked. All in SI units. */
export interface OfItself {
  /** The part. */
  readonly part: number
  readonly value: number
  readonly marked: number
  /** Its own, as a part of what is marked. */
  readonly tolerance: number
  /** How far the meter may be off. */
  readonly allowed: number
}

/** What a reading says of a part or of the source itself; null for one of anything else. */
export function ofItself({ built }: Bench, { reading, probe, read }: LaidReading): OfItself | null {
  if (reading.value.isOver || !read) return null
  const { wiring, network, drive } = built
  const { value } = reading.value
  const allowed = read.accuracy.part * Math.abs(value) + read.accuracy.amount
  if (probe.kind === 'alone') {
    const part = network.parts[probe.part]
    const marked = part.kind === 'resistor' ? part.resistance?.value : undefined
    if (marked === undefined) return null
    return { part: probe.part, value, marked, tolerance: toleranceOf(network, probe.part), allowed }
  }
  const isOfSource = probe.kind === 'voltage' && probe.red === wiring.start && probe.black === wiring.finish
  if (!isOfSource || drive.at !== 'source' || drive.quantity !== 'voltage') return null
  return { part: wiring.supply, value, marked: drive.value, tolerance: drive.tolerance, allowed }
}

/** Whether a part, or the source, reads within its own tolerance, as far as the meter can tell. */
export function isItsOwn({ value, marked, tolerance, allowed }: OfItself): boolean {
  return Math.abs(value - marked) <= marked * tolerance + allowed
}

/**
 * A bench with what was measured of it instead of what is marked: each resistor read alone, and the source, where the reading
 * lies within its own tolerance. What does not is a suspect, and is never part of what is expected. The tolerance of what
 * was measured is that of the meter.
 *
 * @returns null where nothing was measured that could stand in
 */
export function asBuilt(bench: Bench, laid: readonly LaidReading[]): Bench | null {
  const { built } = bench
  const { wiring } = built
  const resistance = [...built.resistance]
  const tolerance = [...built.tolerance]
  let { drive }: Pick<Built, 'drive'> = built
  let isMeasured = false
  // What a meter reads is nearer than what the supply shows.
  const byDisplay = laid.filter(({ reading }) => isDisplay(reading.measurement))
  for (const it of [...byDisplay, ...laid.filter((other) => !byDisplay.includes(other))]) {
    const found = ofItself(bench, it)
    if (!found || found.value === 0 || found.marked === 0 || !isItsOwn(found)) continue
    const { part, value, allowed, tolerance: marked } = found
    const off = allowed / Math.abs(value)
    // What the meter knows worse than the marking says nothing new.
    if (off > marked && marked > 0) continue
    const leaf = wiring.live.indexOf(part)
    if (part === wiring.supply) drive = { ...drive, value, tolerance: off } as Built['drive']
    else if (leaf < 0) continue
    else {
      resistance[leaf] = value
      tolerance[leaf] = off
    }
    isMeasured = true
  }
  if (!isMeasured) return null
  const now = { ...built, resistance, tolerance, drive }
  const model = modelOf(now)
  return model && { ...bench, built: now, model }
}
