import type { DraftKind } from './draft'
import { browserStorage, type DraftStorage } from './draftStorage'

/** How long the version that was not chosen at a conflict stays within reach, in milliseconds: as long as what is deleted. */
const keptFor = 30 * 24 * 3600 * 1000

const keyOf = (kind: DraftKind, id: string) => `nodrel-other:${kind}:${id}`

/** Keeps the version that was not chosen at a conflict, so that it can be gone back to, also after a reload. */
export function keepOther(kind: DraftKind, id: string, content: unknown, storage: DraftStorage = browserStorage): void {
  storage.write(keyOf(kind, id), JSON.stringify({ at: Date.now(), content }))
}

/** The version that was not chosen at the last conflict; null where there is none, or it is damaged or too old. */
export function findOther<T>(
  kind: DraftKind,
  id: string,
  fits: (content: unknown) => content is T,
  storage: DraftStorage = browserStorage,
): T | null {
  const text = storage.read(keyOf(kind, id))
  if (text === null) return null
  try {
    const { at, content } = JSON.parse(text) as { at: number; content: unknown }
    if (Date.now() - at < keptFor && fits(content)) return content
  } catch {
    // Dropped with what is too old.
  }
  storage.remove(keyOf(kind, id))
  return null
}

export function forgetOther(kind: DraftKind, id: string, storage: DraftStorage = browserStorage): void {
  storage.remove(keyOf(kind, id))
}
