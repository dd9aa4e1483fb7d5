import http from 'node:http'
import { startServer } from '../test/served'

export interface Answered {
  readonly status: number
  readonly text: string
  readonly ms: number
}

/** A server of the built application on this machine, with a folder of its own; everything goes to it alone. */
export interface Served {
  readonly base: string
  readonly data: string
  readonly ask: (method: string, path: string, body?: unknown, headers?: Record<string, string>) => Promise<Answered>
  /** The longest that the server's thread was held up since the last call, in milliseconds. */
  readonly heldUp: () => Promise<number>
  readonly kill: () => Promise<void>
}

/** Prints the longest delay of the event loop whenever it is told SIGUSR2, and begins anew. */
const watching = `data:text/javascript,${encodeURIComponent(`
  import { monitorEventLoopDelay } from 'node:perf_hooks'
  const delay = monitorEventLoopDelay({ resolution: 2 })
  delay.enable()
  process.on('SIGUSR2', () => { console.log('heldUp ' + delay.max / 1e6); delay.reset() })
`)}`

/** Starts a server and waits until it answers. */
export async function serve(data?: string): Promise<Served> {
  const server = await startServer(data, 0, ['--import', watching])
  const { url: base, child } = server
  const agent = new http.Agent({ keepAlive: true, maxSockets: 64 })
  const ask: Served['ask'] = (method, path, body, headers = {}) =>
    new Promise((done, fail) => {
      const began = performance.now()
      const text = body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body)
      const sent = http.request(
        base + path,
        {
          method,
          agent,
          headers: {
            ...(text !== undefined && {
              'content-type': 'application/json',
              'content-length': Buffer.byteLength(text),
            }),
            ...headers,
          },
        },
        (response) => {
          const chunks: Buffer[] = []
          response.on('data', (chunk: Buffer) => chunks.push(chunk))
          response.on('end', () =>
            done({
              status: response.statusCode ?? 0,
              text: Buffer.concat(chunks).toString(),
              ms: performance.now() - began,
            }),
          )
          response.on('error', fail)
        },
      )
      sent.on('error', fail)
      sent.end(text)
    })
  return {
    base,
    data: server.data,
    ask,
    heldUp: async () => {
      const before = server.output().length
      const said = () => /heldUp ([\d.]+)\n/.exec(server.output().slice(before))
      child.kill('SIGUSR2')
      for (let tries = 0; tries < 200 && !said(); tries++) await pause(10)
      return Number(said()?.[1] ?? Infinity)
    },
    kill: async () => {
      await server.kill()
      agent.destroy()
    },
  }
}

export function pause(ms: number): Promise<void> {
  return new Promise((done) => setTimeout(done, ms))
}

/** Runs work with a server of its own, which is stopped afterwards. */
export async function whileServed<T>(work: (served: Served) => Promise<T>): Promise<T> {
  const served = await serve()
  try {
    return await work(served)
  } finally {
    await served.kill()
  }
}

/** Makes a network: its id. */
export async function made({ ask }: Served, document: unknown): Promise<string> {
  const { status, text } = await ask('POST', '/api/networks', { document })
  if (status !== 201) throw new Error(`${status}: ${text.slice(0, 200)}`)
  return (JSON.parse(text) as { id: string }).id
}
