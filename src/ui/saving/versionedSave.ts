import { type Reply, problemText } from '../api'
import { readDraft, type Draft, type DraftPlace } from './draft'
import type { StorageTrouble } from './draftStorage'

/** A content as the server has it. */
export interface Version<T> {
  readonly version: number
  readonly content: T
}

/** Whether what is on the screen is kept, and if not, why. “Saved” is what the server has confirmed, nothing else. */
export type Saving<T> =
  | { readonly state: 'saved' | 'saving' }
  /** Waiting: for the person to finish, or for the server; it will be tried again. */
  | { readonly state: 'unsaved'; readonly reason: string }
  /** Saved elsewhere in between: the person chooses. */
  | { readonly state: 'conflict'; readonly theirs: Version<T> }
  /** Deleted elsewhere: it can be restored. */
  | { readonly state: 'missing' }

interface SavingOptions<T> {
  /** What the server is known to have. */
  readonly confirmed: Version<T>
  readonly place: DraftPlace
  /** Sends a content to be kept over a version; `leaving` where the page may be gone before the answer. */
  readonly send: (
    version: number,
    content: T,
    leaving: boolean,
  ) => Promise<Reply<{ readonly version: number }, Version<T>>>
  /** Why a content cannot be sent yet; null if it can. */
  readonly wrong: (content: T) => string | null
  /** Told of every change of where it stands, and of what the browser cannot keep. */
  readonly show: (saving: Saving<T>, notKept: StorageTrouble | null) => void
}

/** Saves one thing by itself; see {@link versionedSave}. */
export interface Saver<T> {
  /** What is on the screen now, and what belongs to it without being saved. */
  readonly put: (content: T, beside?: unknown) => void
  /** The server's version is newer than was known, and nothing was changed here. */
  readonly newer: (theirs: Version<T>) => void
  /** A draft is taken up: `content` has been put on the screen. */
  readonly takeUp: (draft: Draft<T>) => void
  /** After a conflict: which of the two goes on. The other is the caller's to keep. */
  readonly choose: (which: 'mine' | 'theirs') => void
  /** After it was restored, over this version. */
  readonly goOn: (version: number) => void
  /** Sends what waits now; resolves when it is answered. */
  readonly flush: (leaving?: boolean) => Promise<void>
  /** Sends what waits, and ends. What cannot be sent stays in the browser. */
  readonly stop: () => Promise<void>
}

/** How long to wait after a change, and at first and at most between two tries, in milliseconds. */
const quiet = 400
const firstWait = 1000
const longestWait = 15_000
/** How many saves without an answer are remembered. */
const mostSent = 200
/** A draft longer than this is not written with every key, but when the typing pauses. */
const longDraft = 100_000

/**
 * Saves by itself whatever has versions: every change is kept in the browser at once and sent to the server when the
 * typing pauses. What fails is tried again; a save whose answer was lost is recognised as one's own; what was changed
 * elsewhere is left to the person. Sending never depends on the browser's storage.
 */
export function versionedSave<T>({ confirmed: known, place, send, wrong, show }: SavingOptions<T>): Saver<T> {
  let confirmed = known
  let confirmedText = JSON.stringify(known.content)
  let current = known.content
  let beside: unknown = null
  /** Fingerprints of what was sent and not answered: the server may have one of them. */
  let sent: readonly string[] = []
  let saving: Saving<T> = { state: 'saved' }
  let notKept: StorageTrouble | null = null
  let timer: ReturnType<typeof setTimeout> | undefined
  let draftTimer: ReturnType<typeof setTimeout> | undefined
  let draftLength = 0
  let wait = firstWait
  let sending: Promise<void> | null = null
  let stopped = false

  const become = (next: Saving<T>) => {
    saving = next
    show(saving, notKept)
  }
  const schedule = (after: number) => {
    clearTimeout(timer)
    if (!stopped) timer = setTimeout(() => void trySend(false), after)
  }
  const isBlocked = () => saving.state === 'conflict' || saving.state === 'missing'
  const hasBeside = () =>
    typeof beside === 'object' && beside !== null && Object.values(beside).some((it) => it !== undefined)

  const writeDraft = () => {
    clearTimeout(draftTimer)
    draftTimer = undefined
    if (current === confirmed.content && !hasBeside()) return dropDraft()
    const draft: Draft<T> = {
      version: confirmed.version,
      content: current,
      beside,
      sent,
      at: Date.now(),
    }
    const text = JSON.stringify(draft)
    draftLength = text.length
    setNotKept(place.keep(text))
  }
  const dropDraft = () => {
    clearTimeout(draftTimer)
    draftTimer = undefined
    place.clear()
  }
  const setNotKept = (trouble: StorageTrouble | null) => {
    if (trouble === notKept) return
    notKept = trouble
    show(saving, notKept)
  }
  const keepDraft = () => {
    if (draftLength < longDraft) writeDraft()
    else draftTimer ??= setTimeout(writeDraft, quiet)
  }

  const confirm = (version: number, content: T, text: string) => {
    confirmed = { version, content }
    confirmedText = text
    sent = []
    wait = firstWait
  }

  function trySend(leaving: boolean): Promise<void> {
    clearTimeout(timer)
    if (isBlocked()) return Promise.resolve()
    return (sending ??= sendOnce(leaving).finally(() => (sending = null)))
  }

  async function sendOnce(leaving: boolean): Promise<void> {
    const content = current
    const text = JSON.stringify(content)
    if (text === confirmedText) {
      confirmed = { ...confirmed, content }
      keepDraft()
      return become({ state: 'saved' })
    }
    const fault = wrong(content)
    if (fault !== null) return become({ state: 'unsaved', reason: fault })
    become({ state: 'saving' })
    const before = sent
    sent = [...before.filter((it) => it !== fingerprint(text)), fingerprint(text)].slice(-mostSent)
    const answer = await send(confirmed.version, content, leaving)
    if (answer.ok) {
      confirm(answer.body.version, content, text)
      return settle()
    }
    if (answer.status === 409 && answer.current) {
      const theirs = answer.current
      const theirText = JSON.stringify(theirs.content)
      // An earlier save of one's own, whose answer was lost.
      if (theirText === text || before.includes(fingerprint(theirText))) {
        confirm(theirs.version, theirs.content, theirText)
        return settle()
      }
      sent = []
      become({ state: 'conflict', theirs })
    } else if (answer.status === 404) {
      sent = []
      become({ state: 'missing' })
    } else {
      // What was refused is not there; of what was not answered nobody knows.
      if (answer.status !== 0) sent = before
      const reason = problemText(answer.problems)
      const again = answer.status === 0 || answer.status >= 500 || answer.status === 429
      become({ state: 'unsaved', reason: again ? `${reason}; it is tried again` : reason })
      if (again) {
        schedule(wait)
        wait = Math.min(2 * wait, longestWait)
      }
    }
    writeDraft()
  }

  /** After a save: done, or on with what was typed meanwhile. */
  function settle(): void {
    const text = JSON.stringify(current)
    if (text === confirmedText) {
      confirmed = { ...confirmed, content: current }
      writeDraft()
      return become({ state: 'saved' })
    }
    writeDraft()
    become({ state: 'saving' })
    schedule(quiet)
  }

  const saver: Saver<T> = {
    put(content, more = null) {
      current = content
      beside = more
      keepDraft()
      if (isBlocked()) return
      if (content === confirmed.content && sending === null) become({ state: 'saved' })
      else if (saving.state === 'saved') become({ state: 'saving' })
      schedule(quiet)
    },
    newer(theirs) {
      confirm(theirs.version, theirs.content, JSON.stringify(theirs.content))
      current = theirs.content
      become({ state: 'saved' })
    },
    takeUp(draft) {
      current = draft.content
      beside = draft.beside
      const text = JSON.stringify(draft.content)
      const isOwn = confirmedText === text || draft.sent.includes(fingerprint(confirmedText))
      if (draft.version !== confirmed.version && !isOwn) {
        const theirs = confirmed
        confirmed = { ...confirmed, version: draft.version }
        keepDraft()
        return become({ state: 'conflict', theirs })
      }
      sent = draft.sent
      keepDraft()
      become(text === confirmedText ? { state: 'saved' } : { state: 'unsaved', reason: 'restored' })
      schedule(0)
    },
    choose(which) {
      if (saving.state !== 'conflict') return
      const { theirs } = saving
      confirm(theirs.version, theirs.content, JSON.stringify(theirs.content))
      if (which === 'theirs') current = theirs.content
      keepDraft()
      become({ state: 'saving' })
      schedule(0)
    },
    goOn(version) {
      confirmed = { ...confirmed, version }
      // What the restored one has is not known: mine is sent over it.
      confirmedText = ''
      become({ state: 'saving' })
      schedule(0)
    },
    async flush(leaving = false) {
      if (draftTimer !== undefined) writeDraft()
      while (sending !== null) await sending
      if (saving.state === 'saving' || saving.state === 'unsaved') await trySend(leaving)
    },
    async stop() {
      if (draftTimer !== undefined) writeDraft()
      const last = saver.flush(true)
      stopped = true
      clearTimeout(timer)
      await last
      clearTimeout(timer)
      await place.release()
    },
  }
  return saver
}

/** A draft read back from its text, as one of this content; null where it is damaged. */
export function draftOf<T>(text: string, fits: (content: unknown) => content is T): Draft<T> | null {
  const read = readDraft(text, fits)
  return read.state === 'sound' ? (read.draft as Draft<T>) : null
}

/**
 * A short text that stands for a long one: two texts with the same one are the same for all purposes here (106 bits and
 * the length). Two runs of cyrb53, a public-domain mixing hash.
 */
function fingerprint(text: string): string {
  return `${text.length}.${mixed(text, 1).toString(36)}.${mixed(text, 2).toString(36)}`
}

function mixed(text: string, seed: number): number {
  let a = 0xdeadbeef ^ seed
  let b = 0x41c6ce57 ^ seed
  for (let i = 0; i < text.length; i++) {
    const code = text.charCodeAt(i)
    a = Math.imul(a ^ code, 2654435761)
    b = Math.imul(b ^ code, 1597334677)
  }
  a = Math.imul(a ^ (a >>> 16), 2246822507) ^ Math.imul(b ^ (b >>> 13), 3266489909)
  b = Math.imul(b ^ (b >>> 16), 2246822507) ^ Math.imul(a ^ (a >>> 13), 3266489909)
  return 4294967296 * (2097151 & b) + (a >>> 0)
}
