import {
  asBuilt,
  bandsOf,
  benchOf,
  beyondOf,
  branchesOf,
  endsOf,
  isDisplay,
  isOnePath,
  isSameMeasurement,
  keyOf,
  lawsAmong,
  nearEndOf,
  otherEnd,
  pathOf,
  judgeReadings,
  layProbe,
  layReadings,
  planOf,
  probeOf,
  rangeFor,
  ratingsOf,
  readingsOf,
  readOn,
  readPlainly,
  viewOf,
  type Band,
  type Bench,
  type Beyond,
  type JudgedReading,
  type Laid,
  type LawFound,
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
import { meterOf, notedIn, type RunDocument } from './run'

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
  /** It was added, or read beside the plan: it can be removed. */
  readonly isAdded: boolean
  /** What a meter must not be used for; null where it may. */
  readonly beyond: Beyond | null
  /** Of a current: the leads at which the same path can be broken. */
  readonly breaks: readonly Break[]
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

/** A lead that can be lifted to break a path. */
export interface Break {
  readonly measurement: Measurement
  readonly part: number
  readonly end: 'from' | 'to'
}

/** The log: every measurement of the plan and every other that was read, with what was read. */
export interface Log {
  readonly rows: readonly LogRow[]
  readonly readings: readonly Reading[]
  readonly meter: Meter | null
  /** Readings of what the network has not any more, by their place in the run. */
  readonly strays: readonly { readonly index: number; readonly text: string; readonly message: string }[]
  /** What the laws say of the readings. */
  readonly laws: readonly LawFound[]
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
    const text = `${keyOf(measurement)}: ${String(run?.readings[index].value)}`
    return found.ok ? [] : [{ index, text, message: found.problem.message }]
  })
  const readings = all.filter(({ index }) => !strays.some((stray) => stray.index === index))
  const laidOut = layReadings(
    bench,
    readings,
    meter,
    bench.built.network.parts.map((_, part) => endsOf(bench, part)),
  )
  if (!laidOut.ok) return { rows: [], readings: [], meter, strays, laws: [] }
  const { view, laid } = laidOut
  const laws = lawsAmong(view, laid)
  const judged = judgeReadings(view, laid, laws)
  const isRead = (measurement: Measurement) => readings.some((it) => isSameMeasurement(it.measurement, measurement))
  const indexOf = (measurement: Measurement) =>
    readings.findLastIndex((it) => isSameMeasurement(it.measurement, measurement))
  const wanted = wantedRows(bench, plan, run, readings, isRead)
  const at = wanted.map(({ probe }) => layProbe(view, probe))
  const onMeter = (there: View) =>
    wanted.map(({ probe, measurement }, i): MeterRead | null => {
      const place = at[i]
      if (place === null) return null
      const index = indexOf(measurement)
      const read = index < 0 ? null : laid[index].read
      return read ?? readAs(there, measurement, probe, place, meter)
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
  const rows = wanted.map(({ measurement, probe, planned, isAdded }, i): LogRow => {
    const index = indexOf(measurement)
    const reading = readings.at(index < 0 ? readings.length : index)
    const place = at[i]
    const isByMeter = meter && place && !isDisplay(measurement)
    return {
      key: rowKey(bench, measurement),
      group: measurement.quantity,
      measurement,
      probe,
      planned,
      isAdded,
      beyond: isByMeter ? beyondOf(view, probe, place, meter) : null,
      breaks: breaksOf(bench, probe, measurement),
      band: nominal[i],
      built: built?.[i] ?? null,
      range: isByMeter ? rangeFor(view, probe, place, meter) : null,
      reading: reading && run ? run.readings[reading.index] : null,
      value: reading && !reading.value.isOver ? reading.value.value : null,
      judged: index < 0 ? null : judged[index],
    }
  })
  return { rows, readings, meter, strays, laws }
}

interface Wanted {
  readonly measurement: Measurement
  readonly probe: Probe
  readonly planned: Planned | null
  readonly isAdded: boolean
}

/**
 * The rows of a log: those of the plan, a path broken where the person chose to, and what was added or read beside it, each
 * beside its like.
 */
function wantedRows(
  bench: Bench,
  plan: Plan,
  run: RunDocument | null,
  readings: readonly Reading[],
  isRead: (measurement: Measurement) => boolean,
): Wanted[] {
  const rows: Wanted[] = plan.map((planned) => ({
    measurement: planned.measurement,
    probe: planned.probe,
    planned,
    isAdded: false,
  }))
  const isKnown = (measurement: Measurement) => rows.some((row) => isSameMeasurement(row.measurement, measurement))
  const added = notedIn(run?.added)
  const more = [...added, ...notedIn(run?.breaks), ...readings.map(({ measurement }) => measurement)]
  for (const measurement of more) {
    const found = probeOf(bench, measurement)
    if (!found.ok || isKnown(measurement)) continue
    const { probe } = found
    const isAdded = added.some((it) => isSameMeasurement(it, measurement))
    // The path is broken there instead, unless both were asked for.
    const instead = isAdded
      ? -1
      : rows.findIndex((row) => isOnePath(bench.built, row.probe, probe) && !isRead(row.measurement))
    if (instead >= 0) {
      rows[instead] = { ...rows[instead], measurement, probe }
      continue
    }
    const like = rows.findLastIndex((row) => isBeside(bench, row, measurement, probe))
    const row = { measurement, probe, planned: null, isAdded: true }
    if (like < 0) rows.push(row)
    else rows.splice(like + 1, 0, row)
  }
  return rows
}

/** Whether a row belongs right before a measurement: of the same current, or of the source. */
function isBeside(bench: Bench, row: Wanted, measurement: Measurement, probe: Probe): boolean {
  if (row.measurement.quantity !== measurement.quantity) return false
  return isOnePath(bench.built, row.probe, probe) || (isDisplay(measurement) && sameAs(row.measurement, measurement))
}

const sameAs = (a: Measurement, b: Measurement) => 'of' in a && 'of' in b && a.of === b.of

/** The leads at which the path of a current can be broken, part by part as the current meets them. */
function breaksOf(bench: Bench, probe: Probe, measurement: Measurement): Break[] {
  const { network, wiring } = bench.built
  if (isDisplay(measurement) || (probe.kind !== 'current' && probe.kind !== 'total')) return []
  const path = pathOf(bench.built, probe)
  const { carriers, branchOf } = branchesOf(bench.built)
  const own = probe.kind === 'total' ? wiring.supply : probe.part
  const parts = path === null ? [own] : carriers.filter((_, i) => branchOf(i) === path)
  return parts.flatMap((part): Break[] => {
    const near = nearEndOf(bench, part)
    return [near, otherEnd(near)].map((end) => ({
      measurement: { quantity: 'current', of: network.parts[part].name, end },
      part,
      end,
    }))
  })
}

/** What tells a row of the log from the others. */
export function rowKey(bench: Bench, measurement: Measurement): string {
  const key = keyOf(measurement)
  const end = 'end' in measurement ? measurement.end : undefined
  const part = 'of' in measurement ? bench.built.network.parts.findIndex(({ name }) => name === measurement.of) : -1
  return end === undefined || part < 0 || end === nearEndOf(bench, part) ? key : `${key} behind`
}

/** How a measurement that was not taken yet would be read: on the fullest range, or to four figures without a meter. */
function readAs(view: View, measurement: Measurement, probe: Probe, laid: Laid, meter: Meter | null): MeterRead {
  const isShown = isDisplay(measurement)
  if (meter && !isShown) return readOn(probe, laid, meter, rangeFor(view, probe, laid, meter))
  return readPlainly(probe, laid, 0, isShown)
}

/** The groups of the plan, in order. */
export const groupKeys = ['resistance', 'voltage', 'current'] as const

/** The rows of one group. */
export function rowsOf({ rows }: Pick<Log, 'rows'>, group: LogRow['group']): readonly LogRow[] {
  return rows.filter((row) => row.group === group)
}
