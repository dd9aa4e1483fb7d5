import { draftStorage, type DraftStorage } from '@/ui/saving/draftStorage'

/** A browser's storage in memory, and what it holds. */
export function memoryStorage(
  room = Infinity,
): DraftStorage & { readonly held: Map<string, string>; readonly storage: Storage } {
  const held = new Map<string, string>()
  const storage = {
    get length() {
      return held.size
    },
    key: (i: number) => [...held.keys()][i] ?? null,
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (value.length > room) throw new DOMException('no room', 'QuotaExceededError')
      held.set(key, value)
    },
    removeItem: (key: string) => void held.delete(key),
  } as unknown as Storage
  return { ...draftStorage(() => storage), held, storage }
}

/** The browser's lock manager, as far as it is used. */
export function lockManager(): Pick<LockManager, 'request'> {
  const held = new Set<string>()
  const request = async (name: string, _options: unknown, work: (lock: object | null) => unknown) => {
    if (held.has(name)) return work(null)
    held.add(name)
    await work({ name })
    held.delete(name)
    return undefined
  }
  return { request } as unknown as Pick<LockManager, 'request'>
}
