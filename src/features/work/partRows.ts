import Papa from 'papaparse'
import type { NetworkDocument, PartDocument } from '@/core/network'

export type Field = 'name' | 'kind' | 'from' | 'to' | 'value'

/** What stands in the value column of a part: resistance, the source's voltage, or nothing. */
export function valueOf(part: PartDocument): string {
  const value = part.kind === 'resistor' ? part.resistance : part.kind === 'source' ? part.voltage : undefined
  return value === undefined || value === null ? '' : String(value)
}

/** The document with one field of one part changed. A name takes what is known of the part along. */
export function changeField(document: NetworkDocument, index: number, field: Field, text: string): NetworkDocument {
  const before = document.parts[index]
  const parts = document.parts.map((part, i) => (i === index ? withField(part, field, text) : part))
  const { known, ...rest } = document
  if (known && field === 'name' && known.part === before.name)
    return { ...document, parts, known: { ...known, part: text } }
  // A voltage typed for the source stands instead of what was known.
  if (known && field === 'value' && before.kind === 'source' && text !== '') return { ...rest, parts }
  return { ...document, parts }
}

function withField(part: PartDocument, field: Field, text: string): PartDocument {
  if (field !== 'value') return { ...part, [field]: text }
  if (part.kind === 'resistor') return { ...part, resistance: text }
  if (part.kind !== 'source') return part
  const { voltage: _before, ...bare } = part
  return text === '' ? bare : { ...part, voltage: text }
}

/** The document with one more resistor, its ends still to be given. */
export function addPart(document: NetworkDocument): NetworkDocument {
  return {
    ...document,
    parts: [...document.parts, { name: freeName(document, 'R'), kind: 'resistor', from: '', to: '', resistance: '' }],
  }
}

/** The document without one part, and without what was known of it. */
export function removePart(document: NetworkDocument, index: number): NetworkDocument {
  const { known, ...rest } = document
  const parts = document.parts.filter((_, i) => i !== index)
  return known && known.part !== document.parts[index].name ? { ...document, parts } : { ...rest, parts }
}

function freeName(document: NetworkDocument, letter: string): string {
  const taken = new Set(document.parts.map(({ name }) => name))
  let number = 1
  while (taken.has(`${letter}${number}`)) number++
  return `${letter}${number}`
}

export interface PastedRows {
  readonly document: NetworkDocument
  readonly added: number
  readonly replaced: number
  /** Rows that could not be understood, with their number and why. */
  readonly refused: readonly string[]
}

const headings: Readonly<Record<string, Field>> = {
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
}
const byCount: Readonly<Record<number, readonly Field[]>> = {
  5: ['name', 'kind', 'from', 'to', 'value'],
  4: ['name', 'from', 'to', 'value'],
  3: ['from', 'to', 'value'],
}

/** Whether a pasted text is rows of a table rather than the content of one cell. */
export function isTable(text: string): boolean {
  return /[\t\n]/.test(text.trim()) || text.split(/[;,]/).length >= 3
}

/**
 * Adds rows pasted from a spreadsheet (tabs, commas or semicolons): name, kind, from, to, value in the order of a heading
 * row, or five, four (no kind) or three (no name either) columns. A row whose name exists replaces that part; a source or
 * terminals replace the ones there are.
 */
export function pasteRows(document: NetworkDocument, text: string): PastedRows {
  const rows = Papa.parse<string[]>(text.trim(), { skipEmptyLines: 'greedy' }).data.map((row) =>
    row.map((cell) => cell.trim()),
  )
  const first = rows[0]?.map((cell) => headings[cell.toLowerCase()])
  const headed = first !== undefined && first.filter(Boolean).length >= 3
  let result = document
  let added = 0
  let replaced = 0
  const refused: string[] = []
  rows.slice(headed ? 1 : 0).forEach((cells, i) => {
    const fields = headed ? first : byCount[cells.length]
    const row = `row ${i + (headed ? 2 : 1)}`
    if (!fields) return refused.push(`${row}: ${cells.length} columns; give name, kind, from, to, value`)
    const cell = (field: Field) => cells[fields.indexOf(field)] ?? ''
    if (cell('from') === '' || cell('to') === '') return refused.push(`${row}: the points are missing`)
    const part = partOf(cell, result)
    const supply = part.kind === 'source' || part.kind === 'terminals'
    const place = result.parts.findIndex(
      ({ name, kind }) => name === part.name || (supply && (kind === 'source' || kind === 'terminals')),
    )
    if (place < 0) added++
    else replaced++
    const { known, ...rest } = result
    const parts = place < 0 ? [...result.parts, part] : result.parts.map((it, at) => (at === place ? part : it))
    result = known && !(supply && part.voltage !== undefined) ? { ...result, parts } : { ...rest, parts }
    return undefined
  })
  return { document: result, added, replaced, refused }
}

function partOf(cell: (field: Field) => string, document: NetworkDocument): PartDocument {
  const value = cell('value')
  const name = cell('name')
  const kind = cell('kind').toLowerCase() || guessKind(name, value)
  const letter = kind === 'wire' ? 'W' : kind === 'source' ? 'E' : kind === 'terminals' ? 'T' : 'R'
  const part = { name: name || freeName(document, letter), kind, from: cell('from'), to: cell('to') }
  if (kind === 'source') return value === '' ? part : { ...part, voltage: value }
  return kind === 'wire' || kind === 'terminals' ? part : { ...part, resistance: value }
}

function guessKind(name: string, value: string): string {
  if (/^\s*[\d.]+\s*[mkM]?V$/.test(value)) return 'source'
  if (value === '') return /^T/i.test(name) ? 'terminals' : 'wire'
  return 'resistor'
}
