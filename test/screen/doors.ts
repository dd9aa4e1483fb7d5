import type { NetworkDocument } from '@/core/network'

interface Versioned {
  readonly version: number
}

/** What a door answers: its status, and its body. */
type Answer = readonly [status: number, body?: object]

/** A request as it went out. */
export interface Asked {
  readonly method: string
  readonly path: string
  readonly body: unknown
}

/**
 * The server's doors in memory, as far as screens use them: what has versions is kept, and refused where it is not of the
 * newest; everything else is not found. `asked` is what went out.
 */
export interface Doors {
  readonly asked: Asked[]
  readonly kept: Map<string, Versioned & Record<string, unknown>>
  /** Lets a door answer otherwise: `GET /api/ways`. */
  readonly answer: (door: string, answer: Answer) => void
}

const refusal = (message: string) => ({ problems: [{ part: null, field: 'request', message }] })

export function openDoors(): Doors {
  const asked: Asked[] = []
  const kept: Doors['kept'] = new Map()
  const otherwise = new Map<string, Answer>()

  const put = (path: string, body: Versioned & Record<string, unknown>): Answer => {
    const current = kept.get(path)
    if ((current?.version ?? 0) !== body.version) return [409, { ...refusal('saved elsewhere'), current }]
    const next = { ...current, ...body, version: body.version + 1 }
    kept.set(path, next)
    return [200, next]
  }
  const answerTo = ({ method, path, body }: Asked): Answer => {
    const door = otherwise.get(`${method} ${path}`)
    if (door) return door
    if (method === 'PUT') return put(path, body as Versioned & Record<string, unknown>)
    const one = kept.get(path)
    if (method === 'DELETE' && one) return kept.delete(path) ? [204] : [404]
    if (method === 'GET' && one) return [200, one]
    if (method === 'GET' && /^\/api\/(attempts|exercises)\/[^/]+$/.test(path)) return [204]
    if (method === 'GET' && path.startsWith('/api/runs?of='))
      return [200, { runs: [...kept].filter(([at]) => at.startsWith('/api/runs/')).map(([, run]) => run) }]
    if (method === 'POST' && path === '/api/runs') {
      const id = `run-${kept.size}`
      const run = { ...(body as object), id, version: 1, updatedAt: '2026-11-30T12:00:00.000Z' }
      kept.set(`/api/runs/${id}`, run)
      return [201, run]
    }
    return [404, refusal('there is no such thing')]
  }
  globalThis.fetch = (async (address: string, { method = 'GET', body }: RequestInit = {}) => {
    const request = { method, path: String(address), body: typeof body === 'string' ? JSON.parse(body) : body }
    asked.push(request)
    const [status, answer] = answerTo(request)
    return { status, ok: status < 400, json: async () => JSON.parse(JSON.stringify(answer)) }
  }) as unknown as typeof fetch
  return { asked, kept, answer: (door, answer) => void otherwise.set(door, answer) }
}

/** Keeps a network, as the server has it. */
export function keepRecord(doors: Doors, id: string, document: NetworkDocument) {
  const record = { id, title: document.title ?? '', version: 1, updatedAt: '2026-11-30T12:00:00.000Z', document }
  doors.kept.set(`/api/networks/${id}`, record)
  return record
}
