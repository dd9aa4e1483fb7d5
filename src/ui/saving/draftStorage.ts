/** Why the browser keeps nothing: its storage has no room, is not allowed, or is not there. */
export type StorageTrouble = 'full' | 'forbidden' | 'missing'

type StorageResult<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly trouble: StorageTrouble }

/** The browser's storage, which may be missing, forbidden or full: nothing here throws. */
export interface DraftStorage {
  readonly read: (key: string) => string | null
  readonly write: (key: string, text: string) => StorageTrouble | null
  readonly remove: (key: string) => void
  readonly keys: () => readonly string[]
}

/** @param storage the browser's, looked up each time it is used, since looking it up may already be forbidden */
export function draftStorage(storage: () => Storage | null | undefined): DraftStorage {
  const attempt = <T>(work: (it: Storage) => T): StorageResult<T> => {
    try {
      const it = storage()
      return it ? { ok: true, value: work(it) } : { ok: false, trouble: 'missing' }
    } catch (error) {
      const name = error instanceof Error || error instanceof DOMException ? error.name : ''
      return { ok: false, trouble: /quota/i.test(name) ? 'full' : 'forbidden' }
    }
  }
  return {
    read: (key) => {
      const read = attempt((it) => it.getItem(key))
      return read.ok ? read.value : null
    },
    write: (key, text) => {
      const written = attempt((it) => it.setItem(key, text))
      return written.ok ? null : written.trouble
    },
    remove: (key) => void attempt((it) => it.removeItem(key)),
    keys: () => {
      const found = attempt((it) => Array.from({ length: it.length }, (_, i) => it.key(i) ?? ''))
      return found.ok ? found.value : []
    },
  }
}

/** This browser's own. */
export const browserStorage = draftStorage(() => localStorage)

/** What is said of a storage that keeps nothing. */
export const troubleText: Readonly<Record<StorageTrouble, string>> = {
  full: 'this browser’s storage is full, so it keeps no copy of what is not saved',
  forbidden: 'this browser forbids its storage, so it keeps no copy of what is not saved',
  missing: 'this browser has no storage, so it keeps no copy of what is not saved',
}
