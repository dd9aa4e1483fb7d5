import { document, worked } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import { isName, maxBytes, maxParts, readNetwork, readNetworkText, readPiece, writeNetwork } from '.'

const problems = (from: unknown) => {
  const read = readNetwork(from)
  return read.ok ? [] : read.problems.map(({ part, field }) => `${part}: ${field}`)
}

test('a document is read and written back as it was typed', () => {
  const full = {
    ...document(worked, { title: 'Dew strip, short', notes: 'any <text>', reference: 'D' }),
    sketch: { points: { A: [0, 0], B: [4, 0.5] } },
    added: { later: true },
  }
  const typed = {
    ...full,
    parts: full.parts.map((part) =>
      part.name === 'R1' ? { ...part, tolerance: '5 %', rating: '0.5 W', resistance: ' 1.50 ohm' } : part,
    ),
  }
  const read = readNetwork(typed)
  if (!read.ok) throw new Error('refused')
  expect(JSON.parse(JSON.stringify(writeNetwork(read.network)))).toEqual(typed)
  expect(read.network.parts[1]).toMatchObject({ resistance: { typed: ' 1.50 ohm', exact: '3/2' } })
})

test('random documents survive reading and writing', () => {
  for (let seed = 0; seed < 50; seed++) {
    const typed = randomNetwork(seed, 12, { clutter: true, zeros: true })
    const read = readNetwork(typed)
    if (!read.ok) throw new Error('refused')
    expect(writeNetwork(read.network)).toEqual({ ...typed, notes: '' })
    expect(readNetwork(structuredClone(writeNetwork(read.network)))).toEqual(read)
  }
})

test('every problem is told at once, each with its part and field', () => {
  const read = readNetwork({
    format: 'nodrel-network',
    version: 1,
    parts: [
      { name: 'E1', kind: 'source', from: 'A', to: 'B' },
      { name: 'R1', kind: 'resistor', from: 'A', to: '', resistance: '-5' },
      { name: 'R1', kind: 'resistor', from: 'A', to: 'B', resistance: '5 V' },
      { name: 'R 2', kind: 'resistor', from: 'A', to: 'B', resistance: '5' },
      { name: 'X', kind: 'lamp', from: 'A', to: 'B' },
      { name: 'E2', kind: 'source', from: 'A', to: 'B', voltage: '5' },
      7,
    ],
    reference: 'Z',
  })
  expect(read).toEqual({
    ok: false,
    problems: [
      { part: 'R1', field: 'to', message: expect.stringContaining('missing') },
      { part: 'R1', field: 'resistance', message: expect.stringContaining('negative') },
      { part: 'R1', field: 'name', message: expect.stringContaining('unique') },
      { part: 'R1', field: 'resistance', message: expect.stringContaining('wrong unit') },
      { part: 'R 2', field: 'name', message: expect.stringContaining('32 letters') },
      { part: 'X', field: 'kind', message: expect.stringContaining('resistor, wire') },
      { part: 'parts[6]', field: 'parts', message: expect.any(String) },
      { part: 'E2', field: 'kind', message: expect.stringContaining('one source only') },
      { part: 'E1', field: 'voltage', message: expect.any(String) },
      { part: null, field: 'reference', message: expect.any(String) },
    ],
  })
})

test('exactly one source or one pair of terminals', () => {
  expect(problems(document(['R1 A B 5']))).toEqual(['null: parts'])
  expect(problems(document(['E1 A B 5', 'T1 A B']))).toEqual(['T1: kind'])
  expect(problems(document(['T1 A B', 'R1 A B 5']))).toEqual([])
})

test('what is known stands instead of the source’s voltage', () => {
  const known = { part: 'R1', quantity: 'current', value: '250 mA' } as const
  expect(problems(document(['E1 A B', 'R1 A B 5'], { known }))).toEqual([])
  expect(problems(document(['E1 A B 5', 'R1 A B 5'], { known }))).toEqual(['E1: voltage'])
  expect(problems(document(['E1 A B', 'R1 A B 5']))).toEqual(['E1: voltage'])
  expect(problems(document(['E1 A B', 'R1 A B 5'], { known: { ...known, value: '5 V' } }))).toEqual(['R1: known'])
  expect(problems(document(['E1 A B', 'R1 A B 5'], { known: { ...known, part: 'R9' } }))).toEqual(['R9: known'])
  expect(problems(document(['T1 A B', 'R1 A B 5'], { known }))).toEqual(['T1: known'])
  expect(problems(document(['E1 A B', 'R1 A B 5', 'W1 A B'], { known: { ...known, part: 'W1' } }))).toEqual([
    'W1: known',
  ])
})

test.each([
  [null],
  ['text'],
  [[]],
  [{}],
  [{ format: 'nodrel-network', version: 2, parts: [] }],
  [{ format: 'x', version: 1, parts: {} }],
])('%p is refused', (input) => {
  expect(problems(input).length).toBeGreaterThan(0)
})

test('limits are named', () => {
  const big = { format: 'nodrel-network', version: 1, parts: new Array(maxParts + 1).fill(0) }
  expect(readNetwork(big)).toMatchObject({ ok: false, problems: [{ message: expect.stringContaining('100,000') }] })
  expect(readNetworkText(' '.repeat(maxBytes + 1))).toMatchObject({
    ok: false,
    problems: [{ message: expect.stringContaining('2 MiB') }],
  })
  expect(readNetworkText('{')).toMatchObject({
    ok: false,
    problems: [{ message: expect.stringContaining('not JSON') }],
  })
})

test("names are letters, digits and _ . - '", () => {
  for (const name of ['R1', "R1'", 'Ωa', 'a.b-c_d', 'x'.repeat(32)]) expect(isName(name)).toBe(true)
  for (const name of ['', 'R 1', 'R+1', 'x'.repeat(33), '<b>', 5]) expect(isName(name)).toBe(false)
})

test('a sketch is judged too: places, strokes and labels', () => {
  const withSketch = (sketch: unknown) => {
    const read = readNetwork({ ...document(worked), sketch })
    return read.ok ? [] : read.problems.map(({ field, message }) => `${field}: ${message}`)
  }
  expect(
    withSketch({
      points: { A: [0, 1.5] },
      strokes: {
        R1: [
          [0, 0],
          [4, 0],
        ],
      },
      labels: { A: 'in' },
    }),
  ).toEqual([])
  expect(withSketch(null)).toEqual([])
  expect(withSketch([])).toEqual(['sketch: the sketch must be an object with points'])
  expect(withSketch({ points: { A: [0, null] } })).toEqual(['sketch: the place of point “A” must be two numbers'])
  expect(withSketch({ strokes: { R1: [[0, 0]] } })).toEqual([
    'sketch: the stroke of “R1” must be two places of two numbers',
  ])
  expect(withSketch({ labels: { A: '<b>' } })).toEqual([expect.stringContaining('the label of the node at “A”')])
  expect(withSketch({ labels: 'A' })).toEqual(['sketch: the sketch’s labels must be an object'])
})

test('a piece needs no source and may have two; its values are judged as ever', () => {
  expect(readPiece(document(['R1 A B 5'])).ok).toBe(true)
  expect(readPiece(document(['E1 A B', 'E2 B C 5'])).ok).toBe(true)
  expect(readPiece(document(['R1 A B -5']))).toMatchObject({ ok: false, problems: [{ part: 'R1' }] })
  expect(readPiece('R1')).toMatchObject({ ok: false })
})
