import { buildSync } from 'esbuild'
import { Worker } from 'node:worker_threads'

let bundled: string | undefined

/** Stands in tests for `src/server/workerThread.ts`, whose worker the build of the application makes. */
export function startThread(): Worker {
  bundled ??= buildSync({
    entryPoints: ['src/server/worker.ts'],
    bundle: true,
    platform: 'node',
    format: 'cjs',
    target: 'node20',
    packages: 'external',
    write: false,
    tsconfig: 'tsconfig.json',
  }).outputFiles[0].text
  return new Worker(bundled, { eval: true })
}
