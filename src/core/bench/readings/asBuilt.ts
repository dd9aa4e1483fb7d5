import { modelOf, toleranceOf, type Bench, type Built } from '../tolerance'
import type { LaidReading } from './lay'

/**
 * A bench with what was measured of it instead of what is marked: each resistor read alone, and the source, where the reading
 * lies within its own tolerance. What does not is a suspect, and is never part of what is expected. The tolerance of what
 * was measured is that of the meter.
 *
 * @returns null where nothing was measured that could stand in
 */
export function asBuilt(bench: Bench, laid: readonly LaidReading[]): Bench | null {
  const { built } = bench
  const { wiring, network } = built
  const resistance = [...built.resistance]
  const tolerance = [...built.tolerance]
  let drive: Built['drive'] = built.drive
  let isMeasured = false
  for (const { reading, probe, read } of laid) {
    if (reading.value.isOver || !read) continue
    const { value } = reading.value
    const off = read.accuracy.part + read.accuracy.amount / Math.abs(value)
    if (probe.kind === 'alone') {
      const leaf = wiring.live.indexOf(probe.part)
      if (leaf < 0) continue
      const marked = built.resistance[leaf]
      if (!(Math.abs(value - marked) <= marked * (toleranceOf(network, probe.part) + off))) continue
      resistance[leaf] = value
      tolerance[leaf] = off
      isMeasured = true
    }
    const isOfSource = probe.kind === 'voltage' && probe.red === wiring.start && probe.black === wiring.finish
    if (isOfSource && drive.at === 'source' && built.drive.at === 'source' && drive.quantity === 'voltage') {
      const set = built.drive.value
      if (!(Math.abs(value - set) <= set * (built.drive.tolerance + off))) continue
      drive = { ...drive, value, tolerance: off }
      isMeasured = true
    }
  }
  if (!isMeasured) return null
  const now = { ...built, resistance, tolerance, drive }
  const model = modelOf(now)
  return model && { ...bench, built: now, model }
}
