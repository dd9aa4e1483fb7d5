import {
  isSameMeasurement,
  meters,
  readMeter,
  readReading,
  type Bench,
  type Measurement,
  type Meter,
  type ReadingDocument,
  type ReadingsDocument,
} from '@/core/bench'

/** A run as it is kept here: the open format, with what the stand-in needs to be the same bench again. */
export interface RunDocument extends ReadingsDocument {
  readonly standin?: StandInSeed
  /** Measurements that the person wants beside those of the plan; a path that is broken elsewhere than planned. */
  readonly added?: readonly Omit<ReadingDocument, 'value'>[]
  /** Where the person breaks a path instead of where the plan does. */
  readonly breaks?: readonly Omit<ReadingDocument, 'value'>[]
  /** The parts that the last reading was taken of, as {@link circuitOf} writes them. */
  readonly circuit?: string
}

/** Parts with their values, and which of them meet, in one text: two circuits are one where it is the same, however they are drawn. */
export function circuitOf({ network: { parts }, wiring }: Bench['built']): string {
  const counted = parts.flatMap((part, i) => (part.kind === 'resistor' || part.kind === 'source' ? [i] : []))
  const values = counted.map((i) => {
    const part = parts[i]
    const value = part.kind === 'resistor' ? part.resistance : part.kind === 'source' ? part.voltage : undefined
    return `${part.name} ${value?.value ?? ''}`
  })
  const meeting = wiring.nodes.map((_, node) =>
    counted
      .filter((i) => wiring.from[i] === node || wiring.to[i] === node)
      .map((i) => parts[i].name)
      .sort()
      .join(' '),
  )
  return [...values.sort(), ...meeting.sort()].join('; ')
}

/** What readings are: taken on a real bench, or on the stand-in. */
export type RunKind = 'real' | 'simulated'

/** Whether a run was read on a real bench or on the stand-in; null until its first reading. */
export function kindOf({ simulated, readings, standin }: RunDocument): RunKind | null {
  if (standin && standin.faults > 0) return 'simulated'
  if (readings.length === 0) return null
  // Runs of before this was noted: the stand-in wrote its range down, and only it did.
  const isLegacy = standin !== undefined && readings.every(({ range }) => range !== undefined)
  return simulated || isLegacy ? 'simulated' : 'real'
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

/** A new run without a reading, on the meter and with the rows of the one before, where there is one. */
export function newRun(
  title: string,
  like: Partial<Pick<RunDocument, 'standin' | 'meter' | 'added'>> = {},
): RunDocument {
  return { format: 'nodrel-readings', version: 1, title, meter: meters[0], ...like, readings: [] }
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

/** The measurements that were added to the plan of a run, or say where paths are broken; what makes no sense is left out. */
export function notedIn(noted: RunDocument['added']): Measurement[] {
  if (!Array.isArray(noted)) return []
  return noted.flatMap((it: unknown) => {
    const read = typeof it === 'object' && it !== null ? readReading({ ...it, value: 'over' }, 0) : null
    return read?.ok ? [read.reading.measurement] : []
  })
}

/** A run with a measurement added to its plan. */
export function withAdded(run: RunDocument, ...measurements: readonly Measurement[]): RunDocument {
  const before = notedIn(run.added)
  const fresh = measurements.filter((it) => !before.some((known) => isSameMeasurement(known, it)))
  return { ...run, added: [...before, ...fresh].map(asReading) }
}

/**
 * A run whose path is broken there instead of where it is planned.
 *
 * @param isSamePath whether another break is one of the same path
 */
export function withBreak(run: RunDocument, at: Measurement, isSamePath: (other: Measurement) => boolean): RunDocument {
  const others = notedIn(run.breaks).filter((it) => !isSamePath(it))
  return { ...run, breaks: [...others, at].map(asReading) }
}

/** A run without a measurement: neither added nor read. */
export function withoutMeasurement(run: RunDocument, measurement: Measurement): RunDocument {
  const { added: _before, ...rest } = withoutReading(run, measurement)
  const added = notedIn(run.added).filter((it) => !isSameMeasurement(it, measurement))
  return added.length > 0 ? { ...rest, added: added.map(asReading) } : rest
}

/** A run with a reading put in, in the place of the one of the same measurement where there is one; its first says its kind. */
export function withReading(
  run: RunDocument,
  measurement: Measurement,
  more: Pick<ReadingDocument, 'value' | 'range' | 'at'>,
  kind: RunKind,
  circuit?: string,
): RunDocument {
  const at = measurementsOf(run).findIndex((it) => it !== null && isSameMeasurement(it, measurement))
  const before = at >= 0 ? run.readings[at] : undefined
  const reading: ReadingDocument = {
    ...asReading(measurement),
    ...more,
    ...(before?.note !== undefined && { note: before.note }),
  }
  const readings = at >= 0 ? run.readings.map((it, i) => (i === at ? reading : it)) : [...run.readings, reading]
  const { simulated: _simulated, standin, ...others } = run
  const rest = { ...others, ...(circuit !== undefined && { circuit }), readings }
  return (kindOf(run) ?? kind) === 'simulated' ? { ...rest, simulated: true, ...(standin && { standin }) } : rest
}

/** Whether a measurement has been read in a run. */
export function hasReading(run: RunDocument, measurement: Measurement): boolean {
  return measurementsOf(run).some((it) => it !== null && isSameMeasurement(it, measurement))
}

/** A run without the reading of a measurement. */
export function withoutReading(run: RunDocument, measurement: Measurement): RunDocument {
  const all = measurementsOf(run)
  const isOther = (it: Measurement | null) => it === null || !isSameMeasurement(it, measurement)
  return { ...run, readings: run.readings.filter((_, i) => isOther(all[i])) }
}
