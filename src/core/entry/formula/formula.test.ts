import { document, network, networkOf, worked } from '../../../../test/documents'
import { randomNetwork } from '../../../../test/randomNetwork'
import { analyse, type Analysis } from '../../worksheet'
import { wire } from '../../structure'
import { applyFormula, applySupplyText, supplyText, writeFormula } from './index'
import { readFormula } from './read'

const empty = document(['E1 A B 12 V'])
const applied = (text: string, to = empty) => {
  const result = applyFormula(to, text)
  if (!result.ok) throw new Error(result.problem.message)
  return result
}
const equivalent = (text: string) => (analyse(applied(text).document) as Analysis).equivalent?.exact
const formula = (texts: readonly string[]) => writeFormula(network(texts), wire(network(texts)))

test.each([
  ['1.5 + (10 + 20) // 15 + 1', '25/2'],
  ['R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1', '25/2'],
  ['1.5+(10+20)||15+1', '25/2'],
  ['3/2 + (10 + 20)//15 + 1e+0', '25/2'],
  ['4k7', '4700'],
  ['2.2 kΩ + 0R47', '220047/100'],
  ['a=10 // b: 10 ‖ c 10', '10/3'],
  ['((((7))))', '7'],
  ['10 // 10 + 5', '10'],
  ['10 // (10 + 5)', '6'],
])('%s is %s Ω', (text, exact) => expect(equivalent(text)).toBe(exact))

test.each([
  ['', 0, 'type a network'],
  ['1 + ', 4, 'missing at the end'],
  ['+ 1', 0, 'missing before +'],
  ['1 + + 2', 4, 'missing before +'],
  ['(1 + 2', 0, 'not closed'],
  ['1 + 2)', 5, 'closes no bracket'],
  ['()', 1, 'missing before )'],
  ['1 (2)', 2, 'operator is missing'],
  ['10 20', 3, 'operator is missing'],
  ['S1', 0, 'S1 needs a value'],
  ['R1 -5', 3, 'negative'],
  ['5 V', 0, 'wrong unit'],
  ['R1 5 + R1 6', 7, 'twice'],
  ['12,000', 0, 'comma'],
  ['1 | 2', 2, 'operator is missing'],
])('in “%s” the place %i is pointed at', (text, at, message) => {
  expect(readFormula(text)).toMatchObject({ ok: false, problem: { at, message: expect.stringContaining(message) } })
})

test('unnamed resistors are named R1, R2… and points A, B… from + to −', () => {
  const { parts } = applied('1 + (R1 2 + 3) // 4').document
  expect(parts.map(({ name, from, to }) => `${name} ${from} ${to}`)).toEqual([
    'E1 A D',
    'R2 A B',
    'R1 B C',
    'R3 C D',
    'R4 B D',
  ])
})

test('the formula of a network is written with its names and values as typed', () => {
  expect(formula(worked)?.text).toBe('R1 1.5 + (R2 10 + R3 20) ∥ R4 15 + R5 1')
  expect(formula([...worked, 'R6 M X 1', 'W1 B Q'])?.left).toEqual(['R6', 'W1'])
  expect(formula(['E1 A Z 12', 'R1 A B 1', 'R2 A C 2', 'R3 B C 3', 'R4 B Z 4', 'R5 C Z 5'])).toBeNull()
  expect(formula(['E1 A B 5'])).toBeNull()
  expect(formula(['E1 A B 5', '10 A B 5'])).toBeNull()
})

test('a random network comes back from its formula with the same resistance', () => {
  for (let seed = 0; seed < 80; seed++) {
    const random = randomNetwork(seed, 1 + (seed % 12))
    const written = writeFormula(networkOf(random), wire(networkOf(random)))
    const again = applied(written?.text ?? '').document
    expect((analyse(again) as Analysis).equivalent).toEqual((analyse(random) as Analysis).equivalent)
  }
})

test('new values and names keep everything else', () => {
  const drawn = {
    ...document([...worked, 'R6 M X 1', 'W1 B Q'], { notes: 'keep' }),
    sketch: { points: { A: [0, 0] as const } },
  }
  const { document: changed, gone, rebuilt } = applied('R1 1k5 + (Rx 10 + 20) // R4 15 + R5 1', drawn)
  expect(gone).toEqual([])
  expect(rebuilt).toBe(false)
  expect(changed).toMatchObject({ notes: 'keep', sketch: drawn.sketch })
  expect(
    changed.parts.map(({ name, from, to, resistance }) => `${name} ${from} ${to} ${resistance ?? ''}`.trim()),
  ).toEqual(['E1 A D', 'R1 A B 1k5', 'Rx B M 10', 'R3 M C 20', 'R4 B C 15', 'R5 C D 1', 'R6 M X 1', 'W1 B Q'])
})

test('another structure names what goes, and keeps tolerance and rating by name', () => {
  const before = document([...worked, 'W1 B Q'])
  const rated = {
    ...before,
    parts: before.parts.map((part) => (part.name === 'R2' ? { ...part, rating: '0.5 W' } : part)),
  }
  const { document: changed, gone, rebuilt } = applied('R2 10 // R9 5', rated)
  expect(rebuilt).toBe(true)
  expect(gone).toEqual(['R1', 'R3', 'R4', 'R5', 'W1'])
  expect(changed.parts).toEqual([
    { name: 'E1', kind: 'source', from: 'A', to: 'B', voltage: '12 V' },
    { name: 'R2', kind: 'resistor', from: 'A', to: 'B', resistance: '10', rating: '0.5 W' },
    { name: 'R9', kind: 'resistor', from: 'A', to: 'B', resistance: '5' },
  ])
})

test('a formula nested 20,000 deep is read without recursion', () => {
  expect(equivalent(`${'('.repeat(20_000)}7${')'.repeat(20_000)}`)).toBe('7')
})

describe('the source field', () => {
  const one = document(['E1 A B 12 V', 'R1 A B 5'])
  const after = (text: string, from = one) => {
    const result = applySupplyText(from, text)
    return result.ok
      ? [supplyText(result.document), (analyse(result.document) as Analysis).supply?.voltage?.exact]
      : result.message
  }
  test('the unit decides', () => {
    expect(supplyText(one)).toBe('12 V')
    expect(after('24')).toEqual(['24 V', '24'])
    expect(after('E1 = 13.8 V')).toEqual(['13.8 V', '69/5'])
    expect(after('200 mA')).toEqual(['200 mA', '1'])
    expect(after('5 W')).toEqual(['5 W', '5'])
    expect(after('R1 2 A')).toEqual(['R1 2 A', '10'])
    expect(after('R1 = 2A')).toEqual(['R1 2A', '10'])
    expect(after('?')).toEqual(['?', undefined])
  })
  test('terminals become a source again', () => {
    const terminals = applySupplyText(one, '?')
    if (!terminals.ok) throw new Error('refused')
    expect(terminals.document.parts[0]).toMatchObject({ name: 'T1', kind: 'terminals' })
    expect(after('9 V', terminals.document)).toEqual(['9 V', '9'])
  })
  test.each([
    ['', 'write 12 V'],
    ['abc', 'not a number'],
    ['5 Ω', 'resistance'],
    ['R7 2 A', 'no part R7'],
    ['R1 2', 'needs the unit'],
    ['-3 V', 'negative'],
  ])('“%s” is refused', (text, message) => {
    expect(after(text)).toContain(message)
  })
})
