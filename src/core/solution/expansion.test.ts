import { analysed } from '../../../test/analysed'
import { network, worked } from '../../../test/documents'
import { exact, exactText, type ExactNumber } from '../number'
import { layOutStages, wire } from '../structure'
import { checks } from './checks'
import { solveNumbers } from './numbers'
import { partValues } from './expansion'

const show = (list: readonly (ExactNumber | null)[]) => list.map((n) => n && exactText(exact.toAmount(n)))

/** The numbers of a network, by the steps that a person takes. */
function solved(texts: readonly string[]) {
  const of = network(texts)
  const wiring = wire(of)
  const { stages } = layOutStages(of, wiring, { order: 'single', begin: 'deepest', names: 'members', exchanges: null })
  const result = solveNumbers(of, wiring, exact)
  if (!result.ok || !result.numbers.supply || !result.numbers.expansion) throw new Error('not solved')
  return { of, wiring, stage: stages[0], supply: result.numbers.supply, expansion: result.numbers.expansion }
}

test('a part’s current is positive from its `from` to its `to`', () => {
  const turned = worked.map((text) => text.replace('R2 B M', 'R2 M B'))
  const { of, wiring, stage, supply, expansion } = solved(turned)
  const { subtract, zero } = exact
  const carried = of.parts.map((_, part) => {
    const leaf = wiring.live.indexOf(part)
    if (leaf < 0) return undefined
    const along = wiring.from[part] === stage.from[leaf]
    const turn = (n: ExactNumber) => (along ? n : subtract(zero, n))
    return {
      voltage: turn(expansion.voltage[leaf]),
      current: turn(expansion.current[leaf] as ExactNumber),
      power: expansion.power[leaf],
    }
  })
  const values = partValues(of, wiring, carried, supply, exact)
  expect(show(values.current)).toEqual(['-24/25', '24/25', '-8/25', '8/25', '16/25', '24/25'])
  expect(show(values.voltage)).toEqual(['12', '36/25', '-16/5', '32/5', '48/5', '24/25'])
  expect(show(values.power)).toEqual(['-288/25', '864/625', '128/125', '256/125', '768/125', '576/625'])
  expect(analysed(of).nodes.map(({ potential }) => potential?.exact)).toEqual(['12', '264/25', '184/25', '24/25', '0'])
})

test('a check that does not hold says so', () => {
  const { wiring, stage, supply, expansion } = solved(worked)
  const wrong = {
    ...expansion,
    current: expansion.current.map((I, id) => (id === 3 ? exact.from({ value: 1, exact: '1' }) : I)),
  }
  // The numbers are in pairs of their own, the steps have the same elements: resistors alone are compared here.
  const resistors = { ...stage, steps: [] }
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
