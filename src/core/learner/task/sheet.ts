import { isObject, readJson } from '../../network'
import { readCode } from './code'
import type { Judged, Marked } from './question'
import { readTaskMoves } from './readMoves'
import { judgeTask, taskOf, type Task, type TaskMove } from './task'

/** The open format `nodrel-task`: a task as plain JSON. */
export function taskDocument({ code, dials, document, goal, question, worksheet }: Task, judged?: Judged) {
  const { items } = judged ?? judgeTask({ code, dials, document, goal, question, worksheet }, [])
  return {
    format: 'nodrel-task',
    version: 1,
    code,
    kind: dials.kind,
    dials,
    network: document,
    goal,
    question,
    marks: items.map(({ line, method, answer, unit }) => ({
      line,
      method: method.of,
      answer: answer.of,
      ...(unit.of > 0 && { unit: unit.of }),
    })),
  } as const
}

/** A sheet of tasks: the open format `nodrel-tasks`. */
export interface TasksDocument {
  readonly format: 'nodrel-tasks'
  readonly version: 1
  readonly title: string
  /** Which of several variants it is. */
  readonly variant?: string
  readonly codes: readonly string[]
  /** Marks in all, to which those of the tasks are scaled. */
  readonly marks: number
}

/** What a learner did at a sheet: the open format `nodrel-attempts`. */
export interface AttemptsDocument extends Omit<TasksDocument, 'format'> {
  readonly format: 'nodrel-attempts'
  /** As the person typed it; nothing else says who it was. */
  readonly name: string
  readonly attempts: readonly {
    readonly code: string
    readonly moves: readonly TaskMove[]
    /** How long it was worked at. */
    readonly seconds: number
  }[]
}

type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly string[] }

/** The most tasks of a sheet. */
export const mostTasks = 30
const longestTitle = 120
const mostMarks = 1000
/** The longest text that is read, in characters. */
const longestText = 4_000_000

/** Reads a sheet of tasks from JSON text, every fault at once. */
export function readTasksText(text: string): Read<TasksDocument> {
  const parsed = parse(text)
  if (!parsed.ok) return parsed
  const raw = parsed.value
  if (!isObject(raw)) return refuse(['a sheet of tasks is a JSON object'])
  const problems = headProblems(raw, 'nodrel-tasks')
  if (problems.length > 0) return refuse(problems)
  const { title, variant, codes, marks } = headOf(raw)
  return { ok: true, value: { format: 'nodrel-tasks', version: 1, title, ...(variant && { variant }), codes, marks } }
}

/** Reads what a learner did at a sheet from JSON text, every fault at once. */
export function readAttemptsText(text: string): Read<AttemptsDocument> {
  const raw = parse(text)
  if (!raw.ok) return raw
  const value = raw.value
  if (!isObject(value)) return refuse(['a file of attempts is a JSON object'])
  const problems = headProblems(value, 'nodrel-attempts')
  if (typeof value.name !== 'string' || value.name.length > longestTitle)
    problems.push(`the name must be a text of up to ${longestTitle} characters`)
  if (!Array.isArray(value.attempts) || value.attempts.length > mostTasks)
    return refuse([...problems, `the attempts must be a list of up to ${mostTasks}`])
  const codes = problems.length > 0 ? [] : headOf(value).codes
  const attempts = (value.attempts as unknown[]).flatMap((attempt, i) => {
    const at = `attempt ${i + 1}`
    if (!isObject(attempt) || typeof attempt.code !== 'string') {
      problems.push(`${at} must have a code`)
      return []
    }
    const code = readCode(attempt.code)
    if (!code.ok) problems.push(`${at}: ${code.message}`)
    else if (problems.length === 0 && !codes.includes(code.code))
      problems.push(`${at} is of a task that the sheet has not`)
    const moves = readTaskMoves(attempt.moves)
    if (!moves.ok) problems.push(`${at}: ${moves.field}: ${moves.message}`)
    const { seconds } = attempt
    if (typeof seconds !== 'number' || !Number.isFinite(seconds) || seconds < 0)
      problems.push(`${at}: the seconds must be a number from 0 on`)
    return code.ok && moves.ok ? [{ code: code.code, moves: moves.moves, seconds: seconds as number }] : []
  })
  if (problems.length > 0) return refuse(problems)
  const { title, variant, marks } = headOf(value)
  return {
    ok: true,
    value: {
      format: 'nodrel-attempts',
      version: 1,
      title,
      ...(variant && { variant }),
      codes,
      marks,
      name: value.name as string,
      attempts,
    },
  }
}

/** A sheet as it is kept: one that was set here, with all its variants, or one that was opened to be worked at. */
export interface KeptSheet {
  readonly role: 'set' | 'opened'
  readonly title: string
  readonly marks: number
  readonly variants: readonly { readonly name: string; readonly codes: readonly string[] }[]
  /** Who works at it, as they typed it; empty where it was set here. */
  readonly name: string
}

/** The most variants of a sheet. */
export const mostVariants = 8

/** Reads a sheet as it is kept; its codes are looked at, its tasks not made. */
export function readKeptSheet(raw: unknown): Read<KeptSheet> {
  if (!isObject(raw)) return refuse(['a sheet is a JSON object'])
  const problems: string[] = []
  const { role, title, marks, variants, name } = raw
  if (role !== 'set' && role !== 'opened') problems.push('the role must be set or opened')
  if (typeof title !== 'string' || title.length > longestTitle)
    problems.push(`the title must be a text of up to ${longestTitle} characters`)
  if (typeof name !== 'string' || name.length > longestTitle)
    problems.push(`the name must be a text of up to ${longestTitle} characters`)
  if (typeof marks !== 'number' || !(marks > 0 && marks <= mostMarks))
    problems.push(`the marks in all must be a number above 0, up to ${mostMarks}`)
  if (!Array.isArray(variants) || variants.length === 0 || variants.length > mostVariants)
    return refuse([...problems, `a sheet has 1 to ${mostVariants} variants`])
  for (const variant of variants as unknown[]) {
    const codes = isObject(variant) ? variant.codes : null
    if (!isObject(variant) || typeof variant.name !== 'string' || variant.name.length > 40)
      problems.push('a variant must have a short name')
    else if (!Array.isArray(codes) || codes.length === 0 || codes.length > mostTasks)
      problems.push(`the codes must be a list of 1 to ${mostTasks}`)
    else if (!codes.every((code) => typeof code === 'string' && readCode(code).ok))
      problems.push(`a code of variant ${variant.name} cannot be read`)
  }
  return problems.length > 0 ? refuse(problems) : { ok: true, value: raw as unknown as KeptSheet }
}

function parse(text: string): Read<unknown> {
  if (text.length > longestText) return refuse(['the file is too long'])
  const json = readJson(text.replace(/^\uFEFF/, ''))
  return json.ok ? json : refuse([`the file is not JSON: ${json.message}`])
}

function refuse(problems: readonly string[]): { readonly ok: false; readonly problems: readonly string[] } {
  return { ok: false, problems: problems.slice(0, 20) }
}

function headProblems(raw: Readonly<Record<string, unknown>>, format: string): string[] {
  const problems: string[] = []
  if (raw.format !== format) problems.push(`the format must be "${format}"`)
  if (raw.version !== 1) problems.push('only version 1 is read')
  const isTitle = (value: unknown) => typeof value === 'string' && value.length <= longestTitle
  if (!isTitle(raw.title)) problems.push(`the title must be a text of up to ${longestTitle} characters`)
  if (raw.variant !== undefined && !isTitle(raw.variant)) problems.push('the variant must be a short text')
  if (typeof raw.marks !== 'number' || !(raw.marks > 0 && raw.marks <= mostMarks))
    problems.push(`the marks in all must be a number above 0, up to ${mostMarks}`)
  if (!Array.isArray(raw.codes) || raw.codes.length === 0 || raw.codes.length > mostTasks)
    return [...problems, `the codes must be a list of 1 to ${mostTasks}`]
  for (const [i, code] of (raw.codes as unknown[]).entries()) {
    const made = typeof code === 'string' ? taskOf(code) : ({ ok: false, message: 'a code is a text' } as const)
    if (!made.ok) problems.push(`task ${i + 1}: ${made.message}`)
  }
  return problems
}

/** The head of a document that has no problems. */
function headOf(raw: Readonly<Record<string, unknown>>) {
  const { title, variant, codes, marks } = raw as unknown as TasksDocument
  return { title, variant, marks, codes: codes.flatMap((code) => (readCode(code).ok ? [plain(code)] : [])) }
}

function plain(code: string): string {
  const read = readCode(code)
  return read.ok ? read.code : code
}

/** All marks of a task together: how many there are, at first tries, and by now. */
export function marksOf({ items }: Pick<Judged, 'items'>): Marked {
  return items
    .flatMap(({ method, answer, unit }) => [method, answer, unit])
    .reduce((all, it) => ({ of: all.of + it.of, first: all.first + it.first, now: all.now + it.now }), {
      of: 0,
      first: 0,
      now: 0,
    })
}

/** Marks scaled to a total, to a tenth. */
export function scaled(got: number, of: number, total: number): number {
  return of === 0 ? 0 : Math.round((10 * total * got) / of) / 10
}
