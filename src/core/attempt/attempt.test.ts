import { network, networkOf, worked } from '../../../test/documents'
import { Learner, worksheetOf } from '../../../test/learner'
import { randomNetwork } from '../../../test/randomNetwork'
import { findGroups } from '../reduction'
import {
  answerProblem,
  goalsOf,
  hintFor,
  isDone,
  readAnswer,
  replay,
  slipNames,
  summarise,
  wordRemark,
  type Slip,
  type Strength,
} from '.'

const source = ['E1 A D 12 V']
const said = (judgement: { reasons: readonly Parameters<typeof wordRemark>[0][] }) => judgement.reasons.map(wordRemark)

describe('answers are read as people type them', () => {
  test.each([
    ['12.5', 12.5, 3],
    ['4k7', 4700, 2],
    ['-0.32 A', -0.32, 2],
    ['320 mA', 0.32, 3],
    ['0.0050', 0.005, 2],
    ['25/2 Ω', 12.5, Infinity],
    ['1e3', 1000, 1],
  ])('%s', (text, value, digits) => {
    expect(readAnswer(text)).toMatchObject({ value, digits })
  })
  test('what is no number is told with what would be accepted', () => {
    expect(readAnswer('about ten')).toBeNull()
    expect(answerProblem('about ten', 'voltage')).toContain('write it like 12, 13.8 V')
    expect(answerProblem('3 Ω', 'voltage')).toContain('wrong unit')
    expect(answerProblem('3 A', 'voltage')).toBeNull() // volts and amperes exchanged is a slip, not a typing mistake
    expect(answerProblem('−3 V', 'voltage')).toBeNull()
  })
})

describe('right answers', () => {
  test('in any valid order, by any way, rounded as they go, are never called wrong', () => {
    let answers = 0
    for (let seed = 0; seed < 150; seed++) {
      const learner = new Learner(networkOf(randomNetwork(seed, 2 + (seed % 9))), seed, 3 + (seed % 2))
      learner.reduce()
      const { reduction, sheet } = learner.position
      expect(sheet.elements.length).toBe(1)
      learner.supply()
      for (const { kind, members, result } of [...reduction.steps].reverse()) {
        const shared = kind === 'series' ? 'current' : 'voltage'
        const other = kind === 'series' ? 'voltage' : 'current'
        const carried = learner.own(shared, result)
        if (learner.random() < 0.5) learner.do({ do: 'carry', element: result, quantity: shared })
        else for (const id of members) learner.type(id, shared, carried)
        const R = members.map((id) => learner.own('resistance', id))
        const whole = learner.own(other, result)
        const total = learner.own('resistance', result)
        members.forEach((id, i) => {
          const ways = [
            kind === 'series' ? carried * R[i] : carried / R[i],
            kind === 'series' ? (whole * R[i]) / total : (whole * total) / R[i],
            ...(i > 0 ? [learner.own(other, members[0]) * (kind === 'series' ? R[i] / R[0] : R[0] / R[i])] : []),
          ]
          // The last one by what the others leave, when nothing much is lost in the difference.
          const rest = whole - members.slice(0, i).reduce((sum, id2) => sum + learner.own(other, id2), 0)
          if (i > 0 && i === members.length - 1 && rest > whole / 20) ways.push(rest)
          learner.type(id, other, learner.pick(ways))
        })
      }
      for (let leaf = 0; leaf < reduction.leaves.length; leaf++)
        learner.type(leaf, 'power', learner.own('current', leaf) ** 2 * learner.own('resistance', leaf))
      const { judgements } = learner.position
      answers += judgements.length
      for (const { verdict, move } of judgements)
        expect([['right', 'rounded'].includes(verdict), seed, move]).toEqual([true, seed, move])
      expect(isDone(learner.worksheet, learner.position)).toBe(true)
    }
    expect(answers).toBeGreaterThan(3000)
  })

  test('exact fractions are right, three figures are right, two are right within rounding', () => {
    const learner = new Learner(network(['E1 A B 12', 'R1 A B 10', 'R2 A B 13']), 1)
    const group = { do: 'combine', members: [0, 1], kind: 'parallel' } as const
    const verdicts = ['130/23', '5.65', '5.652 Ω', '0.00565k', '5.7', '5.64', '5.8', '6'].map(
      (answer) => replay(learner.worksheet, [{ ...group, answer }]).judgements[0].verdict,
    )
    expect(verdicts).toEqual(['right', 'right', 'right', 'right', 'rounded', 'rounded', 'wrong', 'wrong'])
  })
})

describe('what is no group', () => {
  const worksheet = worksheetOf(network(worked))
  const combine = (members: number[], kind: 'series' | 'parallel', answer = '30') =>
    replay(worksheet, [{ do: 'combine', members, kind, answer }]).judgements[0]
  test('a junction between, nothing shared, the wrong kind', () => {
    expect(combine([0, 1], 'series')).toMatchObject({ verdict: 'refused', slips: ['junction-between'] })
    expect(said(combine([0, 1], 'series'))[0]).toBe('R1 and R2 share node 2, but R4 leaves from it')
    expect(combine([0, 4], 'series')).toMatchObject({ verdict: 'refused', slips: ['apart'] })
    expect(combine([1, 2], 'parallel')).toMatchObject({ verdict: 'refused', slips: ['kind'] })
  })
  test('a part on the path that was left out', () => {
    const path = worksheetOf(network(['E1 A D 6', 'R1 A B 1', 'R2 B C 2', 'R3 C D 3']))
    const [left] = replay(path, [{ do: 'combine', members: [0, 2], kind: 'series', answer: '4' }]).judgements
    expect([left.verdict, left.slips, said(left)]).toEqual([
      'refused',
      ['left-out'],
      ['R2 lies between them on the same path: take it along'],
    ])
  })
})

describe('an error carried forward', () => {
  const learner = () => new Learner(network(worked), 3)
  test('is judged on the learner’s own value, marked, until it is mended', () => {
    const it = learner()
    expect(it.do({ do: 'combine', members: [1, 2], kind: 'series', answer: '40' }).verdict).toBe('wrong')
    // On their own 40 Ω: 40 ‖ 15 is 10.91 Ω.
    const step = it.do({ do: 'combine', members: [5, 3], kind: 'parallel', answer: '10.91' })
    expect([step.verdict, said(step)]).toEqual([
      'follows',
      ['right on your own earlier value, which is still to be mended'],
    ])
    const slip = it.do({ do: 'value', element: 6, quantity: 'resistance', answer: '55' })
    expect(slip).toMatchObject({ verdict: 'wrong', slips: expect.arrayContaining(['added']) })
    it.do({ do: 'value', element: 6, quantity: 'resistance', answer: '10.91' })
    expect(it.do({ do: 'value', element: 5, quantity: 'resistance', answer: '30' }).verdict).toBe('right')
    // What followed from the wrong value is to be mended too.
    expect(it.position.own.resistance[6]).toMatchObject({ typed: '10.91', verdict: 'wrong' })
    expect(it.do({ do: 'value', element: 6, quantity: 'resistance', answer: '10' }).verdict).toBe('right')
    expect(summarise(it.position)).toMatchObject({ right: 2, follows: 2, wrong: 2, mended: 2 })
  })
})

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
        own && id !== element && id !== up && position.reduction.into[id] !== up ? [own.value] : [],
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
    expect(Object.keys(slipNames).length).toBeGreaterThan(20)
  })
})

describe('a bridge', () => {
  const worksheet = worksheetOf(
    network(['E1 A E 5', 'R1 A B 100', 'R2 B C 1k', 'R3 B D 1.2k', 'R4 C D 470', 'R5 C E 910', 'R6 D E 1.1k']),
  )
  const stop = (members: number[], why: 'no-group' | 'shorted' = 'no-group') =>
    replay(worksheet, [{ do: 'stop', members, why }])
  test('the right answer is that reduction stops, and why', () => {
    const right = stop([1, 2, 3, 4, 5])
    expect(right.judgements[0].verdict).toBe('right')
    expect(isDone(worksheet, right)).toBe(true)
    expect(stop([0, 1, 2, 3, 4, 5]).judgements[0].slips).toEqual(['not-the-bridge'])
    expect(said(stop([0, 1, 2, 3, 4, 5]).judgements[0])[0]).toContain('R1')
    expect(stop([1, 2]).judgements[0].verdict).toBe('wrong')
    expect(stop([1, 2, 3, 4, 5], 'shorted').judgements[0].verdict).toBe('wrong')
  })
  test('stopping while a group is left is too early', () => {
    const [early] = replay(worksheetOf(network(worked)), [{ do: 'stop', members: [1, 2], why: 'no-group' }]).judgements
    expect(early).toMatchObject({ verdict: 'wrong', slips: ['stopped-early'] })
  })
})

describe('hints', () => {
  test('in three strengths: where to look, what to do, the step itself', () => {
    const worksheet = worksheetOf(network(worked))
    const hint = (strength: Strength, moves: Parameters<typeof replay>[1] = []) =>
      hintFor(worksheet, replay(worksheet, moves), strength)?.sentences.map(wordRemark)
    expect(hint(1)).toEqual(['look at what lies between nodes 2, 3 and 4'])
    expect(hint(3)).toEqual([
      'look at what lies between nodes 2, 3 and 4',
      'R2 and R3 are in series: one path, so their resistances add',
      'combine R2 and R3: 30 Ω',
    ])
    const wrong = [{ do: 'combine', members: [1, 2], kind: 'series', answer: '40' }] as const
    expect(hint(1, wrong)).toEqual(['first look at R2+3 again: its value is not right'])
  })
  test('followed to the end they solve every network', () => {
    for (let seed = 0; seed < 40; seed++) {
      const learner = new Learner(networkOf(randomNetwork(seed, 1 + (seed % 9))), seed)
      for (let left = 200; !isDone(learner.worksheet, learner.position); left--) {
        const hint = hintFor(learner.worksheet, learner.position, 3)
        if (!hint || left === 0) throw new Error(`no way on in network ${seed}`)
        const value = String(hint.sentences[2].slots.value)
        const [element] = hint.elements
        if (hint.sentences[2].code === 'hint-combine') {
          const [group] = findGroups(learner.position.sheet)
          learner.do({ do: 'combine', ...group, answer: value })
        } else {
          const quantity = value.endsWith('V') ? 'voltage' : 'current'
          learner.do({ do: 'value', element, quantity, answer: value })
        }
      }
      expect(summarise(learner.position).wrong).toBe(0)
    }
  })
})

test('only what was asked for has to be found', () => {
  const learner = new Learner(network(worked, { worksheet: { asked: [{ quantity: 'current', of: 'R3' }] } }), 2)
  const worksheet = {
    ...learner.worksheet,
    choices: { ...learner.worksheet.choices, asked: [{ quantity: 'current', of: 'R3' }] as const },
  }
  expect(goalsOf(worksheet, learner.position)).toEqual([{ element: 2, quantity: 'current' }])
  learner.do({ do: 'value', element: 2, quantity: 'current', answer: '320 mA' })
  expect(isDone(worksheet, learner.position)).toBe(true)
})

test('a step taken back opens its equivalent again', () => {
  const learner = new Learner(network(worked), 2)
  learner.combine({ kind: 'series', members: [1, 2] })
  expect(learner.do({ do: 'undo' }).verdict).toBe('undone')
  expect(learner.position.sheet.elements.map(({ id }) => id).sort()).toEqual([0, 1, 2, 3, 4])
  learner.combine({ kind: 'series', members: [1, 2] })
  learner.reduce()
  expect(learner.position.sheet.elements.length).toBe(1)
})

test('moves that do not fit the network are passed over', () => {
  const worksheet = worksheetOf(network(worked))
  const moves = [
    { do: 'combine', members: [1, 99], kind: 'series', answer: '30' },
    { do: 'value', element: 44, quantity: 'voltage', answer: '3' },
    { do: 'value', element: 1, quantity: 'resistance', answer: '3' },
    { do: 'carry', element: 0, quantity: 'voltage' },
    { do: 'undo' },
  ] as const
  expect(replay(worksheet, moves).judgements).toEqual([])
})
