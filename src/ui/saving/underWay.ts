/** Saves that were begun when their screen was left. */
const underWay = new Set<Promise<void>>()

/** Remembers a save until it is answered. */
export function saveGoesOn(save: Promise<void>): void {
  underWay.add(save)
  void save.finally(() => underWay.delete(save))
}

/** Resolves once everything that was being saved is answered; true if anything was. */
export async function savesAnswered(): Promise<boolean> {
  if (underWay.size === 0) return false
  await Promise.allSettled(underWay)
  return true
}
