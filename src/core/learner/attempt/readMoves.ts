import type { Move } from './move'

/** The most moves that an attempt may have: many times what the longest worksheet takes. */
const mostMoves = 5000
const mostMembers = 1000
const longestAnswer = 100
const longestName = 10_000

/** Whether a field of a move is as it must be. */
export type Fits = (value: unknown) => boolean
/** What each kind of move must have, besides what it does. */
export type MoveShapes = ReadonlyMap<unknown, Readonly<Record<string, Fits>>>

export const oneOf =
  (...values: readonly unknown[]): Fits =>
  (value) =>
    values.includes(value)
export const text =
  (longest: number): Fits =>
  (value) =>
    typeof value === 'string' && value.length <= longest
export const element: Fits = (value) => typeof value === 'number' && Number.isSafeInteger(value) && value >= 0
const members: Fits = (value) => Array.isArray(value) && value.length <= mostMembers && value.every(element)
export const answer = text(longestAnswer)
const quantities = ['resistance', 'voltage', 'current', 'power'] as const

/** The moves of an attempt. */
export const moveShapes: MoveShapes = new Map<unknown, Readonly<Record<string, Fits>>>([
  ['combine', { members, kind: oneOf('series', 'parallel'), answer }],
  ['value', { element, quantity: oneOf(...quantities), answer }],
  ['answer', { quantity: oneOf(...quantities, 'potential'), of: text(longestName), answer }],
  ['carry', { element, quantity: oneOf('voltage', 'current') }],
  ['check', { check: oneOf('junction', 'loop', 'power'), answer }],
  ['stop', { members, why: oneOf('no-group', 'supply-between', 'shorted', 'zero-ohms') }],
  ['undo', {}],
  ['back', {}],
  ['forth', {}],
  ['hint', { strength: oneOf(1, 2, 3) }],
])

export type ReadMoves<M = Move> =
  | { readonly ok: true; readonly moves: readonly M[] }
  /** Where it is wrong, as `moves[3].answer`, and how. */
  | { readonly ok: false; readonly field: string; readonly message: string }

/** The door for what a learner did, parsed from JSON: counts first, then looks at each move, up to the first that is wrong. */
export function readMoves(raw: unknown): ReadMoves {
  return readMovesOf<Move>(raw, moveShapes)
}

/** {@link readMoves} for moves of other kinds. */
export function readMovesOf<M>(raw: unknown, shapes: MoveShapes): ReadMoves<M> {
  const fail = (field: string, message: string): ReadMoves<M> => ({ ok: false, field, message })
  if (!Array.isArray(raw)) return fail('moves', 'the moves must be a list')
  if (raw.length > mostMoves)
    return fail('moves', `${raw.length} moves are over the limit of ${mostMoves.toLocaleString('en')}`)
  for (const [i, move] of (raw as unknown[]).entries()) {
    const it = typeof move === 'object' && move !== null ? (move as Readonly<Record<string, unknown>>) : {}
    const shape = shapes.get(it.do)
    if (!shape) return fail(`moves[${i}]`, `a move must be one of ${[...shapes.keys()].join(', ')}`)
    const wrong = Object.keys(shape).find((field) => !shape[field](it[field]))
    if (wrong) return fail(`moves[${i}].${wrong}`, `the ${wrong} of this move cannot be read`)
    const unknown = Object.keys(it).find((field) => field !== 'do' && !Object.hasOwn(shape, field))
    if (unknown !== undefined)
      return fail(`moves[${i}]`, `a move “${String(it.do)}” has no ${unknown.slice(0, longestAnswer)}`)
  }
  return { ok: true, moves: raw as M[] }
}
