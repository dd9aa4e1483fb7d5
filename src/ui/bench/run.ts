import {
  keyOf,
  meters,
  readMeter,
  readReading,
  type Measurement,
  type Meter,
  type ReadingDocument,
  type ReadingsDocument,
} from '@/core/bench'

/** A run as it is kept here: the open format, with what the stand-in needs to be the same bench again. */
export interface RunDocument extends ReadingsDocument {
  readonly standin?: StandInSeed
}

/** Which bench the stand-in is. */
export interface StandInSeed {
  readonly seed: number
  /** How many faults are hidden. */
  readonly faults: 0 | 1 | 2
  /** How many readings had been taken when the fault was named right; absent before. */
  readonly foundAfter?: number
}

/** A bench with nothing hidden, its parts drawn afresh. */
export function freshSeed(faults: StandInSeed['faults'] = 0): StandInSeed {
  return { seed: 1 + Math.floor(Math.random() * 1e9), faults }
}

/** A new run, on the first of the meters that ship. */
export function newRun(title: string, standin = freshSeed()): RunDocument {
  return {
    format: 'nodrel-readings',
    version: 1,
    title,
    meter: meters[0],
    readings: [],
    standin,
  }
}

/** The seed of a run's bench; one of its own where the file had none that makes sense. */
export function seedOf({ standin }: RunDocument): StandInSeed {
  const isSound = standin && Number.isInteger(standin.seed) && [0, 1, 2].includes(standin.faults)
  return isSound ? standin : { seed: 1, faults: 0 }
}

/** The meter of a run; null where none is named. */
export function meterOf({ meter }: RunDocument): Meter | null {
  const read = meter ? readMeter(meter) : null
  return read?.ok ? read.meter : null
}

/** What tells a measurement from others, wherever the path was broken. */
export function rowKey(measurement: Measurement): string {
  return keyOf('end' in measurement ? { quantity: 'current', of: measurement.of } : measurement)
}

/** A measurement as a reading has it. */
export function asReading(measurement: Measurement): Omit<ReadingDocument, 'value'> {
  return 'lifted' in measurement && !measurement.lifted
    ? { quantity: measurement.quantity, of: measurement.of }
    : measurement
}

/** The measurement of each reading of a run, by its place; null for one that makes no sense. */
function measurementsOf({ readings }: RunDocument): (Measurement | null)[] {
  return readings.map((reading, index) => {
    const read = readReading(reading, index)
    return read.ok ? read.reading.measurement : null
  })
}

/** A run with a reading put in, in the place of the one of the same measurement where there is one. */
export function withReading(
  run: RunDocument,
  measurement: Measurement,
  more: Pick<ReadingDocument, 'value' | 'range' | 'at'>,
): RunDocument {
  const key = rowKey(measurement)
  const at = measurementsOf(run).findIndex((it) => it !== null && rowKey(it) === key)
  const before = at >= 0 ? run.readings[at] : undefined
  const reading: ReadingDocument = {
    ...asReading(measurement),
    ...more,
    ...(before?.note !== undefined && { note: before.note }),
  }
  const readings = at >= 0 ? run.readings.map((it, i) => (i === at ? reading : it)) : [...run.readings, reading]
  return { ...run, readings }
}

/** A run without the reading of a measurement. */
export function withoutReading(run: RunDocument, measurement: Measurement): RunDocument {
  const key = rowKey(measurement)
  const all = measurementsOf(run)
  return { ...run, readings: run.readings.filter((_, i) => all[i] === null || rowKey(all[i]) !== key) }
}
