import { networkOf, network, worked } from '../../../../test/documents'
import { countChoices } from '../../../../test/choices'
import { countRight, countSlips, together, type Counted } from '../../../../test/judged'
import { Learner, worksheetOf } from '../../../../test/learner'
import { randomNetwork } from '../../../../test/randomNetwork'
import { kinds, pairs, unnamed } from '../../../../test/slipKinds'
import { runs } from '../../../../test/runs'
import { wordSentence } from '../../worksheet'
import { replay, type Move } from '../attempt'
import { slips } from './index'

describe('in random networks, by formulas of the test’s own', () => {
  const counts = countSlips(runs(12))
  const share = (count: Counted, of: 'named' | 'false' | 'accepted') => count[of] / count.made

  test.each(['resistance', 'voltage and current', 'power'] as const)(
    'of slips of %s 95 in 100 are named as made, or among what it could be',
    (group) => {
      const count = together(
        counts,
        kinds.filter((kind) => kind.group === group),
      )
      expect(count.made).toBeGreaterThan(runs(90))
      expect(share(count, 'named')).toBeGreaterThanOrEqual(0.95)
    },
  )
  test('there are at least 40 kinds of them', () => expect(kinds.length).toBeGreaterThanOrEqual(40))
  test('of two slips at once 80 in 100', () => {
    expect(share(together(counts, pairs), 'named')).toBeGreaterThanOrEqual(0.8)
  })
  test('a false name stands in at most 3 of 100, and a wrong number is called right in 1 of 200', () => {
    const count = together(counts, [...kinds, ...pairs, ...unnamed])
    expect(share(count, 'false')).toBeLessThanOrEqual(0.03)
    expect(share(count, 'accepted')).toBeLessThanOrEqual(0.005)
  })
  test('wrong choices are named, each by what is wrong with it', () => {
    for (const [name, { made, named, accepted }] of countChoices(runs(20))) {
      expect([name, named / made >= 0.95, accepted]).toEqual([name, true, 0])
      expect(made).toBeGreaterThan(runs(5))
    }
  })
  test.each([
    [2, 'each step'],
    [2, 'each number'],
    [2, 'at the end'],
    [3, 'each step'],
    [3, 'at the end'],
    [4, 'each step'],
    [4, 'each number'],
    [4, 'at the end'],
  ] as const)('right answers with %d figures, rounded at %s, are not called wrong', (figures, rounding) => {
    const said = countRight(runs(10), figures, rounding)
    const all = [...said.values()].reduce((a, b) => a + b, 0)
    expect(all).toBeGreaterThan(runs(200))
    expect((said.get('wrong') ?? 0) / all).toBeLessThanOrEqual(figures === 2 ? 0.01 : 0)
  })
})

/** What is said of an answer after these moves. */
function said(of: readonly string[], ...moves: readonly Move[]) {
  const { judgements } = replay(worksheetOf(network(of)), moves)
  const { verdict, could, reasons } = judgements[judgements.length - 1]
  return { verdict, could: could.map((it) => it.join(' ')).join(), words: reasons.map(wordSentence).join() }
}

describe('a step', () => {
  const source = 'E1 A D 12 V'
  const parallel = [source, 'R1 A B 4k7', 'R2 A B 330', 'R3 A B 2k2', 'R4 B D 100']
  const two = (a: string, b: string) => [source, `R1 A B ${a}`, `R2 B D ${b}`]
  const step = (of: readonly string[], answer: string, members: readonly number[], kind: 'series' | 'parallel') =>
    said(of, { do: 'combine', members, kind, answer })
  test.each([
    ['0.0037', 'not-turned-over'], // 1/4700 + 1/330 + 1/2200 = 0.003698
    ['3.698k', 'not-turned-over'], // worked in kilohms
    ['7230', 'added'],
    ['471952', 'product-over-sum'],
    ['0.2704', 'thousandfold'],
    ['2.704', 'tenfold'],
    ['-270.4', 'sign'],
    ['1.492', 'mixed-units'], // 1/4.7 + 1/330 + 1/2.2 turned over
    ['287', 'dropped'], // without 4k7
    ['274.0', 'transposed'], // 270.4
  ] as const)('%s is %s', (answer, slip) => {
    expect(step(parallel, answer, [0, 1, 2], 'parallel').could.split(',')).toContain(slip)
  })
  test('a sum of exact terms is exact: a term that is rounded away is asked about', () => {
    const sum = (a: string, b: string, answer: string) => step(two(a, b), answer, [0, 1], 'series')
    expect(sum('330', '470', '840').words).not.toContain('rounded')
    expect(sum('330', '470', '798').verdict).toBe('wrong')
    expect(sum('330', '470', '800').verdict).toBe('right')
    expect(sum('10k', '47', '10k')).toEqual({
      verdict: 'asked',
      could: 'dropped',
      words: 'is that R1 alone? A sum in series is exact: type all its figures',
    })
    expect(sum('10k', '47', '10.05k').verdict).toBe('right')
    expect(sum('294.4', '470', '746.4').could).toBe('transposed')
    expect(sum('330', '470', '-800').words).toBe('the size is right, but it is not negative')
    expect(sum('330', '470', '155100').could).toBe('product-only')
    expect(sum('330', '470', '400').could).toBe('averaged')
  })
  test('the same number in another prefix is judged the same', () => {
    for (const answer of ['440', '0.44k', '440.0', '0.440 kΩ', '440000 mΩ'])
      expect([answer, step(two('330', '111'), answer, [0, 1], 'series').verdict]).toEqual([answer, 'rounded'])
  })
  test('what is certain is said where no slip gives the number', () => {
    expect(step(parallel, '391.7', [0, 1, 2], 'parallel').words).toBe(
      'not less than the smallest of them: not possible in parallel',
    )
    expect(step(two('330', '470'), '463.1', [0, 1], 'series').words).toBe(
      'not more than the largest of them: not possible in series',
    )
  })
  test('another group, one too many, an old value, two slips at once', () => {
    const all = [source, 'R1 A B 10', 'R2 B C 20', 'R3 C D 30', 'R4 A D 7', 'R5 A D 9']
    expect(step(all, '3.938', [0, 1, 2], 'series')).toMatchObject({ could: 'wrong-group' })
    expect(step(all, '16', [0, 1, 2], 'series').words).toBe(
      'could be two slips at once: the wrong group (R4 and R5), and added in parallel',
    )
    expect(step(all, '67', [0, 1, 2], 'series').words).toBe('R4 does not belong to this group')
    const old = new Learner(network(worked), 5)
    old.combine({ kind: 'series', members: [1, 2] })
    expect(old.do({ do: 'combine', members: [5, 3], kind: 'parallel', answer: '6' }).could).toContainEqual([
      'old-value',
    ])
  })
})

describe('a value', () => {
  // 100 + 200 ‖ 300 on 6 V: 220 Ω, 27.27 mA, 2.727 V, 3.273 V, 16.36 mA, 10.91 mA.
  const of = ['E1 A C 6', 'R1 A B 100', 'R2 B C 200', 'R3 B C 300']
  const reduced: Move[] = [
    { do: 'combine', members: [1, 2], kind: 'parallel', answer: '120' },
    { do: 'combine', members: [0, 3], kind: 'series', answer: '220' },
  ]
  const value = (element: number, quantity: 'voltage' | 'current' | 'power', answer: string) =>
    said(
      of,
      ...reduced,
      { do: 'value', element: 4, quantity: 'current', answer: '27.27 mA' },
      { do: 'value', element, quantity, answer },
    )
  test.each([
    [1, 'current', '30 mA', 'other-voltage'], // 6 V / R2
    [1, 'current', '13.64 mA', 'equal-share'],
    [1, 'current', '27.27 mA', 'total-current'],
    [1, 'current', '10.91 mA', 'other-value'], // that of R3
    [2, 'voltage', '8.182', 'other-current'], // Itotal · R3
    [1, 'current', '16.36', 'thousandfold'],
    [1, 'current', '16.36 M', 'thousandfold'],
    [1, 'current', '61.36 mA', 'transposed'],
    [1, 'current', '3.273', 'exchanged'],
    [1, 'current', '3.273 V', 'exchanged'],
    [1, 'current', '16.36 V', 'unit'],
    [1, 'current', '-16.36 mA', 'sign'],
    [0, 'voltage', '6', 'source-voltage'],
    [0, 'voltage', '3.273', 'wrong-on-top'],
    [4, 'current', '60 mA', 'other-resistance'], // 6 V / R1
    [0, 'power', '100', 'power-formula'], // V / I
    [0, 'power', '0.36', 'other-voltage'], // Vsource² / R
    [0, 'power', '7.438', 'power-formula'], // (I · R)²
    [0, 'power', '5.455', 'power-formula'], // 2 · I · R
    [1, 'power', '0.1487', 'other-current'], // Itotal² · R
  ] as const)('of element %d, %s typed %s: %s', (element, quantity, answer, slip) => {
    expect(value(element, quantity, answer).could.split(',')).toContain(slip)
  })
  test('of the source’s voltage, which lies near, it is asked', () => {
    // 12 V over 1 + 36.5: 11.68 V.
    const near = ['E1 A C 12', 'R1 A B 1', 'R2 B C 36.5']
    const at = (answer: string) =>
      said(
        near,
        { do: 'combine', members: [0, 1], kind: 'series', answer: '37.5' },
        { do: 'value', element: 1, quantity: 'voltage', answer },
      )
    expect(at('12')).toMatchObject({
      verdict: 'asked',
      words: 'is that V(Req)? If it is your result, type one figure more',
    })
    expect([at('11.7').verdict, at('11.68').verdict]).toEqual(['right', 'right'])
  })
  test('method and arithmetic are judged apart', () => {
    expect(value(1, 'current', '3.273/200').verdict).toBe('right')
    expect(value(1, 'current', '3.273 V / 200 Ω = 16.4 mA').verdict).toBe('right')
    expect(value(1, 'current', '3.273/200 = 16.4')).toMatchObject({ verdict: 'wrong', could: 'arithmetic' })
    expect(value(1, 'current', '6/200 = 30 mA').could).toBe('other-voltage')
    expect(value(2, 'voltage', '27.27 mA * 300').could).toContain('other-current')
  })
})

test('every slip has a name, and a number of them is told by more than their name', () => {
  expect(Object.values(slips).every(({ name }) => name.length > 3)).toBe(true)
})

test('absurd answers are judged without an error', () => {
  for (let seed = 0; seed < 20; seed++) {
    const learner = new Learner(networkOf(randomNetwork(seed, 2 + (seed % 6), { zeros: true })), seed)
    for (const answer of ['0', '-1', '1e-100', '1e100', '1/3', '9'.repeat(99), '(1+2)*3^4', '5 V = 5 A']) {
      const group = learner.group()
      if (!group) break
      expect(learner.do({ do: 'combine', ...group, answer }).reasons.length).toBeGreaterThan(0)
    }
  }
})
