import { quantityProblem, readQuantity, unitOf, type Unit } from '../number'
import {
  about,
  also,
  anyOf,
  head,
  isDeclared,
  isObject,
  list,
  nullable,
  number,
  object,
  oneOf,
  optional,
  optionalOrNull,
  problemsOf,
  readJson,
  text,
  type JsonSchema,
} from '../format'
import { maxBytes, maxParts, type Known, type Network, type Part, type Problem, type GivenQuantity } from './network'
import { reportDeclaration, type ReportChoices, choicesDeclaration, type WorksheetChoices } from './school'
import { sketchDeclaration, type Sketch } from './sketch'
import { tagsDeclaration } from './notes'

export type ReadNetwork =
  | { readonly ok: true; readonly network: Network }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/** What each kind of part has beside its name and ends: quantities in a unit, or notes as text or a number. */
const fields: Readonly<Record<Part['kind'], readonly Field[]>> = {
  resistor: [
    { name: 'resistance', unit: 'Ω', mayBeAbsent: true, about: 'Absent where the resistor has no value yet.' },
    { name: 'tolerance', optional: true },
    { name: 'rating', optional: true },
  ],
  wire: [],
  source: [{ name: 'voltage', unit: 'V', optional: true }],
  terminals: [],
  ammeter: [],
  voltmeter: [],
}
/** The kinds of parts. */
export const kinds = Object.keys(fields) as Part['kind'][]

interface Field {
  readonly name: string
  readonly unit?: Unit
  /** It may be absent, or null. */
  readonly optional?: true
  /** It may be absent, but not null. */
  readonly mayBeAbsent?: true
  readonly about?: string
}

const nameRule = "use 1 to 32 letters, digits or _ . - '"
const name = text({ pattern: /^[\p{L}\p{Nd}_.\-']{1,32}$/u })

/** Whether a text may name a part or a point: 1 to 32 letters, digits, `_ . - '`. */
export function isName(value: unknown): value is string {
  return isDeclared(name, value)
}

const quantity = about(
  'A text as it was typed (470, 4k7, 2.2 kΩ, 3/2, 13.8 V), or a number in SI base units, 0 or more.',
  anyOf([text({ least: 1, most: 100 }), number({ least: 0 })]),
)
const note = nullable(anyOf([text(), number()]))

/** The schema of what a kind of part has, from its table of fields. */
function fieldsSchema(kind: Part['kind']): JsonSchema {
  const properties = fields[kind].map(({ name: field, unit, optional: isOptional, about: description }) => {
    const { schema } = unit ? (isOptional ? nullable(quantity) : quantity) : note
    return [field, { ...schema, ...(description && { description }) }]
  })
  return {
    if: { properties: { kind: { const: kind } } },
    then: { properties: Object.fromEntries(properties) as JsonSchema },
  }
}

const part = also(object({ name, kind: oneOf(kinds), from: name, to: name }), {
  allOf: kinds.filter((kind) => fields[kind].length > 0).map(fieldsSchema),
})

const title = optional(text({}, (at) => `the ${at} must be text`))

/** All of a network document but what its parts and what is known say of each other. */
const plain = object({ ...head('nodrel-network'), title, notes: title })

/** A network document; its parts, and what belongs to them, are read by {@link readNetwork}. */
export const networkDeclaration = object({
  ...head('nodrel-network'),
  title,
  notes: title,
  parts: also(list(part, { least: 1, most: maxParts }), {
    contains: { properties: { kind: { enum: ['source', 'terminals'] } }, required: ['kind'] },
    minContains: 1,
    maxContains: 1,
  }),
  known: optionalOrNull(object({ part: name, quantity: oneOf(['voltage', 'current', 'power']), value: quantity })),
  reference: optionalOrNull(name),
  tags: optionalOrNull(about('By which it is found in a logbook; free of meaning for the values.', tagsDeclaration)),
  report: optionalOrNull(
    about(
      'How the report is made, and what is filled in beside its title; free of meaning for the values.',
      reportDeclaration,
    ),
  ),
  worksheet: optionalOrNull(
    about(
      'How the worksheet is done, where it differs from the usual; free of meaning for the values.',
      choicesDeclaration,
    ),
  ),
  sketch: optionalOrNull(sketchDeclaration),
})

/**
 * {@link readNetwork} for JSON text.
 *
 * @param from UTF-16 text of up to 2 MiB in UTF-8; a byte order mark is passed over
 * @returns as {@link readNetwork}; what is too long, nests too deep or is no JSON is one problem of the field `document`
 */
export function readNetworkText(from: string): ReadNetwork {
  if (from.length > maxBytes || new TextEncoder().encode(from).length > maxBytes) {
    return {
      ok: false,
      problems: [{ part: null, field: 'document', message: 'the document is over the limit of 2 MiB' }],
    }
  }
  const json = readJson(from.replace(/^\uFEFF/, ''))
  if (json.ok) return readNetwork(json.value)
  return {
    ok: false,
    problems: [{ part: null, field: 'document', message: `the document is not JSON: ${json.message}` }],
  }
}

/**
 * Reads a network document that was parsed from JSON, and says everything that is wrong with it at once.
 *
 * @param document any value; fields that it has and Nodrel does not know are kept as they are
 * @returns the network, its quantities exact in SI base units (Ω, V, A, W); or the problems, each with the part's name (null for
 *   the whole document), the field and a sentence. It never throws.
 */
export function readNetwork(document: unknown): ReadNetwork {
  return read(document, true)
}

/**
 * {@link readNetwork} for a piece of a network, as it is copied from a drawing: it may have any number of sources or none,
 * and nothing need be known.
 */
export function readPiece(document: unknown): ReadNetwork {
  return read(document, false)
}

function read(document: unknown, whole: boolean): ReadNetwork {
  const problems: Problem[] = []
  const complain = (part: string | null, field: string, message: string) => problems.push({ part, field, message })
  const refused = (): ReadNetwork => ({ ok: false, problems })

  if (!isObject(document)) {
    complain(null, 'document', 'a network document is a JSON object')
    return refused()
  }
  for (const { at, message } of problemsOf(plain, document)) complain(null, at, message)
  if (!Array.isArray(document.parts)) {
    complain(null, 'parts', 'the parts must be a list')
    return refused()
  }
  if (document.parts.length > maxParts) {
    complain(null, 'parts', `${document.parts.length} parts are over the limit of ${maxParts.toLocaleString('en')}`)
    return refused()
  }

  const parts = readParts(document.parts, complain)
  const supplies = parts.filter((part) => part.kind === 'source' || part.kind === 'terminals')
  if (whole) checkSupplies(document.parts, complain)
  const known =
    document.known === undefined || document.known === null ? undefined : readKnown(document.known, parts, complain)
  if (whole) checkSourceVoltage(supplies, document.known, complain)
  checkReference(document.reference, document.parts, complain)
  for (const [field, declaration] of Object.entries(meaningless)) {
    const value = document[field]
    if (value === undefined || value === null) continue
    const messages = problemsOf(declaration, value).map(({ message }) => message)
    for (const message of new Set(messages)) complain(null, field, message)
  }
  if (problems.length > 0) return refused()

  return {
    ok: true,
    network: {
      ...document,
      title: (document.title as string | undefined) ?? '',
      notes: (document.notes as string | undefined) ?? '',
      parts,
      known,
      reference: (document.reference as string | null | undefined) ?? undefined,
      sketch: (document.sketch as Sketch | null | undefined) ?? undefined,
      worksheet: (document.worksheet as WorksheetChoices | null | undefined) ?? undefined,
      tags: (document.tags as readonly string[] | null | undefined) ?? undefined,
      report: (document.report as ReportChoices | null | undefined) ?? undefined,
    },
  }
}

/** What of a document has no meaning for the values. */
const meaningless = {
  sketch: sketchDeclaration,
  worksheet: choicesDeclaration,
  tags: tagsDeclaration,
  report: reportDeclaration,
}

type Complain = (part: string | null, field: string, message: string) => void

function readParts(raw: readonly unknown[], complain: Complain): Part[] {
  const parts: Part[] = []
  const seen = new Set<string>()
  raw.forEach((item, index) => {
    const place = `parts[${index}]`
    if (!isObject(item)) return complain(place, 'parts', 'a part must be an object with name, kind, from and to')
    const name = isName(item.name) ? item.name : null
    if (name === null) complain(shownName(item.name, place), 'name', `a part needs a name; ${nameRule}`)
    else if (seen.has(name)) complain(name, 'name', 'another part has this name; names must be unique')
    if (name !== null) seen.add(name)
    const label = name ?? shownName(item.name, place)

    for (const end of ['from', 'to'] as const) {
      if (!isName(item[end])) {
        const given = item[end] === undefined || item[end] === '' ? 'is missing' : 'cannot be read'
        complain(label, end, `the point “${end}” ${given}; ${nameRule}`)
      }
    }
    const part = readPart(item, label, complain)
    if (part) parts.push(part)
  })
  return parts
}

function shownName(name: unknown, place: string): string {
  return typeof name === 'string' && name.trim() !== '' && name.length <= 64 ? name : place
}

function readPart(item: Readonly<Record<string, unknown>>, label: string, complain: Complain): Part | null {
  const kind = kinds.find((it) => it === item.kind)
  if (!kind) {
    complain(label, 'kind', `the kind must be one of ${kinds.join(', ')}`)
    return null
  }
  const part: Record<string, unknown> = { ...item }
  let isRead = true
  for (const { name, unit, optional, mayBeAbsent } of fields[kind]) {
    const value = item[name]
    if (mayBeAbsent && value === undefined) continue
    if (optional && (value === undefined || value === null)) {
      if (unit) part[name] = undefined
    } else if (unit) {
      part[name] = readValue(value, unit, label, name, complain)
      isRead &&= part[name] !== null
    } else if (typeof value !== 'string' && typeof value !== 'number')
      complain(label, name, `the ${name} must be text or a number`)
  }
  return isRead ? (part as unknown as Part) : null
}

function readValue(typed: unknown, unit: Unit, part: string, field: string, complain: Complain): GivenQuantity | null {
  const read = readQuantity(typed, unit)
  if (read.ok) return { typed: typed as string | number, exact: read.exact, value: read.value }
  complain(part, field, quantityProblem(read.problem, typed, unit))
  return null
}

function checkSupplies(raw: readonly unknown[], complain: Complain): void {
  const supplies = raw.filter(isObject).filter((part) => part.kind === 'source' || part.kind === 'terminals')
  if (supplies.length === 0) {
    complain(null, 'parts', 'there is no source and no pair of terminals; add exactly one of them')
    return
  }
  for (const extra of supplies.slice(1)) {
    const both = extra.kind === 'source' && supplies[0].kind === 'source'
    const message = both
      ? 'a second source; series-parallel reduction takes one source only, more need other methods'
      : 'exactly one source or one pair of terminals is allowed'
    complain(shownName(extra.name, 'parts'), 'kind', message)
  }
}

function readKnown(raw: unknown, parts: readonly Part[], complain: Complain): Known | undefined {
  if (!isObject(raw)) {
    complain(null, 'known', 'what is known must be an object with part, quantity and value')
    return undefined
  }
  const part = parts.find((candidate) => candidate.name === raw.part)
  const label = shownName(raw.part, 'known')
  if (!part) complain(label, 'known', 'what is known names a part that is not in the list')
  else if (part.kind !== 'source' && part.kind !== 'resistor')
    complain(label, 'known', 'what is known must belong to the source or a resistor')
  if (raw.quantity !== 'voltage' && raw.quantity !== 'current' && raw.quantity !== 'power') {
    complain(label, 'known', 'the known quantity must be voltage, current or power')
    return undefined
  }
  const value = readValue(raw.value, unitOf[raw.quantity], label, 'known', complain)
  return value && part ? { part: part.name, quantity: raw.quantity, value } : undefined
}

function checkSourceVoltage(supplies: readonly Part[], known: unknown, complain: Complain): void {
  const isKnown = known !== undefined && known !== null
  for (const supply of supplies) {
    if (supply.kind === 'terminals' && isKnown)
      complain(supply.name, 'known', 'terminals have no source, so nothing can be known of it')
    if (supply.kind !== 'source') continue
    if (supply.voltage && isKnown)
      complain(supply.name, 'voltage', 'give the source’s voltage or one known quantity, not both')
    if (!supply.voltage && !isKnown)
      complain(supply.name, 'voltage', 'give the source’s voltage, or one known quantity instead')
  }
}

function checkReference(reference: unknown, raw: readonly unknown[], complain: Complain): void {
  if (reference === undefined || reference === null) return
  const found = raw.some((part) => isObject(part) && (part.from === reference || part.to === reference))
  if (typeof reference !== 'string' || !found) complain(null, 'reference', 'the 0 V point must be the end of a part')
}
