import { spawn, type ChildProcess } from 'node:child_process'
import { newFolder } from './folder'

/** A server of the built application on this machine, with a folder of its own for its data. */
export interface Server {
  readonly url: string
  readonly port: number
  readonly data: string
  readonly child: ChildProcess
  /** All it has printed. */
  readonly output: () => string
  /** Ends it at once, as a lost current would. */
  readonly kill: () => Promise<void>
}

/**
 * Starts a server, and does not wait for it.
 *
 * @param port 0 for any that is free
 * @param node words for Node itself
 */
export function spawnServer(data: string, port = 0, node: readonly string[] = []): ChildProcess {
  return spawn(process.execPath, [...node, 'scripts/serve.mjs'], {
    env: { ...process.env, PORT: String(port), NODREL_DATA: data, NEXT_TELEMETRY_DISABLED: '1' },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
}

/** Starts a server and waits until it listens. */
export async function startServer(data = newFolder(), port?: number, node?: readonly string[]): Promise<Server> {
  const child = spawnServer(data, port, node)
  let output = ''
  const gone = new Promise<void>((done) => child.once('exit', () => done()))
  const url = await new Promise<string>((done, fail) => {
    for (const stream of [child.stdout, child.stderr])
      stream?.on('data', (text: Buffer) => {
        output += text.toString()
        const [, at] = /Listening on (http:\S+)/.exec(output) ?? []
        if (at) done(at)
      })
    void gone.then(() => fail(new Error(`the server ended before it listened:\n${output}`)))
  })
  return {
    url,
    port: Number(new URL(url).port),
    data,
    child,
    output: () => output,
    kill: async () => {
      child.kill('SIGKILL')
      await gone
    },
  }
}
