import { quantityProblem, readQuantity, type Unit } from '../../number'
import { isObject, type Problem } from '../../network'

/** One range of a meter, its values in SI units. */
export interface Range {
  /** The largest reading it holds. */
  readonly to: number
  /** The accuracy: so many per cent of the reading and so many counts. */
  readonly percent: number
  readonly counts: number
  /** What lies in the path while a current is measured, in ohms; 0 otherwise. */
  readonly shunt: number
}

/** A meter as data; its ranges from the smallest up. */
export interface Meter {
  readonly name: string
  /** How many steps the display has. */
  readonly counts: number
  /** `resistance` is the meter's own, in ohms. */
  readonly voltage: { readonly resistance: number; readonly ranges: readonly Range[] }
  /** `fuse` in amperes; Infinity without one. */
  readonly current: { readonly fuse: number; readonly ranges: readonly Range[] }
  readonly resistance: { readonly ranges: readonly Range[] }
}

type Typed = string | number

/** A meter as plain JSON, quantities as they were typed; see `public/schema/meter.schema.json`. */
export interface MeterDocument {
  readonly format: 'nodrel-meter'
  readonly version: 1
  readonly name: string
  readonly counts: number
  readonly voltage: { readonly resistance: Typed; readonly ranges: readonly RangeDocument[] }
  readonly current: { readonly fuse?: Typed; readonly ranges: readonly (RangeDocument & { readonly shunt: Typed })[] }
  readonly resistance: { readonly ranges: readonly RangeDocument[] }
}

interface RangeDocument {
  readonly to: Typed
  readonly percent: number
  readonly counts: number
}

export type ReadMeter =
  | { readonly ok: true; readonly meter: Meter }
  | { readonly ok: false; readonly problems: readonly Problem[] }

const longestName = 60
const mostRanges = 12
const fewestCounts = 100
const mostCounts = 10_000_000

/** Reads a meter that was parsed from JSON, every fault at once. */
export function readMeter(raw: unknown): ReadMeter {
  const problems: Problem[] = []
  const complain = (field: string, message: string) => void problems.push({ part: 'meter', field, message })
  if (!isObject(raw))
    return { ok: false, problems: [{ part: 'meter', field: 'meter', message: 'a meter is an object' }] }
  if (raw.format !== undefined && raw.format !== 'nodrel-meter') complain('format', 'the format must be "nodrel-meter"')
  if (raw.version !== undefined && raw.version !== 1) complain('version', 'only version 1 is read')
  const name = typeof raw.name === 'string' ? raw.name.trim() : ''
  if (name.length > longestName) complain('name', `the name must have at most ${longestName} characters`)
  const counts = Number(raw.counts)
  if (!Number.isInteger(counts) || counts < fewestCounts || counts > mostCounts)
    complain('counts', `the counts must be a whole number from ${fewestCounts} to ${mostCounts}`)
  const value = (typed: unknown, unit: Unit, field: string): number => {
    const read = readQuantity(typed, unit)
    if (!read.ok) complain(field, quantityProblem(read.problem, typed, unit))
    else if (read.value > 0) return read.value
    else complain(field, 'it must be above 0')
    return NaN
  }
  const ranges = (of: unknown, field: string, unit: Unit, hasShunt = false): Range[] => {
    const list = isObject(of) && Array.isArray(of.ranges) ? (of.ranges as unknown[]) : []
    if (list.length === 0 || list.length > mostRanges) complain(field, `it needs 1 to ${mostRanges} ranges`)
    return list
      .slice(0, mostRanges)
      .map((it, i): Range => {
        const range = isObject(it) ? it : {}
        const place = `${field}.ranges[${i}]`
        const share = (key: 'percent' | 'counts', most: number) => {
          const given = range[key] ?? 0
          if (typeof given === 'number' && given >= 0 && given <= most) return given
          complain(`${place}.${key}`, `${key} must be a number from 0 to ${most}`)
          return 0
        }
        return {
          to: value(range.to, unit, `${place}.to`),
          percent: share('percent', 50),
          counts: share('counts', 1000),
          shunt: hasShunt ? value(range.shunt, 'Ω', `${place}.shunt`) : 0,
        }
      })
      .sort((a, b) => a.to - b.to)
  }
  const [voltage, current, resistance] = [raw.voltage, raw.current, raw.resistance].map((it) =>
    isObject(it) ? it : {},
  )
  const meter: Meter = {
    name: name || 'meter',
    counts,
    voltage: {
      resistance: value(voltage.resistance ?? '10M', 'Ω', 'voltage.resistance'),
      ranges: ranges(voltage, 'voltage', 'V'),
    },
    current: {
      fuse: current.fuse === undefined || current.fuse === null ? Infinity : value(current.fuse, 'A', 'current.fuse'),
      ranges: ranges(current, 'current', 'A', true),
    },
    resistance: { ranges: ranges(resistance, 'resistance', 'Ω') },
  }
  return problems.length > 0 ? { ok: false, problems: problems.slice(0, 20) } : { ok: true, meter }
}

/** What the last digit of a range stands for: the least power of ten at which its counts reach its end. */
export function resolutionOf({ counts }: Pick<Meter, 'counts'>, { to }: Pick<Range, 'to'>): number {
  return 10 ** Math.ceil(Math.log10(to / counts) - 1e-9)
}

/** Whether a value is beyond a range, whatever its sign. */
export function isOver({ to }: Pick<Range, 'to'>, value: number): boolean {
  return !(Math.abs(value) <= to * (1 + 1e-9))
}

/** The smallest range that holds a value; the largest where none does. */
export function fullest(ranges: readonly Range[], value: number): Range {
  return ranges.find((range) => !isOver(range, value)) ?? ranges[ranges.length - 1]
}
