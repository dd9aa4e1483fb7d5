import type { NetworkDocument, PartDocument } from '@/core/network'
import { freeName, removeParts, renamePart } from '@/core/entry'

export type Field = 'name' | 'kind' | 'from' | 'to' | 'value'

/** What stands in the value column of a part: resistance, the source's voltage, or nothing. */
export function valueOf(part: PartDocument): string {
  const value = part.kind === 'resistor' ? part.resistance : part.kind === 'source' ? part.voltage : undefined
  return value === undefined || value === null ? '' : String(value)
}

/** The document with one field of one part changed. A name takes what is known of the part along. */
export function changeField(document: NetworkDocument, index: number, field: Field, text: string): NetworkDocument {
  const before = document.parts[index]
  const unique = document.parts.filter(({ name }) => name === before.name).length === 1
  if (field === 'name' && unique) return renamePart(document, before.name, text)
  const parts = document.parts.map((part, i) => (i === index ? withField(part, field, text) : part))
  const { known, ...rest } = document
  // A voltage typed for the source stands instead of what was known.
  if (known && field === 'value' && before.kind === 'source' && text !== '') return { ...rest, parts }
  return { ...document, parts }
}

function withField(part: PartDocument, field: Field, text: string): PartDocument {
  if (field !== 'value') return { ...part, [field]: text }
  if (part.kind === 'resistor') {
    const { resistance: _before, ...bare } = part
    return text === '' ? bare : { ...part, resistance: text }
  }
  if (part.kind !== 'source') return part
  const { voltage: _before, ...bare } = part
  return text === '' ? bare : { ...part, voltage: text }
}

/** The document with one more resistor, its ends and its value still to be given. */
export function addPart(document: NetworkDocument): NetworkDocument {
  return {
    ...document,
    parts: [...document.parts, { name: freeName(document, 'R'), kind: 'resistor', from: '', to: '' }],
  }
}

/** The document without one part, and without what was known of it. */
export function removePart(document: NetworkDocument, index: number): NetworkDocument {
  const { name } = document.parts[index]
  const twins = document.parts.filter((part) => part.name === name).length > 1
  return twins
    ? { ...document, parts: document.parts.filter((_, i) => i !== index) }
    : removeParts(document, new Set([name]))
}

/** Whether a pasted text is rows of a table rather than the content of one cell. */
export function isTable(text: string): boolean {
  return /[\t\n]/.test(text.trim()) || text.split(/[;,]/).length >= 3
}
