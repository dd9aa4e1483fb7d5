import Papa from 'papaparse'
import { isName, kinds, type NetworkDocument, type PartDocument } from '@/core/network'
import { inFormat, readQuantity, quantityProblem } from '@/core/number'
import { isSupply, letterOf } from '@/core/entry'
import type { Field } from './partRows'

type Column = Field

export interface PastedRows {
  readonly document: NetworkDocument
  readonly added: number
  readonly replaced: number
  /** Rows that could not be understood, with their number and why. */
  readonly refused: readonly string[]
}

const headings: Readonly<Record<string, Column>> = {
  name: 'name',
  part: 'name',
  kind: 'kind',
  from: 'from',
  '+': 'from',
  to: 'to',
  '-': 'to',
  value: 'value',
  resistance: 'value',
  voltage: 'value',
  tolerance: 'tolerance',
  rating: 'rating',
}
const byCount: Readonly<Record<number, readonly Column[]>> = {
  7: ['name', 'kind', 'from', 'to', 'value', 'tolerance', 'rating'],
  5: ['name', 'kind', 'from', 'to', 'value'],
  4: ['name', 'from', 'to', 'value'],
  3: ['from', 'to', 'value'],
}

/**
 * Adds rows pasted from a spreadsheet (tabs, commas or semicolons): name, kind, from, to, value in the order of a heading
 * row, or five, four (no kind) or three (no name either) columns. A row whose name exists replaces that part; a source or
 * terminals replace the ones there are.
 */
export function pasteRows(document: NetworkDocument, text: string): PastedRows {
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' }).data.map((row) =>
    // A leading apostrophe before a minus keeps spreadsheets from calculating.
    row.map((cell) => cell.trim().replace(/^'(?=-)/, '')),
  )
  const first = rows[0]?.map((cell) => headings[cell.toLowerCase()])
  const headed = first !== undefined && first.filter(Boolean).length >= 3
  const parts = [...document.parts]
  // Each row is placed without looking through all the others: a spreadsheet may bring tens of thousands.
  const placeOf = new Map(parts.map(({ name }, i) => [name, i]))
  let supplyAt = parts.findIndex(isSupply)
  let known = document.known
  const nextNumber = new Map<string, number>()
  const freeName = (letter: string) => {
    let number = nextNumber.get(letter) ?? 1
    while (placeOf.has(`${letter}${number}`)) number++
    nextNumber.set(letter, number)
    return `${letter}${number}`
  }
  let added = 0
  let replaced = 0
  const refused: string[] = []
  rows.slice(headed ? 1 : 0).forEach((cells, i) => {
    // A wire or a meter may end with its points: it has no value.
    const isValueless = cells.length === 4 && kinds.some((kind) => kind === cells[1].toLowerCase())
    const fields = headed ? first : isValueless ? byCount[5].slice(0, 4) : byCount[cells.length]
    const row = `row ${i + (headed ? 2 : 1)}`
    if (!fields) return refused.push(`${row}: ${cells.length} columns; give name, kind, from, to, value`)
    const cell = (field: Column) => cells[fields.indexOf(field)] ?? ''
    if (cell('from') === '' || cell('to') === '') return refused.push(`${row}: the points are missing`)
    const part = partOf(cell, freeName)
    if (typeof part === 'string') return refused.push(`${row}: ${part}`)
    const problem = problemOf(part)
    if (problem !== null) return refused.push(`${row}: ${part.name}: ${problem}`)
    const place = placeOf.get(part.name) ?? (isSupply(part) && supplyAt >= 0 ? supplyAt : -1)
    if (place < 0) {
      added++
      placeOf.set(part.name, parts.length)
      if (isSupply(part)) supplyAt = parts.length
      parts.push(part)
    } else {
      replaced++
      placeOf.delete(parts[place].name)
      placeOf.set(part.name, place)
      parts[place] = part
      if (isSupply(part)) supplyAt = place
      else if (supplyAt === place) supplyAt = -1
    }
    if (isSupply(part) && part.voltage !== undefined) known = undefined
    return undefined
  })
  const { known: _before, ...rest } = document
  return { document: { ...rest, ...(known && { known }), parts }, added, replaced, refused }
}

function partOf(cell: (field: Column) => string, freeName: (letter: string) => string): PartDocument | string {
  const value = inFormat(cell('value'))
  const name = cell('name')
  const typed = cell('kind').toLowerCase() || guessKind(name, value)
  const kind = kinds.find((it) => it === typed)
  const part = { name: name || freeName(letterOf(typed)), from: cell('from'), to: cell('to') }
  if (kind === undefined) return `${part.name}: the kind must be one of ${kinds.join(', ')}`
  if (kind === 'source') return { ...part, kind, ...(value && { voltage: value }) }
  if (kind !== 'resistor') return { ...part, kind }
  const [tolerance, rating] = [cell('tolerance'), cell('rating')]
  return {
    ...part,
    kind,
    ...(value && { resistance: value }),
    ...(tolerance && { tolerance }),
    ...(rating && { rating }),
  }
}

/** Why a row cannot be a part; null if it can. */
function problemOf({ name, kind, from, to, resistance, voltage }: PartDocument): string | null {
  const bad = [name, from, to].find((text) => !isName(text))
  if (bad !== undefined) return `“${bad}” cannot be a name; use 1 to 32 letters, digits or _ . - '`
  const unit = kind === 'source' ? 'V' : 'Ω'
  const value = kind === 'resistor' ? resistance : voltage
  if (value === undefined) return null
  const read = readQuantity(value, unit)
  return read.ok ? null : quantityProblem(read.problem, value, unit)
}

function guessKind(name: string, value: string): string {
  const read = readQuantity(value, null)
  if (read.ok && read.unit === 'V') return 'source'
  if (value !== '') return 'resistor'
  // Without a value the name tells: R1 has none yet, A1 and V1 are meters.
  return (
    ({ T: 'terminals', R: 'resistor', A: 'ammeter', V: 'voltmeter' } as Record<string, string>)[
      (/^[tT]|^[RAV](?=\d)/.exec(name)?.[0] ?? '').toUpperCase()
    ] ?? 'wire'
  )
}
