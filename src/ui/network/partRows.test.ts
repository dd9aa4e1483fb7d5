import type { NetworkDocument } from '@/core/network'
import { document, worked } from '../../../test/documents'
import { addPart, changeField, inFormatNote, isTable, noteProblem, removePart, valueOf } from './partRows'
import { pasteRows } from './pasteRows'

const rows = (doc: NetworkDocument) =>
  doc.parts.map((part) => `${part.name} ${part.kind} ${part.from} ${part.to} ${valueOf(part)}`.trim())
const one = document(['E1 A B 12 V', 'R1 A B 5'])

test('rows with a heading, in any order of columns', () => {
  const pasted = pasteRows(one, 'value\tto\tfrom\tname\n4k7\tC\tA\tR2\n\t C\tB\tW1\n')
  expect(rows(pasted.document)).toEqual([
    'E1 source A B 12 V',
    'R1 resistor A B 5',
    'R2 resistor A C 4k7',
    'W1 wire B C',
  ])
  expect(pasted).toMatchObject({ added: 2, replaced: 0, refused: [] })
})

test('five, four or three columns without one', () => {
  expect(rows(pasteRows(one, 'R2\tresistor\tA\tC\t10').document)[2]).toBe('R2 resistor A C 10')
  expect(rows(pasteRows(one, 'R2,A,C,10\nE1,A,C,9V').document)).toEqual([
    'E1 source A C 9V',
    'R1 resistor A B 5',
    'R2 resistor A C 10',
  ])
  expect(rows(pasteRows(one, 'A;C;10\nC;B;').document).slice(2)).toEqual(['R2 resistor A C 10', 'W1 wire C B'])
})

test('a row whose name exists replaces that part; rows that make no sense are named', () => {
  const pasted = pasteRows(one, 'R1\tA\tB\t7\nR2\tA\nR3\t\tB\t5')
  expect(rows(pasted.document)).toEqual(['E1 source A B 12 V', 'R1 resistor A B 7'])
  expect(pasted).toMatchObject({
    added: 0,
    replaced: 1,
    refused: ['row 2: 2 columns; give name, kind, from, to, value', 'row 3: the points are missing'],
  })
})

test('a table is told from a cell', () => {
  expect(isTable('4k7')).toBe(false)
  expect(isTable('A\tB\t5')).toBe(true)
  expect(isTable('R1,A,B,5')).toBe(true)
  expect(isTable('2,2')).toBe(false)
})

test('fields are changed, and what is known follows a name', () => {
  const known = document(['E1 A B', 'R1 A B 5'], { known: { part: 'R1', quantity: 'current', value: '1' } })
  expect(changeField(known, 1, 'name', 'Rx').known?.part).toBe('Rx')
  expect(changeField(known, 0, 'value', '9 V')).toMatchObject({ parts: [{ voltage: '9 V' }, {}] })
  expect(changeField(known, 0, 'value', '9 V')).not.toHaveProperty('known')
  expect(changeField(one, 0, 'value', '').parts[0]).not.toHaveProperty('voltage')
  expect(changeField(one, 1, 'kind', 'wire').parts[1]).toMatchObject({ kind: 'wire' })
  expect(removePart(known, 1)).not.toHaveProperty('known')
  expect(rows(addPart(document(worked))).at(-1)).toBe('R6 resistor')
})

test('twenty thousand rows are placed, those without a name by the next free one', () => {
  const text = Array.from({ length: 20_000 }, (_, i) => `p${i}\tp${i + 1}\t${i % 90 === 0 ? '' : i + 1}`).join('\n')
  const { document, added, replaced, refused } = pasteRows(one, text)
  expect([added, replaced, refused.length, document.parts.length]).toEqual([20_000, 0, 0, 20_000 + one.parts.length])
  expect(new Set(document.parts.map(({ name }) => name)).size).toBe(document.parts.length)
  const again = pasteRows(
    document,
    document.parts
      .slice(2)
      .map((it) => `${it.name}\t${it.from}\tq\t5`)
      .join('\n'),
  )
  expect([again.added, again.replaced]).toEqual([0, 20_000])
})

test('tolerance and rating are cells of their own, and a number alone gets its unit', () => {
  const of = document(['E1 A B 12 V', 'R1 A B 100'])
  const noted = changeField(changeField(of, 1, 'tolerance', '1 %'), 1, 'rating', '1/4 W')
  expect(noted.parts[1]).toMatchObject({ tolerance: '1 %', rating: '1/4 W' })
  expect(changeField(noted, 1, 'tolerance', '').parts[1]).not.toHaveProperty('tolerance')
  expect([inFormatNote('tolerance', '5'), inFormatNote('rating', '1/4'), inFormatNote('rating', '2 W')]).toEqual([
    '5 %',
    '1/4 W',
    '2 W',
  ])
  expect(noteProblem('tolerance', 'gold')).toMatch(/5 %/)
  expect(noteProblem('rating', '1/4 W')).toBeNull()
  expect(noteProblem('tolerance', undefined)).toBeNull()
})
