import fc from 'fast-check'
import { document, worked } from '../../../test/documents'
import { fold, foundBy, sortKey } from '.'

const finds = (text: string, of: Parameters<typeof foundBy>[0]) => foundBy(of).includes(fold(text))

test('a network is found by words anywhere in its title, notes and tags, whatever their accents and capitals', () => {
  const of = document(worked, { title: 'Façade heater', notes: 'the cold side\nsee sheet 4', tags: ['Übung/2'] })
  for (const text of ['FACADE', 'heat', 'eater', 'cold side', 'sheet 4', 'ubung', 'R4'])
    expect(finds(text, of)).toBe(true)
  expect(finds('warm', of)).toBe(false)
})

test('a value is found as it was typed and as others write it', () => {
  const of = document(['E1 A B 4.5 V', 'R1 A B 4k7', 'R2 A B 0.0022M', 'R3 A B 10'])
  for (const text of ['4k7', '4.7k', '4.7 kΩ', '4700', '2k2', '2.2k', '2200', '0.0022M', '10R', '4.5 V', '4V5'])
    expect([text, finds(text, of)]).toEqual([text, true])
  expect(finds('5k6', of)).toBe(false)
})

test('what is known of a resistor is found; a value that makes no sense as it stands', () => {
  const of = document(['E1 A B', 'R1 A B 10', 'R2 A B wide'], {
    known: { part: 'R1', quantity: 'current', value: '320 mA' },
  })
  for (const text of ['320m', '0.32', 'wide']) expect([text, finds(text, of)]).toEqual([text, true])
})

test('only so much of a network is searched, and its title always', () => {
  const parts = Array.from({ length: 9000 }, (_, i) => `R${i + 1} A B ${i + 1}`)
  const of = document(['E1 A B 5', ...parts], { title: 'The large one', notes: 'x'.repeat(60_000) })
  expect(foundBy(of).length).toBeLessThanOrEqual(80_000)
  expect(finds('the large one', of)).toBe(true)
  expect(finds('R7', of)).toBe(true)
})

test('titles are sorted as people count', () => {
  const sorted = (titles: readonly string[]) => [...titles].sort((a, b) => (sortKey(a) < sortKey(b) ? -1 : 1))
  expect(sorted(['Lab 10', 'lab 9', 'Lab 2b', 'Lab 2', 'élan', 'Eland'])).toEqual([
    'élan',
    'Eland',
    'Lab 2',
    'Lab 2b',
    'lab 9',
    'Lab 10',
  ])
  fc.assert(
    fc.property(fc.nat(999_999_999), fc.nat(999_999_999), (a, b) => {
      expect(Math.sign(sortKey(`Task ${a}`).localeCompare(sortKey(`Task ${b}`)))).toBe(Math.sign(a - b))
      expect(sortKey(`Task 000${a}`)).toBe(sortKey(`task ${a}`))
    }),
  )
})
