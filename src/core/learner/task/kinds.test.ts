import { readNetwork } from '../../network'
import { sheetOf } from '../../structure'
import { hiddenTruth, type Claim } from '../../bench'
import {
  codeFrom,
  dialTable,
  judgeTask,
  keyOf,
  marksOf,
  taskOf,
  usualDials,
  type Dials,
  type Question,
  type Task,
  type TaskMove,
} from './index'
import { benchFor } from './mend'
import { runs } from '../../../../test/runs'

function task(some: Partial<Dials>, seed: number): Task {
  const made = taskOf(codeFrom({ ...usualDials, ...some }, seed) ?? '')
  if (!made.ok) throw new Error(made.message)
  return made.task
}

/** A task of a kind with its question, as that kind has it. */
function asked<K extends Question['kind']>(kind: K, some: Partial<Dials>, seed: number) {
  const made = task({ kind, ...some }, seed)
  return { made, question: made.question as Extract<Question, { kind: K }> }
}

const marks = (made: Task, moves: readonly TaskMove[]) => marksOf(judgeTask(made, moves))

/** What is at the ends of two resistors, counted by hand: how many resistors and sources end at each node. */
function lie({ worksheet: { network, wiring } }: Task, [a, b]: readonly [string, string]) {
  const ends = (name: string) => {
    const part = network.parts.findIndex((it) => it.name === name)
    return [wiring.from[part], wiring.to[part]]
  }
  const count = (node: number) =>
    wiring.live.filter((part) => wiring.from[part] === node || wiring.to[part] === node).length +
    (node === wiring.start || node === wiring.finish ? 1 : 0)
  const [mine, other] = [ends(a), ends(b)]
  const shared = mine.filter((node) => other.includes(node))
  if (shared.length === 2) return 'parallel'
  if (shared.length === 0) return null
  if (shared[0] === wiring.start || shared[0] === wiring.finish) return 'supply-between'
  return count(shared[0]) > 2 ? 'part-leaves' : 'series'
}

test('spot: what two resistors that share a node are, is counted at their nodes', () => {
  for (let seed = 0; seed < runs(15); seed++) {
    const { made, question } = asked('spot', { resistors: dialTable.resistors[seed % 12] }, seed * 101)
    question.pairs.forEach((pair, at) => {
      const seen = lie(made, pair)
      if (seen === null) return
      const { items, said } = judgeTask(made, [{ do: 'spot', at, answer: seen }])
      expect([made.code, pair, items[at].method, said[0].isRight]).toEqual([
        made.code,
        pair,
        { of: 1, first: 1, now: 1 },
        true,
      ])
    })
  }
})

test('spot: the way is the answer, the reason the method; what was wrong at first counts as retried', () => {
  const { made, question } = asked('spot', { resistors: 6 }, 3)
  const at = question.pairs.findIndex((pair) => lie(made, pair) === 'part-leaves')
  const of = 2 * question.pairs.length
  // Neither is right, but they do share a node.
  expect(judgeTask(made, [{ do: 'spot', at, answer: 'apart' }]).said[0].text).toContain('They are joined')
  expect(marks(made, [{ do: 'spot', at, answer: 'apart' }])).toEqual({ of, first: 1, now: 1 })
  expect(
    marks(made, [
      { do: 'spot', at, answer: 'apart' },
      { do: 'spot', at, answer: 'part-leaves' },
    ]),
  ).toEqual({ of, first: 1, now: 2 })
  const wrong = judgeTask(made, [{ do: 'spot', at, answer: 'parallel' }])
  expect(wrong.items[at].slips).toEqual(['junction-between'])
  expect(wrong.said[0]).toMatchObject({ isRight: false, text: expect.stringMatching(/^No: they share node \w+ alone/) })
})

test('spot: two that carry one current are in series, though they share no node', () => {
  const made = taskOf('10PT-MA7Y-43HE')
  if (!made.ok) throw new Error(made.message)
  const spotted = (answer: 'series' | 'apart') => judgeTask(made.task, [{ do: 'spot', at: 4, answer }])
  expect(spotted('series').said[0]).toMatchObject({
    isRight: true,
    text: 'R1 and R4 in series: what lies between R1 and R4 has only two ends, so what enters it leaves it',
  })
  expect(spotted('apart').said[0]).toMatchObject({
    isRight: false,
    text: expect.stringMatching(/^They share no node; but/),
  })
})

test('spot: where the supply is connected and something else leaves too, both reasons are right', () => {
  let seen = 0
  for (let seed = 0; seed < 20; seed++) {
    const { made, question } = asked('spot', { resistors: 7 }, seed * 211)
    const { network, wiring } = made.worksheet
    question.pairs.forEach((pair, at) => {
      if (lie(made, pair) !== 'supply-between') return
      const ends = pair.map((name) => {
        const part = network.parts.findIndex((it) => it.name === name)
        return [wiring.from[part], wiring.to[part]]
      })
      const node = ends[0].find((it) => ends[1].includes(it))
      const resistors = wiring.live.filter((part) => wiring.from[part] === node || wiring.to[part] === node).length
      const { items } = judgeTask(made, [{ do: 'spot', at, answer: 'part-leaves' }])
      expect([made.code, pair, items[at].method.now]).toEqual([made.code, pair, resistors > 2 ? 1 : 0])
      seen++
    })
  }
  expect(seen).toBeGreaterThan(5)
})

test('estimate: bounds must hold the resistance, and lie the larger at most three times the smaller', () => {
  const { made } = asked('estimate', { given: 'terminals', resistors: 5 }, 8)
  const { worksheet } = made
  const Req = worksheet.outcome.equivalent?.value ?? NaN
  const at = (low: number, high: number) => judgeTask(made, [{ do: 'bounds', low: String(low), high: String(high) }])
  expect(at(Req * 0.8, Req * 1.5)).toMatchObject({ done: true, said: [{ isRight: true }] })
  expect(at(Req / 10, Req * 10).said[0]).toMatchObject({
    isRight: false,
    text: expect.stringContaining('True, but too wide'),
  })
  expect(marksOf(at(Req / 10, Req * 10))).toMatchObject({ first: 1, of: 2 })
  expect(at(Req * 1.1, Req * 2).said[0].text).toContain('it is less')
  expect(at(Req * 0.3, Req * 0.9).said[0].text).toContain('it is more')
  expect(at(Req * 1.5, Req * 0.8).said[0].text).toContain('the smaller one')
})

test('estimate: of two that carry clearly different currents one is more', () => {
  const { made, question } = asked('estimate', { resistors: 7 }, 21)
  const [a, b] = question.pair ?? []
  const right = [a, b].map((part = '') => judgeTask(made, [{ do: 'more', part }]).items[1].answer.now)
  expect([...right].sort()).toEqual([0, 1])
})

test('redraw: one of four sheets is the next, the others have a resistor too few, an end moved, or two wrongly combined', () => {
  for (let seed = 0; seed < runs(15); seed++) {
    const { made, question } = asked('redraw', { resistors: dialTable.resistors[4 + (seed % 7)] }, seed * 77)
    const [stage] = made.worksheet.stages
    const next = sheetOf(stage, question.after + 1)
    const meets = (elements: readonly { id: number; from: number; to: number }[]) => {
      const at = new Map<number, number[]>()
      for (const { id, from, to } of elements)
        for (const node of [from, to]) at.set(node, [...(at.get(node) ?? []), id])
      return [...at.values()]
        .map((ids) => ids.sort((a, b) => a - b).join())
        .sort()
        .join(' ')
    }
    const right = question.sheets.filter(({ slip }) => slip === null)
    expect(right).toHaveLength(1)
    expect(meets(right[0].elements)).toBe(meets(next.elements))
    expect(new Set(question.sheets.map(({ elements }) => meets(elements))).size).toBe(4)
    const at = question.sheets.indexOf(right[0])
    expect(judgeTask(made, [{ do: 'pick', sheet: at }])).toMatchObject({ done: true })
    const wrong = (at + 1) % 4
    expect(
      marks(made, [
        { do: 'pick', sheet: wrong },
        { do: 'pick', sheet: at },
      ]),
    ).toEqual({ of: 1, first: 0, now: 1 })
  }
})

test('find the mistake: the lines before it are right, it is wrong, and what follows is worked from it', () => {
  for (let seed = 0; seed < runs(15); seed++) {
    const { made, question } = asked(
      'mistake',
      { resistors: dialTable.resistors[2 + (seed % 8)], numbers: 'tidy' },
      seed * 53,
    )
    const { lines, wrong } = question
    const key = keyOf(made)
    expect(key[0]).toContain(`line ${wrong + 1}: `)
    // The right value of the planted line is not what stands there.
    expect(key[1].endsWith(` = ${lines[wrong].value}`)).toBe(false)
    const answer = key[1].split(' = ').at(-1) ?? ''
    const point = (line: number): TaskMove => ({ do: 'point', line })
    expect(judgeTask(made, [point(wrong), { do: 'mend', answer }])).toMatchObject({ done: true })
    for (let line = 0; line < wrong; line++)
      expect(judgeTask(made, [point(line)]).said[0]).toMatchObject({ isRight: false, text: 'No: that line is right.' })
    const first = wrong === 0 ? 1 : 0
    expect(marks(made, [point(first), point(wrong), { do: 'mend', answer: '1 p' }, { do: 'mend', answer }])).toEqual({
      of: 2,
      first: 0,
      now: 2,
    })
  }
})

test('fill the gaps: the last line, every other, or all of them', () => {
  const blanks = (blank: Dials['blank']) => {
    const { question } = asked('gaps', { blank, resistors: 6, asked: 'all' }, 11)
    // A line that only repeats another is none to work out.
    return question.lines.map(({ value, how }) => (/^[VI]\([^ ]+\)$/.test(how) ? null : value === null))
  }
  const last = blanks('last')
  expect(last.filter(Boolean)).toHaveLength(1)
  expect(last.filter((it) => it !== null).at(-1)).toBe(true)
  const half = blanks('half').filter((it) => it !== null)
  expect(half.filter(Boolean).length).toBeLessThan(half.length)
  expect(half.filter(Boolean).length).toBeGreaterThan(1)
  expect(blanks('all').every((it) => it !== false)).toBe(true)
})

test('fill the gaps: each blank is judged by itself, its key is right', () => {
  const { made, question } = asked('gaps', { blank: 'all', resistors: 5, asked: 'all' }, 40)
  const answers = keyOf(made).map((line) => line.split(' = ').at(-1) ?? '')
  const blank = question.lines.flatMap(({ value }, line) => (value === null ? [line] : []))
  const moves = blank.map((line, i): TaskMove => ({ do: 'fill', line, answer: answers[i] }))
  expect(marks(made, moves)).toEqual({ of: moves.length, first: moves.length, now: moves.length })
  expect(judgeTask(made, moves).done).toBe(true)
  const wrong = judgeTask(made, [{ do: 'fill', line: 0, answer: '123456' }])
  expect(wrong.said[0]).toMatchObject({ at: 0, isRight: false })
  expect(marksOf(wrong).now).toBe(0)
})

test('fill the gaps: what follows from an earlier wrong value is right on it, until that is corrected', () => {
  const made = taskOf('1ADB-PK9R-88B8')
  if (!made.ok) throw new Error(made.message)
  const fill = (line: number, answer: string): TaskMove => ({ do: 'fill', line, answer })
  // 120 ‖ 240 ‖ 240 is 60, not their sum; 600 + 30 + 150 is 780 all the same.
  const wrong = [fill(0, '600'), fill(1, '150'), fill(2, '780'), fill(3, '12.3 mA')]
  const verdicts = (moves: readonly TaskMove[]) => judgeTask(made.task, moves).said.map(({ own }) => own?.verdict)
  expect(verdicts(wrong)).toEqual(['wrong', 'right', 'follows', 'follows'])
  expect(marksOf(judgeTask(made.task, wrong))).toEqual({ of: 4, first: 3, now: 3 })
  expect(verdicts([...wrong, fill(0, '60')])).toEqual(['right', 'right', 'stale', 'stale'])
  const mended = [...wrong, fill(0, '60'), fill(2, '240'), fill(3, '40 mA')]
  expect(judgeTask(made.task, mended).done).toBe(true)
})

test('untangle: branches that could change places may, others may not', () => {
  const made = task({ kind: 'untangle', picture: 'disguised', resistors: 5 }, 2)
  const question = made.question as Extract<Question, { kind: 'untangle' }>
  const { wiring, network } = made.worksheet
  const ends = (name: string) => {
    const part = network.parts.findIndex((it) => it.name === name)
    return [wiring.from[part], wiring.to[part]].sort().join()
  }
  const place = (names: readonly string[]) => judgeTask(made, [{ do: 'place', names }]).items[1].answer.now
  const { slots } = question
  expect(place(slots)).toBe(1)
  for (let a = 0; a < slots.length; a++)
    for (let b = 0; b < a; b++) {
      const swapped = slots.with(a, slots[b]).with(b, slots[a])
      // Beside each other they may change places; elsewhere the nodes would differ, unless whole branches are alike.
      if (ends(slots[a]) === ends(slots[b])) expect(place(swapped)).toBe(1)
    }
  expect(place(slots.map(() => slots[0]))).toBe(0)
  expect(place(slots.with(0, ''))).toBe(0)
  const nodes = new Set(wiring.live.flatMap((part) => [wiring.from[part], wiring.to[part]])).size
  expect(judgeTask(made, [{ do: 'count', nodes: String(nodes) }]).said[0].isRight).toBe(true)
  expect(judgeTask(made, [{ do: 'count', nodes: String(nodes + 1) }]).said[0].isRight).toBe(false)
})

test('untangle: the places stand from + to −, and do not tell the numbers', () => {
  const inOrder = Array.from({ length: 12 }, (_, seed) => {
    const { question } = asked('untangle', { picture: 'disguised', resistors: 6 }, seed * 31)
    return question.slots.join() === [...question.slots].sort().join()
  })
  expect(inOrder.filter(Boolean).length).toBeLessThan(2)
})

test('untangle: three in series between + and − lie in one order only', () => {
  const made = task({ kind: 'untangle', picture: 'disguised', resistors: 3, depth: 1, parallel: 'little' }, 1)
  const { slots } = made.question as Extract<Question, { kind: 'untangle' }>
  const place = (names: readonly string[]) => judgeTask(made, [{ do: 'place', names }]).items[1].answer.now
  expect(place(slots)).toBe(1)
  expect(place([slots[1], slots[0], slots[2]])).toBe(0)
  expect(place([slots[2], slots[1], slots[0]])).toBe(0)
})

test('mend: the hidden fault is right, the right part with another fault is half', () => {
  for (let seed = 0; seed < 12; seed++) {
    const { made, question } = asked('mend', { resistors: 5 }, seed * 19)
    const read = readNetwork(made.document)
    const bench = benchFor(made.document, question.seed)
    if (!read.ok || !bench) throw new Error(made.code)
    const [fault] = hiddenTruth(bench.bench, question.seed, 1).faults
    const claim: Claim =
      fault.fault === 'bridged'
        ? fault
        : fault.fault === 'swapped'
          ? fault
          : { fault: fault.fault === 'joint' ? 'value' : fault.fault, part: fault.part }
    expect(judgeTask(made, [{ do: 'claim', claim }])).toMatchObject({ done: true })
    expect(judgeTask(made, [{ do: 'claim', claim: { fault: 'none' } }])).toMatchObject({ done: false })
    if (fault.fault === 'open')
      expect(marks(made, [{ do: 'claim', claim: { fault: 'shorted', part: fault.part } }])).toEqual({
        of: 2,
        first: 1,
        now: 1,
      })
  }
})

test('every kind has a key for the teacher', () => {
  for (const kind of dialTable.kind)
    for (let seed = 0; seed < 6; seed++) {
      const key = keyOf(task({ kind, picture: 'disguised' }, seed * 7))
      expect([kind, key.length > 0 && key.every((line) => line.length > 3 && !/NaN|undefined/.test(line))]).toEqual([
        kind,
        true,
      ])
    }
})
