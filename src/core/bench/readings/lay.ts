import type { Problem } from '../../network'
import type { Port } from '../circuit'
import { fullest, isOver, type Meter, type Range } from '../meter'
import {
  isDisplay,
  layProbe,
  pairsOf,
  probeOf,
  quantityOf,
  readOn,
  readPlainly,
  viewOf,
  type Probe,
  type MeterRead,
  type View,
} from '../plan'
import type { Bench } from '../tolerance'
import type { Reading } from './read'

/** A reading where it was taken. */
export interface LaidReading {
  readonly reading: Reading
  readonly probe: Probe
  /** How it was read; null where nothing is known of what it measures. */
  readonly read: MeterRead | null
}

export type LaidReadings =
  | { readonly ok: true; readonly view: View; readonly laid: readonly LaidReading[] }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/**
 * Lays readings on a network, each on the range that it names or the fullest that holds it. What a reading names and the
 * network has not is refused at its row.
 *
 * @param more pairs of nodes that the view is to have ports for beside those of the readings
 */
export function layReadings(
  bench: Bench,
  readings: readonly Reading[],
  meter: Meter | null,
  more: readonly Port[] = [],
): LaidReadings {
  const problems: Problem[] = []
  const probes = readings.flatMap((reading): { reading: Reading; probe: Probe }[] => {
    const found = probeOf(bench, reading.measurement)
    if (found.ok) return [{ reading, probe: found.probe }]
    problems.push({ ...found.problem, part: `readings[${reading.index}]` })
    return []
  })
  if (problems.length > 0) return { ok: false, problems }
  const view = viewOf(bench, [...pairsOf(probes.map(({ probe }) => probe)), ...more])
  const laid = probes.map(({ reading, probe }): LaidReading => {
    const at = layProbe(view, probe)
    if (at === null) return { reading, probe, read: null }
    if (meter === null || isDisplay(reading.measurement)) {
      const lastDigit = reading.value.isOver ? 0 : reading.value.lastDigit
      return { reading, probe, read: readPlainly(probe, at, lastDigit, isDisplay(reading.measurement)) }
    }
    return { reading, probe, read: readOn(probe, at, meter, rangeOf(reading, meter[quantityOf(probe)].ranges)) }
  })
  return { ok: true, view, laid }
}

/** The range of a meter that a reading was taken on. */
function rangeOf({ range, value }: Reading, ranges: readonly Range[]): Range {
  const named = range === null ? undefined : ranges.find(({ to }) => Math.abs(to - range) <= 1e-6 * to)
  if (named && (value.isOver || !isOver(named, value.value))) return named
  return value.isOver ? ranges[ranges.length - 1] : fullest(ranges, value.value)
}
