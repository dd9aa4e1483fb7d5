import type { Sentence, Worksheet } from '../../worksheet'
import type { Reduction, Sheet } from '../../structure'
import type { Quantity } from '../../number'
import type { Slip } from '../slip'

/** How much a hint tells: where to look, what to do, the step itself. */
export type Strength = 1 | 2 | 3

/** What adds up when all is found: the currents at a junction, the drops around a loop, the powers. */
export type Check = 'junction' | 'loop' | 'power'

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
  /** What was asked for by name and stands at no element of the learner's, or the potential of a node. */
  | {
      readonly do: 'answer'
      readonly quantity: Quantity | 'potential'
      readonly of: string
      readonly answer: string
    }
  /** Says which quantity an equivalent hands on to its members. */
  | { readonly do: 'carry'; readonly element: number; readonly quantity: 'voltage' | 'current' }
  /** What adds up, by the learner's own sum. */
  | { readonly do: 'check'; readonly check: Check; readonly answer: string }
  /** Says that reduction stops at a bridge, and at which elements. */
  | { readonly do: 'stop'; readonly members: readonly number[]; readonly why: StopReason }
  /** Takes the last step back: the equivalent is opened again. */
  | { readonly do: 'undo' }
  /** Takes the last move back, whatever it was; or makes it again. Hints stay given. */
  | { readonly do: 'back' }
  | { readonly do: 'forth' }
  | { readonly do: 'hint'; readonly strength: Strength }

/** Why reduction stops, as the learner says. */
export type StopReason = 'no-group' | 'supply-between' | 'shorted' | 'zero-ohms'

/**
 * What an answer is: `right`; `rounded`, right within rounding; `asked`, near enough, but also the number of a usual
 * slip; `follows`, right on an earlier value of the learner's own that is wrong; `wrong`. `refused` is no answer: what
 * was chosen is no group, so nothing was worked out.
 */
export type AnswerVerdict = 'right' | 'rounded' | 'asked' | 'follows' | 'wrong' | 'refused' | 'hint' | 'undone'

/** What was said of a move. */
export interface Judgement {
  readonly move: Move
  readonly verdict: AnswerVerdict
  /** What it can be, each a usual slip, or two together; the likeliest first. */
  readonly could: readonly (readonly Slip[])[]
  /** The reason, the main sentence first. */
  readonly reasons: readonly Sentence[]
  /** The element that the answer belongs to; null for none, and once the move was taken back. */
  readonly element: number | null
  /** Nodes of the network that the reason asks about. */
  readonly nodes: readonly number[]
  readonly isTakenBack: boolean
}

/** A value by its place on the learner's paper. */
export interface Slot {
  readonly quantity: Quantity
  readonly element: number
}

/** A value that the learner has written down. */
export interface Own {
  readonly typed: string
  /** In SI base units. */
  readonly value: number
  /** As judged; `stale` if it followed from a value that was mended since. */
  readonly verdict: 'given' | 'right' | 'rounded' | 'asked' | 'follows' | 'stale' | 'wrong'
}

/** Values by quantity and element id, null where there is none. */
export type ValueTable = Readonly<Record<Quantity, readonly (number | null)[]>>

/** Where a learner stands after so many moves. */
export interface Position {
  /** The network, worked out exactly. */
  readonly worksheet: Worksheet
  /** The learner's own steps. */
  readonly reduction: Reduction
  /** The sheet that their steps lead to. */
  readonly sheet: Sheet
  readonly names: readonly string[]
  /** By quantity and element id; null where nothing is written. */
  readonly own: Readonly<Record<Quantity, readonly (Own | null)[]>>
  /** What was answered by name, by {@link answerKey}. */
  readonly answers: ReadonlyMap<string, Own>
  readonly checks: Readonly<Partial<Record<Check, Own>>>
  /** What is true of their elements; null where it does not exist or is not known. */
  readonly truth: ValueTable
  /** Said, rightly, that reduction stops here. */
  readonly stopped: boolean
  readonly judgements: readonly Judgement[]
  /** Where they stood before the last move; null at the start, and where it cannot be taken back. */
  readonly past: Position | null
  /** The place of what was said of the last move. */
  readonly last: number
  /** Moves that were taken back, the next one first, with the place of what was said of each. */
  readonly future: readonly { readonly move: Move; readonly at: number }[]
}

/** The key of what is answered by name. */
export function answerKey(quantity: Quantity | 'potential', of: string): string {
  return `${quantity} ${of}`
}

/** The name that a key was made of. */
export function namedBy(key: string): [quantity: Quantity | 'potential', of: string] {
  const cut = key.indexOf(' ')
  return [key.slice(0, cut) as Quantity | 'potential', key.slice(cut + 1)]
}
