import type { KindName } from '@/core/kept'
import { browserStorage, type DraftStorage, type StorageTrouble } from './draftStorage'

/** What is not on the server yet, kept in the browser so that it survives a reload and a stopped server. */
export interface Draft<T> {
  /** The version it is based on. */
  readonly version: number
  readonly content: T
  /** What else belongs to it and is not saved: text that makes no sense yet. */
  readonly beside: unknown
  /** Fingerprints of what was sent and never answered: the server may have one of them as the next version. */
  readonly sent: readonly string[]
  /** When it was written, in milliseconds since 1970. */
  readonly at: number
}

/** A draft as it is read back: what makes no sense any more is `damaged`. */
type ReadDraft =
  | { readonly state: 'sound'; readonly draft: Draft<unknown> }
  | { readonly state: 'damaged'; readonly text: string }

/** @param fits whether a content is one that can be taken up */
export function readDraft(text: string, fits: (content: unknown) => boolean): ReadDraft {
  try {
    const draft = JSON.parse(text) as Partial<Draft<unknown>> | null
    if (draft && typeof draft.version === 'number' && fits(draft.content)) {
      const { version, content, beside = null, sent, at = 0 } = draft
      return { state: 'sound', draft: { version, content, beside, sent: Array.isArray(sent) ? sent : [], at } }
    }
  } catch {
    // Said by whoever finds it.
  }
  return { state: 'damaged', text }
}

/** Where one window keeps the draft of one thing. */
export interface DraftPlace {
  readonly keep: (text: string) => StorageTrouble | null
  readonly clear: () => void
  /** Lets others have it: what is left in it is taken up by the next window. Resolves once they can. */
  readonly release: () => Promise<void>
}

/** The kinds that are saved by themselves: only those leave drafts. */
const draftKinds = ['network', 'attempt', 'run', 'exercise', 'sheet'] as const satisfies readonly KindName[]
export type DraftKind = (typeof draftKinds)[number]

const prefixOf = (kind: DraftKind, id: string) => `nodrel-draft:${kind}:${id}:`

/** The kind, id and key of every draft that lies in the storage. */
export function draftsIn(storage: DraftStorage): { kind: DraftKind; id: string; key: string }[] {
  return storage.keys().flatMap((key) => {
    const [, name, id] = /^nodrel-draft:([a-z]+):([^:]+):/.exec(key) ?? []
    const kind = draftKinds.find((it) => it === name)
    return kind === undefined ? [] : [{ kind, id, key }]
  })
}

type Locks = Pick<LockManager, 'request'>

/** This browser's locks; undefined where it has none. */
export function browserLocks(): Locks | undefined {
  return typeof navigator === 'undefined' ? undefined : (navigator.locks as Locks | undefined)
}

/**
 * A place of one's own for a window, at once, so that the first key is kept; and the draft that an earlier window left
 * behind, if there is one that no open window holds. A lock is held on a place while its window is open, so no two windows
 * share one; where there are none, every draft counts as left behind.
 */
export function claimPlace(
  kind: DraftKind,
  id: string,
  storage: DraftStorage = browserStorage,
  locks: Locks | undefined = browserLocks(),
  unique: string = `${Date.now().toString(36)}${Math.random().toString(36).slice(2)}`,
): { readonly place: DraftPlace; readonly left: Promise<LeftDraft | null> } {
  const key = `${prefixOf(kind, id)}${unique}`
  const held = hold(locks, key)
  const place: DraftPlace = {
    keep: (text) => storage.write(key, text),
    clear: () => storage.remove(key),
    release: async () => (await held)?.(),
  }
  return { place, left: takeLeft(kind, id, key, storage, locks) }
}

/** A draft that a closed window left; `take` when it is taken over, `leave` when it stays where it is. */
interface LeftDraft {
  readonly text: string
  readonly take: () => void
  readonly leave: () => Promise<void>
}

async function takeLeft(
  kind: DraftKind,
  id: string,
  own: string,
  storage: DraftStorage,
  locks: Locks | undefined,
): Promise<LeftDraft | null> {
  for (const key of storage.keys()) {
    if (!key.startsWith(prefixOf(kind, id)) || key === own) continue
    const release = await hold(locks, key)
    if (!release) continue
    const text = storage.read(key)
    if (text === null) {
      await release()
      continue
    }
    return {
      text,
      take: () => {
        storage.remove(key)
        void release()
      },
      leave: release,
    }
  }
  return null
}

/** Holds a lock until the returned function is called, which resolves once others can have it; null if somebody has it. */
export function hold(locks: Locks | undefined, name: string): Promise<(() => Promise<void>) | null> {
  const free = () => Promise.resolve()
  if (!locks) return Promise.resolve(free)
  return new Promise((taken) => {
    const released = locks
      .request(name, { ifAvailable: true }, (lock) => {
        if (!lock) return taken(null)
        return new Promise<void>((release) =>
          taken(() => {
            release()
            return released
          }),
        )
      })
      // Without the right to locks there are none.
      .catch(() => taken(free))
      .then(() => undefined)
  })
}
