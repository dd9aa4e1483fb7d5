import { document, network } from '../../../test/documents'
import { textOf } from '../../../test/schools'
import { down, lineOf, linesOf, up, worksheetOf as sheet } from '../../../test/worked'
import { analyse, formulaText, openParts, readingId, stopsOf, wordSentence } from '.'
import { currentPath } from '../picture'

const open = ['E1 A D 12 V', 'R1 A B', 'R2 B M 10', 'R3 M C 20', 'R4 B C', 'R5 C D 1']

test('without values the steps stand in letters, with no numbers', () => {
  const worksheet = sheet(network(open))
  expect(worksheet.outcome.status).toBe('structure')
  expect(down(worksheet, 0).lines.map((formula) => formulaText(formula))).toEqual(['R[R2+3] = 10 Ω + 20 Ω = 30 Ω'])
  expect(down(worksheet, 1).lines.map((formula) => formulaText(formula))).toEqual([
    'R[(R2+3)‖4] = (1)/((1)/(R[R2+3]) + (1)/(R[R4]))',
  ])
  expect(down(worksheet, 1).ways).toEqual(['reciprocals', 'product-over-sum'])
  expect(wordSentence(down(worksheet, 1).reason)).toBe('both ends on nodes 2 and 4')
  expect(linesOf(worksheet, 'supply').map(({ formula }) => formulaText(formula))).toEqual([
    'I = (V)/(R[eq])',
    'P = V · I',
  ])
  expect(up(worksheet, 1)?.lines.map(({ formula }) => formulaText(formula))).toEqual([
    'I[R2+3] = (V[R2+3])/(R[R2+3])',
    'I[R4] = (V[R4])/(R[R4])',
  ])
  expect(formulaText(up(worksheet, 1)?.check ?? [])).toBe('I[(R2+3)‖4] = I[R2+3] + I[R4]')
  expect(stopsOf(worksheet).length).toBeGreaterThan(10)
})

test('what has no value yet is named, as far as there is room', () => {
  const { outcome } = sheet(network(open))
  expect(openParts(outcome, 12)).toEqual({
    names: 'R1, R4',
    said: 'have no value yet: what depends on them stands in letters.',
  })
  expect(openParts(outcome, 1)).toEqual({
    names: 'R1',
    said: 'and 1 more have no value yet: what depends on them stands in letters.',
  })
  const one = sheet(network(open.map((text) => (text === 'R1 A B' ? 'R1 A B 1.5' : text))))
  expect(openParts(one.outcome, 12)).toEqual({
    names: 'R4',
    said: 'has no value yet: what depends on it stands in letters.',
  })
})

test('the numbers come one by one as values are given', () => {
  const worksheet = sheet(network(open.map((text) => (text === 'R1 A B' ? 'R1 A B 1.5' : text))))
  expect(worksheet.outcome.supply).toMatchObject({ current: null, voltage: { value: 12 } })
  const known = worksheet.derivation.lines.filter(({ amount, quantity }) => amount && quantity === 'resistance')
  expect(known.map(({ of }) => worksheet.elements[of].name)).toEqual(['R1', 'R2', 'R3', 'R5', 'R2+3'])
  const all = sheet(network(open.map((text) => text.replace(/^(R1 A B|R4 B C)$/, '$1 15'))))
  expect([all.outcome.status, textOf(all.outcome.equivalent)]).toEqual(['solved', '26'])
})

test('the open format says structure, and no number anywhere', () => {
  const analysis = analyse(document(open))
  if (analysis.status === 'refused') throw new Error('refused')
  expect(analysis).toMatchObject({ status: 'structure', equivalent: null, checks: [] })
  expect(analysis.steps.map(({ result, resistance, formula }) => [result, resistance, formula])).toEqual([
    ['R2+3', null, 'R[R2+3] = R[R2] + R[R3]'],
    ['(R2+3)‖4', null, 'R[(R2+3)‖4] = (1)/((1)/(R[R2+3]) + (1)/(R[R4]))'],
    ['Req', null, 'R[Req] = R[R1] + R[(R2+3)‖4] + R[R5]'],
  ])
  expect(JSON.stringify(analysis)).not.toContain('"value":{')
  expect(JSON.stringify({ ...analysis, steps: [] })).not.toMatch(/"value"/)
  expect(analysis.nodes.map(({ label }) => label)).toEqual(['1', '2', '3', '4', '5'])
  // What carries nothing has no value to give either.
  expect(analyse(document(['E1 A B 1', 'R1 A B 1', 'R2 B B']))).toMatchObject({ status: 'structure' })
  // A bridge is a bridge, whatever its values.
  const bridge = ['E1 A Z 12', 'R1 A B', 'R2 A C 2', 'R3 B C', 'R4 B Z 4', 'R5 C Z 5']
  expect(analyse(document(bridge))).toMatchObject({ status: 'not-series-parallel', residue: expect.any(Array) })
  expect(analyse(document(['T1 A B', 'R1 A C', 'R2 C B']))).toMatchObject({ status: 'structure' })
})

test('an empty value or null is refused as before', () => {
  for (const resistance of ['', null])
    expect(
      analyse({ ...document(open), parts: [{ name: 'R1', kind: 'resistor', from: 'A', to: 'D', resistance }] }),
    ).toMatchObject({ status: 'refused' })
})

test('the way of the current does not need values', () => {
  const path = currentPath(network(open))
  expect([...(path?.forwards ?? [])]).toEqual([
    ['E1', false],
    ['R1', true],
    ['R2', true],
    ['R3', true],
    ['R4', true],
    ['R5', true],
  ])
  expect([path?.divides, path?.meets]).toEqual([['B'], ['C']])
})

test('what is known inside, beyond a bridge, and meters stand in letters too', () => {
  const inside = sheet(
    network(['E1 A D', 'R1 A B', 'R2 B D 4', 'R3 B D'], { known: { part: 'R2', quantity: 'current', value: '1' } }),
    { branches: 'yes' },
  )
  expect(linesOf(inside, 'known').map(({ formula }) => formulaText(formula))).toEqual([
    'V[R2] = 1 A · 4 Ω = 4 V',
    'I[0] = (V[R2‖3])/(R[R2‖3])',
    'V[Req] = I[0] · R[Req]',
  ])
  const bridge = ['E1 A Z 12', 'R1 A B', 'R2 A C 2', 'R3 B C', 'R4 B Z 4', 'R5 C Z 5', 'V1 B C']
  const beyond = sheet(network(bridge), { beyond: 'yes', asked: [] })
  const { lines, found } = beyond.derivation
  expect(lines.every(({ amount, isOpen }) => isOpen !== (amount !== null))).toBe(true)
  const reading = found.voltage[readingId(beyond.elements.length, 6)] as number
  expect(formulaText(lineOf(beyond, reading).formula)).toBe('V[V1] = − V[R3]')
})
