/** Where a window keeps what is not saved yet; released when the network is closed. */
export interface DraftSlot {
  readonly key: string
  readonly release: () => void
}

/** How many windows on one network can each keep a draft of their own. */
const slots = 8

/**
 * Claims a place in the browser's storage for one window on one network: the first that no other window holds and that
 * has a draft left in it, or else the first free one. A lock is held while the window is open, so no two windows share a
 * draft, and one that was left by a closed window is taken up again.
 */
export async function claimDraftSlot(
  id: string,
  storage: Pick<Storage, 'getItem'>,
  locks: Pick<LockManager, 'request'> | undefined,
): Promise<DraftSlot> {
  const keyOf = (slot: number) => `nodrel-draft:${id}:${slot}`
  let own: DraftSlot = { key: keyOf(0), release: () => undefined }
  if (!locks) return own
  let held = false
  for (let slot = 0; slot < slots; slot++) {
    const left = storage.getItem(keyOf(slot)) !== null
    if (held && !left) continue
    const release = await tryLock(locks, keyOf(slot))
    if (!release) continue
    own.release()
    own = { key: keyOf(slot), release }
    held = true
    if (left) break
  }
  return own
}

/** Holds a lock until the returned function is called; null if somebody else holds it. */
function tryLock(locks: Pick<LockManager, 'request'>, name: string): Promise<(() => void) | null> {
  return new Promise((taken) => {
    void locks.request(name, { ifAvailable: true }, (lock) => {
      if (!lock) return taken(null)
      return new Promise<void>((release) => taken(release))
    })
  })
}
