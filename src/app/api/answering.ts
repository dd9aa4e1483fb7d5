import * as yup from 'yup'
import { maxBytes, readJson } from '@/core/network'
import { orderNames } from '@/core/structure'
import { isTrouble, logbookOrders, type NetworkRow, type RunRow, type SheetRow } from '@/db'
import { turnedAway } from '@/server/gate'
import { judge, type Judged } from '@/server/judge'
import { isStopped, onThread } from '@/server/pool'
import { refuse, Refused, refusalText } from '@/server/refusal'

/** JSON that is text already, or its bytes, all at once or as they come. */
export class JsonText {
  constructor(
    readonly text: string | Uint8Array<ArrayBuffer> | ReadableStream<Uint8Array>,
    readonly status = 200,
  ) {}
}

/** A file that is handed out as it is made. */
export class FileBody {
  constructor(
    readonly stream: ReadableStream<Uint8Array>,
    readonly name: string,
    readonly type: string,
  ) {}
}

/**
 * Runs a handler; what it refuses, and what the database refuses, is answered as `{ problems }`. Requests from other
 * sites, and under names that are not configured, are turned away.
 */
export async function answer(request: Request, handler: () => unknown): Promise<Response> {
  try {
    const { pathname, search } = new URL(request.url)
    const away = turnedAway({
      method: request.method,
      url: pathname + search,
      header: (name) => request.headers.get(name),
    })
    if (away) throw away
    const result = await handler()
    if (result === undefined) return new Response(null, { status: 204 })
    if (result instanceof Response) return result
    if (result instanceof FileBody)
      return new Response(result.stream, {
        headers: {
          'Content-Type': result.type,
          'Content-Disposition': `attachment; filename="${result.name}"`,
          'Cache-Control': 'no-store',
        },
      })
    return result instanceof JsonText ? jsonResponse(result.text, result.status) : Response.json(result)
  } catch (error) {
    const refusal = refusalOf(error)
    return jsonResponse(refusalText(refusal), refusal.status)
  }
}

function refusalOf(error: unknown): Refused {
  if (error instanceof Refused) return error
  if (isTrouble(error)) return refuse(error.kind === 'full' ? 507 : 503, error.message)
  if (isStopped(error)) {
    const { why, seconds } = error
    if (why === 'queue') return refuse(503, 'too much is being worked out at once; try again in a moment')
    return refuse(
      422,
      `this takes ${why === 'time' ? `longer than ${seconds} s` : 'too much memory'}, so it was stopped`,
    )
  }
  console.error(error)
  return refuse(500, 'Nodrel failed at this; the fault is its own')
}

function jsonResponse(text: JsonText['text'], status: number): Response {
  return new Response(text, { status, headers: { 'Content-Type': 'application/json', 'Cache-Control': 'no-store' } })
}

/** Bodies up to this size are judged at once; larger ones on a thread. In characters. */
const atOnce = 32 * 1024
/** A little room for the envelope around a document of the largest size. */
const mostBytes = maxBytes + 1024

/** The request's JSON body as what it should be, within the limits; every fault at once. */
export async function readBody<K extends keyof Judged>(request: Request, kind: K): Promise<Judged[K]> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
    throw refuse(415, 'send JSON, with the content type application/json')
  const text = await readText(request)
  const verdict = text.length <= atOnce ? judge(kind, text) : await onThread({ task: 'judge', kind, text })
  if (!verdict.ok) throw new Refused(400, verdict.problems)
  return verdict.value as Judged[K]
}

/** A small JSON body of a shape. */
export async function readJsonBody<T>(request: Request, shape: yup.Schema<T>): Promise<T> {
  const json = readJson(await readText(request))
  if (!json.ok) throw refuse(400, `the body is not JSON: ${json.message}`)
  try {
    return await shape.validate(json.value, { strict: true })
  } catch (error) {
    throw refuse(400, (error as Error).message)
  }
}

/** The body's text; what is too long is refused as soon as that is known, without reading on. */
async function readText(request: Request): Promise<string> {
  const tooLong = () => refuse(413, 'the document is over the limit of 2 MiB')
  if (Number(request.headers.get('content-length')) > mostBytes) throw tooLong()
  if (!request.body) return ''
  const decoder = new TextDecoder()
  let bytes = 0
  let text = ''
  const reader = request.body.getReader()
  for (;;) {
    const { done, value } = await reader.read().catch(() => {
      throw refuse(400, 'the body did not come to its end')
    })
    if (done) return text + decoder.decode()
    bytes += value.length
    if (bytes > mostBytes) {
      reader.cancel().catch(() => undefined)
      throw tooLong()
    }
    text += decoder.decode(value, { stream: true })
  }
}

/** A network as it is sent: its document as it is kept, byte for byte; one that is damaged as `null`, with what is `kept`. */
export function recordText(row: NetworkRow): string {
  const { id, title, notes, version, createdAt, updatedAt, document } = row
  const plain = JSON.stringify({ id, title, notes, version, createdAt, updatedAt }).slice(0, -1)
  return row.sound ? `${plain},"document":${document}}` : `${plain},"document":null,"kept":${JSON.stringify(document)}}`
}

/** A run as it is sent: its document as it is kept, byte for byte. */
export function runText({ id, version, updatedAt, document }: RunRow): string {
  return `${JSON.stringify({ id, version, updatedAt }).slice(0, -1)},"document":${document}}`
}

/** A sheet of tasks as it is sent. */
export function sheetText({ id, version, updatedAt, document }: SheetRow): string {
  return `${JSON.stringify({ id, version, updatedAt }).slice(0, -1)},"sheet":${document}}`
}

/** What a door is given besides the request. */
export interface Context {
  readonly params: Promise<{ readonly id: string }>
}

export function missing(): Refused {
  return refuse(404, 'there is no such network, or it was deleted')
}

export function notInBin(): Refused {
  return refuse(404, 'no deleted network has this id')
}

/** A save over a version that is not the newest; `current` is what is kept, as JSON text. */
export function conflict(version: number, newest: number, current: string): Refused {
  return refuse(409, `version ${version} is not the newest, ${newest} is`, `"current":${current}`)
}

/** The parameters of a request's address, in the given shape. */
export async function readQuery<T>(request: Request, shape: yup.Schema<T>): Promise<T> {
  try {
    return await shape.validate(Object.fromEntries(new URL(request.url).searchParams))
  } catch (error) {
    throw refuse(400, (error as Error).message)
  }
}

const oneOf = <T extends string>(values: readonly T[], name: string) =>
  yup.string<T>().oneOf(values, `${name} must be one of ${values.join(', ')}`)

export const analysisQuery = yup
  .object({
    arithmetic: yup
      .string()
      .matches(
        /^(exact|float|rounded:([1-9]|1[0-5]))$/,
        'arithmetic must be exact, float or rounded:N with N from 1 to 15',
      ),
    order: oneOf(orderNames, 'order'),
  })
  .required()

/** The most networks on one page of the logbook. */
const mostAtOnce = 200

export const logbookQuery = yup
  .object({
    search: yup.string().max(200).default(''),
    tag: yup.string().max(60).default(''),
    pictures: yup.boolean().default(true),
    by: oneOf(logbookOrders, 'by').default('changed'),
    from: yup.number().integer().min(0).default(0),
    count: yup.number().integer().min(1).max(mostAtOnce).default(48),
    nodes: oneOf(['numbers', 'letters'] as const, 'nodes').default('numbers'),
    form: oneOf(['line', 'loop'] as const, 'form').default('line'),
  })
  .required()
