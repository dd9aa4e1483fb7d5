import { readQuantity, unitOf, writeQuantity } from '../number'
import { fold } from './network'
import type { NetworkDocument } from './write'

/** No more is searched of one network: beyond it are only the parts of very large ones. In characters. */
const longest = 40_000

/**
 * What a network is found by, folded: its title, notes and tags, and its parts' names and values, each as it was typed and as
 * others would: 4k7, 4.7k, 4700.
 */
export function foundBy({ title = '', notes = '', tags = [], parts, known }: NetworkDocument): string {
  const words: string[] = [title, notes.slice(0, longest / 4), tags.join('\n')]
  let length = 0
  const add = (text: string) => {
    words.push(text)
    length += text.length + 1
  }
  const values = new Set<string>()
  const addValue = (typed: unknown, quantity: keyof typeof unitOf) => {
    if ((typeof typed !== 'string' && typeof typed !== 'number') || values.has(String(typed))) return
    values.add(String(typed))
    forms(typed, quantity).forEach(add)
  }
  for (const part of parts) {
    if (length > longest) break
    if (part.kind === 'wire') continue
    add(part.name)
    addValue(part.resistance, 'resistance')
    addValue(part.voltage, 'voltage')
  }
  if (known) addValue(known.value, known.quantity)
  return fold(words.join('\n')).slice(0, 2 * longest)
}

/** A value in the ways in which it is written. */
function forms(typed: string | number, quantity: keyof typeof unitOf): string[] {
  const text = String(typed)
  const read = readQuantity(typed, unitOf[quantity])
  if (!read.ok) return [text]
  const { number, prefix, unit } = writeQuantity({ value: read.value }, unitOf[quantity], 6)
  const letter = prefix || (quantity === 'resistance' ? 'R' : unit)
  const [whole, rest = ''] = number.split('.')
  return [
    ...new Set([
      text,
      `${number}${prefix}${unit}`,
      `${number} ${prefix}${unit}`,
      `${whole}${letter}${rest}`,
      String(read.value),
    ]),
  ]
}

/** A title as it is sorted by: folded, and its numbers by their size: R2 before R10. */
export function sortKey(title: string): string {
  return fold(title)
    .slice(0, 200)
    .replace(/\d+/g, (digits) => digits.replace(/^0+(?=\d)/, '').padStart(12, '0'))
}
