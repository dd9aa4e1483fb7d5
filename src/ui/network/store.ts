import { createStore } from 'zustand/vanilla'
import type { NetworkDocument } from '@/core/network'
import type { Saved } from '@/ui/api'
import type { StorageTrouble } from '@/ui/saving/draftStorage'
import type { Saving } from '@/ui/saving/versionedSave'

/** Text in a field that does not make sense yet, so the document does not have it. */
export interface Typing {
  readonly formula?: string
  readonly source?: string
}

/** Whether some field has a text that makes no sense yet. */
export function isHalfTyped({ formula, source }: Typing): boolean {
  return formula !== undefined || source !== undefined
}

/** What was not understood of something brought in, and where it came from. */
export interface RefusedImport {
  readonly from: string
  readonly problems: readonly string[]
}

interface WorkState {
  readonly id: string
  /** The document as it is on the screen; it may be wrong, and is saved when it is right. */
  readonly document: NetworkDocument
  readonly typing: Typing
  readonly past: readonly NetworkDocument[]
  readonly future: readonly NetworkDocument[]
  /** What the last change was of; the next change of the same thing is undone together with it. */
  readonly lastChange: string | null
  readonly saving: Saving<NetworkDocument>
  /** Why this browser keeps no draft; null while it does. */
  readonly notKept: StorageTrouble | null
  readonly refused: RefusedImport | null
}

export type WorkStore = ReturnType<typeof createWorkStore>

/** The open network, with undo and redo as deep as the session. */
export function createWorkStore(record: Saved<'network'>) {
  const store = createStore<WorkState>(() => ({
    id: record.id,
    document: record.document,
    typing: {},
    past: [],
    future: [],
    lastChange: null,
    saving: { state: 'saved' },
    notKept: null,
    refused: null,
  }))
  return {
    ...store,
    /**
     * Changes the document.
     *
     * @param of what is changed; null for a change that always stands alone
     */
    change(document: NetworkDocument, of: string | null): void {
      store.setState((before) => {
        const together = of !== null && of === before.lastChange
        return {
          document,
          past: together ? before.past : [...before.past, before.document],
          future: [],
          lastChange: of,
        }
      })
    },
    /** Ends a run of changes that are undone together. */
    pause(): void {
      store.setState({ lastChange: null })
    },
    type(typing: Typing): void {
      store.setState((before) => ({ typing: { ...before.typing, ...typing } }))
    },
    /** Takes the last change back; text that makes no sense yet goes first. */
    undo(): void {
      store.setState((before) => {
        if (isHalfTyped(before.typing)) return { typing: {} }
        const last = before.past[before.past.length - 1]
        if (last === undefined) return before
        return {
          document: last,
          past: before.past.slice(0, -1),
          future: [before.document, ...before.future],
          lastChange: null,
        }
      })
    },
    redo(): void {
      store.setState((before) => {
        const [next] = before.future
        if (next === undefined) return before
        return {
          document: next,
          past: [...before.past, before.document],
          future: before.future.slice(1),
          lastChange: null,
        }
      })
    },
  }
}
