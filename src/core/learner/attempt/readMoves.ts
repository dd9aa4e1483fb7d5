import { isDeclared, list, number, object, oneOf, text, type Declaration } from '../../format'
import type { Move } from './move'

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
