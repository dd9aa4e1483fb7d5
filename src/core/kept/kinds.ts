import { closed, flag, list, number, object, oneOf, problemsOf, text, type Declaration } from '../format'
import { readingsOf, type ReadingsDocument } from '../bench'
import {
  readCode,
  readKeptSheet,
  readMoves,
  readTaskMoves,
  skills,
  slips,
  type KeptSheet,
  type Move,
  type Practised,
  type Slip,
  type TaskMove,
} from '../learner'
import { readNetwork, readWay, type NetworkDocument, type Problem, type Way } from '../network'

/** What a learner did on a network: what it was at, and the moves, answers as they were typed. */
export interface Attempt<M = Move> {
  readonly of: string
  readonly moves: readonly M[]
}

/** What the moves at a task came to. */
export type ExerciseResult = Pick<Practised, 'marks' | 'of' | 'isDone' | 'evidence' | 'slips'>

/** What a learner did at a task: of which code, how long it was worked at, and what the moves came to. */
export interface Exercise extends Attempt<TaskMove> {
  readonly seconds: number
  readonly result: ExerciseResult
}

/** The document of each kind that is kept with versions. */
export interface Documents {
  readonly network: NetworkDocument
  readonly attempt: Attempt
  readonly run: ReadingsDocument
  readonly exercise: Exercise
  readonly sheet: KeptSheet
  readonly way: Way
}
export type KindName = keyof Documents

export type ReadKept<D> =
  | { readonly ok: true; readonly document: D }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/** A kind of document that is kept with versions. */
export interface Kind<D> {
  /** What it is called: “run of readings”. */
  readonly words: string
  /** Reads a document, every fault at once; what it gives is kept. */
  readonly read: (value: unknown) => ReadKept<D>
  readonly titleOf: (document: D) => string
  /** Whether it belongs to a network, and goes into the bin and out of it with that. */
  readonly isOfNetwork: boolean
  /** What it is known by: an id that is given when it is first kept, or a name of its own that this fits. */
  readonly name: ((id: string, document: D) => boolean) | null
  /** Whether no two may have the same title. */
  readonly isByTitle: boolean
  /** The most that are kept, of one network where it belongs to one. */
  readonly most: number
  /** The longest document, as JSON text in characters. */
  readonly longest: number
  /** In which order they are listed: the last changed first, the first one first, by title. */
  readonly order: 'changed' | 'made' | 'title'
  /** What a list has of each; null for the whole document. */
  readonly listed: ((document: D) => object) | null
}

/** What is so of a kind that says nothing else; without a limit it has that of what comes in at all. */
const usual = {
  isOfNetwork: false,
  name: null,
  isByTitle: false,
  most: Infinity,
  longest: Infinity,
  order: 'changed',
  listed: null,
} as const

const problem = (field: string, message: string): Problem => ({ part: null, field, message })
const refuse = (field: string, messages: readonly string[]): ReadKept<never> => ({
  ok: false,
  problems: messages.map((message) => problem(field, message)),
})

const counted = number({ least: 0 })
const attemptDeclaration = object({ of: text({ most: 200_000 }) })
const exerciseDeclaration = object({
  of: text({ most: 40 }),
  seconds: number({ least: 0, most: 1e7, isWhole: true }),
  result: closed({
    marks: counted,
    of: counted,
    isDone: flag(),
    evidence: list(object({ skill: oneOf(skills), isRight: flag() }), { most: 100 }),
    slips: list(object({ slip: oneOf(Object.keys(slips) as Slip[]), times: number({ least: 1, isWhole: true }) }), {
      most: 100,
    }),
  }),
})

/** What a declaration has against a value. */
function declaredProblems(declaration: Declaration<unknown>, value: unknown): readonly Problem[] {
  return problemsOf(declaration, value).map(({ at, message }) => problem(at || 'document', message))
}

const network: Kind<NetworkDocument> = {
  ...usual,
  words: 'network',
  read(value) {
    const read = readNetwork(value)
    return read.ok ? { ok: true, document: value as NetworkDocument } : read
  },
  titleOf: ({ title }) => title ?? '',
}

const attempt: Kind<Attempt> = {
  ...usual,
  words: 'attempt',
  read(value) {
    const problems = declaredProblems(attemptDeclaration, value)
    if (problems.length > 0) return { ok: false, problems }
    const { of, moves: raw } = value as { of: string; moves: unknown }
    const read = readMoves(raw)
    return read.ok ? { ok: true, document: { of, moves: read.moves } } : refuse(read.field, [read.message])
  },
  titleOf: () => '',
  isOfNetwork: true,
  // It has the id of its network.
  name: (id) => isGivenId(id),
  most: 1,
}

const run: Kind<ReadingsDocument> = {
  ...usual,
  words: 'run of readings',
  read(value) {
    const read = readingsOf(value)
    return read.ok ? { ok: true, document: value as ReadingsDocument } : { ok: false, problems: read.problems }
  },
  titleOf: ({ title }) => title ?? '',
  isOfNetwork: true,
  most: 100,
  longest: 1_000_000,
  order: 'made',
}

const exercise: Kind<Exercise> = {
  ...usual,
  words: 'exercise',
  read(value) {
    const problems = declaredProblems(exerciseDeclaration, value)
    if (problems.length > 0) return { ok: false, problems }
    const { of, moves: raw, seconds, result } = value as Omit<Exercise, 'moves'> & { moves: unknown }
    const code = readCode(of)
    if (!code.ok) return refuse('of', [code.message])
    const read = readTaskMoves(raw)
    if (!read.ok) return refuse(read.field, [read.message])
    return { ok: true, document: { of: code.code, moves: read.moves, seconds, result } }
  },
  titleOf: ({ of }) => of,
  // The sheet that the task is on, or `own`, a point, and the task's code.
  name: (id, { of }) => /^(own|[\w-]{1,64})\.[0-9A-Z-]{14}$/.test(id) && id.endsWith(`.${of}`),
  listed: ({ seconds, result }) => ({ seconds, result }),
}

const sheet: Kind<KeptSheet> = {
  ...usual,
  words: 'sheet',
  read(value) {
    const read = readKeptSheet(value)
    return read.ok ? { ok: true, document: read.value } : refuse('sheet', read.problems)
  },
  titleOf: ({ title }) => title,
  most: 500,
}

const way: Kind<Way> = {
  ...usual,
  words: 'way',
  read(value) {
    const read = readWay(value)
    return read.ok ? { ok: true, document: read.way } : refuse('way', read.problems)
  },
  titleOf: ({ name }) => name,
  isByTitle: true,
  most: 200,
  order: 'title',
}

/** All that is kept with versions, each kind under its name. */
export const kinds: { readonly [K in KindName]: Kind<Documents[K]> } = { network, attempt, run, exercise, sheet, way }

export const kindNames = Object.keys(kinds) as KindName[]

/** Whether a text is an id that was given when a document was first kept: a UUID. */
export function isGivenId(id: string): boolean {
  return /^[0-9a-f-]{36}$/.test(id)
}
