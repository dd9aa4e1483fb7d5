import { parentPort } from 'node:worker_threads'
import { perform, type Task } from './task'

/** A thread that takes one task after the other, and gives what comes of each. */
parentPort?.on('message', (task: Task) => parentPort?.postMessage(perform(task)))
