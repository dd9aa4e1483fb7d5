import { network, networkOf, worked } from '../../../../test/documents'
import { Learner, worksheetOf } from '../../../../test/learner'
import { randomNetwork } from '../../../../test/randomNetwork'
import { runs } from '../../../../test/runs'
import { findGroups } from '../../structure'
import { wordSentence } from '../../worksheet'
import { answerProblem, readAnswer } from '../answer'
import type { AskedQuantity } from '../../network'
import {
  begin,
  goalsOf,
  hintFor,
  isDone,
  ownThread,
  readMoves,
  replay,
  summarise,
  toMend,
  type Move,
  type OwnThread,
  type Position,
  type Strength,
} from './index'
import { checkPlace } from './named'

const said = (judgement: { reasons: readonly Parameters<typeof wordSentence>[0][] }) =>
  judgement.reasons.map(wordSentence)

describe('answers are read as people type them', () => {
  test.each([
    ['12.5', 12.5, 3],
    ['4k7', 4700, 2],
    ['-0.32 A', -0.32, 2],
    ['320 mA', 0.32, 3],
    ['0.0050', 0.005, 2],
    ['25/2 Ω', 12.5, 3],
    ['1e3', 1000, 1],
  ])('%s', (text, value, figures) => {
    expect(readAnswer(text)).toMatchObject({ value, figures })
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
    for (let seed = 0; seed < runs(60); seed++) {
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
      for (const { verdict, move } of judgements.filter(
        (it, i) => it.verdict !== 'asked' || judgements[i + 1].verdict !== 'right',
      ))
        expect([['right', 'rounded'].includes(verdict), seed, move]).toEqual([true, seed, move])
      expect(isDone(learner.position)).toBe(true)
    }
    expect(answers).toBeGreaterThan(runs(1000))
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
    expect(combine([0, 1], 'series')).toMatchObject({ verdict: 'refused', could: [['junction-between']] })
    expect(said(combine([0, 1], 'series'))[0]).toBe('R1 and R2 share node 2: what else meets there?')
    expect(combine([0, 2], 'series')).toMatchObject({ verdict: 'refused', could: [['apart']] })
    expect(combine([1, 2], 'parallel')).toMatchObject({ verdict: 'refused', could: [['kind']] })
  })
  test('two of a path are a group, the one between them left where it is', () => {
    const path = worksheetOf(network(['E1 A D 6', 'R1 A B 1', 'R2 B C 2', 'R3 C D 3']))
    const position = replay(path, [{ do: 'combine', members: [0, 2], kind: 'series', answer: '4' }])
    expect([position.judgements[0].verdict, position.names[3]]).toEqual(['right', 'R1+3'])
    expect(findGroups(position.sheet)).toEqual([{ kind: 'series', members: [3, 1] }])
  })
})

describe('right is never called wrong', () => {
  // R1 8 + R2 11 ∥ (R3 16 + R4 8 ∥ R5 10) on 14 V.
  const worksheet = worksheetOf(network(['E1 A Z 14', 'R1 A B 8', 'R2 B Z 11', 'R3 B C 16', 'R4 C Z 8', 'R5 C Z 10']))
  const combined: Move[] = [
    { do: 'combine', members: [3, 4], kind: 'parallel', answer: '4.44' },
    { do: 'combine', members: [2, 5], kind: 'series', answer: '20.4' },
    { do: 'combine', members: [1, 6], kind: 'parallel', answer: '7.15' },
    { do: 'combine', members: [0, 7], kind: 'series', answer: '15.2' },
  ]
  const value = (quantity: 'resistance' | 'voltage' | 'current', element: number, text: string): Move => ({
    do: 'value',
    quantity,
    element,
    answer: text,
  })
  const verdicts = (moves: readonly Move[]) => replay(worksheet, moves).judgements.map(({ verdict }) => verdict)
  const stands = ({ own }: Position, quantity: 'voltage' | 'current', element: number) =>
    own[quantity][element]?.verdict

  test('two figures here and three there, lines left out', () => {
    const moves = [
      value('current', 8, '0.921'),
      value('current', 6, '0.32'),
      // One current through R3 and R4‖5 that is not written there.
      value('voltage', 5, '1.42'),
      value('current', 3, '1.42/8'),
      value('current', 1, '0.921 - 0.32'),
    ]
    for (const verdict of verdicts([...combined, ...moves])) expect(['right', 'rounded']).toContain(verdict)
  })
  test('what was wrong is right once the paper leads there, with no further move', () => {
    const early = replay(worksheet, [...combined, value('voltage', 5, '1.49')])
    expect(stands(early, 'voltage', 5)).toBe('wrong')
    const later = replay(worksheet, [...combined, value('voltage', 5, '1.49'), value('current', 6, '0.3354')])
    // 0.3354 is wrong itself: it speaks for nothing that is written before it.
    expect(stands(later, 'voltage', 5)).toBe('wrong')
    const right = [value('voltage', 5, '1.42'), value('current', 6, '0.32')]
    expect(stands(replay(worksheet, [...combined, ...right]), 'voltage', 5)).toBe('rounded')
  })
  test('lines left out after a wrong value: what follows from it follows', () => {
    // R2‖(…) taken as 9: 17 Ω, 0.824 A, by the divider 0.824 · 20.4/(11 + 20.4) in R2.
    const [pair, branch] = combined
    const moves: Move[] = [
      pair,
      branch,
      { do: 'combine', members: [1, 6], kind: 'parallel', answer: '9' },
      { do: 'combine', members: [0, 7], kind: 'series', answer: '17' },
      value('current', 8, '0.824 A'),
      value('voltage', 1, '7.41'),
      value('current', 6, '7.41/20.4'),
    ]
    expect(verdicts(moves).slice(2)).toEqual(['wrong', 'follows', 'follows', 'follows', 'follows'])
    // A line between that is written now, by another way, takes nothing back.
    const more = replay(worksheet, [...moves, value('voltage', 7, '7.42')])
    expect(stands(more, 'voltage', 1)).toBe('follows')
  })
  test('digits cut off are right, with a word', () => {
    // 1938.75 Ω, and 8.838 Ω exactly.
    const two = (a: string, b: string, to: string) =>
      network([`E1 A ${to} 6`, `R1 A B ${a}`, `R2 ${to === 'B' ? 'A B' : 'B C'} ${b}`])
    const combine = (of: ReturnType<typeof two>, kind: 'series' | 'parallel', text: string) =>
      replay(worksheetOf(of), [{ do: 'combine', members: [0, 1], kind, answer: text }]).judgements[0]
    for (const judged of [
      combine(two('3.3k', '4.7k', 'B'), 'parallel', '1938'),
      combine(two('4.42', '4.418', 'C'), 'series', '8.83'),
    ]) {
      expect(judged.verdict).toBe('rounded')
      expect(said(judged)).toEqual(['right, but cut off instead of rounded: the next digit is 5 or more'])
    }
    expect(combine(two('4.42', '4.418', 'C'), 'series', '8.82').verdict).toBe('wrong')
  })
  test('the right digits are not all of them but one where there is one too many', () => {
    const sum: Move = { do: 'combine', members: [0, 1], kind: 'series', answer: '220.5' }
    const two = worksheetOf(network(['E1 A C 6', 'R1 A B 120', 'R2 B C 100']))
    expect(said(replay(two, [sum]).judgements[0]).join()).not.toContain('all digits but one')
  })
})

describe('in series at a distance', () => {
  // R1 and R5 lie before and behind the block of R2, R3 and R4.
  const worksheet = worksheetOf(network(worked))
  const apart: Move = { do: 'combine', members: [4, 0], kind: 'series', answer: '2.5' }
  test('they are combined in the place of the first, the other place closes up', () => {
    const position = replay(worksheet, [apart])
    expect(position.judgements[0].verdict).toBe('right')
    expect(position.sheet.elements.map(({ from, to }) => [from, to])).toContainEqual([
      worksheet.reduction.from[0],
      worksheet.reduction.to[0],
    ])
    expect(position.sheet.elements.every(({ from, to }) => from !== to)).toBe(true)
    expect(findGroups(position.sheet).map(({ kind }) => kind)).toEqual(['series'])
    // Undone, all is where it was.
    const sorted = (sheet: Position['sheet']) => [...sheet.elements].sort((a, b) => a.id - b.id)
    expect(sorted(replay(worksheet, [apart, { do: 'undo' }]).sheet)).toEqual(sorted(replay(worksheet, []).sheet))
  })
  test('an attempt of before, when they were refused, stands as it was made', () => {
    const all: Move = { do: 'combine', members: [1, 2], kind: 'series', answer: '30' }
    const beside: Move = { do: 'combine', members: [5, 3], kind: 'parallel', answer: '10' }
    const rest: Move = { do: 'combine', members: [0, 6, 4], kind: 'series', answer: '12.5' }
    const position = replay(worksheet, [apart, all, beside, rest])
    expect(position.judgements.map(({ verdict }) => verdict)).toEqual(['undone', 'right', 'right', 'right'])
    expect(summarise(position)).toMatchObject({ wrong: 0, right: 3 })
  })
  test('hints lead from there to the end, potentials too', () => {
    const it = new Learner(network(worked), 3)
    it.do(apart)
    it.reduce()
    expect(it.supply().verdict).toBe('right')
    for (let left = 60; !isDone(it.position) && left > 0; left--) {
      const told = hintFor(it.position, 3)?.sentences.map(wordSentence).at(-1) ?? ''
      const [, letter, name, answer] = /^([VI])\((.+)\) is (.+)$/.exec(told) ?? []
      const quantity = letter === 'V' ? 'voltage' : 'current'
      it.do({ do: 'value', element: it.position.names.indexOf(name), quantity, answer })
    }
    expect(isDone(it.position)).toBe(true)
    const { wiring } = it.worksheet
    for (const [node, { points }] of wiring.nodes.entries()) {
      const potential = it.worksheet.outcome.nodes[node].potential?.value ?? NaN
      const answer = String(Number(potential.toPrecision(4)))
      const judged = it.do({ do: 'answer', quantity: 'potential', of: points[0], answer })
      expect(['right', 'rounded']).toContain(judged.verdict)
    }
  })
})

describe('the thread of a value of one’s own', () => {
  const names = (it: Learner, slots: OwnThread['wrong']) =>
    slots.map(({ quantity, element }) => `${quantity[0].toUpperCase()}(${it.position.names[element]})`)
  const both = () => {
    const it = new Learner(network(['E1 A C 6', 'R1 A B 100', 'R2 B C 200', 'R3 B C 300']), 1)
    const value = (element: number, quantity: 'voltage' | 'current' | 'resistance', answer: string) =>
      it.do({ do: 'value', element, quantity, answer }).verdict
    it.do({ do: 'combine', members: [1, 2], kind: 'parallel', answer: '500' })
    it.do({ do: 'combine', members: [0, 3], kind: 'series', answer: '600' })
    value(4, 'current', '10 mA')
    it.do({ do: 'carry', element: 4, quantity: 'current' })
    value(3, 'voltage', '5')
    it.do({ do: 'carry', element: 3, quantity: 'voltage' })
    value(1, 'current', '25 mA')
    return { it, value }
  }
  test('leads from what follows to what is wrong, and on from there', () => {
    const { it } = both()
    const thread = ownThread(it.position, { quantity: 'current', element: 1 })
    expect(names(it, thread.wrong)).toEqual(['R(R2‖3)'])
    // The voltage by the divider: the shortest way there.
    expect(names(it, thread.between)).toEqual(['V(R2)', 'V(R2‖3)', 'R(Req)'])
    expect(thread.follow).toEqual([])
    const from = ownThread(it.position, { quantity: 'resistance', element: 3 })
    expect(names(it, from.wrong)).toEqual(['R(R2‖3)'])
    expect(names(it, from.follow)).toEqual(
      expect.arrayContaining(['R(Req)', 'C(Req)', 'C(R1)', 'V(R2‖3)', 'V(R2)', 'C(R2)']),
    )
    const middle = ownThread(it.position, { quantity: 'current', element: 4 })
    expect(names(it, middle.follow)).toEqual(['C(R1)', 'C(R2‖3)'])
  })
  test('a second wrong value has followers of its own; what stands is on no thread', () => {
    const { it, value } = both()
    // 5 V, gone over to both, over 300 Ω is 16.7 mA; 7 mA is not.
    expect(value(2, 'current', '7 mA')).toBe('wrong')
    const own = ownThread(it.position, { quantity: 'current', element: 2 })
    expect([names(it, own.wrong), own.follow]).toEqual([['C(R3)'], []])
    const given = ownThread(it.position, { quantity: 'resistance', element: 0 })
    expect(given).toEqual({ wrong: [], between: [], follow: [] })
    value(3, 'resistance', '120')
    // What followed is to be corrected, but leads to nothing that is wrong any more.
    expect(ownThread(it.position, { quantity: 'resistance', element: 3 }).follow).toEqual([])
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
      ['right with your own earlier value, which is still to be corrected'],
    ])
    const slip = it.do({ do: 'value', element: 6, quantity: 'resistance', answer: '55' })
    expect(slip).toMatchObject({ verdict: 'wrong', could: [['added']] })
    it.do({ do: 'value', element: 6, quantity: 'resistance', answer: '10.91' })
    expect(it.do({ do: 'value', element: 5, quantity: 'resistance', answer: '30' }).verdict).toBe('right')
    // What followed from the wrong value is to be corrected too.
    expect(it.position.own.resistance[6]).toMatchObject({ typed: '10.91', verdict: 'stale' })
    expect(it.do({ do: 'value', element: 6, quantity: 'resistance', answer: '10' }).verdict).toBe('right')
    expect(summarise(it.position)).toMatchObject({ right: 2, follows: 2, wrong: 2, mended: 2 })
  })

  test('unwinds when the first wrong value is mended; two values never justify each other', () => {
    const it = new Learner(network(['E1 A C 6', 'R1 A B 100', 'R2 B C 200', 'R3 B C 300']), 1)
    const value = (element: number, quantity: 'voltage' | 'current' | 'resistance', answer: string) =>
      it.do({ do: 'value', element, quantity, answer }).verdict
    it.do({ do: 'combine', members: [1, 2], kind: 'parallel', answer: '500' })
    it.do({ do: 'combine', members: [0, 3], kind: 'series', answer: '600' })
    expect(value(4, 'current', '10 mA')).toBe('follows')
    it.do({ do: 'carry', element: 4, quantity: 'current' })
    expect([value(0, 'voltage', '1'), value(3, 'voltage', '5')]).toEqual(['follows', 'follows'])
    it.do({ do: 'carry', element: 3, quantity: 'voltage' })
    expect([value(1, 'current', '25 mA'), value(2, 'current', '16.7 mA')]).toEqual(['follows', 'follows'])
    expect(isDone(it.position)).toBe(false)
    expect(hintFor(it.position, 1)?.sentences.map(wordSentence)).toEqual([
      'look at R2‖3 again first: its value is not right',
    ])
    expect([value(3, 'resistance', '120'), value(4, 'resistance', '220')]).toEqual(['right', 'right'])
    const verdicts = () => toMend(it.position).map(({ verdict }) => verdict)
    expect(verdicts()).toEqual(new Array(9).fill('stale'))
    expect(value(4, 'current', '27.27 mA')).toBe('right')
    expect(verdicts()).toEqual(new Array(8).fill('stale'))
    it.do({ do: 'carry', element: 4, quantity: 'current' })
    for (const [element, quantity, answer] of [
      [0, 'voltage', '2.727'],
      [3, 'voltage', '3.273'],
    ] as const)
      value(element, quantity, answer)
    it.do({ do: 'carry', element: 3, quantity: 'voltage' })
    expect([value(1, 'current', '16.36 mA'), value(2, 'current', '10.91 mA')]).toEqual(['right', 'right'])
    expect(isDone(it.position)).toBe(true)
  })
  test('a wrong voltage is not made right by the current that came from it', () => {
    const it = new Learner(network(worked), 4)
    it.reduce()
    const value = (quantity: 'voltage' | 'current', answer: string) =>
      it.do({ do: 'value', element: 0, quantity, answer }).verdict
    expect([value('voltage', '3'), value('current', '2'), value('voltage', '3.0')]).toEqual([
      'wrong',
      'follows',
      'wrong',
    ])
    expect(isDone(it.position)).toBe(false)
  })
  test('a rest of which rounding is the most is asked about', () => {
    const it = new Learner(network(['E1 A C 12', 'R1 A B 47k', 'R2 B C 10']), 1)
    it.combine({ kind: 'series', members: [0, 1] }, () => 47010)
    it.do({ do: 'value', element: 0, quantity: 'voltage', answer: '11.99' })
    expect(it.do({ do: 'value', element: 1, quantity: 'voltage', answer: '0.01' }).verdict).toBe('asked')
    expect(it.do({ do: 'value', element: 1, quantity: 'voltage', answer: '2.553 mV' }).verdict).toBe('right')
  })
})

describe('taken back', () => {
  const moves: Move[] = [
    { do: 'combine', members: [1, 2], kind: 'series', answer: '40' },
    { do: 'value', element: 5, quantity: 'resistance', answer: '50' },
    { do: 'back' },
  ]
  const worksheet = worksheetOf(network(worked))
  test('a move is taken back and made again; what was said stays said', () => {
    const back = replay(worksheet, moves)
    expect(back.own.resistance[5]?.typed).toBe('40')
    expect(back.judgements.map(({ isTakenBack }) => isTakenBack)).toEqual([false, true])
    expect(summarise(back)).toMatchObject({ wrong: 2, right: 0 })
    const forth = replay(worksheet, [...moves, { do: 'forth' }])
    expect(forth.own.resistance[5]?.typed).toBe('50')
    expect(forth.judgements.map(({ isTakenBack }) => isTakenBack)).toEqual([false, false])
    const all = replay(worksheet, [...moves, { do: 'back' }, { do: 'back' }, { do: 'back' }])
    expect([all.reduction.steps.length, all.past]).toEqual([0, null])
    // A new move has no other before it.
    expect(replay(worksheet, [...moves, ...moves.slice(1, 2), { do: 'forth' }]).judgements).toHaveLength(3)
  })
  test('what was said of an equivalent does not stand at another that takes its number', () => {
    const { judgements, own } = replay(worksheet, [
      moves[0],
      { do: 'undo' },
      { do: 'combine', members: [1, 2], kind: 'series', answer: '30' },
    ])
    expect(judgements.map(({ element }) => element)).toEqual([null, null, 5])
    expect(own.resistance[5]?.verdict).toBe('right')
  })
})

describe('checks', () => {
  test('at one junction, around one loop, and of the powers, once all is found', () => {
    const it = new Learner(network(worked), 5)
    it.reduce()
    it.supply()
    const check = (which: 'junction' | 'loop' | 'power', answer: string) => it.do({ do: 'check', check: which, answer })
    const before = it.position
    expect(check('loop', '12')).toBe(before.judgements[before.judgements.length - 1])
    for (const [element, volts] of [1.44, 3.2, 6.4, 9.6, 0.96].entries()) it.type(element, 'voltage', volts)
    for (const [element, amperes] of [0.96, 0.32, 0.32, 0.64, 0.96].entries()) it.type(element, 'current', amperes)
    for (const [element, watts] of [1.3824, 1.024, 2.048, 6.144, 0.9216].entries()) it.type(element, 'power', watts)
    expect(checkPlace(it.position, 'junction')?.terms.map(({ element }) => element)).toEqual([1, 3])
    expect(check('junction', '0.64').could).toEqual([['dropped']])
    expect(
      [check('junction', '0.96'), check('loop', '12 V'), check('power', '11.5')].map(({ verdict }) => verdict),
    ).toEqual(['right', 'right', 'right'])
    expect(isDone(it.position)).toBe(true)
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
    expect(isDone(right)).toBe(true)
    expect(stop([0, 1, 2, 3, 4, 5]).judgements[0].could).toEqual([['not-the-bridge']])
    expect(said(stop([0, 1, 2, 3, 4, 5]).judgements[0])[0]).toContain('R1')
    expect(stop([1, 2]).judgements[0].verdict).toBe('wrong')
    expect(stop([1, 2, 3, 4, 5], 'shorted').judgements[0].verdict).toBe('wrong')
  })
  test('stopping while a group is left is too early', () => {
    const [early] = replay(worksheetOf(network(worked)), [{ do: 'stop', members: [1, 2], why: 'no-group' }]).judgements
    expect(early).toMatchObject({ verdict: 'wrong', could: [['stopped-early']] })
  })
})

describe('hints', () => {
  test('in three strengths: where to look, what to do, the step itself', () => {
    const worksheet = worksheetOf(network(worked))
    const hint = (strength: Strength, moves: Parameters<typeof replay>[1] = []) =>
      hintFor(replay(worksheet, moves), strength)?.sentences.map(wordSentence)
    expect(hint(1)).toEqual(['look at what lies between nodes 2, 3 and 4'])
    expect(hint(3)).toEqual([
      'look at what lies between nodes 2, 3 and 4',
      'R2 and R3 are in series: one path, so their resistances add',
      'combine R2 and R3: 30 Ω',
    ])
    const wrong = [{ do: 'combine', members: [1, 2], kind: 'series', answer: '40' }] as const
    expect(hint(1, wrong)).toEqual(['look at R2+3 again first: its value is not right'])
  })
  test('followed to the end they solve every network', () => {
    for (let seed = 0; seed < runs(20); seed++) {
      const learner = new Learner(networkOf(randomNetwork(seed, 1 + (seed % 9))), seed)
      for (let left = 200; !isDone(learner.position); left--) {
        const hint = hintFor(learner.position, 3)
        if (!hint || left === 0) throw new Error(`no way on in network ${seed}`)
        const value = String(hint.sentences[2].slots.value)
        const [element] = hint.elements
        if (hint.sentences[2].slots.members !== undefined && hint.sentences[2].slots.value !== undefined) {
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

/** An attempt at what is asked for, which the judge knows of though it works everything out. */
function asking(learner: Learner, ...asked: readonly AskedQuantity[]) {
  const { worksheet } = learner
  learner.position = begin({ ...worksheet, choices: { ...worksheet.choices, asked } })
  return learner
}

describe('only what was asked for', () => {
  test('has to be found, and hints lead there', () => {
    const it = asking(new Learner(network(worked), 2), { quantity: 'current', of: 'R3' })
    expect(goalsOf(it.position)).toEqual([{ element: 2, quantity: 'current', of: 'R3' }])
    it.reduce()
    const hints: string[] = []
    while (!isDone(it.position)) {
      const hint = hintFor(it.position, 3)
      const [, told, value] = (hint?.sentences ?? []).map(wordSentence)
      hints.push(told)
      const [element] = hint?.elements ?? []
      const text = value.split(' is ')[1]
      it.do({ do: 'value', element, quantity: text.endsWith('V') ? 'voltage' : 'current', answer: text })
    }
    // Neither R1 nor R5 is worked out, nor R4.
    expect(hints.join()).not.toMatch(/R1:|R5:|R4:|\(R1|\(R5|\(R4/)
    expect(hints.length).toBeLessThanOrEqual(5)
  })
  test('an equivalent that was formed otherwise is answered by its name', () => {
    const it = asking(new Learner(network(worked), 2), { quantity: 'voltage', of: 'R2 R3' })
    it.combine({ kind: 'series', members: [1, 2] })
    it.reduce()
    expect(goalsOf(it.position)).toEqual([{ element: 5, quantity: 'voltage', of: 'R2 R3' }])
    const path = network(['E1 A D 6', 'R1 A B 10', 'R2 B C 20', 'R3 C D 30'])
    const other = new Learner(path, 1)
    other.worksheet = worksheetOf(path, { order: 'pairs' })
    asking(other, { quantity: 'voltage', of: 'R1 R2' })
    other.combine({ kind: 'series', members: [0, 1, 2] })
    expect(isDone(other.position)).toBe(false)
    const answer = (typed: string) =>
      other.do({ do: 'answer', quantity: 'voltage', of: 'R1 R2', answer: typed }).verdict
    expect([answer('2'), answer('3')]).toEqual(['wrong', 'right'])
    expect(isDone(other.position)).toBe(true)
  })
  test('potentials are typed, and judged on the learner’s own drops', () => {
    const it = asking(new Learner(network(worked), 2), { quantity: 'potential', of: 'B' })
    const answer = (typed: string) => it.do({ do: 'answer', quantity: 'potential', of: 'B', answer: typed })
    expect(answer('1.44')).toMatchObject({ verdict: 'wrong', could: [['other-value']] })
    expect(said(answer('1.44'))[0]).toContain('counted down from the + end')
    expect(answer('10.56 V').verdict).toBe('right')
    expect(isDone(it.position)).toBe(true)
    const mine = new Learner(network(worked), 3)
    mine.reduce()
    mine.do({ do: 'value', element: 0, quantity: 'voltage', answer: '2' })
    expect(mine.do({ do: 'answer', quantity: 'potential', of: 'B', answer: '10' }).verdict).toBe('follows')
    mine.do({ do: 'value', element: 0, quantity: 'voltage', answer: '1.44' })
    expect(toMend(mine.position)).toMatchObject([{ of: 'B', quantity: 'potential', verdict: 'stale' }])
  })
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

test('what was kept by an earlier version opens, and is judged anew', () => {
  const kept = JSON.parse(
    `[{"do":"combine","members":[1,2],"kind":"series","answer":"40"},{"do":"undo"},
      {"do":"combine","members":[1,2],"kind":"series","answer":"30 Ω"},{"do":"hint","strength":2},
      {"do":"combine","members":[5,3],"kind":"parallel","answer":"10"},
      {"do":"combine","members":[0,6,4],"kind":"series","answer":"25/2"},
      {"do":"value","element":7,"quantity":"current","answer":"0.96 V"},
      {"do":"carry","element":7,"quantity":"current"},{"do":"stop","members":[1],"why":"shorted"}]`,
  ) as unknown
  const read = readMoves(kept)
  if (!read.ok) throw new Error(read.message)
  const { judgements } = replay(worksheetOf(network(worked)), read.moves)
  expect(judgements.map(({ verdict }) => verdict)).toEqual([
    'wrong',
    'undone',
    'right',
    'hint',
    'right',
    'right',
    'wrong',
    'right',
    'wrong',
  ])
  expect(judgements[6].could).toEqual([['unit']])
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

test('a meter is done when what tells its reading is found', () => {
  const worksheet = worksheetOf(network(['E1 A C 12', 'R1 A B 1', 'R2 B b 2', 'A1 b C', 'R3 B C 2', 'V1 B C']))
  const steps = [
    { do: 'combine', members: [1, 2], kind: 'parallel', answer: '1' },
    { do: 'combine', members: [0, 3], kind: 'series', answer: '2' },
    { do: 'value', element: 4, quantity: 'current', answer: '6' },
    { do: 'value', element: 3, quantity: 'voltage', answer: '6' },
  ] as const
  expect(goalsOf(replay(worksheet, steps))).toEqual([
    { element: 1, quantity: 'current', of: null },
    { element: 1, quantity: 'voltage', of: null },
  ])
  expect(isDone(replay(worksheet, steps))).toBe(false)
  const more = [
    { do: 'carry', element: 3, quantity: 'voltage' },
    { do: 'value', element: 1, quantity: 'current', answer: '3' },
  ] as const
  expect(isDone(replay(worksheet, [...steps, ...more]))).toBe(true)
})

describe('without values', () => {
  const open = worksheetOf(network(['E1 A D 12', 'R1 A B', 'R2 B M 10', 'R3 M C 20', 'R4 B C 15', 'R5 C D']))
  const first = { do: 'combine', members: [1, 2], kind: 'series', answer: '30' } as const
  const whole = { do: 'combine', members: [0, 6, 4], kind: 'series', answer: '' } as const
  test('steps are practised in letters; what has its values is judged as ever', () => {
    const position = replay(open, [
      { ...first, answer: '40' },
      { do: 'value', element: 5, quantity: 'resistance', answer: '30' },
      { do: 'combine', members: [5, 3], kind: 'parallel', answer: '10' },
      { ...whole, kind: 'parallel' },
      whole,
    ])
    expect(position.judgements.map(({ verdict }) => verdict)).toEqual(['wrong', 'right', 'right', 'refused', 'right'])
    expect(said(position.judgements[4])).toEqual(['right: they can be combined'])
    expect(position.own.resistance[7]).toBeNull()
    expect(isDone(position)).toBe(true)
    expect(isDone(replay(open, []))).toBe(false)
  })
  test('hints say what to combine, and make up no number', () => {
    const at = (moves: Parameters<typeof replay>[1]) => hintFor(replay(open, moves), 3)?.sentences.map(wordSentence)
    expect(at([])?.[2]).toBe('combine R2 and R3: 30 Ω')
    expect(at([first, { do: 'combine', members: [5, 3], kind: 'parallel', answer: '10' }])?.[2]).toBe(
      'combine R1, (R2+3)‖4 and R5',
    )
  })
})

describe('known inside', () => {
  const inside = network(['E1 A D', 'R1 A B 100', 'R2 B D 200', 'R3 B D 300'], {
    known: { quantity: 'current', part: 'R3', value: '2 mA' },
  })
  test('hints lead outward from what is known, and the source’s voltage has to be found', () => {
    const it = new Learner(inside, 1)
    it.reduce()
    const told: string[] = []
    for (let left = 30; !isDone(it.position) && left > 0; left--) {
      const hint = hintFor(it.position, 3)
      const [, what, value] = (hint?.sentences ?? []).map(wordSentence)
      told.push(what)
      const text = value.split(' is ')[1]
      it.do({
        do: 'value',
        element: hint?.elements[0] ?? -1,
        quantity: text.endsWith('V') ? 'voltage' : 'current',
        answer: text,
      })
    }
    expect(told[0]).toBe('V(R3): Ohm’s law, V = I · R, from I(R3) and R3')
    expect(isDone(it.position)).toBe(true)
    expect(it.position.own.voltage[it.position.reduction.left[0]]?.value).toBeCloseTo(1.1, 9)
  })
})
