import * as yup from 'yup'
import { readingsOf } from '@/core/bench'
import { readCode, readKeptSheet, readMoves, readTaskMoves, skills, slips } from '@/core/learner'
import { isObject, readJson, readNetwork, readWay, type NetworkDocument, type Problem } from '@/core/network'
import { columnsOf, type Columns } from '@/db/row'

/** What a request's body is judged as. */
export interface Judged {
  /** A new network: `{ document, origin }`, the id of what it was made from, if any; or the document itself as it stands in a file. */
  readonly create: Columns & { readonly origin?: string }
  /** A save: `{ version, document }`. */
  readonly save: Columns & { readonly version: number }
  /** What a learner did: `{ version, of, moves }`; the moves as JSON text, answers as they were typed. */
  readonly attempt: { readonly version: number; readonly of: string; readonly moves: string }
  /** A named way, `{ way, replace }`; the choices as JSON text. */
  readonly way: { readonly name: string; readonly choices: string; readonly replace: boolean }
  /** What was done at a task: `{ version, of, moves, seconds, result }`; moves and result as JSON text. */
  readonly exercise: {
    readonly version: number
    readonly code: string
    readonly moves: string
    readonly seconds: number
    readonly result: string
  }
  /** A sheet of tasks: `{ version, sheet }`, version 0 for a new one, `id` where a deleted one is put back; the sheet as JSON text. */
  readonly sheet: { readonly version: number; readonly id?: string; readonly title: string; readonly document: string }
  /** A run of readings: `{ version, document }`, version 0 for a new one; the document as JSON text. */
  readonly run: { readonly version: number; readonly title: string; readonly document: string }
}

export type Verdict<K extends keyof Judged> =
  | { readonly ok: true; readonly value: Judged[K] }
  | { readonly ok: false; readonly problems: readonly Problem[] }

/** The most problems that an answer lists. */
const mostListed = 200

const version = yup.number().integer().required()
const saveShape = yup.object({ version: version.min(1) }).required()
const runShape = yup.object({ version: version.min(0) }).required()
const exerciseShape = yup
  .object({
    version: version.min(0),
    of: yup.string().max(40).required(),
    seconds: yup.number().integer().min(0).max(1e7).required(),
    result: yup
      .object({
        marks: yup.number().min(0).required(),
        of: yup.number().min(0).required(),
        isDone: yup.boolean().required(),
        evidence: yup
          .array(yup.object({ skill: yup.string().oneOf(skills).required(), isRight: yup.boolean().required() }))
          .max(100)
          .required(),
        slips: yup
          .array(
            yup.object({
              slip: yup.string().oneOf(Object.keys(slips)).required(),
              times: yup.number().integer().min(1).required(),
            }),
          )
          .max(100)
          .required(),
      })
      .noUnknown()
      .required(),
  })
  .required()
const attemptShape = yup.object({ version: version.min(0), of: yup.string().max(200_000).required() }).required()

/** Judges the JSON text of a body, with every fault at once. Works in proportion to the text; needs no database. */
export function judge<K extends keyof Judged>(kind: K, text: string): Verdict<K>
export function judge(kind: keyof Judged, text: string): Verdict<keyof Judged> {
  const json = readJson(text)
  if (!json.ok) return fail('request', `the body is not JSON: ${json.message}`)
  const body = json.value
  if (!isObject(body)) return fail('request', 'the body must be a JSON object')
  if (kind === 'create') {
    const isWrapped = 'document' in body
    const { origin } = body
    if (isWrapped && origin !== undefined && !(typeof origin === 'string' && /^[0-9a-f-]{36}$/.test(origin)))
      return fail('origin', 'the origin must be the id of a network')
    return passDoor(
      isWrapped ? body.document : body,
      isWrapped && origin !== undefined ? { origin: origin as string } : {},
    )
  }
  if (kind === 'way') {
    const read = readWay(body.way)
    if (!read.ok) return { ok: false, problems: read.problems.map((message) => problem('way', message)) }
    const { name, choices } = read.way
    return { ok: true, value: { name, choices: JSON.stringify(choices), replace: body.replace === true } }
  }
  const envelope = { save: saveShape, run: runShape, sheet: runShape, attempt: attemptShape, exercise: exerciseShape }[
    kind
  ]
  try {
    // Only the envelope: what is in it has its own door.
    const { version: basedOn, of: at, seconds, result } = body
    envelope.validateSync({ version: basedOn, of: at, seconds, result }, { abortEarly: false, strict: true })
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const faults = error.inner.length > 0 ? error.inner : [error]
    return { ok: false, problems: faults.map(({ path, message }) => problem(path || 'request', message)) }
  }
  if (kind === 'save') return passDoor(body.document, { version: body.version as number })
  if (kind === 'run') return passRun(body.document, body.version as number)
  if (kind === 'exercise') return passExercise(body)
  if (kind === 'sheet') {
    const read = readKeptSheet(body.sheet)
    if (!read.ok) return { ok: false, problems: read.problems.map((message) => problem('sheet', message)) }
    const { id } = body
    if (id !== undefined && !(typeof id === 'string' && /^[0-9a-f-]{36}$/.test(id)))
      return fail('id', 'the id must be that of a sheet that was deleted')
    const document = JSON.stringify(read.value)
    return { ok: true, value: { version: body.version as number, id, title: read.value.title, document } }
  }
  const read = readMoves(body.moves)
  if (!read.ok) return fail(read.field, read.message)
  const { of } = body as { of: string }
  return { ok: true, value: { version: body.version as number, of, moves: JSON.stringify(read.moves) } }
}

function passExercise({ version, of, moves, seconds, result }: Readonly<Record<string, unknown>>): Verdict<'exercise'> {
  const code = readCode(of as string)
  if (!code.ok) return fail('of', code.message)
  const read = readTaskMoves(moves)
  if (!read.ok) return fail(read.field, read.message)
  return {
    ok: true,
    value: {
      version: version as number,
      code: code.code,
      moves: JSON.stringify(read.moves),
      seconds: seconds as number,
      result: JSON.stringify(result),
    },
  }
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

function passDoor(
  document: unknown,
  more: { readonly version?: number; readonly origin?: string },
): Verdict<'create' | 'save'> {
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
