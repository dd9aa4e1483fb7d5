import * as yup from 'yup'
import type { KindName } from '@/core/kept'
import { readJson } from '@/core/format'
import { isTrouble } from '@/db'
import { turnedAway } from '@/server/gate'
import { judge, type JudgedBody } from '@/server/judge'
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

/** Texts as a stream, each made when it is wanted. */
export function streamed(texts: AsyncGenerator<string, void>): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder()
  return new ReadableStream<Uint8Array>({
    async pull(controller) {
      const { done, value } = await texts.next()
      if (done) controller.close()
      else controller.enqueue(encoder.encode(value))
    },
  })
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

/**
 * The request's JSON body as a document of a kind, within its limits; every fault at once.
 *
 * @param id of what it is to be kept over, if any
 */
export async function readBody(request: Request, most: number, kind: KindName, id?: string): Promise<JudgedBody> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
    throw refuse(415, 'send JSON, with the content type application/json')
  const text = await readText(request, most)
  const verdict = text.length <= atOnce ? judge(kind, text, id) : await onThread({ task: 'judge', kind, text, id })
  if (!verdict.ok) throw new Refused(400, verdict.problems)
  return verdict.value
}

/** A small JSON body of a shape. */
export async function readJsonBody<T>(request: Request, most: number, shape: yup.Schema<T>): Promise<T> {
  const json = readJson(await readText(request, most))
  if (!json.ok) throw refuse(400, `the body is not JSON: ${json.message}`)
  try {
    return await shape.validate(json.value, { strict: true })
  } catch (error) {
    throw refuse(400, (error as Error).message)
  }
}

/** The body's text; what is too long is refused as soon as that is known, without reading on. */
async function readText(request: Request, most: number): Promise<string> {
  const tooLong = () => refuse(413, 'the document is over the limit of 2 MiB')
  if (Number(request.headers.get('content-length')) > most) throw tooLong()
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
    if (bytes > most) {
      reader.cancel().catch(() => undefined)
      throw tooLong()
    }
    text += decoder.decode(value, { stream: true })
  }
}

/** The parameters of a request's address, in the given shape. */
export async function readQuery<T>(request: Request, shape: yup.Schema<T>): Promise<T> {
  try {
    return await shape.validate(Object.fromEntries(new URL(request.url).searchParams))
  } catch (error) {
    throw refuse(400, (error as Error).message)
  }
}
