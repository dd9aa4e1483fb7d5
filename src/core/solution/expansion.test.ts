import { analysed } from '../../../test/analysed'
import { network, worked } from '../../../test/documents'
import { exact, exactText, type ExactValue } from '../number'
import { layOutStages, wire } from '../structure'
import { checks } from './checks'

test('a part’s current is positive from its `from` to its `to`', () => {
  const turned = analysed(network(worked.map((text) => text.replace('R2 B M', 'R2 M B'))))
  const all = (which: 'current' | 'voltage' | 'power') => turned.parts.map((part) => part[which]?.exact)
  expect(all('current')).toEqual(['-24/25', '24/25', '-8/25', '8/25', '16/25', '24/25'])
  expect(all('voltage')).toEqual(['12', '36/25', '-16/5', '32/5', '48/5', '24/25'])
  expect(all('power')).toEqual(['-288/25', '864/625', '128/125', '256/125', '768/125', '576/625'])
  expect(turned.nodes.map(({ potential }) => potential?.exact)).toEqual(['12', '264/25', '184/25', '24/25', '0'])
})

test('a check that does not hold says so', () => {
  const of = network(worked)
  const wiring = wire(of)
  const { stages } = layOutStages(of, wiring, { order: 'single', begin: 'deepest', names: 'members', exchanges: null })
  const { parts, supply: given } = analysed(of)
  const numbers = (which: 'voltage' | 'current' | 'power') =>
    wiring.live.map((part) => exact.from(parts[part][which] as ExactValue))
  const supply = {
    voltage: exact.from(given.voltage as ExactValue),
    current: exact.from(given.current as ExactValue),
    power: exact.from(given.power as ExactValue),
  }
  const wrong = {
    voltage: numbers('voltage'),
    current: numbers('current').with(3, exact.from({ value: 1, exact: '1' })),
    power: numbers('power'),
  }
  // Resistors alone are compared here.
  const resistors = { ...stages[0], steps: [] }
  const failed = checks(wiring, resistors, wrong, supply, exact, 0).filter(({ holds }) => !holds)
  expect(failed.map(({ law, at }) => [law, at])).toEqual([
    ['current', { node: 1 }],
    ['current', { node: 3 }],
  ])
  expect(exactText(exact.toAmount(failed[0].sum))).toBe('33/25') // 0.32 A + 1 A leave, 0.96 A enter
})

test('on paper checks hold within rounding, and not beyond it', () => {
  const { checks: onPaper } = analysed(network(['E1 A C 10', 'R1 A B 3', 'R2 B C 4']), { arithmetic: 'rounded:3' })
  // 4.29 + 5.72 = 10.01, not 10 V; 6.13 + 8.18 = 14.31, not 14.3 W.
  expect(onPaper.map(({ sum, holds }) => [Number(sum.value.toPrecision(6)), holds])).toEqual([
    [10.01, true],
    [10.01, true],
    [14.31, true],
  ])
})
