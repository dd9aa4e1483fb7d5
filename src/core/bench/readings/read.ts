import { quantityProblem, readQuantity, unitOf } from '../../number'
import { isName, isObject, readJson, type Problem } from '../../network'
import { readMeter, type Meter, type MeterDocument } from '../meter'
import type { Measurement } from '../plan'

/** A reading as plain JSON; see `public/schema/readings.schema.json`. */
export interface ReadingDocument {
  readonly quantity: 'resistance' | 'voltage' | 'current'
  readonly of?: string
  readonly between?: readonly [string, string]
  readonly lifted?: boolean
  readonly end?: 'from' | 'to'
  /** As it was written: `482 mA`, `-8.19`, `over`; or a number in SI units. */
  readonly value: string | number
  /** The end of the range that it was read on. */
  readonly range?: string | number
  /** When, as an ISO 8601 date and time. */
  readonly at?: string
  readonly note?: string
}

/** A run of readings: this network, that day, this set of parts. */
export interface ReadingsDocument {
  readonly format: 'nodrel-readings'
  readonly version: 1
  readonly title: string
  readonly meter?: MeterDocument
  readonly readings: readonly ReadingDocument[]
}

/** What was read: a signed value in SI units, or beyond the range. */
export type ReadValue =
  | { readonly isOver: true }
  /** `lastDigit` is what the last digit that was written stands for; 0 where that cannot be told. */
  | { readonly isOver: false; readonly value: number; readonly lastDigit: number }

/** A reading that has passed the door. */
export interface Reading {
  /** Its place in the file or run. */
  readonly index: number
  readonly measurement: Measurement
  readonly value: ReadValue
  /** The end of the range that it was read on, in SI units; null where none was noted. */
  readonly range: number | null
}

export type ReadReadings =
  | {
      readonly ok: true
      readonly document: ReadingsDocument
      readonly readings: readonly Reading[]
      readonly meter: Meter | null
    }
  | {
      readonly ok: false
      readonly problems: readonly Problem[]
      /** The rows that could be read, where it was only rows that could not; null where nothing can be taken. */
      readonly rest: ReadingsDocument | null
    }

const mostReadings = 2000
const longestText = 1_000_000
const longestNote = 500
const longestTitle = 120

/**
 * A value as it is read off a meter, signed, or `over`.
 *
 * @returns a text where it is none: what is wrong and what would be accepted
 */
export function readValue(typed: unknown, quantity: ReadingDocument['quantity']): ReadValue | string {
  if (typeof typed === 'string' && /^\s*(?:over|o\.?l\.?)\s*$/i.test(typed)) return { isOver: true }
  const text = typeof typed === 'number' ? String(typed) : typed
  const unit = unitOf[quantity]
  if (typeof text !== 'string') return quantityProblem('not-a-number', typed, unit)
  const sign = /^\s*([-−+])\s*/.exec(text)
  const magnitude = sign ? text.slice(sign[0].length) : text
  const read = readQuantity(magnitude, unit)
  if (!read.ok) {
    if (read.problem === 'negative') return quantityProblem('not-a-number', typed, unit)
    return `${quantityProblem(read.problem, typed, unit)}, or over`
  }
  const isNegative = sign !== null && sign[1] !== '+'
  return { isOver: false, value: isNegative ? -read.value : read.value, lastDigit: lastDigitOf(magnitude) }
}

/** What the last digit of a number stands for: the same text with 1 there and 0 before. */
function lastDigitOf(text: string): number {
  if (text.includes('/')) return 0
  const exponent = /[eE][+-]?\d+/.exec(text)
  const digits = exponent ? text.slice(0, exponent.index) : text
  const last = [...digits.matchAll(/\d/g)].pop()?.index
  if (last === undefined) return 0
  const one = [...digits].map((c, i) => (i === last ? '1' : /\d/.test(c) ? '0' : c)).join('')
  const read = readQuantity(one + text.slice(digits.length), null)
  return read.ok ? read.value : 0
}

/** Reads one reading that was parsed from JSON; a problem names its field. */
export function readReading(
  raw: unknown,
  index: number,
): { readonly ok: true; readonly reading: Reading } | { readonly ok: false; readonly problems: readonly Problem[] } {
  const problems: Problem[] = []
  const complain = (field: string, message: string) =>
    void problems.push({ part: `readings[${index}]`, field, message })
  if (!isObject(raw)) {
    complain('readings', 'a reading is an object with quantity, of or between, and value')
    return { ok: false, problems }
  }
  const quantity = (['resistance', 'voltage', 'current'] as const).find((it) => it === raw.quantity)
  if (!quantity) complain('quantity', 'the quantity must be resistance, voltage or current')
  const between = raw.between
  const isPair = Array.isArray(between) && between.length === 2 && between.every(isName)
  if (raw.of !== undefined && between !== undefined) complain('of', 'name either a part (of) or two points (between)')
  else if (raw.of !== undefined ? !isName(raw.of) : !isPair)
    complain(raw.of !== undefined ? 'of' : 'between', 'name a part (of) or two points (between)')
  if (between !== undefined && quantity === 'current')
    complain('between', 'a current is measured in a part: name it with of')
  if (raw.lifted !== undefined && typeof raw.lifted !== 'boolean') complain('lifted', 'lifted must be true or false')
  if (raw.lifted === true && (quantity !== 'resistance' || between !== undefined))
    complain('lifted', 'only the resistance of a part is measured with a lead lifted')
  if (raw.end !== undefined && raw.end !== 'from' && raw.end !== 'to') complain('end', 'the end must be from or to')
  for (const [field, most] of [
    ['at', 40],
    ['note', longestNote],
  ] as const) {
    const text = raw[field]
    if (text !== undefined && (typeof text !== 'string' || text.length > most))
      complain(field, `${field} must be a text of at most ${most} characters`)
  }
  if (typeof raw.at === 'string' && raw.at !== '' && Number.isNaN(Date.parse(raw.at)))
    complain('at', 'the time must be a date like 2026-11-25T18:04:00Z')
  const value = quantity ? readValue(raw.value, quantity) : null
  if (typeof value === 'string') complain('value', value)
  let range: number | null = null
  if (quantity && raw.range !== undefined && raw.range !== null && raw.range !== '') {
    const read = readQuantity(raw.range, unitOf[quantity])
    if (read.ok && read.value > 0) range = read.value
    else
      complain('range', read.ok ? 'a range ends above 0' : quantityProblem(read.problem, raw.range, unitOf[quantity]))
  }
  if (problems.length > 0 || !quantity || value === null || typeof value === 'string') return { ok: false, problems }
  const of = raw.of as string
  const measurement: Measurement =
    between !== undefined && quantity !== 'current'
      ? { quantity, between: between as [string, string] }
      : quantity === 'resistance'
        ? { quantity, of, lifted: raw.lifted === true }
        : quantity === 'voltage'
          ? { quantity, of }
          : { quantity: 'current', of, ...(raw.end !== undefined && { end: raw.end as 'from' | 'to' }) }
  return { ok: true, reading: { index, measurement, value, range } }
}

/** Reads a run of readings from JSON text, every fault at once. */
export function readReadingsText(text: string): ReadReadings {
  const refuse = (message: string): ReadReadings => ({
    ok: false,
    problems: [{ part: null, field: 'document', message }],
    rest: null,
  })
  if (text.length > longestText) return refuse('the file is over the limit of 1 MB')
  const json = readJson(text.replace(/^\uFEFF/, ''))
  return json.ok ? readingsOf(json.value) : refuse(`the document is not JSON: ${json.message}`)
}

/** {@link readReadingsText} for what was parsed already. */
export function readingsOf(raw: unknown): ReadReadings {
  const refuse = (problems: readonly Problem[]): ReadReadings => ({ ok: false, problems, rest: null })
  if (!isObject(raw)) return refuse([{ part: null, field: 'document', message: 'a run of readings is a JSON object' }])
  const problems: Problem[] = []
  const complain = (field: string, message: string) => void problems.push({ part: null, field, message })
  if (raw.format !== 'nodrel-readings') complain('format', 'the format must be "nodrel-readings"')
  if (raw.version !== 1) complain('version', 'only version 1 is read')
  if (raw.title !== undefined && (typeof raw.title !== 'string' || raw.title.length > longestTitle))
    complain('title', `the title must be a text of at most ${longestTitle} characters`)
  if (!Array.isArray(raw.readings)) complain('readings', 'the readings must be a list')
  else if (raw.readings.length > mostReadings) complain('readings', `more than ${mostReadings} readings are not read`)
  const hasMeter = raw.meter !== undefined && raw.meter !== null
  const meter = hasMeter ? readMeter(raw.meter) : null
  if (meter && !meter.ok) problems.push(...meter.problems)
  if (problems.length > 0) return refuse(problems)

  const readings: Reading[] = []
  const rows = raw.readings as readonly unknown[]
  const good: ReadingDocument[] = []
  rows.forEach((row, index) => {
    const read = readReading(row, index)
    if (read.ok) {
      readings.push(read.reading)
      good.push(row as ReadingDocument)
    } else problems.push(...read.problems)
  })
  const document: ReadingsDocument = {
    ...raw,
    format: 'nodrel-readings',
    version: 1,
    title: (raw.title as string | undefined) ?? '',
    ...(hasMeter && { meter: raw.meter as MeterDocument }),
    readings: good,
  }
  if (problems.length > 0) return { ok: false, problems, rest: document }
  return { ok: true, document, readings, meter: meter?.ok ? meter.meter : null }
}
