import { readRating, readTolerance, type NetworkDocument, type PartDocument } from '@/core/network'
import { freeName, removeParts, renamePart } from '@/core/entry'

export type Field = 'name' | 'kind' | 'from' | 'to' | 'value' | 'tolerance' | 'rating'

/** What is noted of a resistor: that its values are what they are marked. */
type Note = 'tolerance' | 'rating'

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
  if (field === 'tolerance' || field === 'rating') {
    const { [field]: _before, ...bare } = part
    return text.trim() === '' ? bare : { ...part, [field]: text }
  }
  if (field !== 'value') return { ...part, [field]: text }
  if (part.kind === 'resistor') {
    const { resistance: _before, ...bare } = part
    return text === '' ? bare : { ...part, resistance: text }
  }
  if (part.kind !== 'source') return part
  const { voltage: _before, ...bare } = part
  return text === '' ? bare : { ...part, voltage: text }
}

/** A note as the format spells it, where a number alone was typed: `5` is `5 %`, `0.5` is `0.5 W`. */
export function inFormatNote(note: Note, typed: string): string {
  const text = typed.trim()
  if (!/^\d+(?:[.,/]\d+)?$/.test(text)) return typed
  return note === 'tolerance' ? `${text} %` : `${text} W`
}

/** Why a note cannot be read: it is kept, and counts as missing. null where it can. */
export function noteProblem(note: Note, typed: string | number | undefined): string | null {
  if (typed === undefined || String(typed).trim() === '') return null
  const read = note === 'tolerance' ? readTolerance(typed) : readRating(typed)
  if (read !== null) return null
  return note === 'tolerance' ? 'write it like 5 % or 0.5 %' : 'write it like 1/4 W or 0.5 W'
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
