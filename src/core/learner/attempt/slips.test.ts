import { network, networkOf, worked } from '../../../../test/documents'
import { Learner, worksheetOf } from '../../../../test/learner'
import { randomNetwork } from '../../../../test/randomNetwork'
import { findGroups } from '../../structure'
import { replay, slips, type Slip } from './index'

const source = ['E1 A D 12 V']

/** Slips with a number, made at a random place of a random network; false where the network does not offer one. */
const makers: Partial<
  Record<Slip, (learner: Learner) => { judgement: ReturnType<Learner['do']>; wrong: number; right: number } | null>
> = {
  'not-turned-over': (it) => atStep(it, 'parallel', (R) => R.reduce((sum, r) => sum + 1 / r, 0)),
  added: (it) => atStep(it, 'parallel', (R) => R.reduce((a, b) => a + b)),
  'product-over-sum': (it) =>
    atStep(it, 'parallel', (R) => (R.length > 2 ? R.reduce((a, b) => a * b) / R.reduce((a, b) => a + b) : null)),
  thousandfold: (it) =>
    it.random() < 0.5
      ? atStep(it, 'any', (R, right) => right * it.pick([1e-3, 1e3]))
      : atValue(it, 'any', ({ right }) => right * it.pick([1e-3, 1e3])),
  'wrong-on-top': (it) =>
    atValue(it, 'divided', ({ quantity, R, i, whole }) => {
      if (R.length !== 2) return null
      const total = R[0] + R[1]
      return (whole * (quantity === 'voltage' ? R[1 - i] : R[i])) / total
    }),
  'total-current': (it) => atValue(it, 'divided', ({ quantity, whole }) => (quantity === 'current' ? whole : null)),
  'wrong-group': (it) => {
    const groups = findGroups(it.position.sheet)
    if (groups.length < 2) return null
    const [own, other] = [groups[0], groups[1]]
    const R = other.members.map((id) => it.own('resistance', id))
    const wrong = other.kind === 'series' ? R.reduce((a, b) => a + b) : 1 / R.reduce((sum, r) => sum + 1 / r, 0)
    let right = NaN
    const judgement = it.combine(own, (value) => {
      right = value
      return wrong
    })
    return { judgement, wrong, right }
  },
  'wrong-sheet': (it) =>
    atValue(it, 'divided', ({ quantity, element, up, position, whole }) => {
      const others = position.own[quantity].flatMap((own, id) =>
        own && id !== element && id !== up && position.reduction.around[id]?.result !== up ? [own.value] : [],
      )
      const value = others.length > 0 ? it.pick(others) : null
      // The current of the whole group, or of all, is the total current in a branch.
      return value === null ||
        Math.abs(value - whole) < 0.01 * whole ||
        value === it.own(quantity, position.reduction.left[0])
        ? null
        : value
    }),
  exchanged: (it) => atValue(it, 'any', ({ other }) => other),
  sign: (it) => atValue(it, 'any', ({ right }) => -right),
}

function atStep(it: Learner, kind: 'series' | 'parallel' | 'any', slip: (R: number[], right: number) => number | null) {
  for (let group = it.group(); group; group = it.group()) {
    const R = group.members.map((id) => it.own('resistance', id))
    const right = group.kind === 'series' ? R.reduce((a, b) => a + b) : 1 / R.reduce((sum, r) => sum + 1 / r, 0)
    const wrong = kind === 'any' || kind === group.kind ? slip(R, right) : null
    if (wrong !== null && it.random() < 0.6) return { judgement: it.combine(group, () => wrong), wrong, right }
    it.combine(group)
  }
  return null
}

interface Place {
  readonly quantity: 'voltage' | 'current'
  readonly element: number
  readonly up: number
  readonly R: number[]
  readonly i: number
  readonly whole: number
  readonly right: number
  readonly other: number
  readonly position: Learner['position']
}

function atValue(it: Learner, which: 'divided' | 'any', slip: (place: Place) => number | null) {
  it.reduce()
  it.supply()
  const { reduction } = it.position
  for (const { kind, members, result } of [...reduction.steps].reverse()) {
    const [shared, quantity] = kind === 'series' ? (['current', 'voltage'] as const) : (['voltage', 'current'] as const)
    it.do({ do: 'carry', element: result, quantity: shared })
    const carried = it.own(shared, result)
    const R = members.map((id) => it.own('resistance', id))
    for (const [i, element] of members.entries()) {
      const right = quantity === 'voltage' ? carried * R[i] : carried / R[i]
      const place = {
        quantity,
        element,
        up: result,
        R,
        i,
        whole: it.own(quantity, result),
        right,
        other: carried,
        position: it.position,
      }
      const wrong = it.random() < (which === 'any' ? 0.3 : 0.5) ? slip(place) : null
      if (wrong !== null) return { judgement: it.type(element, quantity, wrong), wrong, right }
      it.type(element, quantity, right)
    }
  }
  return null
}

test('the judge names the slip that was made, in 95 of 100 at least', () => {
  const counts = new Map<string, { made: number; named: number }>()
  for (const slip of Object.keys(makers) as Slip[]) {
    const count = { made: 0, named: 0 }
    for (let seed = 0; seed < 160 && count.made < 60; seed++) {
      const learner = new Learner(networkOf(randomNetwork(seed * 7 + 1, 3 + (seed % 7))), seed)
      const made = makers[slip]?.(learner)
      // A slip that happens to give the right number is none.
      if (!made || Math.abs(made.wrong - made.right) <= 0.03 * Math.abs(made.right)) continue
      count.made++
      expect(['wrong', 'refused', 'follows']).toContain(made.judgement.verdict)
      if (made.judgement.slips[0] === slip) count.named++
    }
    counts.set(slip, count)
    expect(count.made).toBeGreaterThan(20)
  }
  const all = [...counts.values()]
  const rate = all.reduce((sum, { named }) => sum + named, 0) / all.reduce((sum, { made }) => sum + made, 0)
  expect([rate >= 0.95, Object.fromEntries(counts)]).toEqual([true, Object.fromEntries(counts)])
})

describe('slips one by one', () => {
  const parallel = network([...source, 'R1 A B 4k7', 'R2 A B 330', 'R3 A B 2k2', 'R4 B D 100'])
  const step = (answer: string, members = [0, 1, 2], of = parallel, kind: 'series' | 'parallel' = 'parallel') =>
    replay(worksheetOf(of), [{ do: 'combine', members, kind, answer }]).judgements[0].slips[0]
  test.each([
    ['0.0037', 'not-turned-over'], // 1/4700 + 1/330 + 1/2200 = 0.003698
    ['3.698k', 'not-turned-over'], // reckoned in kilohms
    ['7230', 'added'],
    ['471 952', 'product-over-sum'],
    ['0.2704', 'thousandfold'],
    ['-270.4', 'sign'],
    ['1.489', 'mixed-units'], // 1/4.7 + 1/330 + 1/2.2 turned over
    ['287', 'dropped'], // without 4k7
  ] as const)('%s is %s', (answer, slip) => {
    expect(step(answer.replace(' ', ''))).toBe(slip)
  })
  test('series as if parallel, an old value, another group', () => {
    const series = network([...source, 'R1 A B 10', 'R2 B C 20', 'R3 C D 30', 'R4 A D 7', 'R5 A D 9'])
    expect(step('5.455', [0, 1, 2], series, 'series')).toBe('as-parallel')
    expect(step('3.938', [0, 1, 2], series, 'series')).toBe('wrong-group')
    const old = new Learner(network(worked), 5)
    old.combine({ kind: 'series', members: [1, 2] })
    expect(old.do({ do: 'combine', members: [5, 3], kind: 'parallel', answer: '6' }).slips[0]).toBe('old-value') // 10 ‖ 15
  })
  test('with units the wrong quantity is told at once; the wrong one carried over', () => {
    const learner = new Learner(network(worked), 6)
    learner.reduce()
    const [whole] = learner.position.reduction.left
    expect(learner.do({ do: 'value', element: whole, quantity: 'current', answer: '0.96 V' }).slips[0]).toBe(
      'exchanged',
    )
    expect(learner.do({ do: 'value', element: whole, quantity: 'current', answer: '1.042' }).slips[0]).toBe('inverted')
    learner.supply()
    expect(learner.do({ do: 'carry', element: whole, quantity: 'voltage' })).toMatchObject({
      verdict: 'refused',
      slips: ['carried-wrong'],
    })
    expect(learner.do({ do: 'value', element: 0, quantity: 'power', answer: '2.16' }).slips[0]).toBe('power-formula') // I · R²
    expect(Object.keys(slips).length).toBeGreaterThan(20)
  })
})
