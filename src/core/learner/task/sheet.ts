import {
  about,
  also,
  head,
  isDeclared,
  isObject,
  list,
  number,
  object,
  oneOf,
  optional,
  problemsOf,
  readJson,
  text,
  type Declaration,
  type Declared,
} from '../../format'
import type { NetworkDocument } from '../../network'
import { readCode, dialNames, dialTable, type Dials } from './code'
import type { JudgedTask, Marked } from './kind'
import { taskMovesDeclaration, judgeTask, taskOf, type Task } from './task'

/** The most variants of a sheet. */
export const mostVariants = 8

const code = about(
  "Three groups of four; see the contributor's guide.",
  text({ pattern: /^[0-9A-HJKMNP-TV-Z]{4}(-[0-9A-HJKMNP-TV-Z]{4}){2}$/ }),
)
/** A code whose text is judged with the others. */
const anyCode = { ...code, judge: () => undefined }
const whole = number({ least: 0, isWhole: true })

/** A task as plain JSON: the open format `nodrel-task`. */
export const taskDeclaration = object({
  ...head('nodrel-task'),
  code,
  kind: oneOf(dialTable.kind),
  dials: object(
    Object.fromEntries(dialNames.map((dial) => [dial, oneOf<string | number>(dialTable[dial])])),
  ) as unknown as Declaration<Dials>,
  network: about('A nodrel-network with its sketch.', {
    schema: { $ref: 'nodrel-network' },
    judge: () => undefined,
  } as Declaration<NetworkDocument>),
  goal: about(
    'What is asked for; empty for everything.',
    list(object({ quantity: oneOf(['resistance', 'voltage', 'current', 'power', 'potential']), of: text() })),
  ),
  question: optional(
    about(
      'What is asked beside the network, by kind.',
      object({ kind: oneOf(dialTable.kind) }) as Declaration<Task['question']>,
    ),
  ),
  marks: about(
    'The marking scheme: marks for the way, the answer, and its unit.',
    list(object({ line: text(), method: whole, answer: whole, unit: optional(whole) })),
  ),
})

/** A task in the open format, with its marking scheme. */
export function taskDocument(task: Task, judged: JudgedTask = judgeTask(task, [])): Declared<typeof taskDeclaration> {
  const { dials, document, goal, question } = task
  return {
    format: 'nodrel-task',
    version: 1,
    code: task.code,
    kind: dials.kind,
    dials,
    network: document,
    goal,
    question,
    marks: judged.items.map(({ line, method, answer, unit }) => ({
      line,
      method: method.of,
      answer: answer.of,
      ...(unit.of > 0 && { unit: unit.of }),
    })),
  }
}

/** The most tasks of a sheet. */
export const mostTasks = 30
const longestTitle = 120
/** The longest text that is read, in characters. */
const longestText = 4_000_000
const codesRule = `the codes must be a list of 1 to ${mostTasks}`

const marksInAll = number({ above: 0, most: 1000 }, 'the marks in all must be a number above 0, up to 1000')
const short = (what: string) =>
  text({ most: longestTitle }, `the ${what} must be a text of up to ${longestTitle} characters`)

/** What a sheet of tasks says of itself, and what was done at it too. Its tasks are judged by {@link taskProblems}. */
const sheetFields = {
  title: short('title'),
  variant: optional(
    about('Which of several variants it is.', text({ most: longestTitle }, 'the variant must be a short text')),
  ),
  marks: about('Marks in all; every task counts the same.', marksInAll),
  codes: list(anyCode, { least: 1, most: mostTasks }, codesRule),
}

/** A sheet of tasks: the open format `nodrel-tasks`. */
export const tasksDeclaration = object({ ...head('nodrel-tasks'), ...sheetFields }, 'a sheet of tasks is a JSON object')
export type TasksDocument = Declared<typeof tasksDeclaration>

/** What a learner did at a sheet: the open format `nodrel-attempts`. */
export const attemptsDeclaration = object(
  {
    ...head('nodrel-attempts'),
    ...sheetFields,
    name: about('As the person typed it; nothing else says who it was.', short('name')),
    attempts: list(
      object(
        {
          code: { ...code, judge: (value, at, say) => typeof value === 'string' || say(at, 'must have a code') },
          moves: about('What was done, in order, answers as they were typed.', taskMovesDeclaration),
          seconds: number({ least: 0 }, 'the seconds must be a number from 0 on'),
        },
        'must have a code',
      ),
      { most: mostTasks },
      `the attempts must be a list of up to ${mostTasks}`,
    ),
  },
  'a file of attempts is a JSON object',
)
export type AttemptsDocument = Declared<typeof attemptsDeclaration>

/** A sheet as it is kept: one that was set here, with all its variants, or one that was opened to be worked at. */
const keptDeclaration = object(
  {
    role: oneOf(['set', 'opened'], 'the role must be set or opened'),
    title: short('title'),
    /** Who works at it, as they typed it; empty where it was set here. */
    name: short('name'),
    marks: marksInAll,
    variants: list(
      also(
        object(
          {
            name: text({ most: 40 }, 'a variant must have a short name'),
            codes: list(anyCode, { least: 1, most: mostTasks }, codesRule),
          },
          'a variant must have a short name',
        ),
        {},
        ({ name, codes }, at, say) => {
          if (!codes.every((it) => typeof it === 'string' && readCode(it).ok))
            say(at, `a code of variant ${name} cannot be read`)
        },
      ),
      { least: 1, most: mostVariants },
      `a sheet has 1 to ${mostVariants} variants`,
    ),
  },
  'a sheet is a JSON object',
)
export type KeptSheet = Declared<typeof keptDeclaration>

type Read<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problems: readonly string[] }

/** Reads a sheet of tasks from JSON text, every fault at once. */
export function readTasksText(from: string): Read<TasksDocument> {
  const json = parse(from)
  if (!json.ok) return json
  const problems = [...messagesOf(tasksDeclaration, json.value), ...taskProblems(json.value)]
  return problems.length > 0 ? refuse(problems) : { ok: true, value: headOf(json.value as TasksDocument) }
}

/** Reads what a learner did at a sheet from JSON text, every fault at once. */
export function readAttemptsText(from: string): Read<AttemptsDocument> {
  const json = parse(from)
  if (!json.ok) return json
  const problems = [...messagesOf(attemptsDeclaration, json.value), ...taskProblems(json.value)]
  if (problems.length > 0) return refuse(problems)
  const raw = json.value as AttemptsDocument
  const { codes } = headOf(raw)
  const attempts = raw.attempts.map((attempt, i) => {
    const read = readCode(attempt.code)
    if (!read.ok) problems.push(`attempt ${i + 1}: ${read.message}`)
    else if (!codes.includes(read.code)) problems.push(`attempt ${i + 1} is for a task that is not on this sheet`)
    const { moves, seconds } = attempt
    return { code: read.ok ? read.code : '', moves, seconds }
  })
  return problems.length > 0 ? refuse(problems) : { ok: true, value: { ...headOf(raw), name: raw.name, attempts } }
}

/** Reads a sheet as it is kept; its codes are looked at, its tasks not made. */
export function readKeptSheet(raw: unknown): Read<KeptSheet> {
  return isDeclared(keptDeclaration, raw)
    ? { ok: true, value: raw }
    : refuse([...new Set(messagesOf(keptDeclaration, raw))])
}

/** What a declaration has against a value, in sentences; an attempt is named by its place. */
function messagesOf(declaration: Declaration<unknown>, value: unknown): string[] {
  return problemsOf(declaration, value).map(({ at, message }) => {
    const place = /^attempts\[(\d+)\]/.exec(at)
    return place ? `attempt ${Number(place[1]) + 1}${message.startsWith('must') ? ' ' : ': '}${message}` : message
  })
}

/** What is wrong with the codes of a sheet: each task is made. */
function taskProblems(raw: unknown): string[] {
  const codes = isObject(raw) && Array.isArray(raw.codes) ? (raw.codes as unknown[]).slice(0, mostTasks) : []
  return codes.flatMap((it, i) => {
    const made = typeof it === 'string' ? taskOf(it) : ({ ok: false, message: 'a code is a text' } as const)
    return made.ok ? [] : [`task ${i + 1}: ${made.message}`]
  })
}

/** What a sheet that has no problems says of itself, its codes as they are written. */
function headOf<F extends string>({
  format,
  version,
  title,
  variant,
  codes,
  marks,
}: Omit<TasksDocument, 'format'> & { readonly format: F }) {
  const written = codes.map((it) => {
    const read = readCode(it)
    return read.ok ? read.code : it
  })
  return { format, version, title, ...(variant && { variant }), codes: written, marks }
}

function parse(from: string): Read<unknown> {
  if (from.length > longestText)
    return refuse([`the file is over the limit of ${longestText.toLocaleString('en')} characters`])
  const json = readJson(from.replace(/^\uFEFF/, ''))
  return json.ok ? json : refuse([`the file is not JSON: ${json.message}`])
}

function refuse(problems: readonly string[]): { readonly ok: false; readonly problems: readonly string[] } {
  return { ok: false, problems: problems.slice(0, 20) }
}

/** All marks of a task together: how many there are, at first tries, and by now. */
export function marksOf({ items }: Pick<JudgedTask, 'items'>): Marked {
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
