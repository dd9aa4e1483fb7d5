import type { NetworkDocument } from '../../network'
import type { Worksheet } from '../../worksheet'
import type { Judgement } from '../attempt'
import type { Slip } from '../slip'
import type { Chance } from './chance'
import type { Dials } from './dials'
import type { Skill } from './skills'

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
  /** Marks for the way, for what comes out, for its unit. */
  readonly method: Marked
  readonly answer: Marked
  readonly unit: Marked
  /** Slips on the way, each as often as it was made. */
  readonly slips: readonly Slip[]
  /** What was answered last, in words; absent where nothing was. */
  readonly typed?: string
  /** Whether it was tried at all. */
  readonly isTried: boolean
}

/** Marks of one sort: how many there are, reached at the first try, and by now. */
export interface Marked {
  readonly of: number
  readonly first: number
  readonly now: number
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
}
