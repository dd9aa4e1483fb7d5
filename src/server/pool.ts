import type { Worker } from 'node:worker_threads'
import type { Outcomes, Task } from './task'
import { startThread } from './workerThread'

/** Work that was not done to its end: it took too long, needed more memory than a thread may take, or too much waits. */
class Stopped extends Error {
  constructor(
    readonly why: 'time' | 'memory' | 'queue',
    readonly seconds = 0,
  ) {
    super(why)
    this.name = 'Stopped'
  }
}

/** Whether an error is work that was stopped, also by another bundle of the application. */
export function isStopped(error: unknown): error is Stopped {
  return error instanceof Error && error.name === 'Stopped'
}

/** How long each kind of task may run, in seconds. */
const limits = { judge: 10, analyse: 10, card: 3 } as const
/** How many may wait for a thread. */
const mostWaiting = 200

interface Job {
  readonly task: Task
  readonly settle: (done: { readonly outcome: Outcomes[Task['task']] } | { readonly error: Error }) => void
}

/** One thread with its own queue: saves never wait for analyses, nor analyses for cards. */
interface Lane {
  thread: Worker | null
  readonly waiting: Job[]
  /** Ends what the thread is doing; null while it does nothing. */
  end: ((done: Parameters<Job['settle']>[0]) => void) | null
}

const held = globalThis as typeof globalThis & { nodrelLanes?: Record<Task['task'], Lane> }
const lane = (): Lane => ({ thread: null, waiting: [], end: null })

/**
 * Performs a task on a thread of its own kind, one at a time, and stops it where it takes too long.
 *
 * @throws Stopped
 */
export function onThread<T extends Task>(task: T): Promise<Outcomes[T['task']]> {
  const lanes = (held.nodrelLanes ??= { judge: lane(), analyse: lane(), card: lane() })
  const mine = lanes[task.task]
  if (mine.waiting.length >= mostWaiting) return Promise.reject(new Stopped('queue'))
  return new Promise((resolve, reject) => {
    mine.waiting.push({
      task,
      settle: (done) => ('error' in done ? reject(done.error) : resolve(done.outcome as Outcomes[T['task']])),
    })
    next(mine)
  })
}

function next(mine: Lane): void {
  if (mine.end) return
  const job = mine.waiting.shift()
  if (!job) return
  const thread = (mine.thread ??= begin(mine))
  const seconds = limits[job.task.task]
  const timer = setTimeout(() => {
    drop(mine, thread)
    mine.end?.({ error: new Stopped('time', seconds) })
  }, seconds * 1000)
  mine.end = (done) => {
    clearTimeout(timer)
    mine.end = null
    job.settle(done)
    next(mine)
  }
  thread.postMessage(job.task)
}

/** Starts a thread for a lane; whatever it says belongs to what it is doing. */
function begin(mine: Lane): Worker {
  const thread = startThread()
  const isMine = () => mine.thread === thread
  thread.on('message', (outcome: Outcomes[Task['task']]) => isMine() && mine.end?.({ outcome }))
  thread.on('error', (error: Error & { code?: string }) => {
    if (!isMine()) return
    drop(mine, thread)
    mine.end?.({ error: error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? new Stopped('memory') : error })
  })
  // A process that has nothing else to do may end, whatever a thread still does.
  thread.unref()
  return thread
}

function drop(mine: Lane, thread: Worker): void {
  mine.thread = null
  void thread.terminate()
}
