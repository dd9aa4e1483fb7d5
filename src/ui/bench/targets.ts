import { isOnePath, isSameMeasurement, probeOf, type Measurement } from '@/core/bench'
import type { LogRow, Planning } from './laid'

/** A row that a reading may be written into. */
export interface Target {
  readonly measurement: Measurement
  /** null where it would be a new one. */
  readonly row: LogRow | null
}

/** What the meter measures as it lies, with the rows of the log that it is for. */
export function targetsOf(
  { bench }: Planning,
  rows: readonly LogRow[],
  measurements: readonly Measurement[],
): Target[] {
  const all = measurements.map((measurement): Target => {
    const found = probeOf(bench, measurement)
    const row =
      rows.find((it) => isSameMeasurement(it.measurement, measurement)) ??
      // A path that is broken elsewhere than planned is that row all the same, while nothing is read in it.
      rows.find((it) => found.ok && it.reading === null && isOnePath(bench.built, it.probe, found.probe))
    return { measurement, row: row ?? null }
  })
  const known = all.filter(({ row }) => row !== null)
  return known.length > 0 ? known : all.slice(0, 1)
}

/** The row that is chosen, then an empty one, then the only one; null where it has to be asked. */
export function targetAmong(targets: readonly Target[], chosen: LogRow | null): Target | null {
  const isChosen = ({ row }: Target) => row !== null && row.key === chosen?.key
  const isEmpty = ({ row }: Target) => row === null || row.reading === null
  return targets.find(isChosen) ?? targets.find(isEmpty) ?? (targets.length === 1 ? targets[0] : null)
}
