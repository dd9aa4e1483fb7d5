import { judgeTask, codeFrom, taskOf, usualDials, type Dials, type Skill } from '../task'
import { evidenceOf } from './strength'
import { nextTask, reasonText, resultOf, strengthsAt, type Practised } from './index'

const now = Date.parse('2026-11-27T10:00:00Z')
const [minute, day] = [60_000, 24 * 3600_000]

const code = (some: Partial<Dials> = {}) => codeFrom({ ...usualDials, ...some }, 5) ?? ''
const practised = (
  at: number,
  skills: Readonly<Partial<Record<Skill, boolean>>>,
  some: Partial<Practised> = {},
): Practised => ({
  code: code(),
  at,
  seconds: 60,
  marks: 1,
  of: 1,
  isDone: true,
  evidence: Object.entries(skills).map(([skill, isRight]) => ({ skill: skill as Skill, isRight })),
  slips: [],
  ...some,
})
const strengthOf = (history: readonly Practised[], skill: Skill, at = now) =>
  strengthsAt(history, at).find((it) => it.skill === skill)

test('a skill that was never tried has no strength; one that never went right has none yet', () => {
  expect(strengthOf([], 'ohm')).toEqual({ skill: 'ohm', strength: null, due: null, times: 0, lastWrong: null })
  expect(strengthOf([practised(now - day, { ohm: false })], 'ohm')).toMatchObject({
    strength: 0,
    times: 1,
    lastWrong: now - day,
  })
})

test('right again after days is stronger, and due later; wrong is weaker; time wears it off', () => {
  const once = [practised(now - 10 * day, { ohm: true })]
  const twice = [...once, practised(now - 5 * day, { ohm: true })]
  const wrong = [...once, practised(now - 5 * day, { ohm: false })]
  const at = (history: readonly Practised[], when = now) => strengthOf(history, 'ohm', when)?.strength ?? 0
  expect(at(twice)).toBeGreaterThan(at(once))
  expect(at(wrong)).toBeLessThan(at(once, now - 5 * day))
  expect(at(twice, now + 60 * day)).toBeLessThan(at(twice))
  expect(strengthOf(twice, 'ohm')?.due).toBeGreaterThan(strengthOf(once, 'ohm')?.due ?? Infinity)
})

test('first comes what is learnt first; then the next that is new', () => {
  expect(nextTask([], now, 1).reason).toEqual({ because: 'new', skill: 'series-test' })
  const seen = [practised(now - minute, { 'series-test': true, 'parallel-test': true })]
  expect(nextTask(seen, now, 1).reason).toEqual({ because: 'new', skill: 'adding' })
})

test('a slip brings a twin at once: the same dials, other numbers; not for ever', () => {
  const last = code({ units: 'mixed', resistors: 5 })
  const slipped = (at: number) =>
    practised(at, { prefixes: false }, { code: last, slips: [{ slip: 'thousandfold', times: 1 }] })
  const next = nextTask([slipped(now - minute)], now, 3)
  expect(next.reason).toEqual({ because: 'slip', slip: 'thousandfold', times: 1 })
  expect(reasonText(next.reason)).toBe('a moment ago: a lost kilo or milli; the same sort again, with other numbers')
  const made = taskOf(next.code)
  expect(made.ok && made.task.dials).toEqual({ ...usualDials, units: 'mixed', resistors: 5 })
  expect(next.code).not.toBe(last)
  const often = [6, 5, 4, 3].map((ago) => slipped(now - ago * minute))
  expect(nextTask(often, now, 3).reason.because).not.toBe('slip')
  // A slip of yesterday comes again by its day, not at once.
  expect(nextTask([slipped(now - day)], now, 3).reason.because).not.toBe('slip')
})

test('what is due comes before what is new, and says why', () => {
  const history = [practised(now - 9 * day, { ohm: false, adding: true })]
  const { reason } = nextTask(history, now, 2)
  expect(reason).toMatchObject({ because: 'due', skill: 'ohm', wentWrong: true })
  expect(reasonText(reason)).toBe('Ohm’s law at the whole went wrong 9 days ago, and is due again')
})

test('what never went right comes before what is new', () => {
  // Failed a moment ago, so that it is not due yet; then something else was done.
  const history = [
    practised(now - 3 * minute, { adding: false, ohm: false }),
    practised(now - minute / 4, { power: true }),
  ]
  const { reason } = nextTask(history, now - minute / 5, 2)
  expect(reason).toMatchObject({ because: 'due', wentWrong: true })
})

test('the task that comes exercises the skill it comes for', () => {
  for (const skill of ['sharing-voltage', 'sharing-current', 'power', 'outward', 'faults', 'checking'] as const) {
    const history = [practised(now - 30 * day, { [skill]: false })]
    const { code: next } = nextTask(history, now, 11)
    const made = taskOf(next)
    if (!made.ok) throw new Error(made.message)
    const { items } = judgeTask(made.task, [])
    if (skill === 'outward') expect(made.task.dials.given).toBe('inside')
    else expect(items.some((item) => item.skill === skill)).toBe(true)
  }
})

test('a lost milli tells of prefixes, not of the reciprocals where it was lost', () => {
  const made = taskOf(code({ given: 'terminals', resistors: 3, depth: 1, parallel: 'much', units: 'kΩ' }))
  if (!made.ok) throw new Error(made.message)
  const R = made.task.worksheet.outcome.equivalent?.value ?? NaN
  const members = made.task.worksheet.reduction.steps[0].members
  const lost = judgeTask(made.task, [{ do: 'combine', members, kind: 'parallel', answer: String(R / 1000) }])
  const evidence = evidenceOf(made.task.dials, lost)
  expect(evidence).toContainEqual({ skill: 'prefixes', isRight: false })
  expect(evidence).toContainEqual({ skill: 'parallel-test', isRight: true })
  expect(evidence.find(({ skill }) => skill === 'reciprocals')).toBeUndefined()
  const right = judgeTask(made.task, [{ do: 'combine', members, kind: 'parallel', answer: `${R} Ω` }])
  expect(resultOf(made.task.dials, right)).toMatchObject({ marks: 3, of: 3, isDone: true, slips: [] })
  expect(evidenceOf(made.task.dials, right)).toContainEqual({ skill: 'reciprocals', isRight: true })
})
