import type { ReadingDocument } from './read'

/** The columns of readings as a table, in order. */
export const readingColumns = ['quantity', 'of', 'between', 'lifted', 'end', 'value', 'range', 'at', 'note'] as const

/** One reading as a row of texts, by column. */
export function rowOf(reading: ReadingDocument): string[] {
  const { quantity, of = '', between, lifted, end = '', value, range = '', at = '', note = '' } = reading
  return [quantity, of, between?.join(' ') ?? '', lifted ? 'yes' : '', end, String(value), String(range), at, note]
}

/** A row of texts, by the heading of its column, as a reading that is still to be judged; empty cells are absent. */
export function readingOfRow(cells: Readonly<Record<string, string | undefined>>): Readonly<Record<string, unknown>> {
  const cell = (name: (typeof readingColumns)[number]) => cells[name]?.trim() || undefined
  const between = cell('between')?.split(/[\s,;]+/)
  const lifted = cell('lifted')
  return Object.fromEntries(
    Object.entries({
      quantity: cell('quantity')?.toLowerCase(),
      of: cell('of'),
      between,
      lifted: lifted === undefined ? undefined : /^(?:yes|true|1|x)$/i.test(lifted) ? true : lifted,
      end: cell('end'),
      value: cell('value'),
      range: cell('range'),
      at: cell('at'),
      note: cell('note'),
    }).filter(([, value]) => value !== undefined),
  )
}
