import { network, networkOf, worked } from '../../../test/documents'
import { randomNetwork } from '../../../test/randomNetwork'
import { exact, rounded, type Arithmetic } from '../arithmetic'
import { checks } from '../checks'
import type { Network } from '../network'
import { wire } from '../nodes'
import { solve } from '../solve'
import { reduce } from '../reduction'
import { partValues, potentials, valueBy, waysTo, type Quantity } from '.'

function solved<N>(of: Network, arithmetic: Arithmetic<N>) {
  const wiring = wire(of)
  const result = solve(of, wiring, reduce(wiring), arithmetic)
  if (!result.ok) throw new Error(result.problem.message)
  const { reduction, resistance, supply, expansion } = result.numbers
  if (!supply || !expansion) return null
  const values = { ...expansion, resistance }
  const given = {
    isZeroOhm: (id: number) => arithmetic.isZero(resistance[id]),
    carries: (id: number) => expansion.current[id] !== null,
  }
  const ways = (quantity: Quantity, id: number) =>
    waysTo(quantity, id, reduction, given).map((way) => ({
      way: way.way,
      value: arithmetic.write(valueBy(way, quantity, id, values, arithmetic)),
    }))
  return { wiring, reduction, resistance, supply, expansion, values, ways }
}

test('in random networks every way to every value gives the same number, exactly', () => {
  let compared = 0
  for (let seed = 0; seed < 80; seed++) {
    const all = solved(networkOf(randomNetwork(seed, 2 + (seed % 12), { zeros: seed % 3 === 0 })), exact)
    if (!all) continue
    all.resistance.forEach((_, id) => {
      for (const quantity of ['voltage', 'current', 'power'] as const) {
        const own = all.values[quantity][id]
        for (const { way, value } of all.ways(quantity, id)) {
          if (own === null) throw new Error(`${way} finds an undefined ${quantity}`)
          expect(exact.compare(value, own)).toBe(0)
          compared++
        }
      }
    })
  }
  expect(compared).toBeGreaterThan(5000)
})

test('the way that expansion took stands first', () => {
  const all = solved(network(worked), exact)
  if (!all) throw new Error('not solved')
  const first = (quantity: 'voltage' | 'current', id: number) => all.ways(quantity, id)[0].way
  expect([first('current', 1), first('voltage', 1)]).toEqual(['carried', 'ohm']) // R2 lies in series
  expect([first('voltage', 3), first('current', 3)]).toEqual(['carried', 'ohm']) // R4 lies in parallel
  const whole = all.reduction.left[0]
  expect([first('voltage', whole), first('current', whole)]).toEqual(['supply', 'supply'])
})

test('with two branches the divider is offered in both forms, with three in one', () => {
  const ways = (texts: readonly string[]) => {
    const all = solved(network(texts), exact)
    return all ? all.ways('current', 0).map(({ way }) => way) : []
  }
  expect(ways(['E1 A B 6', 'R1 A B 2', 'R2 A B 3'])).toEqual([
    'ohm',
    'divider-of-two',
    'divider',
    'ratio',
    'subtraction',
  ])
  expect(ways(['E1 A B 6', 'R1 A B 2', 'R2 A B 3', 'R3 A B 6'])).toEqual(['ohm', 'divider', 'ratio', 'subtraction'])
})

test('on paper two right ways can differ by rounding', () => {
  const paper = rounded(3)
  const all = solved(network(['E1 A C 10', 'R1 A B 3', 'R2 B C 4']), paper)
  if (!all) throw new Error('not solved')
  // I = 10/7 = 1.43 A; by Ohm's law V1 = 1.43 · 3 = 4.29 V, V2 = 1.43 · 4 = 5.72 V; together 10.01 V.
  const value = (id: number) => all.ways('voltage', id).map(({ way, value: v }) => [way, paper.toAmount(v).value])
  expect(value(0)).toEqual([
    ['ohm', 4.29],
    ['divider', 4.29],
    ['ratio', 4.29],
    ['subtraction', 4.28],
  ])
  expect(value(1)).toEqual([
    ['ohm', 5.72],
    ['divider', 5.71],
    ['ratio', 5.72],
    ['subtraction', 5.71],
  ])
})

test('a part’s current is positive from its `from` to its `to`', () => {
  const turned = network(worked.map((text) => text.replace('R2 B M', 'R2 M B')))
  const all = solved(turned, exact)
  if (!all) throw new Error('not solved')
  const values = partValues(turned, all.wiring, all.reduction, all.expansion, all.supply, exact)
  const show = (list: readonly (ReturnType<typeof exact.from> | null)[]) =>
    list.map((n) => n && exact.toAmount(n).exact)
  expect(show(values.current)).toEqual(['-24/25', '24/25', '-8/25', '8/25', '16/25', '24/25'])
  expect(show(values.voltage)).toEqual(['12', '36/25', '-16/5', '32/5', '48/5', '24/25'])
  expect(show(values.power)).toEqual(['-288/25', '864/625', '128/125', '256/125', '768/125', '576/625'])
  expect(show(potentials(turned, all.wiring, values.voltage, exact))).toEqual(['12', '264/25', '184/25', '24/25', '0'])
})

test('a check that does not hold says so', () => {
  const of = network(worked)
  const all = solved(of, exact)
  if (!all) throw new Error('not solved')
  const wrong = {
    ...all.expansion,
    current: all.expansion.current.map((I, id) => (id === 3 ? exact.from({ value: 1, exact: '1' }) : I)),
  }
  const failed = checks(all.wiring, all.reduction, wrong, all.supply, exact, 0).filter(({ holds }) => !holds)
  expect(failed.map(({ law, at }) => [law, at])).toEqual([
    ['current', { node: 1 }],
    ['current', { node: 3 }],
  ])
  expect(exact.toAmount(failed[0].sum).exact).toBe('33/25') // 0.32 A + 1 A leave, 0.96 A enter
  const paper = rounded(3)
  const onPaper = solved(network(['E1 A C 10', 'R1 A B 3', 'R2 B C 4']), paper)
  if (!onPaper) throw new Error('not solved')
  const compared = (slack: number) =>
    checks(onPaper.wiring, onPaper.reduction, onPaper.expansion, onPaper.supply, paper, slack).map(({ holds }) => holds)
  expect(compared(0)).toEqual([false, false, false]) // 4.29 + 5.72 = 10.01, not 10 V; 6.13 + 8.18 = 14.31, not 14.3 W
  expect(compared(0.01)).toEqual([true, true, true])
})
