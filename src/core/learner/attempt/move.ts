import type { Sentence, Worksheet } from '../../worksheet'
import type { Reduction, Sheet } from '../../structure'
import type { Quantity } from '../../number'
import type { Slip } from '../slip'
import { isDeclared, list, number, object, oneOf, text, type Declaration } from '../../format'

/** How much a hint tells: where to look, what to do, the step itself. */
export type Strength = 1 | 2 | 3

/** What adds up when all is found: the currents at a junction, the drops around a loop, the powers. */
export type Check = 'junction' | 'loop' | 'power'

/** What a check is called. */
export const checkName = (check: Check) => `the check of the ${check}`

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
  /** What it was seen to follow from, as it stood then; absent where it follows from nothing wrong. */
  readonly grounds?: readonly (Slot & { readonly value: number })[]
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

/** The most moves that an attempt may have: many times what the longest worksheet takes. */
const mostMoves = 5000
const mostMembers = 1000
const longestAnswer = 100
const longestName = 10_000

/** What each kind of move must have, besides what it does. */
export type MoveFields = Readonly<Record<string, Readonly<Record<string, Declaration<unknown>>>>>

export const element = number({ least: 0, most: Number.MAX_SAFE_INTEGER, isWhole: true })
const members = list(element, { most: mostMembers })
export const answer = text({ most: longestAnswer })
const quantities = ['resistance', 'voltage', 'current', 'power'] as const

/** The moves of an attempt. */
export const moveFields: MoveFields = {
  combine: { members, kind: oneOf(['series', 'parallel']), answer },
  value: { element, quantity: oneOf(quantities), answer },
  answer: { quantity: oneOf([...quantities, 'potential']), of: text({ most: longestName }), answer },
  carry: { element, quantity: oneOf(['voltage', 'current']) },
  check: { check: oneOf(['junction', 'loop', 'power']), answer },
  stop: { members, why: oneOf(['no-group', 'supply-between', 'shorted', 'zero-ohms']) },
  undo: {},
  back: {},
  forth: {},
  hint: { strength: oneOf([1, 2, 3]) },
}

/** A list of moves; each is only told by what it does, since a file may come from a newer Nodrel. */
export function movesDeclaration<M>(fields: MoveFields): Declaration<readonly M[]> {
  const { schema } = list(object({ do: oneOf(Object.keys(fields)) }), { most: mostMoves })
  return {
    schema,
    judge: (value, at, say) => {
      const read = readMovesOf(value, fields)
      if (!read.ok) say(at, `${read.field}: ${read.message}`)
    },
  }
}

export type ReadMoves<M = Move> =
  | { readonly ok: true; readonly moves: readonly M[] }
  /** Where it is wrong, as `moves[3].answer`, and how. */
  | { readonly ok: false; readonly field: string; readonly message: string }

/** Reads what a learner did, parsed from JSON: counts first, then looks at each move, up to the first that is wrong. */
export function readMoves(raw: unknown): ReadMoves {
  return readMovesOf<Move>(raw, moveFields)
}

/** {@link readMoves} for moves of other kinds. */
export function readMovesOf<M>(raw: unknown, all: MoveFields): ReadMoves<M> {
  const fail = (field: string, message: string): ReadMoves<M> => ({ ok: false, field, message })
  if (!Array.isArray(raw)) return fail('moves', 'the moves must be a list')
  if (raw.length > mostMoves)
    return fail('moves', `${raw.length} moves are over the limit of ${mostMoves.toLocaleString('en')}`)
  for (const [i, move] of (raw as unknown[]).entries()) {
    const it = typeof move === 'object' && move !== null ? (move as Readonly<Record<string, unknown>>) : {}
    const fields = typeof it.do === 'string' && Object.hasOwn(all, it.do) ? all[it.do] : null
    if (!fields) return fail(`moves[${i}]`, `a move must be one of ${Object.keys(all).join(', ')}`)
    const wrong = Object.keys(fields).find((field) => !isDeclared(fields[field], it[field]))
    if (wrong) return fail(`moves[${i}].${wrong}`, `the ${wrong} of this move cannot be read`)
    const unknown = Object.keys(it).find((field) => field !== 'do' && !Object.hasOwn(fields, field))
    if (unknown !== undefined)
      return fail(`moves[${i}]`, `a move “${String(it.do)}” has no ${unknown.slice(0, longestAnswer)}`)
  }
  return { ok: true, moves: raw as M[] }
}
