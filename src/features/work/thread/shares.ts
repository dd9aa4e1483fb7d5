import type { RoundedValue } from '@/core/worksheet'

/** Parts of a difference below this are not said. */
const leastSaid = 0.005

/**
 * What each rounding brings into a value that is off, as part of the whole difference, by the id of its line: +38 %. Where
 * roundings cancel, parts can be above 100 %.
 */
export function shareTexts(rounded: RoundedValue | null): ReadonlyMap<number, string> {
  const texts = new Map<number, string>()
  if (rounded === null) return texts
  // Where all cancel, each is told as part of all there was to cancel.
  const size = [...rounded.by.values()].reduce((sum, by) => sum + Math.abs(by), 0)
  const whole = Math.abs(rounded.off) > 1e-6 * size ? rounded.off : size
  for (const [line, by] of rounded.by) {
    const share = by / whole
    if (Math.abs(share) < leastSaid) continue
    texts.set(line, `${share > 0 ? '+' : '−'}${Math.abs(100 * share).toFixed(0)}\u2009%`)
  }
  return texts
}
