import * as yup from 'yup'
import { maxBytes, readNetwork, type NetworkDocument, type Problem } from '@/core/network'

/** What a request is refused with: HTTP status and problems as JSON. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    readonly problems: readonly Problem[],
    readonly more: object = {},
  ) {
    super(problems.map(({ message }) => message).join('; '))
  }
}

export function refuse(status: number, message: string, more: object = {}): Refused {
  return new Refused(status, [{ part: null, field: 'request', message }], more)
}

/** Runs a handler; what it refuses is answered as `{ problems }`. Requests from other sites are refused. */
export async function answer(request: Request, handler: () => unknown): Promise<Response> {
  try {
    refuseStrangers(request)
    const result = await handler()
    return result === undefined
      ? new Response(null, { status: 204 })
      : result instanceof Response
        ? result
        : Response.json(result)
  } catch (error) {
    if (error instanceof Refused)
      return Response.json({ problems: error.problems, ...error.more }, { status: error.status })
    throw error
  }
}

/** A page of another site must not change what is kept here. */
function refuseStrangers(request: Request): void {
  const origin = request.headers.get('origin')
  const host = request.headers.get('host')
  if (request.method !== 'GET' && origin !== null && host !== null && new URL(origin).host !== host)
    throw refuse(403, 'requests from other sites are not taken')
}

/** The request's JSON body, within the limit and of the given shape; every fault at once. */
export async function readBody<T>(request: Request, shape: yup.Schema<T>): Promise<T> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
    throw refuse(415, 'send JSON, with the content type application/json')
  const text = await request.text()
  // A little room for the envelope around a document of the largest size.
  if (new TextEncoder().encode(text).length > maxBytes + 1024)
    throw refuse(413, 'the document is over the limit of 2 MiB')
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    throw refuse(400, 'the body is not JSON')
  }
  try {
    return await shape.validate(body, { abortEarly: false, strict: true })
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const faults = error.inner.length > 0 ? error.inner : [error]
    throw new Refused(
      400,
      faults.map(({ path, message }) => ({ part: null, field: path || 'request', message })),
    )
  }
}

/** The document as it was sent, once it has passed the door of the core. */
export function passDoor(document: unknown): NetworkDocument {
  const read = readNetwork(document)
  if (!read.ok) throw new Refused(400, read.problems)
  return document as NetworkDocument
}

const object = yup.mixed<object>(
  (value): value is object => typeof value === 'object' && value !== null && !Array.isArray(value),
)

/** `{ document }`, or the document itself as it stands in a file. */
export const newNetwork = object.required()
export const changedNetwork = yup
  .object({ version: yup.number().integer().min(1).required(), document: object.required() })
  .required()
const element = yup.number().integer().min(0).required()
const members = yup.array().of(element).max(1000).required()
const typed = yup.string().max(100).required()
const move = {
  combine: yup.object({
    do: yup.string(),
    members,
    kind: yup.string().oneOf(['series', 'parallel']).required(),
    answer: typed,
  }),
  value: yup.object({
    do: yup.string(),
    element,
    quantity: yup.string().oneOf(['resistance', 'voltage', 'current', 'power']).required(),
    answer: typed,
  }),
  carry: yup.object({ do: yup.string(), element, quantity: yup.string().oneOf(['voltage', 'current']).required() }),
  stop: yup.object({
    do: yup.string(),
    members,
    why: yup.string().oneOf(['no-group', 'supply-between', 'shorted', 'zero-ohms']).required(),
  }),
  undo: yup.object({ do: yup.string() }),
  hint: yup.object({ do: yup.string(), strength: yup.number().oneOf([1, 2, 3]).required() }),
}
const isMove = (value: unknown): value is keyof typeof move => typeof value === 'string' && value in move

/** What a learner did; answers are kept as they were typed. */
export const changedAttempt = yup
  .object({
    version: yup.number().integer().min(0).required(),
    of: yup.string().max(200_000).required(),
    moves: yup
      .array()
      .of(
        yup.lazy((value: { do?: unknown } | null) =>
          isMove(value?.do)
            ? move[value.do].noUnknown()
            : yup.mixed().test('move', 'a move must be combine, value, carry, stop, undo or hint', () => false),
        ),
      )
      .max(5000)
      .required(),
  })
  .required()
export const analysisQuery = yup
  .object({
    arithmetic: yup
      .string()
      .matches(
        /^(exact|float|rounded:([1-9]|1[0-5]))$/,
        'arithmetic must be exact, float or rounded:N with N from 1 to 15',
      ),
    order: yup.string().oneOf(['single', 'rounds', 'pairs'] as const, 'order must be single, rounds or pairs'),
  })
  .required()
