import { database, databaseFile, type Opened } from './client'
import type { Db } from './schema'
import { troubleOf } from './trouble'

/** How long a request waits for a database that another program holds, in milliseconds. */
const patience = 5000
/** How long one transaction goes on taking in what waits, in milliseconds. */
const longestTurn = 20

/** Reads; waits, without holding up others, while another program holds the database. @throws DatabaseTrouble */
export function read<T>(work: (db: Db) => T): Promise<T> {
  return patiently(() => work(database().db))
}

interface Waiting {
  readonly work: (db: Db) => unknown
  readonly settle: (done: Done) => void
}
type Done = { readonly value: unknown } | { readonly error: unknown }

const held = globalThis as typeof globalThis & { nodrelWriting?: Waiting[] }

/**
 * Writes: resolves once the disk has it, and not before. What waits at the same time shares a transaction, in which each
 * has a savepoint of its own, so that many small writes cost one. A write that fails has changed nothing.
 *
 * @throws DatabaseTrouble where it could not be kept
 */
export function write<T>(work: (db: Db) => T): Promise<T> {
  return new Promise((resolve, reject) => {
    const waiting = (held.nodrelWriting ??= [])
    waiting.push({
      work,
      settle: (done) => ('error' in done ? reject(done.error as Error) : resolve(done.value as T)),
    })
    if (waiting.length === 1) setImmediate(() => void writeAll(waiting))
  })
}

async function writeAll(waiting: Waiting[]): Promise<void> {
  while (waiting.length > 0) {
    let took = waiting.length
    try {
      const done = await patiently(() => writeTogether(database(), waiting))
      took = done.length
      waiting.splice(0, took).forEach(({ settle }, i) => settle(done[i]))
    } catch (error) {
      waiting.splice(0, took).forEach(({ settle }) => settle({ error }))
    }
    // Others have their turn.
    await new Promise((next) => setImmediate(next))
  }
}

/** One transaction with as many of those that wait as fit into a turn; what became of each. */
function writeTogether({ db }: Opened, waiting: readonly Waiting[]): Done[] {
  return db.transaction(
    (tx) => {
      const done: Done[] = []
      const until = performance.now() + longestTurn
      for (const { work } of waiting) {
        if (done.length > 0 && performance.now() > until) break
        try {
          done.push({ value: tx.transaction((own) => work(own)) })
        } catch (error) {
          // The database itself fails for all of them; anything else for this one alone.
          if (troubleOf(error, '')) throw error
          done.push({ error })
        }
      }
      return done
    },
    { behavior: 'immediate' },
  )
}

/** Does what is refused while another program holds the database again and again, for some seconds. */
async function patiently<T>(work: () => T): Promise<T> {
  for (let wait = 5, until = Date.now() + patience; ; wait = Math.min(2 * wait, 100)) {
    try {
      return work()
    } catch (error) {
      const trouble = troubleOf(error, databaseFile())
      if (trouble?.kind !== 'locked' || Date.now() > until) throw trouble ?? error
      await new Promise((next) => setTimeout(next, wait))
    }
  }
}
