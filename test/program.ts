import { spawnSync } from 'node:child_process'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { buildSync } from 'esbuild'

/** What a program printed, and how it ended. */
export interface Ended {
  readonly out: string
  readonly errors: string
  readonly status: number | null
}

/** What a program printed as JSON, a line each, and what it complained of. */
export function linesOf({ out, errors, status }: Ended) {
  const lines = (text: string) => text.split('\n').filter(Boolean)
  return { lines: lines(out).map((line) => JSON.parse(line)), errors: lines(errors), status }
}

/** A command of `src/cli` as a program of its own: built once, run as often as wanted. */
export function program(command: string): (args: readonly string[], input?: string) => Ended {
  const folder = join('node_modules', '.cache', 'nodrel')
  mkdirSync(folder, { recursive: true })
  const outfile = join(folder, `test-${command}-${process.pid}.mjs`)
  buildSync({
    entryPoints: [`src/cli/${command}.ts`],
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    outfile,
    logLevel: 'error',
  })
  afterAll(() => rmSync(outfile, { force: true }))
  return (args, input = '') => {
    const { stdout, stderr, status } = spawnSync(process.execPath, [outfile, ...args], { input, encoding: 'utf8' })
    return { out: stdout, errors: stderr, status }
  }
}
