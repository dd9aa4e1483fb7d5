import {
  countSlips,
  judgeTask,
  marksOf,
  scaled,
  slipsOf,
  taskOf,
  type AttemptsDocument,
  type JudgedTask,
  type KeptSheet,
  type SlipCount,
  type Task,
} from '@/core/learner'

/** A task of a sheet with what a learner did at it. */
interface MarkedTask {
  readonly task: Task
  readonly judged: JudgedTask
  /** Scaled to the sheet's total. */
  readonly first: number
  readonly now: number
  readonly of: number
  readonly seconds: number
}

/** One learner's marks: scaled to the sheet's total, at first tries and by now. */
export interface MarkRow {
  readonly name: string
  readonly title: string
  readonly variant: string
  readonly tasks: readonly MarkedTask[]
  readonly first: number
  readonly now: number
  readonly total: number
  readonly slips: readonly SlipCount[]
}

const tenth = (value: number) => Math.round(10 * value) / 10

/** What was done at a sheet that was opened, as the file that is handed back. */
export function attemptsOf(
  { title, marks, name, variants: [{ codes, name: variant }] }: KeptSheet,
  attempts: AttemptsDocument['attempts'],
): AttemptsDocument {
  return { format: 'nodrel-attempts', version: 1, title, ...(variant && { variant }), codes, marks, name, attempts }
}

/** What a learner's file comes to; the moves are judged here, whatever was judged elsewhere. */
export function markRow({ name, title, variant = '', codes, marks, attempts }: AttemptsDocument): MarkRow {
  const judged = codes.flatMap((code) => {
    const made = taskOf(code)
    if (!made.ok) return []
    const attempt = attempts.find((it) => it.code === code)
    return [{ task: made.task, judged: judgeTask(made.task, attempt?.moves ?? []), seconds: attempt?.seconds ?? 0 }]
  })
  // Every task counts the same.
  const each = marks / codes.length
  const sums = judged.map((it) => marksOf(it.judged))
  const share = (got: 'first' | 'now') => tenth(sums.reduce((all, it) => all + (each * it[got]) / (it.of || 1), 0))
  return {
    name,
    title,
    variant,
    tasks: judged.map((it, i) => ({
      ...it,
      first: scaled(sums[i].first, sums[i].of, each),
      now: scaled(sums[i].now, sums[i].of, each),
      of: tenth(each),
    })),
    first: share('first'),
    now: share('now'),
    total: marks,
    slips: countSlips(judged.flatMap((it) => slipsOf(it.judged))),
  }
}
