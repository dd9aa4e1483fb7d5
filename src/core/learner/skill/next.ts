import type { Slip } from '../slip'
import {
  dialTable,
  judgeTask,
  skillNames,
  taskFrom,
  taskOf,
  usualDials,
  type Dials,
  type Skill,
  type Task,
} from '../task'
import { slipName, strengthsAt, type Practised, type SkillStrength } from './strength'

/** Why a task comes next. */
export type Reason =
  /** A slip was made a moment ago: the same sort again. */
  | { readonly because: 'slip'; readonly slip: Slip; readonly times: number }
  /** A skill is due again; the slip by which it last went wrong, if it did. */
  | { readonly because: 'due'; readonly skill: Skill; readonly days: number; readonly wentWrong: boolean }
  /** A skill was never tried. */
  | { readonly because: 'new'; readonly skill: Skill }
  /** The weakest, with nothing due. */
  | { readonly because: 'weak'; readonly skill: Skill }
  /** The person turned a dial, or typed a code. */
  | { readonly because: 'chosen' }

export interface NextTask {
  readonly code: string
  readonly reason: Reason
}

const day = 24 * 3600 * 1000
/** So long a slip is fresh enough for a twin at once, and so often a twin follows a twin. */
const fresh = day / 4
const mostTwins = 3

/** What exercises a skill: dials by how strong it is, from 0 to 1. */
const trainers: Readonly<Record<Skill, (strength: number) => Partial<Dials>>> = {
  'series-test': (s) => ({ kind: 'spot', ...size(s, 4, 9), picture: s > 0.5 ? 'disguised' : 'bent' }),
  'parallel-test': (s) => ({ kind: 'spot', ...size(s, 5, 10), picture: s > 0.4 ? 'disguised' : 'bent' }),
  adding: (s) => ({ kind: 'solve', ...size(s, 3, 7), given: 'terminals', parallel: 'little' }),
  reciprocals: (s) => ({ kind: 'solve', ...size(s, 3, 7), given: 'terminals', parallel: 'half' }),
  bounds: (s) => ({ kind: 'estimate', ...size(s, 4, 8), numbers: 'real' }),
  ohm: (s) => ({ kind: 'solve', ...size(s, 3, 6), asked: 'source' }),
  carrying: (s) => ({ kind: 'gaps', ...size(s, 4, 7), asked: 'all', blank: s > 0.4 ? 'all' : 'half' }),
  'sharing-voltage': (s) => ({ kind: 'solve', ...size(s, 4, 9), asked: 'one' }),
  'sharing-current': (s) => ({ kind: 'solve', ...size(s, 4, 9), asked: 'one' }),
  prefixes: (s) => ({ kind: 'solve', ...size(s, 4, 7), units: 'mixed' }),
  rounding: (s) => ({ kind: 'solve', ...size(s, 4, 7), numbers: 'real' }),
  redrawing: (s) => ({ kind: 'redraw', ...size(s, 5, 10) }),
  power: (s) => ({ kind: 'solve', ...size(s, 3, 6), asked: 'one' }),
  checking: (s) => ({ kind: 'mistake', ...size(s, 4, 8), asked: s > 0.4 ? 'all' : 'one' }),
  disguise: (s) => ({ kind: 'untangle', ...size(s, 4, 9), picture: 'disguised' }),
  loose: (s) => ({
    kind: 'solve',
    ...size(s, 5, 8),
    special: s > 0.5 ? 'dead-end' : s > 0.25 ? 'placeholder' : 'shorted',
  }),
  outward: (s) => ({ kind: 'solve', ...size(s, 4, 7), given: 'inside', asked: 'source' }),
  bridges: (s) => ({ kind: 'solve', ...size(s, 5, 9), special: 'bridge', picture: s > 0.5 ? 'disguised' : 'bent' }),
  faults: (s) => ({ kind: 'mend', ...size(s, 4, 7) }),
}

function size(strength: number, least: number, most: number): Pick<Dials, 'resistors'> {
  const wanted = Math.round(least + strength * (most - least))
  return { resistors: dialTable.resistors.find((it) => it === wanted) ?? 6 }
}

/**
 * The task that comes next: a twin after a slip; what is due, most overdue first; what was never tried; else what is
 * weakest.
 *
 * @param now in milliseconds
 * @param seed decides the numbers
 */
export function nextTask(history: readonly Practised[], now: number, seed: number): NextTask {
  const sorted = [...history].sort((a, b) => a.at - b.at)
  const last = sorted[sorted.length - 1]
  const slip = last && now - last.at < fresh ? last.slips[0]?.slip : undefined
  if (last && slip && twinsAtEnd(sorted, slip) <= mostTwins) {
    const twin = twinOf(last.code, seed)
    if (twin !== null) {
      const recent = sorted.filter(({ at }) => now - at < 7 * day)
      const times = recent.reduce((all, { slips }) => all + (slips.find((it) => it.slip === slip)?.times ?? 0), 0)
      return { code: twin, reason: { because: 'slip', slip, times } }
    }
  }
  const strengths = strengthsAt(history, now)
  const reason = reasonFor(strengths, last, now)
  const strength = strengths.find(({ skill }) => skill === reason.skill)?.strength ?? 0
  return {
    code: codeFor({ ...usualDials, ...trainers[reason.skill](strength) }, seed, (task) =>
      exercises(task, reason.skill),
    ),
    reason,
  }
}

function reasonFor(
  strengths: readonly SkillStrength[],
  last: Practised | undefined,
  now: number,
): Exclude<Reason, { because: 'slip' | 'chosen' }> {
  const justNow = new Set(last ? last.evidence.map(({ skill }) => skill) : [])
  const due = strengths.filter(({ due: at }) => at !== null && at <= now).sort((a, b) => (a.due ?? 0) - (b.due ?? 0))
  const [most] = due
  if (most)
    return {
      because: 'due',
      skill: most.skill,
      days: Math.max(0, Math.round((now - (most.lastWrong ?? most.due ?? now)) / day)),
      wentWrong: most.lastWrong !== null,
    }
  // What never went right is not left for something new.
  const failed = strengths.find(({ skill, strength }) => strength === 0 && !justNow.has(skill))
  if (failed)
    return {
      because: 'due',
      skill: failed.skill,
      days: Math.round((now - (failed.lastWrong ?? now)) / day),
      wentWrong: true,
    }
  const unknown = strengths.find(({ strength }) => strength === null)
  if (unknown) return { because: 'new', skill: unknown.skill }
  const weakest = [...strengths].sort((a, b) => (a.strength ?? 0) - (b.strength ?? 0))
  return { because: 'weak', skill: (weakest.find(({ skill }) => !justNow.has(skill)) ?? weakest[0]).skill }
}

/** How many attempts in a row ended with this slip. */
function twinsAtEnd(sorted: readonly Practised[], slip: Slip): number {
  let count = 0
  for (let i = sorted.length - 1; i >= 0 && sorted[i].slips.some((it) => it.slip === slip); i--) count++
  return count
}

/** A task of the same dials, in which the same can go wrong; null where its code is not read any more. */
function twinOf(code: string, seed: number): string | null {
  const made = taskOf(code)
  if (!made.ok) return null
  const last = judgeTask(made.task, []).items.map(({ skill }) => skill)
  return codeFor(made.task.dials, seed, (task) => {
    const own = skillsIn(task)
    return task.code !== made.task.code && last.every((skill) => own.has(skill))
  })
}

/** Skills that the lines of a task exercise. */
function skillsIn(task: Task): ReadonlySet<Skill> {
  return new Set(judgeTask(task, []).items.flatMap(({ skill, way }) => (way ? [skill, way] : [skill])))
}

/** Whether there is anything in a task that exercises a skill. */
function exercises(task: Task, skill: Skill): boolean {
  const { kind, units, numbers, given, special, picture } = task.dials
  if (kind === 'solve') {
    if (skill === 'prefixes') return units !== 'Ω'
    if (skill === 'rounding') return numbers === 'real'
    if (skill === 'outward') return given === 'inside'
    if (skill === 'loose') return special !== 'none' && special !== 'bridge'
    if (skill === 'disguise') return picture === 'disguised'
  }
  return skillsIn(task).has(skill)
}

/** How many seeds are looked at for one whose task exercises what is wanted. */
const looked = 24

/** A code with these dials, if possible one that is as wanted. */
function codeFor(dials: Dials, seed: number, isWanted: (task: Task) => boolean): string {
  let first: string | null = null
  for (let i = 0; i < looked; i++) {
    const task = taskFrom(dials, seed + i * 104729)
    if (task === null) break
    first ??= task.code
    if (isWanted(task)) return task.code
  }
  const any = first ?? taskFrom(usualDials, seed)?.code ?? null
  if (any === null) throw new Error('the usual settings give no task')
  return any
}

/** Why it comes, in a clause for the sentence above the task. */
export function reasonText(reason: Reason): string {
  switch (reason.because) {
    case 'slip':
      return reason.times > 1
        ? `${timesText(reason.times)} this week: ${slipName(reason.slip)}; the same sort again, with other numbers`
        : `a moment ago: ${slipName(reason.slip)}; the same sort again, with other numbers`
    case 'due':
      return reason.wentWrong
        ? `${skillNames[reason.skill]} went wrong ${daysText(reason.days)}, and is due again`
        : `${skillNames[reason.skill]} went right, and is due again before it fades`
    case 'new':
      return `${skillNames[reason.skill]} is new`
    case 'weak':
      return `nothing is due, and ${skillNames[reason.skill]} is your weakest skill now`
    case 'chosen':
      return 'you chose it'
  }
}

function timesText(times: number): string {
  return times === 2 ? 'twice' : `${times} times`
}

function daysText(days: number): string {
  return days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`
}
