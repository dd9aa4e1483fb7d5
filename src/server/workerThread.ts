import { Worker } from 'node:worker_threads'

/** The most memory a thread may take, in MiB: the largest document needs a quarter of it. */
const most = 1024

/** Starts a thread that performs tasks. */
export function startThread(): Worker {
  return new Worker(new URL('./worker.ts', import.meta.url), { resourceLimits: { maxOldGenerationSizeMb: most } })
}
