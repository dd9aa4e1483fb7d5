import { analysed } from '../../../test/analysed'
import { document, network, networkOf, worked } from '../../../test/documents'
import { mutatedDocument } from '../../../test/mutate'
import { ladder, randomNetwork } from '../../../test/randomNetwork'
import { goTheWholeWay } from '../../../test/wholeWay'
import { runs } from '../../../test/runs'
import { nearestNumber } from '../number'
import { writeFormula } from '../entry'
import { wire } from '../structure'
import {
  accountForCheck,
  accountForPowers,
  affordable,
  amountAt,
  analyse,
  waysTo,
  workOut,
  type Analysis,
  type Worksheet,
} from '.'

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

test('rounding is accounted for beyond a bridge, where the supply is found in proportion', () => {
  const known = { part: 'R3', quantity: 'current', value: '10 mA' } as const
  const worksheet = sheet(network(bridge, { known }), { choices: { beyond: 'yes', carry: 'paper' } })
  expect(worksheet.stages).toHaveLength(2)
  expect(accountForPowers(worksheet)?.explained).toBe(true)
})

test('what is known inside a bridge stays as it was given, on paper too, by every exchange', () => {
  const given = { current: '7.777 mA', voltage: '1.2345 V', power: '3.3333 mW' } as const
  for (const part of ['R1', 'R2', 'R3', 'R4', 'R5'])
    for (const quantity of ['current', 'voltage', 'power'] as const)
      for (const exchange of ['delta R1 R2 R3', 'wye R1 R3 R4', 'delta R3 R4 R5', 'wye R2 R3 R5']) {
        const known = { part, quantity, value: given[quantity] }
        const choices = { beyond: 'yes', carry: 'paper', figures: 3, exchanges: [exchange] } as const
        const worksheet = sheet(network(bridge, { known }), { choices })
        const id = worksheet.elements.findIndex(({ name }) => name === part)
        expect([part, exchange, amountAt(worksheet, quantity, id)?.value]).toEqual([
          part,
          exchange,
          worksheet.network.known?.value.value,
        ])
        worksheet.elements.forEach((_, step) => expect(accountForCheck(worksheet, step)?.explained ?? true).toBe(true))
        expect(accountForPowers(worksheet)?.explained).toBe(true)
      }
})

test('a bridge whose total current is given has no values, and so no ways to them', () => {
  const stopped = sheet(network(bridge, { known: { part: 'E1', quantity: 'current', value: '1 A' } }))
  expect(stopped.outcome.supply.current).toMatchObject({ value: 1, exact: { n: 1n, d: 1n } })
  expect(waysTo(stopped, 'current', 0)).toEqual([])
})

test('an undefined current on the last sheet leaves no way to its voltage either', () => {
  const shorts = ['E1 A D 12', 'R1 A B 6', 'R2 B D 0', 'R3 B D 0']
  const asked = [{ quantity: 'resistance', of: 'R1' }] as const
  const cut = sheet(network(shorts), { choices: { asked } })
  const undefinedOne = cut.elements.findIndex(({ name }) => name === 'R2')
  expect(amountAt(cut, 'current', undefinedOne)).toBeNull()
  expect(waysTo(cut, 'current', undefinedOne)).toEqual([])
  // Its voltage and power are nothing, whatever flows.
  for (const quantity of ['voltage', 'power'] as const)
    expect(waysTo(cut, quantity, undefinedOne).every(({ found }) => found.amount?.value === 0)).toBe(true)
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
  expect(sheet(networkOf(ladder(2500)), { choices: { carry: 'paper' } }).arithmetic).toBe('float')
})

test('a document as nobody would write it is refused or worked out to the end', () => {
  const became = new Map<string, number>()
  for (let seed = 0; seed < runs(120); seed++) {
    const status = goTheWholeWay(mutatedDocument(seed))
    became.set(status, (became.get(status) ?? 0) + 1)
  }
  expect([...became.keys()].sort()).toEqual(['not-series-parallel', 'refused', 'resistance', 'solved', 'structure'])
  expect(became.get('solved')).toBeGreaterThan(runs(20))
})
