import { document, worked } from '../../../../test/documents'
import { randomNetwork } from '../../../../test/randomNetwork'
import { differencesOf } from '.'

const plain = (lines: readonly string[]) => lines.map((line) => line.replaceAll('\u2009', ' '))
const before = document(worked)
const after = (change: (texts: string[]) => string[], more: Parameters<typeof document>[1] = {}) =>
  plain(differencesOf(before, document(change([...worked]), more)))

test('the same state differs in nothing, whatever the network', () => {
  for (let seed = 0; seed < 30; seed++) {
    const of = randomNetwork(seed, 1 + (seed % 12), { clutter: seed % 2 === 0, zeros: seed % 3 === 0 })
    expect(differencesOf(of, structuredClone(of))).toEqual([])
  }
})

test('a value that changed is said with result otherwise', () => {
  expect(after((texts) => texts.map((text) => text.replace('R3 M C 20', 'R3 M C 4k7')))).toEqual([
    'R3 20 Ω → 4.7 kΩ',
    'Req 12.5 Ω → 17.45 Ω',
    'I 960 mA → 687.6 mA',
  ])
})

test('the same value in another spelling is no difference', () => {
  expect(after((texts) => texts.map((text) => text.replace('R3 M C 20', 'R3 M C 0.02k')))).toEqual([])
})

test('parts that came, went, were moved or are of another kind', () => {
  expect(after((texts) => [...texts, 'R6 B C 30'])).toEqual(['R6 30 Ω added', 'Req 12.5 Ω → 10 Ω', 'I 960 mA → 1.2 A'])
  expect(after((texts) => texts.filter((text) => !text.startsWith('R4')))).toEqual([
    'R4 15 Ω removed',
    'Req 12.5 Ω → 32.5 Ω',
    'I 960 mA → 369.2 mA',
  ])
  expect(after((texts) => texts.map((text) => text.replace('R4 B C', 'R4 A C')))[0]).toBe(
    'R4 connected to other points',
  )
  expect(after((texts) => texts.map((text) => text.replace('R5 C D 1', 'W5 C D')))).toEqual(
    expect.arrayContaining(['W5 added', 'R5 1 Ω removed', 'Req 12.5 Ω → 11.5 Ω']),
  )
})

test('what stands beside the parts', () => {
  expect(after((texts) => texts, { title: 'Second', notes: 'n', tags: ['t'], worksheet: { order: 'pairs' } })).toEqual([
    'title “” → “Second”',
    'notes changed',
    'tags changed',
    'method changed',
  ])
})

test('a value that is missing, or makes no sense, is said as it is', () => {
  expect(after((texts) => texts.map((text) => text.replace('R3 M C 20', 'R3 M C')))).toEqual([
    'R3 20 Ω → without a value',
    'Req 12.5 Ω → unknown',
    'I 960 mA → unknown',
  ])
  expect(after((texts) => texts.map((text) => text.replace('R3 M C 20', 'R3 M C much')))[0]).toBe('R3 20 Ω → much')
})
