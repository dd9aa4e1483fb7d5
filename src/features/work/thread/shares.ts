import type { RoundedValue } from '@/core/worksheet'

/** Parts below this are not said. */
const leastSaid = 0.005

/**
 * What each rounding brings into a value, as part of all rounding on its thread, by the id of its line: +38 % makes it
 * larger, −38 % smaller. Some of it cancels as a rule, so that parts are told of all there is, not of what is left.
 */
export function shareTexts(rounded: RoundedValue | null): ReadonlyMap<number, string> {
  const texts = new Map<number, string>()
  if (rounded === null) return texts
  const all = [...rounded.by.values()].reduce((sum, by) => sum + Math.abs(by), 0)
  for (const [line, by] of rounded.by) {
    const share = Math.abs(by) / all
    if (share >= leastSaid) texts.set(line, `${by > 0 ? '+' : '−'}${(100 * share).toFixed(0)}\u2009%`)
  }
  return texts
}
