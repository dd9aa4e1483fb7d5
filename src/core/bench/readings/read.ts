import { quantityProblem, readQuantity, unitOf } from '../../number'
import {
  about,
  also,
  anyOf,
  flag,
  head,
  isDeclared,
  isObject,
  list,
  number,
  object,
  oneOf,
  optional,
  optionalOrNull,
  problemsOf,
  readJson,
  text,
  times,
  type Declaration,
  type Declared,
  type JsonSchema,
} from '../../format'
import { isName, type Problem } from '../../network'
import { readMeter, type Meter, type MeterDocument } from '../meter'
import type { Measurement } from '../plan'

const name = text({ least: 1, most: 32 })
/** What a reading has, whatever it is of. */
const plainReading = {
  quantity: oneOf(['resistance', 'voltage', 'current'], 'the quantity must be resistance, voltage or current'),
  lifted: optional(about('Of a resistance: the part alone, one of its leads up.', flag())),
  end: optional(
    about('At which end of the part the path was broken.', oneOf(['from', 'to'], 'the end must be from or to')),
  ),
  display: optional(about("Of the source: as the supply's own display shows it.", flag())),
  at: optional(about('When, as an ISO 8601 date and time.', text({ most: 40 }))),
  note: optional(text({ most: 500 })),
}
const whateverItIsOf = object(plainReading)
const typedText = anyOf([text(), number()])

/** A reading as plain JSON. Which fields go together, {@link readReading} says. */
const readingDeclaration = also(
  object({
    ...plainReading,
    of: optional(about('A part.', name)),
    between: optional(about('Two points, the first at the red lead.', times(2, name))),
    value: about('As it was read, signed, or over.', typedText),
    range: optional(about('The end of the range that it was read on.', typedText)),
  }),
  { oneOf: [{ required: ['of'] }, { required: ['between'] }] },
)
export type ReadingDocument = Declared<typeof readingDeclaration>

const mostReadings = 2000
const longestTitle = 120
const titleRule = `the title must be a text of at most ${longestTitle} characters`

/** What a run of readings has beside its readings. */
const plainReadings = object(
  {
    ...head('nodrel-readings'),
    simulated: optional(about("The readings are a stand-in's.", flag())),
    title: optional(text({ most: longestTitle }, titleRule)),
    meter: optionalOrNull(
      about('A nodrel-meter.', { schema: { type: 'object' }, judge: () => undefined } as Declaration<MeterDocument>),
    ),
  },
  'a run of readings is a JSON object',
)
/** A run of readings, this network, that day, this set of parts: the open format `nodrel-readings`. */
export const readingsDeclaration = also(plainReadings, {
  required: ['format', 'version', 'readings'],
  properties: {
    ...(plainReadings.schema.properties as JsonSchema),
    readings: list(readingDeclaration, { most: mostReadings }).schema,
  },
})
export interface ReadingsDocument extends Omit<Declared<typeof plainReadings>, 'title' | 'meter'> {
  readonly title: string
  readonly meter?: MeterDocument
  readonly readings: readonly ReadingDocument[]
}

/** What was read: a signed value in SI units, or beyond the range. */
type ReadValue =
  | { readonly isOver: true }
  /** `lastDigit` is what the last digit that was written stands for; 0 where that cannot be told. */
  | { readonly isOver: false; readonly value: number; readonly lastDigit: number }

/** A reading that has been read. */
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

const longestText = 1_000_000

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
  for (const { at, message } of problemsOf(whateverItIsOf, raw)) complain(at, message)
  const quantity = isDeclared(plainReading.quantity, raw.quantity) ? raw.quantity : null
  const between = raw.between
  const isPair = Array.isArray(between) && between.length === 2 && between.every(isName)
  if (raw.of !== undefined && between !== undefined) complain('of', 'name either a part (of) or two points (between)')
  else if (raw.of !== undefined ? !isName(raw.of) : !isPair)
    complain(raw.of !== undefined ? 'of' : 'between', 'name a part (of) or two points (between)')
  if (between !== undefined && quantity === 'current')
    complain('between', 'a current is measured in a part: name it with of')
  if (raw.lifted === true && (quantity !== 'resistance' || between !== undefined))
    complain('lifted', 'only the resistance of a part is measured with a lead lifted')
  if (raw.display === true && (quantity === 'resistance' || between !== undefined))
    complain('display', 'a supply shows its own voltage and current, nothing else')
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
  const shownItself = raw.display === true ? { display: true as const } : {}
  const measurement: Measurement =
    between !== undefined && quantity !== 'current'
      ? { quantity, between: between as [string, string] }
      : quantity === 'resistance'
        ? { quantity, of, lifted: raw.lifted === true }
        : quantity === 'voltage'
          ? { quantity, of, ...shownItself }
          : { quantity: 'current', of, ...shownItself, ...(raw.end !== undefined && { end: raw.end as 'from' | 'to' }) }
  return { ok: true, reading: { index, measurement, value, range } }
}

/**
 * Reads a run of readings from JSON text, the open format `nodrel-readings`, every fault at once.
 *
 * @param from up to 1 MB
 * @returns the readings in SI base units, the meter (null where none is named); or the problems, a reading’s with `readings[3]` as
 *   its part, and the rows that could be read
 */
export function readReadingsText(from: string): ReadReadings {
  const refuse = (message: string): ReadReadings => ({
    ok: false,
    problems: [{ part: null, field: 'document', message }],
    rest: null,
  })
  if (from.length > longestText) return refuse('the file is over the limit of 1 MB')
  const json = readJson(from.replace(/^\uFEFF/, ''))
  return json.ok ? readingsOf(json.value) : refuse(`the document is not JSON: ${json.message}`)
}

/** {@link readReadingsText} for what was parsed already. */
export function readingsOf(raw: unknown): ReadReadings {
  const refuse = (problems: readonly Problem[]): ReadReadings => ({ ok: false, problems, rest: null })
  const problems = problemsOf(plainReadings, raw).map(({ at, message }): Problem => ({
    part: null,
    field: at || 'document',
    message,
  }))
  if (!isObject(raw)) return refuse(problems)
  const complain = (field: string, message: string) => void problems.push({ part: null, field, message })
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

/** The columns of readings as a table, in order. */
export const readingColumns = [
  'quantity',
  'of',
  'between',
  'lifted',
  'end',
  'display',
  'value',
  'range',
  'at',
  'note',
] as const

/** One reading as a row of texts, by column. */
export function rowOf(reading: ReadingDocument): string[] {
  const { quantity, of = '', between, lifted, end = '', display, value, range = '', at = '', note = '' } = reading
  const yes = (is: boolean | undefined) => (is ? 'yes' : '')
  return [
    quantity,
    of,
    between?.join(' ') ?? '',
    yes(lifted),
    end,
    yes(display),
    String(value),
    String(range),
    at,
    note,
  ]
}

/** Whether a cell of a table says yes. */
export function isYes(cell: string): boolean {
  return /^(?:yes|true|1|x)$/i.test(cell.trim())
}

/** A row of texts, by the heading of its column, as a reading that is still to be judged; empty cells are absent. */
export function readingOfRow(cells: Readonly<Record<string, string | undefined>>): Readonly<Record<string, unknown>> {
  const cell = (name: (typeof readingColumns)[number]) => cells[name]?.trim() || undefined
  const between = cell('between')?.split(/[\s,;]+/)
  const flagged = (name: 'lifted' | 'display') => {
    const typed = cell(name)
    return typed !== undefined && isYes(typed) ? true : typed
  }
  return Object.fromEntries(
    Object.entries({
      quantity: cell('quantity')?.toLowerCase(),
      of: cell('of'),
      between,
      lifted: flagged('lifted'),
      end: cell('end'),
      display: flagged('display'),
      value: cell('value'),
      range: cell('range'),
      at: cell('at'),
      note: cell('note'),
    }).filter(([, value]) => value !== undefined),
  )
}
