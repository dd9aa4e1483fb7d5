import type { Sentence } from '../../worksheet'
import type { Reduction, Sheet } from '../../structure'
import type { Quantity } from '../../number'
import type { Slip } from './slips'

/** How much a hint tells: where to look, what to do, the step itself. */
export type Strength = 1 | 2 | 3

/**
 * One thing that a learner did. Numbers are element ids: live resistors first, then the learner's own equivalents in
 * the order of their steps. Answers are kept as they were typed.
 */
export type Move =
  | {
      readonly do: 'combine'
      readonly members: readonly number[]
      readonly kind: 'series' | 'parallel'
      readonly answer: string
    }
  /** A value of an element, for the first time or mended. */
  | { readonly do: 'value'; readonly element: number; readonly quantity: Quantity; readonly answer: string }
  /** Says which quantity an equivalent hands on to its members. */
  | { readonly do: 'carry'; readonly element: number; readonly quantity: 'voltage' | 'current' }
  /** Says that reduction stops at a bridge, and at which elements. */
  | { readonly do: 'stop'; readonly members: readonly number[]; readonly why: StopReason }
  /** Takes the last step back: the equivalent is opened again. */
  | { readonly do: 'undo' }
  | { readonly do: 'hint'; readonly strength: Strength }

/** Why reduction stops, as the learner says. */
export type StopReason = 'no-group' | 'supply-between' | 'shorted' | 'zero-ohms'

/**
 * What an answer is: `right`; `rounded`, right within rounding; `follows`, right on an earlier value of the learner's
 * own that is wrong; `wrong`. `refused` is no answer: what was chosen is no group, so nothing was worked out.
 */
export type AnswerVerdict = 'right' | 'rounded' | 'follows' | 'wrong' | 'refused' | 'hint' | 'undone'

/** What was said of a move. */
export interface Judgement {
  readonly move: Move
  readonly verdict: AnswerVerdict
  /** The usual slips that it can be, the likeliest first. */
  readonly slips: readonly Slip[]
  /** The reason, the main sentence first. */
  readonly reasons: readonly Sentence[]
  /** The element that the answer belongs to; null for none. */
  readonly element: number | null
}

/** A value that the learner has written down. */
export interface Own {
  readonly typed: string
  /** In SI base units. */
  readonly value: number
  readonly verdict: 'given' | 'right' | 'rounded' | 'follows' | 'wrong'
}

/** Values by quantity and element id, null where there is none. */
export type ValueTable = Readonly<Record<Quantity, readonly (number | null)[]>>

/** Where a learner stands after so many moves. */
export interface Position {
  /** The learner's own steps. */
  readonly reduction: Reduction
  /** The sheet that their steps lead to. */
  readonly sheet: Sheet
  readonly names: readonly string[]
  /** By quantity and element id; null where nothing is written. */
  readonly own: Readonly<Record<Quantity, readonly (Own | null)[]>>
  /** What is true of their elements; null where it does not exist or is not known. */
  readonly truth: ValueTable
  /** Said, rightly, that reduction stops here. */
  readonly stopped: boolean
  readonly judgements: readonly Judgement[]
}
