import type { Declared } from '../../format'
import type { AskedQuantity, NetworkDocument } from '../../network'
import type { Worksheet } from '../../worksheet'
import type { MoveFields, Judgement, Own } from '../attempt'
import type { Dial, DialProblem, Dials } from './code'
import type { Slip } from '../slip'
import type { Chance } from './chance'

/** What is judged of a task: the question, and the network that it was asked of. */
interface AskedOf<Q> {
  readonly document: NetworkDocument
  /** The network worked out, with only what is asked for. */
  readonly worksheet: Worksheet
  readonly goal: readonly AskedQuantity[]
  readonly question: Q
}

/** A kind of task: how it is asked, done, judged and answered. */
export interface KindOfTask<Q, F extends MoveFields> {
  /** What it is called: “Fill the gaps”. */
  readonly name: string
  /** Dials that change nothing in it. */
  readonly idle: readonly Dial[]
  /** Dials that are turned with it when it is chosen. */
  readonly turns?: Partial<Dials>
  /** Why there can be none with these dials, beyond what every kind has against them. */
  readonly problems?: (dials: Dials) => readonly DialProblem[]
  /** The same, of dials that are right for every kind. */
  readonly lastProblems?: (dials: Dials) => readonly DialProblem[]
  /** Asks it of a network; null where that does not lend itself to it. */
  readonly ask: (asked: Asked) => Q | null
  /** What a learner does at it: each move by its name, with its fields. */
  readonly moves: F
  readonly judge: (task: AskedOf<Q>, moves: readonly MovesOf<F>[]) => JudgedTask
  /** The worked answer, line by line, as a teacher marks by it. */
  readonly key: (task: AskedOf<Q>) => string[]
  /** What is to be done, as a task sheet words it, after what is given. */
  readonly goal: (task: AskedOf<Q>, given: string) => string
}

/** The moves with these fields. */
export type MovesOf<F> = F extends unknown
  ? {
      readonly [K in keyof F]: { readonly do: K } & { readonly [L in keyof F[K]]: Declared<F[K][L]> }
    }[keyof F]
  : never

/** A kind of task, its types taken from what it is made of. */
export function taskKind<Q, const F extends MoveFields>(kind: KindOfTask<Q, F>): KindOfTask<Q, F> {
  return kind
}

/** What a bridge has against what is worked out. */
export function atBridge(special: Dials['special']): readonly DialProblem[] {
  return special === 'bridge'
    ? against('special', 'a bridge stops the reduction: there is nothing to work out beyond it')
    : []
}

/** What is said against one dial. */
export function against(dial: DialProblem['dial'], message: string): readonly DialProblem[] {
  return [{ dial, message }]
}

/** What a question is made from. */
export interface Asked {
  readonly document: NetworkDocument
  readonly worksheet: Worksheet
  readonly dials: Dials
  readonly chance: Chance
  /** Whether a short one will do: when longer ones did not come out. */
  readonly isShort: boolean
}

/** What was found of one thing that was to be done, and what it counts. */
export interface Item {
  /** What it is, in a few words: a line of the marking scheme. */
  readonly line: string
  /** What its answer exercises; and what its way does, where that is another. */
  readonly skill: Skill
  readonly way?: Skill
  /** Marks for the way, for result, for its unit. */
  readonly method: Marked
  readonly answer: Marked
  readonly unit: Marked
  /** Slips on the way, each as often as it was made. */
  readonly slips: readonly Slip[]
  /** What was answered first, and at last, in words; absent where nothing was. */
  readonly typed?: string
  /** Whether it was tried at all. */
  readonly isTried: boolean
  /** Whether a hint had told it. */
  readonly isTold?: true
}

/** Marks of one sort: how many there are, reached at the first try, and by now. */
export interface Marked {
  readonly of: number
  readonly first: number
  readonly now: number
}

/** Marks of one sort in words, by now in brackets: `1 of 2 (2)`; nothing where there are none. */
export function markedText({ of, first, now }: Marked): string {
  return of === 0 ? '' : `${first} of ${of}${now > first ? ` (${now})` : ''}`
}

/** What was answered at a line, in words, and whether a hint had told it. */
export function answeredText({ typed, isTold }: Pick<Item, 'typed' | 'isTold'>): string {
  return `${typed || '–'}${isTold ? ' (told by a hint)' : ''}`
}

export const unmarked: Marked = { of: 0, first: 0, now: 0 }

/** A mark that is reached by this: whether at the first try, whether by now. */
export function mark(first: boolean, now: boolean): Marked {
  return { of: 1, first: first ? 1 : 0, now: now ? 1 : 0 }
}

/** What was found of all that was done. */
export interface JudgedTask {
  readonly items: readonly Item[]
  /** What is said of the last try at each place. */
  readonly said: readonly TaskRemark[]
  readonly done: boolean
}

/** What is said of the last thing done at a place. */
export interface TaskRemark {
  readonly at: number
  readonly isRight: boolean
  readonly text: string
  /** Nodes that it speaks of. */
  readonly nodes: readonly number[]
  /** Where a number was judged. */
  readonly judgement: Judgement | null
  /** How the value stands by now, which others may have changed. */
  readonly own?: Own
}

/** What can be practised, in the order in which it is learnt: what it is called. */
export const skillNames = {
  'series-test': 'seeing what lies in series',
  'parallel-test': 'seeing what lies in parallel',
  adding: 'adding in series',
  reciprocals: 'reciprocals in parallel',
  bounds: 'estimating a resistance',
  ohm: 'Ohm’s law at the whole',
  carrying: 'carrying over what is the same',
  'sharing-voltage': 'dividing a voltage in series',
  'sharing-current': 'dividing a current in parallel',
  prefixes: 'kilo and milli',
  rounding: 'rounding',
  redrawing: 'redrawing a sheet',
  power: 'power',
  checking: 'finding a mistake',
  disguise: 'untangling a picture',
  loose: 'shorts, dead ends, placeholders',
  outward: 'working outward from inside',
  bridges: 'recognising a bridge',
  faults: 'finding a fault on the bench',
} as const

export type Skill = keyof typeof skillNames

export const skills = Object.keys(skillNames) as Skill[]
