import { parentPort } from 'node:worker_threads'
import { perform, type Task } from './task'

/** A thread that takes one task after the other, and gives what comes of each. */
parentPort?.on('message', (task: Task) => {
  const outcome = perform(task)
  // Bytes are handed over, not copied.
  parentPort?.postMessage(outcome, typeof outcome === 'object' && 'bytes' in outcome ? [outcome.bytes.buffer] : [])
})
