import {
  asBuilt,
  bandsOf,
  benchOf,
  endsOf,
  judgeReadings,
  layProbe,
  layReadings,
  planOf,
  probeOf,
  quantityOf,
  rangeFor,
  ratingsOf,
  readingsOf,
  readOn,
  readPlainly,
  viewOf,
  type Band,
  type Bench,
  type JudgedReading,
  type Laid,
  type Measurement,
  type Meter,
  type Plan,
  type Planned,
  type Probe,
  type Range,
  type Rated,
  type MeterRead,
  type Reading,
  type ReadingDocument,
  type View,
} from '@/core/bench'
import type { Network, Problem } from '@/core/network'
import { meterOf, rowKey, type RunDocument } from './run'

/** A network on the bench with its plan: what does not depend on the readings. */
export interface Planning {
  readonly bench: Bench
  readonly view: View
  readonly plan: Plan
  readonly rated: readonly Rated[]
}

/** One row of the log. */
export interface LogRow {
  readonly key: string
  readonly group: Planned['group']
  readonly measurement: Measurement
  readonly probe: Probe
  /** null for one that was added by hand. */
  readonly planned: Planned | null
  /** Between which limits it must fall, with marked values and as it was built; null where nothing is known. */
  readonly band: Band | null
  readonly built: Band | null
  /** The range to come down to; null without a meter. */
  readonly range: Range | null
  readonly reading: ReadingDocument | null
  /** The number that was read; null where none was, or it was beyond the range. */
  readonly value: number | null
  readonly judged: JudgedReading | null
}

/** The log: every measurement of the plan and every other that was read, with what was read. */
export interface Log {
  readonly rows: readonly LogRow[]
  readonly readings: readonly Reading[]
  readonly meter: Meter | null
  /** Readings of what the network has not any more, by their place in the run. */
  readonly strays: readonly { readonly index: number; readonly message: string }[]
}

/** Beyond so many resistors a bench is not laid out: nobody measures that many one by one. */
const mostResistors = 200

type FoundPlanning =
  | { readonly ok: true; readonly planning: Planning }
  | { readonly ok: false; readonly problems: readonly Problem[] }

export function planningOf(network: Network): FoundPlanning {
  const resistors = network.parts.filter(({ kind }) => kind === 'resistor').length
  if (resistors > mostResistors) {
    const message = `${resistors.toLocaleString('en')} resistors are too many; the bench takes up to ${mostResistors}`
    return { ok: false, problems: [{ part: null, field: 'parts', message }] }
  }
  const bench = benchOf(network)
  if (!bench.ok) return bench
  const view = viewOf(
    bench,
    network.parts.map((_, part) => endsOf(bench, part)),
  )
  return { ok: true, planning: { bench, view, plan: planOf(view), rated: ratingsOf(bench.built, bench.model) } }
}

/** The log of a run on a network. */
export function logOf({ bench, plan }: Planning, run: RunDocument | null): Log {
  const meter = run ? meterOf(run) : null
  const read = run ? readingsOf(run) : null
  const all = read?.ok ? read.readings : []
  const strays = all.flatMap(({ index, measurement }) => {
    const found = probeOf(bench, measurement)
    return found.ok ? [] : [{ index, message: found.problem.message }]
  })
  const readings = all.filter(({ index }) => !strays.some((stray) => stray.index === index))
  const laidOut = layReadings(
    bench,
    readings,
    meter,
    bench.built.network.parts.map((_, part) => endsOf(bench, part)),
  )
  if (!laidOut.ok) return { rows: [], readings: [], meter, strays }
  const { view, laid } = laidOut
  const judged = judgeReadings(view, laid)
  const last = new Map(readings.map((reading, i) => [rowKey(reading.measurement), i]))
  const wanted: { measurement: Measurement; probe: Probe; planned: Planned | null }[] = plan.map((planned) => ({
    measurement: planned.measurement,
    probe: planned.probe,
    planned,
  }))
  const known = new Set(wanted.map(({ measurement }) => rowKey(measurement)))
  readings.forEach(({ measurement }, i) => {
    const key = rowKey(measurement)
    if (known.has(key)) return
    known.add(key)
    wanted.push({ measurement, probe: laid[i].probe, planned: null })
  })
  const at = wanted.map(({ probe }) => layProbe(view, probe))
  const onMeter = (there: View) =>
    wanted.map(({ probe, measurement }, i): MeterRead | null => {
      const place = at[i]
      if (place === null) return null
      const index = last.get(rowKey(measurement))
      const read = index === undefined ? null : laid[index].read
      return read ?? readAs(there, probe, place, meter)
    })
  const bandsIn = (there: View) => {
    const reads = onMeter(there)
    const bands = bandsOf(
      there,
      reads.flatMap((it) => (it ? [it] : [])),
    )
    let next = 0
    return reads.map((it) => (it ? bands[next++] : null))
  }
  const nominal = bandsIn(view)
  const now = asBuilt(bench, laid)
  const built = now ? bandsIn({ ...viewOf(now, view.ends.slice(view.ports.resistors)), ends: view.ends }) : null
  const rows = wanted.map(({ measurement, probe, planned }, i): LogRow => {
    const key = rowKey(measurement)
    const index = last.get(key)
    const reading = index === undefined ? undefined : readings[index]
    const place = at[i]
    return {
      key,
      group: measurement.quantity,
      measurement,
      probe,
      planned,
      band: nominal[i],
      built: built?.[i] ?? null,
      range: meter && place ? rangeFor(view, probe, place, meter) : null,
      reading: reading && run ? run.readings[reading.index] : null,
      value: reading && !reading.value.isOver ? reading.value.value : null,
      judged: index === undefined ? null : judged[index],
    }
  })
  return { rows, readings, meter, strays }
}

/** How a measurement that was not taken yet would be read: on the fullest range, or to four figures without a meter. */
function readAs(view: View, probe: Probe, laid: Laid, meter: Meter | null): MeterRead {
  if (meter) return readOn(probe, laid, meter, rangeFor(view, probe, laid, meter))
  return readPlainly(probe, laid, 0)
}

/** The rows of one group. */
export function rowsOf({ rows }: Log, group: LogRow['group']): readonly LogRow[] {
  return rows.filter((row) => quantityOf(row.probe) === group)
}
