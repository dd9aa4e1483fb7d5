import { analysed } from '../../test/analysed'
import { document, network, networkOf, worked } from '../../test/documents'
import { mutatedDocument } from '../../test/mutate'
import { ladder, randomNetwork } from '../../test/randomNetwork'
import { goTheWholeWay } from '../../test/wholeWay'
import { nearestNumber } from './quantity'
import { writeFormula } from './formula'
import { wire } from './nodes'
import { accountForCheck, affordable, analyse, explainWays, workOut, type Analysis, type Worksheet } from '.'

const sheet = (...given: Parameters<typeof workOut>): Worksheet => {
  const result = workOut(...given)
  if ('problems' in result) throw new Error(JSON.stringify(result.problems))
  return result
}

test.each([
  ['a wire across the source', ['E1 A B 12', 'R1 A B 4', 'W1 A B']],
  ['both ends of the source on one point', ['E1 A A 12', 'R1 A B 4']],
  ['both ends of the source on one point, and nothing else', ['E1 A A 12']],
])('%s shorts the supply, in every arithmetic', (_name, parts) => {
  for (const arithmetic of ['exact', 'float', 'rounded:3'] as const) {
    const { status, equivalent, supply, findings } = analyse(document(parts), { arithmetic }) as Analysis
    expect([status, equivalent?.value, supply.current]).toEqual(['solved', 0, null])
    expect(findings.filter(({ code }) => code === 'shorted-supply')).toMatchObject([{ parts: ['E1'] }])
  }
})

test('two terminals on one point have 0 Ω between them', () => {
  expect(analyse(document(['T1 A A', 'R1 A B 4']))).toMatchObject({ status: 'resistance', equivalent: { exact: '0' } })
})

test('nothing of however many parts is 0', () => {
  expect(nearestNumber(0n, 10n ** 400n)).toBe(0)
})

const bridge = ['E1 A D', 'R1 A B 10', 'R2 A C 20', 'R3 B C 30', 'R4 B D 40', 'R5 C D 50']

test('rounding is not accounted for in the stage beyond a bridge, where the supply comes from the stage before', () => {
  const known = { part: 'R3', quantity: 'current', value: '10 mA' } as const
  const { beyond } = sheet(network(bridge, { known }), { choices: { beyond: 'yes', carry: 'paper' } })
  expect(beyond).toHaveLength(1)
  expect(accountForCheck(beyond[0].worksheet, 'power')).toBeNull()
})

test('a bridge whose total current is given has no values, and so no ways to them', () => {
  const stopped = sheet(network(bridge, { known: { part: 'E1', quantity: 'current', value: '1 A' } }))
  expect(stopped.analysis.supply.current?.exact).toBe('1')
  expect(explainWays(stopped, 0, 'current')).toEqual([])
})

test('an undefined current on the last sheet leaves no way to its voltage either', () => {
  const shorts = ['E1 A D 12', 'R1 A B 6', 'R2 B D 0', 'R3 B D 0']
  const asked = [{ quantity: 'resistance', of: 'R1' }] as const
  const cut = sheet(network(shorts), { choices: { asked } })
  const undefinedOne = cut.elements.findIndex(({ name, current }) => name === 'R2' && current === null)
  expect(undefinedOne).toBeGreaterThanOrEqual(0)
  for (const quantity of ['voltage', 'current', 'power'] as const)
    expect(explainWays(cut, undefinedOne, quantity).map(({ way }) => way.way)).toEqual([])
})

test('labels that are absent are none', () => {
  const written = { ...document(worked), sketch: { labels: null } }
  expect(analyse(written)).toMatchObject({ status: 'solved', equivalent: { exact: '25/2' } })
})

test('the formula of a deep ladder is as long as its parts; of a deeper one than can be read there is none', () => {
  const formulaOf = (resistors: number) => {
    const of = networkOf(ladder(resistors))
    return writeFormula(of, wire(of))
  }
  const { text, resistors } = formulaOf(4000) ?? { text: '', resistors: [] }
  expect(resistors).toHaveLength(4000)
  expect(text.startsWith('R1 ')).toBe(true)
  expect([...text].filter((it) => it === '(')).toHaveLength(1999)
  expect(text.length).toBeLessThan(4000 * 20)
  expect(formulaOf(20_000)).toBeNull()
})

test('work is exact up to a cost, not a number of parts alone', () => {
  const long = '9'.repeat(48)
  const withLong = (count: number) => {
    const of = randomNetwork(7, count)
    const parts = of.parts.map((it) => (it.kind === 'resistor' ? { ...it, resistance: `${long}/${long}7` } : it))
    return networkOf({ ...of, parts })
  }
  expect(affordable(networkOf(ladder(199)))).toBe('exact')
  expect(affordable(networkOf(ladder(200)))).toBe('float')
  expect(affordable(withLong(20))).toBe('exact')
  expect(affordable(withLong(199))).toBe('float')
  expect(analysed(withLong(199)).arithmetic).toBe('float')
  expect(sheet(networkOf(ladder(2500)), { choices: { carry: 'paper' } }).analysis.arithmetic).toBe('float')
})

test('a document as nobody would write it is refused or worked out to the end', () => {
  const became = new Map<string, number>()
  for (let seed = 0; seed < 1500; seed++) {
    const status = goTheWholeWay(mutatedDocument(seed))
    became.set(status, (became.get(status) ?? 0) + 1)
  }
  expect([...became.keys()].sort()).toEqual(['not-series-parallel', 'refused', 'resistance', 'solved'])
  expect(became.get('solved')).toBeGreaterThan(300)
})
