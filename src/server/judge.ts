import * as yup from 'yup'
import { readingsOf } from '@/core/bench'
import { readMoves } from '@/core/learner'
import { isObject, readJson, readNetwork, readWay, type NetworkDocument, type Problem } from '@/core/network'
import { columnsOf, type Columns } from '@/db/row'

/** What a request's body is judged as. */
export interface Judged {
  /** A new network: `{ document }`, or the document itself as it stands in a file. */
  readonly create: Columns
  /** A save: `{ version, document }`. */
  readonly save: Columns & { readonly version: number }
  /** What a learner did: `{ version, of, moves }`; the moves as JSON text, answers as they were typed. */
  readonly attempt: { readonly version: number; readonly of: string; readonly moves: string }
  /** A named way, `{ way, replace }`; the choices as JSON text. */
  readonly way: { readonly name: string; readonly choices: string; readonly replace: boolean }
  /** A run of readings: `{ version, document }`, version 0 for a new one; the document as JSON text. */
  readonly run: { readonly version: number; readonly title: string; readonly document: string }
}

export type Verdict<K extends keyof Judged> =
  { readonly ok: true; readonly value: Judged[K] } | { readonly ok: false; readonly problems: readonly Problem[] }

/** The most problems that an answer lists. */
const mostListed = 200

const version = yup.number().integer().required()
const saveShape = yup.object({ version: version.min(1) }).required()
const runShape = yup.object({ version: version.min(0) }).required()
const attemptShape = yup.object({ version: version.min(0), of: yup.string().max(200_000).required() }).required()

/** Judges the JSON text of a body, with every fault at once. Works in proportion to the text; needs no database. */
export function judge<K extends keyof Judged>(kind: K, text: string): Verdict<K>
export function judge(kind: keyof Judged, text: string): Verdict<keyof Judged> {
  const json = readJson(text)
  if (!json.ok) return fail('request', `the body is not JSON: ${json.message}`)
  const body = json.value
  if (!isObject(body)) return fail('request', 'the body must be a JSON object')
  if (kind === 'create') return passDoor('document' in body ? body.document : body, {})
  if (kind === 'way') {
    const read = readWay(body.way)
    if (!read.ok) return { ok: false, problems: read.problems.map((message) => problem('way', message)) }
    const { name, choices } = read.way
    return { ok: true, value: { name, choices: JSON.stringify(choices), replace: body.replace === true } }
  }
  const envelope = { save: saveShape, run: runShape, attempt: attemptShape }[kind]
  try {
    // Only the envelope: what is in it has its own door.
    envelope.validateSync({ version: body.version, of: body.of }, { abortEarly: false, strict: true })
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const faults = error.inner.length > 0 ? error.inner : [error]
    return { ok: false, problems: faults.map(({ path, message }) => problem(path || 'request', message)) }
  }
  if (kind === 'save') return passDoor(body.document, { version: body.version as number })
  if (kind === 'run') return passRun(body.document, body.version as number)
  const read = readMoves(body.moves)
  if (!read.ok) return fail(read.field, read.message)
  const { of } = body as { of: string }
  return { ok: true, value: { version: body.version as number, of, moves: JSON.stringify(read.moves) } }
}

/** The most characters of a run that are kept. */
const longestRun = 1_000_000

function passRun(document: unknown, version: number): Verdict<'run'> {
  const read = readingsOf(document)
  if (!read.ok) return { ok: false, problems: read.problems.slice(0, mostListed) }
  const text = JSON.stringify(document)
  if (text.length > longestRun) return fail('document', 'the run is over the limit of 1 MB')
  return { ok: true, value: { version, title: read.document.title, document: text } }
}

function passDoor(document: unknown, more: { readonly version?: number }): Verdict<'create' | 'save'> {
  const read = readNetwork(document)
  if (!read.ok) return { ok: false, problems: read.problems.slice(0, mostListed) }
  return { ok: true, value: { ...columnsOf(document as NetworkDocument), ...more } }
}

function problem(field: string, message: string): Problem {
  return { part: null, field, message }
}

function fail(field: string, message: string): Verdict<never> {
  return { ok: false, problems: [problem(field, message)] }
}
