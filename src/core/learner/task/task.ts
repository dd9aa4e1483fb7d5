import { knownOf, readNetwork, type AskedQuantity, type NetworkDocument } from '../../network'
import { quantityText, unitOf } from '../../number'
import { workOut, type Worksheet } from '../../worksheet'
import { type Move, type MoveFields, movesDeclaration, readMovesOf, type ReadMoves } from '../attempt'
import { chanceOf } from './chance'
import {
  readCode,
  seeds,
  versionFor,
  writeCode,
  bridgeResistors,
  type DialProblem,
  type Dials,
  type TaskKind,
  noSuchTask,
} from './code'
import { makeNetwork } from './made'
import { against, type KindOfTask, type MovesOf, type JudgedTask } from './kind'
import { shapeProblems } from './shape'
import { estimate } from './estimate'
import { gaps } from './gaps'
import { mend } from './mend'
import { mistake } from './mistake'
import { redraw } from './redraw'
import { solve } from './solve'
import { spot } from './spot'
import { untangle } from './untangle'

type Kinds = typeof taskKinds
type Kind = Kinds[keyof Kinds]

export type Question = NonNullable<ReturnType<Kind['ask']>>

/** What a learner does at a task: a move of its kind. */
export type TaskMove = Move | MovesOf<Exclude<Kind, Kinds['solve']>['moves']>

/** A kind of task, whatever it is. */
const kindOf = (name: keyof Kinds) =>
  taskKinds[name] as unknown as Omit<KindOfTask<Question, MoveFields>, 'judge'> & {
    readonly judge: (task: Task, moves: readonly TaskMove[]) => JudgedTask
  }

/** A task: a network with its picture, what is asked, and how it is marked. */
export interface Task {
  readonly code: string
  readonly dials: Dials
  readonly document: NetworkDocument
  readonly goal: readonly AskedQuantity[]
  readonly question: Question
  /** The network worked out, with only what is asked for. */
  readonly worksheet: Worksheet
}

/** How often a network is made anew until a question can be asked of it. */
const attempts = 60

/** From how many seeds on a task is looked for. */
const seedsTried = 6

/** Why there can be no task with these dials; none where there can. */
export function dialProblems(dials: Dials): readonly DialProblem[] {
  const { kind, special, given, resistors } = dials
  const { problems = () => [], lastProblems = () => [] } = kindOf(kind)
  const own = problems(dials)
  if (special === 'bridge') {
    if (resistors < bridgeResistors)
      return against('special', `a bridge has ${bridgeResistors} resistors, not ${resistors}`)
    if (own.some(({ dial }) => dial === 'special')) return own
    if (given === 'current' || given === 'inside')
      return against('given', 'at a bridge either the source’s voltage is given, or nothing')
  }
  if (own.length > 0) return own
  if (special === 'placeholder' && resistors < 4)
    return against('resistors', 'with a placeholder at least three resistors are needed')
  const ofShape = shapeProblems(dials)
  return ofShape.length > 0 ? ofShape : lastProblems(dials)
}

/** Dials with another kind of task, and what goes with that kind. */
export function turnedTo(dials: Dials, kind: TaskKind): Dials {
  return { ...dials, kind, ...kindOf(kind).turns }
}

export type MadeTask = { readonly ok: true; readonly task: Task } | { readonly ok: false; readonly message: string }

/**
 * The task of a code: the same for the same code everywhere.
 *
 * @param text a code as people type it: small letters, spaces, O for 0
 * @returns the task; or in a sentence why there is none
 */
export function taskOf(text: string): MadeTask {
  const read = readCode(text)
  if (!read.ok) return read
  const { version, dials, seed } = read.coded
  const [problem] = dialProblems(dials)
  if (problem) return { ok: false, message: `there is no such task: ${problem.message}` }
  const task = makers[version](dials, seed, read.code)
  return task ? { ok: true, task } : { ok: false, message: noSuchTask }
}

/** The task of these dials and the first seed from here on that gives one; null where the dials cannot be. */
export function taskFrom(dials: Dials, seed: number): Task | null {
  if (dialProblems(dials).length > 0) return null
  for (let i = 0; i < seedsTried; i++) {
    const own = (seed + i * 7919) % seeds
    const task = makers[versionFor(dials)](dials, own, writeCode(dials, own))
    if (task) return task
  }
  return null
}

/**
 * The code of a task with these dials.
 *
 * @param seed from 0 up to 2²⁴; the next few are tried too where it gives none
 * @returns null where the dials do not fit together, or no task came out
 */
export function codeFrom(dials: Dials, seed: number): string | null {
  return taskFrom(dials, seed)?.code ?? null
}

/** What makes the tasks of each version of the generator. One that was given out stays as it is; another one comes beside it. */
const makers: Readonly<Record<number, (dials: Dials, seed: number, code: string) => Task | null>> = { 1: makeTask }

function makeTask(dials: Dials, seed: number, code: string): Task | null {
  for (let attempt = 0; attempt < attempts; attempt++) {
    const made = makeNetwork(dials, seed, attempt, `Task ${code}`)
    const read = made && readNetwork(made.document)
    const worksheet = read?.ok ? workOut(read.network, { choices: { asked: made?.goal ?? [] } }) : null
    if (!made || !worksheet || 'problems' in worksheet) continue
    const { document, goal } = made
    const question = kindOf(dials.kind).ask({
      document,
      worksheet,
      dials,
      chance: chanceOf(seed, attempt, 1),
      isShort: attempt > attempts / 2,
    })
    if (question) return { code, dials, document, goal, question, worksheet }
  }
  return null
}

/**
 * What a learner’s moves come to: marks for every line of the scheme, at the first try and by now, and what is said.
 *
 * @param moves in order; those of other kinds of task are passed over
 */
export function judgeTask(task: Task, moves: readonly TaskMove[]): JudgedTask {
  const kind = kindOf(task.question.kind)
  return kind.judge(
    task,
    moves.filter((move) => Object.hasOwn(kind.moves, move.do)),
  )
}

/** The worked answer of a task, line by line, as a teacher marks by it. */
export function keyOf(task: Pick<Task, 'question' | 'worksheet' | 'document' | 'goal'>): string[] {
  return kindOf(task.question.kind).key(task)
}

/** What is known beside the resistors; empty where nothing is. */
export function givenText({ worksheet: { network, wiring } }: Pick<Task, 'worksheet'>): string {
  const known = knownOf(network)
  if (!known) return ''
  const source = network.parts[wiring.supply]
  const { quantity, part, value } = known
  return `Given the ${quantity} ${quantity === 'current' && part !== source.name ? 'in' : 'of'} ${part}, ${quantityText({ value: value.value }, unitOf[quantity], 6, ' ')}. `
}

/** What is given and what is to be done, as a task sheet words it. */
export function goalText(task: Task): string {
  return kindOf(task.question.kind).goal(task, givenText(task))
}

/** Every kind of task, by the name that the dial has for it. */
export const taskKinds = { solve, spot, estimate, redraw, mistake, gaps, untangle, mend } as const satisfies Record<
  TaskKind,
  unknown
>

/** The moves of every kind of task. */
const taskMoveFields: MoveFields = Object.assign({}, ...Object.values(taskKinds).map(({ moves }) => moves))
export const taskMovesDeclaration = movesDeclaration<TaskMove>(taskMoveFields)

/** Reads what a learner did at tasks, parsed from JSON. */
export function readTaskMoves(raw: unknown): ReadMoves<TaskMove> {
  return readMovesOf<TaskMove>(raw, taskMoveFields)
}
